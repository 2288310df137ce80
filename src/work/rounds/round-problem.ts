import { type Day, isoDay } from "../../core/calendar/day.ts";
import { shiftSpan } from "../../core/calendar/roster.ts";
import { instantOf } from "../../core/calendar/site-time.ts";
import { BEATS, type Beat } from "../../core/fleet/vocabulary.ts";
import { begunOf } from "../../core/rounds/begun-of.ts";
import { dayProblem, type Lock, ROUND_SETTINGS, type RoundSettings, type RoundWork } from "../../core/rounds/day-problem.ts";
import { type Duration, expectedDuration, type RunTime, runTime } from "../../core/rounds/durations.ts";
import type { RoundProblem } from "../../core/rounds/problem.ts";
import { piecesOf, stretchesOf } from "../../core/rounds/stretches-of.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { isOpen } from "../../core/tasks/of-day.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { Connection } from "../../ledger/database.ts";
import { newestRounds, type RoundRow } from "../../ledger/rounds.ts";
import { lastRuns, openRuns } from "../../ledger/runs.ts";
import { openRepairs } from "../../ledger/tasks.ts";
import { machineRows } from "../board/board.ts";
import { now } from "../clock.ts";
import { type DayWork, dayWork } from "../day/day.ts";
import { factsNow } from "../facts/due.ts";
import { type RunBookEntry, runBook } from "../facts/run-book.ts";
import { emptyingRoutines } from "../facts/vessels.ts";
import { dayAt } from "../shop/shop.ts";

export type RoundAsk = { day: Day; what: string; safe: boolean };

const RUNS_LOOKED_AT = 200;

export type RoundMaterial = {
  work: DayWork;
  runs: RunBookEntry[];
  past: RunTime[];
  rounds: RoundRow[];
  busyUntil: Map<string, Date>;
  broken: Set<string>;
  /** Machines whose waste must be emptied before some work of today: which routines wait for it. */
  fullWaste: ReadonlyMap<string, readonly string[]>;
};

/** All that a round's problem is made from, read once. */
export async function roundMaterial(db: Connection, shop: Shop, day: Day): Promise<RoundMaterial> {
  const today = dayAt(shop);
  const stands = factsNow(db, shop, shop.machines);
  const [work, runRows, past, rounds, repairs, rows] = await Promise.all([
    dayWork(db, shop, day, { known: stands.then(({ facts }) => facts), ahead: false }),
    day === today ? openRuns(db, shop.id) : [],
    lastRuns(db, shop.id, { limit: RUNS_LOOKED_AT }),
    newestRounds(db, shop.id),
    openRepairs(db, shop.id),
    day === today ? machineRows(db, shop, shop.machines, stands) : [],
  ]);
  const [runs, pastRuns] = [await runBook(db, shop, runRows), await runBook(db, shop, past)];
  return {
    work,
    runs,
    past: pastRuns.map(({ row, plan, state }) => runTime(row, plan, state)),
    rounds,
    busyUntil: new Map(rows.flatMap(({ id, busyUntil }) => (busyUntil ? [[id, new Date(busyUntil)] as const] : []))),
    broken: new Set(repairs.map(({ machine }) => machine)),
    fullWaste: new Map(
      day === today
        ? [...(await stands).vessels].flatMap(([machine, { holdsBack }]) =>
            holdsBack.length ? [[machine, holdsBack.map(({ routine }) => routine)] as const] : [],
          )
        : [],
    ),
  };
}

export const roundSettings = (shop: Shop): RoundSettings => {
  const own = shop.settings.find(({ subject, id }) => subject === "round" && id === "site")?.body as Partial<RoundSettings> | undefined;
  return { ...ROUND_SETTINGS, ...own };
};

/** What falls due by the day; what may only be done early waits for its own round. */
export const isDue = (task: WorkItem, today: boolean) => isOpen(task) && task.state !== "open" && (!today || task.state !== "coming");

export function isOf(shop: Shop, day: Day, task: WorkItem, what: string): boolean {
  if (what === "day") return true;
  if (!what.startsWith("shift:")) return task.beat === what;
  const shift = shop.calendar.shifts?.find(({ id }) => `shift:${id}` === what);
  const by = task.beat && shop.calendar.beats?.[task.beat]?.by;
  if (!shift) return false;
  const { from, to } = shiftSpan(shift, day, shop.site);
  if (by) return instantOf(day, by, shop.site) > from && instantOf(day, by, shop.site) <= to;
  return !(shop.calendar.shifts ?? []).some((other) => other.id !== shift.id && other.from < shift.from);
}

/** The planning problem of what is due; `at` is the minute it is taken to be, where it was planned a moment ago. */
export function roundProblem(
  shop: Shop,
  material: RoundMaterial,
  { day, what, safe }: RoundAsk,
  { at, locks = [], there }: { at?: number; locks?: readonly Lock[]; there?: ReadonlyMap<string, number> } = {},
): { problem: RoundProblem; zero: Date; durations: Map<string, Duration>; now: number } {
  const shifts = shop.calendar.shifts ?? [];
  const spans = new Map(shifts.map((shift) => [shift.id, shiftSpan(shift, day, shop.site)]));
  const scoped = what.startsWith("shift:") ? spans.get(what.slice(6)) : undefined;
  const from =
    scoped?.from ??
    new Date(
      Math.min(
        ...[...spans.values()].map((span) => span.from.getTime()),
        ...(spans.size ? [] : [instantOf(day, "06:00", shop.site).getTime()]),
      ),
    );
  const to =
    scoped?.to ??
    new Date(
      Math.max(
        ...[...spans.values()].map((span) => span.to.getTime()),
        ...(spans.size ? [] : [instantOf(day, "22:00", shop.site).getTime()]),
      ),
    );
  const minuteOf = (instant: number) => Math.floor((instant - from.getTime()) / 60_000);
  const horizon = Math.max(1, minuteOf(to.getTime()));
  const present = day === dayAt(shop) ? Math.max(0, at ?? minuteOf(now().getTime())) : 0;
  const beats = Object.fromEntries(
    BEATS.flatMap((beat) => {
      const by = shop.calendar.beats?.[beat]?.by;
      return by ? [[beat, minuteOf(instantOf(day, by, shop.site).getTime())]] : [];
    }),
  ) as Partial<Record<Beat, number>>;
  const durations = new Map<string, Duration>();
  const begun = new Map(material.runs.flatMap((run) => (run.row.key ? [[run.row.key, run] as const] : [])));
  const round = material.rounds.find(({ body }) => body.day === isoDay(day));
  // What people were told and have not done yet stays in, whatever is planned now.
  const promised = new Set((round?.body.tasks ?? []).map(({ key }) => key));
  // What was asked for by hand since the round was published goes into it, whatever it is of; ids are in the order of their making.
  const isUrgent = (task: WorkItem) => task.oneOff !== null && round?.body.what === what && task.oneOff > round.id;
  const work: RoundWork[] = [];
  const started: NonNullable<RoundProblem["begun"]> = [];
  // Where the waste is too full for some work, emptying it comes into the round, before that work.
  const empties = new Set(emptyingRoutines(shop));
  const emptying = new Map(
    material.work.tasks.flatMap(({ key, machine, routine }) =>
      machine && empties.has(routine ?? "") && material.fullWaste.has(machine) ? [[machine, key] as const] : [],
    ),
  );
  for (const task of material.work.tasks) {
    const empties = emptying.get(task.machine ?? "");
    const waits = empties && empties !== task.key && material.fullWaste.get(task.machine ?? "")?.includes(task.routine ?? "");
    if (
      !isDue(task, day === dayAt(shop)) ||
      !(isOf(shop, day, task, what) || begun.has(task.key) || promised.has(task.key) || isUrgent(task) || empties === task.key)
    )
      continue;
    const routine = shop.rules.book.get(task.routine ?? "");
    const machine = shop.machines.find(({ id }) => id === task.machine);
    const pieces = routine && machine ? piecesOf(routine, machine) : [{ kind: "hands" as const, steps: [], minutes: task.minutes || 1 }];
    const duration = routine && machine ? expectedDuration(material.past, { routine: routine.id, machine: machine.id, safe }) : undefined;
    if (duration) durations.set(`${routine?.id}/${machine?.id}`, duration);
    const lock = locks.find(({ key }) => key === task.key);
    const ofPerson =
      lock && routine && machine
        ? expectedDuration(material.past, { routine: routine.id, machine: machine.id, person: lock.person, safe })
        : duration;
    work.push({
      key: task.key,
      machine: task.machine,
      area: task.area,
      skill: task.skill,
      ...(task.beat ? { beat: task.beat } : {}),
      isCheck: task.isCheck,
      late: task.late,
      urgent: task.oneOff !== null || empties === task.key,
      ...(waits && empties ? { after: [empties] } : {}),
      stretches: stretchesOf(pieces, ofPerson?.factors),
    });
    const run = begun.get(task.key);
    const part = run && begunOf(task.key, run.state, pieces, minuteOf);
    if (part)
      started.push({
        ...part,
        stretches: part.stretches.map((each) => ({
          ...each,
          start: Math.min(each.start, present),
          ...(each.end === undefined ? {} : { end: Math.min(each.end, present) }),
        })),
      });
  }
  const workers = material.work.workers.filter(({ role, id }) => role !== "viewer" && (!there || there.has(id)));
  const busy: Record<string, [number, number][]> = {};
  for (const [machine, until] of material.busyUntil)
    busy[machine] = [[present, Math.min(horizon, Math.max(present, minuteOf(until.getTime())))]];
  const problem = dayProblem({
    horizon,
    now: present,
    beats,
    areas: shop.areas.map(({ id }) => id),
    workers: workers.map(({ id, skills, shifts: own }) => {
      const spansOf: [number, number][] =
        shifts.length === 0
          ? [[0, horizon]]
          : own.flatMap((shift) => {
              const span = spans.get(shift);
              return span ? [[minuteOf(span.from.getTime()), minuteOf(span.to.getTime())] as [number, number]] : [];
            });
      const minutes = there?.get(id);
      // Somebody who stays for so many minutes stays from now, or from their shift's start.
      const stays = spansOf
        .map(([open, close]): [number, number] => [Math.max(open, present), close])
        .filter(([open, close]) => close > open);
      return {
        id,
        skills: skills ?? [],
        shifts:
          minutes === undefined
            ? spansOf
            : stays.slice(0, 1).map(([open, close]): [number, number] => [open, Math.min(close, open + minutes)]),
      };
    }),
    busy,
    work,
    begun: started,
    promised: (round?.body.tasks ?? []).flatMap(({ key, stretches }) => {
      const person = stretches.find((each) => each.person)?.person;
      const zero = round ? new Date(round.body.zero).getTime() : 0;
      return person ? [{ task: key, person, start: Math.max(0, minuteOf(zero) + (stretches[0]?.start ?? 0)) }] : [];
    }),
    locks,
    settings: roundSettings(shop),
  });
  return { problem, zero: from, durations, now: present };
}

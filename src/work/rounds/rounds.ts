import { type Day, isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime, instantOf } from "../../core/calendar/site-time.ts";
import { BEATS, type Beat } from "../../core/fleet/vocabulary.ts";
import type { Body } from "../../core/record/entries.ts";
import { begunOf } from "../../core/rounds/begun-of.ts";
import { dayProblem, type Lock, ROUND_SETTINGS, type RoundSettings, type RoundWork } from "../../core/rounds/day-problem.ts";
import { type Duration, expectedDuration, type RunTime, runTime } from "../../core/rounds/durations.ts";
import type { RoundProblem } from "../../core/rounds/problem.ts";
import { piecesOf, stretchesOf } from "../../core/rounds/stretches-of.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Worker } from "../../core/tasks/fits.ts";
import { isOpen } from "../../core/tasks/of-day.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { newestRounds, type RoundRow } from "../../ledger/rounds.ts";
import { lastRuns, openRuns } from "../../ledger/runs.ts";
import { openRepairs } from "../../ledger/tasks.ts";
import { type Actor, authorise } from "../actor.ts";
import { machineRows } from "../board/board.ts";
import { now } from "../clock.ts";
import { type DayWork, dayWork, shiftSpan } from "../day/day.ts";
import { factsNow } from "../facts/due.ts";
import { type RunBookEntry, runBook } from "../facts/run-book.ts";
import { emptyingRoutines } from "../facts/vessels.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type RoundAsk = { day: Day; what: string; safe: boolean };

/** What a round is made of, as it stands: the planning problem and how its ids are called. */
export type RoundView = {
  seq: number;
  day: string;
  dayWords: string;
  today: string;
  days: { day: string; words: string; works: boolean }[];
  what: string;
  scopes: { id: string; words: string; open: number }[];
  safe: boolean;
  /** The instant of minute 0. */
  zero: string;
  timeZone: string;
  problem: RoundProblem;
  /** What is left of a published short-handed day: its work, its people and the minutes they still stay. */
  shortDay: ShortDay | null;
  tasks: Record<string, RoundTaskView>;
  people: (Worker & { shiftWords: string })[];
  machines: Record<string, string>;
  areas: Record<string, string>;
  round: RoundInForce | null;
  durations: DurationView[];
  settings: RoundSettings;
};
export type ShortDay = { problem: RoundProblem; there: { person: string; minutes: number }[] };
export type RoundTaskView = {
  name: string;
  /** For narrow places. */
  short: string;
  machine: string | null;
  machineName: string;
  routine: string | null;
  beat: Beat | null;
  late: boolean;
  /** Withdrawn: told by the round in force, and gone from the day's work since. */
  state: WorkItem["state"] | "withdrawn";
  person: string | null;
  /** How long it is taken to last, and why so long. */
  duration: string;
};
export type RoundInForce = { id: string; by: string; at: string; body: Body<"round"> };
export type DurationView = {
  routine: string;
  name: string;
  machine: string;
  runs: number;
  percent: number | null;
  spreadPercent: number;
  why: string;
};

const RUNS_LOOKED_AT = 200;
const DAYS_AHEAD = 7;
/** Up to so many jobs the whole day is planned at once; of more, the next time of day. */
const WHOLE_DAY_UP_TO = 80;
const BEAT_WORDS: Record<Beat, string> = { opening: "opening", midday: "midday", closing: "closing" };

/** The round of a day as it may be planned. @throws Refusal 400 where the day or what is asked for is none */
export async function roundView(
  db: Database,
  actor: Actor,
  ask: { on: string | null; what: string | null; safe: boolean },
): Promise<RoundView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const day = ask.on === null ? today : readDay(ask.on);
  if (day === undefined) throw new Refusal(400, `“${ask.on?.slice(0, 40)}” is no day; expected one like 2026-11-25.`);
  if (day < today || day > today + DAYS_AHEAD) throw new Refusal(400, `Rounds are planned for today and the ${DAYS_AHEAD} days after it.`);
  const seq = await lastSeq(db, shop.id);
  const material = await roundMaterial(db, shop, day);
  const scopes = scopesOf(shop, day, material);
  const whole = scopes.find(({ id }) => id === "day")?.open ?? 0;
  const inRound = material.rounds.find(({ body }) => body.day === isoDay(day))?.body.what;
  const what =
    ask.what ??
    scopes.find(({ id, open }) => id === inRound && open > 0)?.id ??
    (whole > WHOLE_DAY_UP_TO ? scopes.find(({ id, open }) => BEATS.includes(id as Beat) && open > 0)?.id : undefined) ??
    "day";
  if (!scopes.some(({ id }) => id === what)) throw new Refusal(400, `There is nothing called “${what.slice(0, 40)}” to plan.`);
  const { problem, zero, durations } = roundProblem(shop, material, { day, what, safe: ask.safe });
  const durationOf = (task: WorkItem) => durations.get(`${task.routine}/${task.machine}`);
  return {
    seq,
    day: isoDay(day),
    dayWords: spokenDay(day, true),
    today: isoDay(today),
    days: Array.from({ length: DAYS_AHEAD + 1 }, (_, ahead) => today + ahead).map((each) => ({
      day: isoDay(each),
      words: spokenDay(each),
      works: shop.rules.works(each),
    })),
    what,
    scopes,
    safe: ask.safe,
    zero: zero.toISOString(),
    timeZone: shop.site.timeZone,
    problem,
    shortDay: what === "day" ? shortDay(shop, material, { day, what, safe: ask.safe }) : null,
    tasks: Object.fromEntries([
      ...withdrawnFrom(shop, material, day),
      ...material.work.tasks.map((task) => [
        task.key,
        {
          name: task.name,
          short: task.short,
          machine: task.machine,
          machineName: task.machineName ?? "Shop",
          routine: task.routine,
          beat: task.beat ?? null,
          late: task.late,
          state: task.state,
          person: task.person,
          duration: durationOf(task)?.why ?? "as planned",
        } satisfies RoundTaskView,
      ]),
    ]),
    people: material.work.workers
      .filter(({ role }) => role !== "viewer")
      .map((worker) => ({ ...worker, shiftWords: worker.shifts.join(", ") || worker.absence || "no shift" })),
    machines: Object.fromEntries(shop.machines.map(({ id, name }) => [id, name])),
    areas: Object.fromEntries(shop.areas.map(({ id, name }) => [id, name])),
    round: inForce(shop, material.rounds, day),
    durations: [...durations.entries()].map(([key, duration]) => {
      const [routine = "", machine = ""] = key.split("/");
      return {
        routine,
        name: shop.rules.book.get(routine)?.name ?? routine,
        machine: shop.machines.find(({ id }) => id === machine)?.name ?? machine,
        runs: duration.runs,
        percent: duration.medianFactor === null ? null : Math.round(duration.medianFactor * 100),
        spreadPercent: Math.round((Math.exp(duration.spread) - 1) * 100),
        why: duration.why,
      };
    }),
    settings: roundSettings(shop),
  };
}

/** What a published short-handed round is repaired with: nothing that was put off comes back, nobody stays longer than was said. */
function shortDay(shop: Shop, material: RoundMaterial, ask: RoundAsk): ShortDay | null {
  const round = material.rounds.find(({ body }) => body.day === isoDay(ask.day));
  const { shortHanded } = round?.body ?? {};
  if (!round || !shortHanded) return null;
  const passed = ask.day === dayAt(shop) ? Math.max(0, Math.floor((now().getTime() - round.happenedAt.getTime()) / 60_000)) : 0;
  const there = shortHanded.there.flatMap(({ person, minutes }) => (minutes > passed ? [{ person, minutes: minutes - passed }] : []));
  const putOff = new Set(shortHanded.deferred.map(({ key }) => key));
  const { problem } = roundProblem(shop, material, ask, { there: new Map(there.map(({ person, minutes }) => [person, minutes])) });
  const begun = new Set((problem.begun ?? []).map(({ task }) => task));
  const stays = (id: string) => begun.has(id) || !putOff.has(id);
  return {
    there,
    problem: {
      ...problem,
      tasks: problem.tasks.filter(({ id }) => stays(id)).map((task) => ({ ...task, after: task.after?.filter(stays) ?? [] })),
      promised: problem.promised?.filter(({ task }) => stays(task)) ?? [],
    },
  };
}

/** How work is called that the published round has and the day has no more. */
function withdrawnFrom(shop: Shop, { rounds, work }: RoundMaterial, day: Day): [string, RoundTaskView][] {
  const known = new Set(work.tasks.map(({ key }) => key));
  const round = rounds.find(({ body }) => body.day === isoDay(day));
  return (round?.body.tasks ?? []).flatMap(({ key, machine, routine, stretches }): [string, RoundTaskView][] =>
    known.has(key)
      ? []
      : [
          [
            key,
            {
              name: shop.rules.book.get(routine ?? "")?.name ?? "work",
              short: shop.rules.book.get(routine ?? "")?.short ?? "work",
              machine: machine ?? null,
              machineName: shop.machines.find(({ id }) => id === machine)?.name ?? "Shop",
              routine: routine ?? null,
              beat: null,
              late: false,
              state: "withdrawn",
              person: stretches.find(({ person }) => person)?.person ?? null,
              duration: "as planned",
            },
          ],
        ],
  );
}

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

function inForce(shop: Shop, rounds: readonly RoundRow[], day: Day): RoundInForce | null {
  const row = rounds.find(({ body }) => body.day === isoDay(day));
  return row ? { id: row.id, by: personName(shop, row.person), at: clockTime(row.happenedAt, shop.site.timeZone), body: row.body } : null;
}

/** What falls due by the day; what may only be done early waits for its own round. */
const isDue = (task: WorkItem, today: boolean) => isOpen(task) && task.state !== "open" && (!today || task.state !== "coming");

/** What may be planned in one go: a beat, a shift, the whole day. */
function scopesOf(shop: Shop, day: Day, { work }: RoundMaterial): RoundView["scopes"] {
  const due = work.tasks.filter((task) => isDue(task, day === dayAt(shop)));
  const open = (what: string) => due.filter((task) => isOf(shop, day, task, what)).length;
  return [
    ...BEATS.map((beat) => ({ id: beat as string, words: BEAT_WORDS[beat] })),
    ...(shop.calendar.shifts ?? []).map(({ id }) => ({ id: `shift:${id}`, words: `${id} shift` })),
    { id: "day", words: "whole day" },
  ].map((scope) => ({ ...scope, open: open(scope.id) }));
}

function isOf(shop: Shop, day: Day, task: WorkItem, what: string): boolean {
  if (what === "day") return true;
  if (!what.startsWith("shift:")) return task.beat === what;
  const shift = shop.calendar.shifts?.find(({ id }) => `shift:${id}` === what);
  const by = task.beat && shop.calendar.beats?.[task.beat]?.by;
  if (!shift) return false;
  const { from, to } = shiftSpan(shop, shift, day);
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
  const spans = new Map(shifts.map((shift) => [shift.id, shiftSpan(shop, shift, day)]));
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

import { type Day, isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { BEATS, type Beat } from "../../core/fleet/vocabulary.ts";
import type { Body } from "../../core/record/entries.ts";
import type { RoundSettings } from "../../core/rounds/day-problem.ts";
import type { RoundProblem } from "../../core/rounds/problem.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Worker } from "../../core/tasks/fits.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import type { RoundRow } from "../../ledger/rounds.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

import { isDue, isOf, type RoundAsk, type RoundMaterial, roundMaterial, roundProblem, roundSettings } from "./round-problem.ts";
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

function inForce(shop: Shop, rounds: readonly RoundRow[], day: Day): RoundInForce | null {
  const row = rounds.find(({ body }) => body.day === isoDay(day));
  return row ? { id: row.id, by: personName(shop, row.person), at: clockTime(row.happenedAt, shop.site.timeZone), body: row.body } : null;
}

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

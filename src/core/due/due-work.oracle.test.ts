import fc from "fast-check";
import { Temporal } from "temporal-polyfill";
import { expect, test } from "vitest";
import { isoDay, toDay } from "../calendar/day.ts";
import type { FleetFile, HouseRoutine, Trigger } from "../fleet/schema.ts";
import { dueWork } from "./due-work.ts";

/**
 * A second reading of the contract for one day (`--days 1`), written from its text and for clearness alone: dates of
 * Temporal, lists gone through from the beginning, nothing shared with the engine. Both must print the same lines.
 */

type Date_ = Temporal.PlainDate;
type Line = { key: string; opens: string; due: string; overdueAfter: string; state: string };
const date = (text: string) => Temporal.PlainDate.from(text);
const before = (a: Date_, b: Date_) => Temporal.PlainDate.compare(a, b) < 0;
const same = (a: Date_, b: Date_) => Temporal.PlainDate.compare(a, b) === 0;
const plus = (day: Date_, days: number) => day.add({ days });
const apart = (a: Date_, b: Date_) => a.until(b, { largestUnit: "days" }).days;

function oracle(fleet: FleetFile, onText: string): Line[] {
  const on = date(onText);
  const machine = fleet.machines[0];
  if (!machine) return [];
  const { workDays, extraDays = [], closures = [] } = fleet.calendar;
  const isWork = (day: Date_) =>
    (workDays.includes(day.dayOfWeek) || extraDays.includes(`${day}`)) &&
    !closures.some(({ from, to }) => !before(day, date(from)) && !before(date(to), day));
  const isAsleep = (day: Date_) => (machine.asleep ?? []).some(({ from, to }) => !before(day, date(from)) && !before(date(to), day));
  const isPrint = (day: Date_): boolean => {
    if (before(day, date(machine.since)) || isAsleep(day) || !isWork(day)) return false;
    const change = (machine.printDayChanges ?? []).find(({ date: changed }) => changed === `${day}`);
    return change ? change.prints : (machine.printDays ?? workDays).includes(day.dayOfWeek);
  };
  const isIdle = (day: Date_) => !before(day, date(machine.since)) && !isAsleep(day) && isWork(day) && !isPrint(day);
  const routines = fleet.routines ?? [];
  const covers = (id: string, seen: string[] = []): string[] =>
    seen.includes(id)
      ? seen
      : (routines.find((each) => each.id === id)?.covers ?? []).reduce((all, each) => covers(each, all), [...seen, id]);

  /** Outcome of a routine on a day: done by itself or by what covers it, else skipped, else none. */
  const outcome = (id: string, day: Date_): "done" | "skipped" | undefined => {
    const entries = (fleet.history ?? []).filter((entry) => entry.on === `${day}`);
    if (entries.some((entry) => (entry.outcome ?? "done") === "done" && covers(entry.routine).includes(id))) return "done";
    return entries.some((entry) => entry.routine === id && entry.outcome === "skipped") ? "skipped" : undefined;
  };
  const settledDays = (id: string, until: Date_): Date_[] =>
    [...new Set((fleet.history ?? []).map((entry) => entry.on))]
      .sort()
      .map(date)
      .filter((day) => before(day, until) && outcome(id, day) !== undefined);
  const moved = (id: string, due: Date_) => (fleet.moves ?? []).find((move) => move.routine === id && move.due === `${due}`)?.to;

  const lines: Line[] = [];
  for (const routine of [...routines].sort((a, b) => (a.id < b.id ? -1 : 1))) {
    const own: { key: string; due: Date_; opens: Date_; after: number; settled?: string }[] = [];
    const trigger = routine.trigger;
    if (!trigger || Array.isArray(trigger)) continue;
    const today = outcome(routine.id, on);
    const past = settledDays(routine.id, on);
    const last = past.at(-1);
    const window = routine.window ?? { before: 0, after: 0 };

    if ("every" in trigger && typeof trigger.every === "string") {
      const beat = "beat" in trigger ? trigger.beat : undefined;
      if (beat ? isPrint(on) : isIdle(on))
        own.push({ key: `${on}/${beat ?? "idle"}`, due: on, opens: plus(on, -window.before), after: window.after, settled: today });
    } else if ("every" in trigger) {
      const { days, weeks, months } = trigger.every as { days?: number; weeks?: number; months?: number };
      const length = Math.min(7, Math.floor((days ?? (weeks ? weeks * 7 : (months ?? 0) * 30)) / 7));
      const span = routine.window ?? { before: length, after: length };
      const from = last ?? date(machine.since);
      let due = from.add({ days: days ?? 0, weeks: weeks ?? 0, months: months ?? 0 });
      if (!isWork(due) || isAsleep(due)) {
        let earlier = plus(due, -1);
        while ((!isWork(earlier) || isAsleep(earlier)) && apart(earlier, due) <= span.before) earlier = plus(earlier, -1);
        const fits = isWork(earlier) && !isAsleep(earlier) && apart(earlier, due) <= span.before && before(from, earlier);
        if (fits) due = earlier;
        else while (!isWork(due) || isAsleep(due)) due = plus(due, 1);
      }
      const to = moved(routine.id, due);
      if (to && (!last || before(last, date(to)))) due = date(to);
      if (!before(on, due))
        own.push({ key: `after/${last ?? "since"}`, due, opens: plus(due, -span.before), after: span.after, settled: today });
    } else if ("times" in trigger) {
      const monday = plus(on, 1 - on.dayOfWeek);
      const week = [0, 1, 2, 3, 4, 5, 6].map((offset) => plus(monday, offset));
      const prints = week.filter(isPrint);
      const many = Math.min(trigger.minPrintDays && prints.length < trigger.minPrintDays ? 1 : trigger.times, prints.length);
      let open = Array.from({ length: many }, (_, number) => ({
        number,
        planned: prints[Math.floor(((2 * number + 1) * prints.length) / (2 * many))] as Date_,
      }));
      const dueOf = (planned: Date_) => {
        const to = moved(routine.id, planned);
        return to && week.some((day) => `${day}` === to) ? date(to) : planned;
      };
      const earliest = () =>
        [...open].sort((a, b) => Temporal.PlainDate.compare(dueOf(a.planned), dueOf(b.planned)) || a.number - b.number)[0];
      for (const _ of past.filter((each) => !before(each, monday))) {
        const first = earliest();
        open = open.filter((each) => each !== first);
      }
      const name = (number: number) => `${monday.yearOfWeek}-W${String(monday.weekOfYear).padStart(2, "0")}/${number}`;
      const add = (each: { number: number; planned: Date_ }, settled?: string) => {
        const due = dueOf(each.planned);
        if (!before(on, due)) own.push({ key: name(each.number), due, opens: plus(due, -window.before), after: window.after, settled });
      };
      if (today) {
        const first = earliest();
        if (first) add(first, today);
        open = open.filter((each) => each !== first);
      }
      for (const each of open) add(each);
    } else if ("on" in trigger) {
      const to = moved(routine.id, date(trigger.on));
      const due = date(to ?? trigger.on);
      const opens = plus(due, -window.before);
      if (!before(on, due) && !past.some((day) => !before(day, opens)))
        own.push({ key: `on/${trigger.on}`, due, opens, after: window.after, settled: today });
    } else if ("rule" in trigger) {
      // Only weekly rules of one weekday are made below: their days can be counted off by hand.
      const weekday = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"].indexOf(trigger.rule.slice(-2)) + 1;
      const found: { own: Date_; due: Date_; opens: Date_ }[] = [];
      const landed: { own: Date_; due: Date_ }[] = [];
      for (let day = date(machine.since); before(day, plus(on, 90)); day = plus(day, 1)) {
        if (day.dayOfWeek !== weekday) continue;
        const good = (each: Date_) => isWork(each) && !isAsleep(each);
        let due = day;
        for (let back = 1; !good(due) && back <= window.before; back++)
          if (good(plus(day, -back)) && before(date(machine.since), plus(day, -back))) due = plus(day, -back);
        while (!good(due)) due = plus(due, 1);
        const previous = landed.at(-1);
        if (!previous || !same(previous.due, due)) landed.push({ own: day, due });
      }
      landed.forEach(({ own: day, due: planned }, index) => {
        const previous = found.at(-1);
        const next = landed[index + 1];
        const to = moved(routine.id, planned);
        const latest = next && [plus(next.due, -window.before), plus(planned, 1)].sort(Temporal.PlainDate.compare)[1];
        const due = to && (!previous || before(previous.due, date(to))) && (!latest || before(date(to), latest)) ? date(to) : planned;
        const opens = [plus(due, -window.before), ...(previous ? [plus(previous.due, 1)] : [])]
          .sort(Temporal.PlainDate.compare)
          .at(-1) as Date_;
        found.push({ own: day, due, opens });
      });
      const at = found.findLastIndex(({ opens }) => !before(on, opens));
      const current = found[at];
      if (current && !before(on, current.due) && !past.some((day) => !before(day, current.opens)))
        own.push({ key: `rule/${current.own}`, due: current.due, opens: current.opens, after: window.after, settled: today });
    }
    for (const { key, due, opens, after, settled } of own) {
      const overdueAfter = plus(due, after);
      lines.push({
        key: `m/${routine.id}/${key}`,
        opens: `${opens}`,
        due: `${due}`,
        overdueAfter: `${overdueAfter}`,
        state: settled ?? (before(overdueAfter, on) ? "overdue" : "due"),
      });
    }
  }
  const id = (line: Line) => line.key.split("/")[1] ?? "";
  return lines.sort(
    (a, b) => (a.due < b.due ? -1 : a.due > b.due ? 1 : 0) || (id(a) < id(b) ? -1 : id(a) > id(b) ? 1 : 0) || (a.key < b.key ? -1 : 1),
  );
}

const START = toDay("2026-10-01");
const day = (from: number, to: number) => fc.integer({ min: START + from, max: START + to }).map(isoDay);
const weekdays = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 });
const trigger: fc.Arbitrary<Trigger> = fc.oneof(
  fc.record({
    every: fc.oneof(
      fc.record({ days: fc.integer({ min: 1, max: 20 }) }),
      fc.record({ weeks: fc.integer({ min: 1, max: 4 }) }),
      fc.record({ months: fc.integer({ min: 1, max: 2 }) }),
    ),
  }),
  fc.record({ every: fc.constant("print-day" as const), beat: fc.constantFrom("opening" as const, "midday" as const) }),
  fc.record({ every: fc.constant("idle-day" as const) }),
  fc.record({
    times: fc.integer({ min: 1, max: 5 }),
    per: fc.constant("week" as const),
    minPrintDays: fc.option(fc.integer({ min: 1, max: 6 }), { nil: undefined }),
  }),
  fc.record({ rule: fc.constantFrom("MO", "WE", "FR", "SA", "SU").map((weekday) => `FREQ=WEEKLY;BYDAY=${weekday}`) }),
  fc.record({ on: day(-5, 30) }),
);
const IDS = ["a", "b", "c"];
const routine = (id: string): fc.Arbitrary<HouseRoutine> =>
  fc
    .record({
      trigger,
      window: fc.option(fc.record({ before: fc.integer({ min: 0, max: 4 }), after: fc.integer({ min: 0, max: 4 }) }), { nil: undefined }),
      covers: fc.uniqueArray(fc.constantFrom(...IDS), { maxLength: 2 }),
    })
    .map((rest) => ({ id, name: id, ...rest }));

test("the engine and a second, plain reading of the contract print the same lines for a day", () => {
  const fleets = fc.record({
    workDays: weekdays,
    extraDays: fc.array(day(0, 40), { maxLength: 2 }),
    closed: fc.integer({ min: 0, max: 40 }),
    length: fc.integer({ min: 0, max: 8 }),
    printDays: fc.option(weekdays, { nil: undefined }),
    changes: fc.uniqueArray(fc.record({ date: day(0, 40), prints: fc.boolean() }), { maxLength: 3, selector: (change) => change.date }),
    asleep: fc.option(fc.integer({ min: 0, max: 40 }), { nil: undefined }),
    since: day(-60, 10),
    routines: fc.tuple(...IDS.map(routine)),
    history: fc.array(
      fc.record({
        machine: fc.constant("m"),
        routine: fc.constantFrom(...IDS),
        on: day(-10, 35),
        outcome: fc.constantFrom("done" as const, "done" as const, "skipped" as const),
      }),
      { maxLength: 10 },
    ),
    moves: fc.uniqueArray(fc.record({ machine: fc.constant("m"), routine: fc.constantFrom(...IDS), due: day(0, 35), to: day(0, 35) }), {
      maxLength: 12,
      selector: (move) => move.routine + move.due,
    }),
    on: fc.integer({ min: 5, max: 35 }),
  });
  fc.assert(
    fc.property(fleets, ({ workDays, extraDays, closed, length, printDays, changes, asleep, since, routines, history, moves, on }) => {
      const fleet: FleetFile = JSON.parse(
        JSON.stringify({
          format: "zesty-anvil/fleet",
          version: 1,
          site: { id: "s", name: "s", timeZone: "UTC" },
          calendar: { workDays, extraDays, closures: [{ from: isoDay(START + closed), to: isoDay(START + closed + length) }] },
          machines: [
            {
              id: "m",
              name: "m",
              class: "dtf",
              since,
              printDays,
              printDayChanges: changes,
              routines: IDS,
              ...(asleep === undefined ? {} : { asleep: [{ from: isoDay(START + asleep), to: isoDay(START + asleep + 5) }] }),
            },
          ],
          routines,
          history,
          moves,
        }),
      );
      const printed = dueWork(fleet, START + on).map(({ key, opens, due, overdueAfter, state }) => ({
        key,
        opens: isoDay(opens),
        due: isoDay(due),
        overdueAfter: isoDay(overdueAfter),
        state,
      }));
      expect(printed).toEqual(oracle(fleet, isoDay(START + on)));
    }),
    { numRuns: process.env.ZESTY_QUICK ? 100 : 1500 },
  );
});

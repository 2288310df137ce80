import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Day, isoDay, mondayOf, toDay, weekday } from "../calendar/day.ts";
import type { FleetFile, HouseRoutine, Trigger } from "../fleet/schema.ts";
import { fleetProblems } from "../fleet/validate.ts";
import { dueWork } from "./due-work.ts";

/** Rules of the contract for due work (`due.md`) said in another way than the code does. */

const START = toDay("2026-09-01");
const dayWithin = (from: number, to: number) => fc.integer({ min: START + from, max: START + to }).map(isoDay);
const weekdays = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 });
const window = fc.record({ before: fc.integer({ min: 0, max: 5 }), after: fc.integer({ min: 0, max: 5 }) });

const lastingTrigger: fc.Arbitrary<Trigger> = fc.oneof(
  fc.record({
    every: fc.oneof(
      fc.record({ days: fc.integer({ min: 1, max: 12 }) }),
      fc.record({ weeks: fc.integer({ min: 1, max: 3 }) }),
      fc.record({ months: fc.integer({ min: 1, max: 2 }) }),
    ),
  }),
  fc.record({ count: fc.record({ counter: fc.constant("prints" as const), every: fc.integer({ min: 50, max: 400 }) }) }),
);
const trigger: fc.Arbitrary<Trigger> = fc.oneof(
  { weight: 3, arbitrary: lastingTrigger },
  fc.record({ every: fc.constant("print-day" as const), beat: fc.constantFrom("opening" as const, "closing" as const) }),
  fc.record({ every: fc.constant("idle-day" as const) }),
  fc.record({
    times: fc.integer({ min: 1, max: 4 }),
    per: fc.constant("week" as const),
    minPrintDays: fc.option(fc.integer({ min: 1, max: 5 }), { nil: undefined }),
  }),
  fc.record({
    rule: fc.constantFrom(
      "FREQ=WEEKLY;BYDAY=TU",
      "FREQ=MONTHLY;BYDAY=1MO",
      "FREQ=DAILY;INTERVAL=3",
      "FREQ=MONTHLY;BYMONTHDAY=15,31",
      "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,SA",
    ),
  }),
  fc.record({ on: dayWithin(-10, 40) }),
);

const ROUTINES = ["a", "b", "c", "d"];
const routine = (id: string): fc.Arbitrary<HouseRoutine> =>
  fc
    .record({
      trigger,
      window: fc.option(window, { nil: undefined }),
      covers: fc.uniqueArray(fc.constantFrom(...ROUTINES), { maxLength: 2 }),
    })
    .map((rest) => ({ id, name: id, ...rest }));

/** Small shops with everything in them that the contract knows of, without what other days would reveal (prompts, signs). */
const fleets: fc.Arbitrary<FleetFile> = fc
  .record({
    workDays: weekdays,
    extraDays: fc.array(dayWithin(0, 60), { maxLength: 2 }),
    closure: fc.integer({ min: START, max: START + 50 }),
    closureDays: fc.integer({ min: 0, max: 9 }),
    printDays: fc.option(weekdays, { nil: undefined }),
    changes: fc.uniqueArray(fc.record({ date: dayWithin(0, 60), prints: fc.boolean() }), { maxLength: 3, selector: ({ date }) => date }),
    asleep: fc.option(fc.integer({ min: START, max: START + 50 }), { nil: undefined }),
    since: dayWithin(-90, 5),
    routines: fc.tuple(...ROUTINES.map(routine)),
    history: fc.array(
      fc.record({
        machine: fc.constant("m"),
        routine: fc.constantFrom(...ROUTINES),
        on: dayWithin(-20, 25),
        outcome: fc.constantFrom("done" as const, "skipped" as const),
      }),
      { maxLength: 8 },
    ),
    moves: fc.uniqueArray(
      fc.record({ machine: fc.constant("m"), routine: fc.constantFrom(...ROUTINES), due: dayWithin(0, 40), to: dayWithin(0, 45) }),
      { maxLength: 6, selector: ({ routine: id, due }) => `${id}${due}` },
    ),
    prints: fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 2, maxLength: 6 }),
  })
  .map(({ workDays, extraDays, closure, closureDays, asleep, prints, routines, history, moves, printDays, changes, since }): FleetFile => {
    let value = 100;
    const readings = prints.map((grown, index) => ({ on: isoDay(START - 40 + index * 6), value: (value += grown) }));
    return JSON.parse(
      JSON.stringify({
        format: "zesty-anvil/fleet",
        version: 1,
        site: { id: "s", name: "s", timeZone: "Europe/Lisbon" },
        calendar: { workDays, extraDays, closures: [{ from: isoDay(closure), to: isoDay(closure + closureDays) }] },
        machines: [
          {
            id: "m",
            name: "m",
            class: "dtf",
            since,
            printDays,
            printDayChanges: changes,
            counters: [{ name: "prints", readings }],
            routines: ROUTINES,
            ...(asleep ? { asleep: [{ from: isoDay(asleep), to: isoDay(asleep + 6) }] } : {}),
          },
        ],
        routines,
        history,
        moves,
      }),
    );
  });

const lines = (fleet: FleetFile, on: Day, days = 1) => dueWork(fleet, on, days);
const doneOn = (fleet: FleetFile, day: Day, ids: string[]): FleetFile => ({
  ...fleet,
  history: [...(fleet.history ?? []), ...ids.map((id) => ({ machine: "m", routine: id, on: isoDay(day) }))],
});
const runs = { numRuns: process.env.ZESTY_QUICK ? 15 : 150 };

describe("due work", () => {
  test("looking ahead is the same as living through the days and doing everything when it is due", () => {
    fc.assert(
      fc.property(fleets, (fleet) => {
        const on = START + 26;
        expect(fleetProblems(fleet)).toEqual([]);
        const ahead = lines(fleet, on, 20);
        let lived = fleet;
        for (let day = on; day < on + 20; day++) {
          const today = lines(lived, day).filter(({ due }) => due === day || day === on);
          expect(today.map(({ key, due }) => `${key} ${due}`)).toEqual(
            ahead.filter(({ due }) => due === day || (day === on && due < on)).map(({ key, due }) => `${key} ${due}`),
          );
          // Of two that stand on one day a single doing settles one; looking ahead takes both as done. Such weeks are left to the examples.
          const open = today.filter(({ state }) => state !== "done" && state !== "skipped").map(({ routine: id }) => id);
          fc.pre(new Set(open).size === open.length);
          fc.pre(!today.some(({ routine: id, state }) => (state === "done" || state === "skipped") && open.includes(id)));
          lived = doneOn(lived, day, open);
        }
      }),
      runs,
    );
  });

  test("what was done today is not due again tomorrow under the same name", () => {
    fc.assert(
      fc.property(fleets, fc.integer({ min: 0, max: 30 }), (fleet, offset) => {
        const on = START + offset;
        const history = (fleet.history ?? []).filter(({ on: day }) => toDay(day) < on);
        const before = lines({ ...fleet, history }, on);
        const after = doneOn({ ...fleet, history }, on, [...new Set(before.map(({ routine: id }) => id))]);
        const settled = new Set(
          lines(after, on)
            .filter(({ state }) => state === "done")
            .map(({ key }) => key),
        );
        for (const { key } of lines(after, on + 1, 14)) expect(settled.has(key)).toBe(false);
      }),
      runs,
    );
  });

  test("beats stand on print days only, idle days on work days without print; nothing falls due asleep but single days and moves", () => {
    fc.assert(
      fc.property(fleets, (fleet) => {
        const machine = fleet.machines[0];
        const { workDays, extraDays = [], closures = [] } = fleet.calendar;
        const isWork = (day: Day) =>
          (workDays.includes(weekday(day)) || extraDays.includes(isoDay(day))) &&
          !closures.some(({ from, to }) => isoDay(day) >= from && isoDay(day) <= to);
        const sleeps = (day: Day) => machine?.asleep?.some(({ from, to }) => isoDay(day) >= from && isoDay(day) <= to) ?? false;
        for (const { routine: id, due, why } of lines({ ...fleet, moves: [] }, START, 60)) {
          const rule = fleet.routines?.find((each) => each.id === id)?.trigger;
          if (due < START || !rule || "on" in rule) continue;
          if (why.some(({ kind }) => kind === "count-reached")) continue;
          expect(isWork(due)).toBe(true);
          expect(sleeps(due)).toBe(false);
        }
      }),
      runs,
    );
  });

  test("times a week: min(k, P) a week, each in the middle of its share of the print days", () => {
    fc.assert(
      fc.property(
        weekdays,
        fc.integer({ min: 1, max: 7 }),
        fc.option(fc.integer({ min: 1, max: 7 }), { nil: undefined }),
        (printDays, times, minPrintDays) => {
          const monday = mondayOf(START) + 7;
          const fleet: FleetFile = {
            format: "zesty-anvil/fleet",
            version: 1,
            site: { id: "s", name: "s", timeZone: "Europe/Lisbon" },
            calendar: { workDays: [1, 2, 3, 4, 5, 6, 7] },
            machines: [{ id: "m", name: "m", class: "dtf", since: "2026-01-01", printDays, routines: ["t"] }],
            routines: [{ id: "t", name: "t", trigger: { times, per: "week", ...(minPrintDays ? { minPrintDays } : {}) } }],
          };
          const dues = lines(fleet, monday, 7).map(({ due }) => weekday(due));
          const days = [...printDays].sort((a, b) => a - b);
          const wanted = minPrintDays && days.length < minPrintDays ? Math.min(1, days.length) : Math.min(times, days.length);
          expect(dues.length).toBe(wanted);
          // The middle of the j-th of m equal slices of P places lies in the place that is due.
          dues.forEach((due, j) => {
            const middle = ((j + 0.5) * days.length) / wanted;
            const place = days.indexOf(due);
            expect(middle).toBeGreaterThanOrEqual(place);
            expect(middle).toBeLessThan(place + 1);
          });
        },
      ),
      runs,
    );
  });

  test("the order is by due day, machine, routine; opens before due before overdue; states follow from them", () => {
    fc.assert(
      fc.property(fleets, (fleet) => {
        const on = START + 20;
        const found = lines(fleet, on, 25);
        found.forEach((line, index) => {
          const before = found[index - 1];
          if (before) expect(before.due < line.due || (before.due === line.due && before.routine <= line.routine)).toBe(true);
          expect(line.opens).toBeLessThanOrEqual(line.due);
          expect(line.due).toBeLessThanOrEqual(line.overdueAfter);
          if (line.state === "overdue") expect(on).toBeGreaterThan(line.overdueAfter);
          if (line.state === "coming") expect(on).toBeLessThan(line.opens);
          if (line.due > on) expect(["open", "coming"]).toContain(line.state);
        });
        expect(new Set(found.map(({ key }) => key)).size).toBe(found.length);
      }),
      runs,
    );
  });
});

import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { isoDay, toDay } from "../calendar/day.ts";
import { readFleet } from "../fleet/read.ts";
import type { FleetFile, HouseRoutine, Machine, Trigger } from "../fleet/schema.ts";
import { dueWork } from "./due-work.ts";
import { reasonSentence } from "./sentence.ts";

/** The rules of the contract for due work (`due.md`), one by one, on a calendar of Monday to Friday. */

function shop(
  routines: (Partial<HouseRoutine> & { id: string; trigger: Trigger })[],
  more: Partial<FleetFile> & { machine?: Partial<Machine> } = {},
): FleetFile {
  const { machine, ...rest } = more;
  return {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: "s", name: "S", timeZone: "Europe/Lisbon" },
    calendar: { workDays: [1, 2, 3, 4, 5] },
    machines: [{ id: "m", name: "M", class: "dtf", since: "2026-09-01", routines: routines.map(({ id }) => id), ...machine }],
    routines: routines.map((routine) => ({ name: routine.id, ...routine })),
    ...rest,
  };
}
const show = (fleet: FleetFile, on: string, days = 1) =>
  dueWork(fleet, toDay(on), days).map(
    ({ key, due, opens, overdueAfter, state }) => `${key.slice(2)} ${isoDay(opens)}<${isoDay(due)}<${isoDay(overdueAfter)} ${state}`,
  );
const dues = (fleet: FleetFile, on: string, days = 1) => dueWork(fleet, toDay(on), days).map(({ due }) => isoDay(due));
const done = (routine: string, ...on: string[]) => on.map((day) => ({ machine: "m", routine, on: day }));
const prints = (...readings: [string, number, true?][]): Partial<Machine> => ({
  counters: [{ name: "prints", readings: readings.map(([on, value, reset]) => ({ on, value, ...(reset ? { reset } : {}) })) }],
});

describe("the example of the contract", () => {
  const read = readFleet(readFileSync("tests/fixtures/example-fleet.json", "utf8"));
  if ("problems" in read) throw new Error(JSON.stringify(read.problems));
  test("prints the line that it prints", () => {
    const line = dueWork(read.fleet, toDay("2026-11-25"), 14).find(({ key }) => key === "sprat/house-deep-clean/2026-W48/1");
    expect(
      line && {
        ...line,
        opens: isoDay(line.opens),
        due: isoDay(line.due),
        overdueAfter: isoDay(line.overdueAfter),
        why: line.why.map(reasonSentence),
      },
    ).toMatchObject({
      machine: "sprat",
      routine: "house-deep-clean",
      opens: "2026-11-25",
      due: "2026-11-25",
      overdueAfter: "2026-11-25",
      state: "due",
      why: ["2 times a week over 4 print days (Mon, Tue, Wed, Fri): Tue and Fri", "done Tue 24 Nov", "moved from Fri 27 Nov to Wed 25 Nov"],
    });
  });
});

describe("beats and idle days", () => {
  const fleet = shop(
    [
      { id: "r", trigger: { every: "print-day", beat: "opening" } },
      { id: "i", trigger: { every: "idle-day" } },
    ],
    { machine: { printDays: [1, 2, 4] } },
  );
  test("stand on their days and don't carry over", () => {
    expect(show(fleet, "2026-11-25", 3)).toEqual([
      "i/2026-11-25/idle 2026-11-25<2026-11-25<2026-11-25 due",
      "r/2026-11-26/opening 2026-11-26<2026-11-26<2026-11-26 coming",
      "i/2026-11-27/idle 2026-11-27<2026-11-27<2026-11-27 coming",
    ]);
  });
  test("printDayChanges say yes on a work day only, asleep there is neither, before since neither", () => {
    const changed = {
      ...fleet,
      machines: fleet.machines.map((machine) => ({
        ...machine,
        printDayChanges: [
          { date: "2026-11-25", prints: true },
          { date: "2026-11-28", prints: true },
          { date: "2026-11-26", prints: false },
        ],
      })),
    };
    expect(show(changed, "2026-11-25", 5).map((line) => line.split(" ")[0])).toEqual([
      "r/2026-11-25/opening",
      "i/2026-11-26/idle",
      "i/2026-11-27/idle",
    ]);
    const asleep = {
      ...fleet,
      machines: fleet.machines.map((machine) => ({ ...machine, asleep: [{ from: "2026-11-25", to: "2026-11-26" }] })),
    };
    expect(dues(asleep, "2026-11-25", 3)).toEqual(["2026-11-27"]);
    const young = { ...fleet, machines: fleet.machines.map((machine) => ({ ...machine, since: "2026-11-27" })) };
    expect(dues(young, "2026-11-23", 7)).toEqual(["2026-11-27"]);
  });
  test("a window changes opens, overdueAfter and state, not the day on which it is missed", () => {
    const wide = shop([{ id: "r", trigger: { every: "print-day", beat: "opening" }, window: { before: 1, after: 1 } }]);
    expect(show(wide, "2026-11-25", 2)).toEqual([
      "r/2026-11-25/opening 2026-11-24<2026-11-25<2026-11-26 due",
      "r/2026-11-26/opening 2026-11-25<2026-11-26<2026-11-27 open",
    ]);
  });
});

describe("intervals", () => {
  test("count from the day it was done, or from since; carry over until done", () => {
    const fleet = shop([{ id: "r", trigger: { every: { weeks: 1 } } }]);
    expect(show(fleet, "2026-11-25")).toEqual(["r/after/since 2026-09-07<2026-09-08<2026-09-09 overdue"]);
    expect(show({ ...fleet, history: done("r", "2026-11-19") }, "2026-11-25", 2)).toEqual([
      "r/after/2026-11-19 2026-11-25<2026-11-26<2026-11-27 open",
    ]);
  });
  test("month ends clamp: 31 January + 1 month is 28 February", () => {
    expect(
      dues(
        shop([{ id: "r", trigger: { every: { months: 1 } } }], {
          calendar: { workDays: [1, 2, 3, 4, 5, 6, 7] },
          history: done("r", "2026-01-31"),
          machine: { since: "2025-01-01" },
        }),
        "2026-02-20",
        20,
      ),
    ).toEqual(["2026-02-28"]);
  });
  test("land on the work day before if the window reaches, and not on the day it was done; else on the one after", () => {
    const weekly = shop([{ id: "r", trigger: { every: { days: 4 } } }]);
    expect(dues({ ...weekly, history: done("r", "2026-11-25") }, "2026-11-26", 5)).toEqual(["2026-11-30"]);
    const wide = shop([{ id: "r", trigger: { every: { days: 4 } }, window: { before: 3, after: 0 } }]);
    expect(dues({ ...wide, history: done("r", "2026-11-25") }, "2026-11-26", 2)).toEqual(["2026-11-27"]);
    const short = shop([{ id: "r", trigger: { every: { days: 1 } }, window: { before: 3, after: 0 } }]);
    expect(dues({ ...short, history: done("r", "2026-11-27") }, "2026-11-28", 3)).toEqual(["2026-11-30"]);
  });
  test("what is due on the day and done on it is printed as done; done ahead it is not", () => {
    const fleet = shop([{ id: "r", trigger: { every: { weeks: 1 } } }], { history: done("r", "2026-11-18", "2026-11-25") });
    expect(show(fleet, "2026-11-25")).toEqual(["r/after/2026-11-18 2026-11-24<2026-11-25<2026-11-26 done"]);
    expect(show({ ...fleet, history: done("r", "2026-11-19", "2026-11-25") }, "2026-11-25")).toEqual([]);
    expect(
      show(
        { ...fleet, history: [...done("r", "2026-11-18"), { machine: "m", routine: "r", on: "2026-11-25", outcome: "skipped" }] },
        "2026-11-25",
      ),
    ).toEqual(["r/after/2026-11-18 2026-11-24<2026-11-25<2026-11-26 skipped"]);
  });
  test("later history is not looked at", () => {
    expect(
      show(shop([{ id: "r", trigger: { every: { weeks: 1 } } }], { history: done("r", "2026-11-17", "2026-11-26") }), "2026-11-25"),
    ).toEqual(["r/after/2026-11-17 2026-11-23<2026-11-24<2026-11-25 due"]);
  });
});

describe("times a week", () => {
  const fleet = shop([{ id: "r", trigger: { times: 2, per: "week" } }]);
  test("stand in the middle of their share, each doing settles the earliest, over with the week", () => {
    expect(show(fleet, "2026-11-23", 5)).toEqual([
      "r/2026-W48/0 2026-11-24<2026-11-24<2026-11-24 coming",
      "r/2026-W48/1 2026-11-26<2026-11-26<2026-11-26 coming",
    ]);
    expect(show({ ...fleet, history: done("r", "2026-11-23") }, "2026-11-24", 4)).toEqual([
      "r/2026-W48/1 2026-11-26<2026-11-26<2026-11-26 coming",
    ]);
    expect(show(fleet, "2026-11-29")).toEqual([
      "r/2026-W48/0 2026-11-24<2026-11-24<2026-11-24 overdue",
      "r/2026-W48/1 2026-11-26<2026-11-26<2026-11-26 overdue",
    ]);
    expect(show(fleet, "2026-11-30")).toEqual([]);
  });
  test("a move counts within the week only, and the moved one is settled in the order of its new day", () => {
    const moved = (to: string) => ({ ...fleet, moves: [{ machine: "m", routine: "r", due: "2026-11-26", to }] });
    expect(dues(moved("2026-11-23"), "2026-11-23", 5)).toEqual(["2026-11-23", "2026-11-24"]);
    expect(dues(moved("2026-11-30"), "2026-11-23", 5)).toEqual(["2026-11-24", "2026-11-26"]);
    expect(show({ ...moved("2026-11-23"), history: done("r", "2026-11-23") }, "2026-11-24", 4)).toEqual([
      "r/2026-W48/0 2026-11-24<2026-11-24<2026-11-24 due",
    ]);
  });
  test("a move within the week applies whatever was done meanwhile (contract: moves)", () => {
    const moved = (to: string) => ({ ...fleet, moves: [{ machine: "m", routine: "r", due: "2026-11-26", to }] });
    // Of two on one day the first is settled; the moved one was due on the day of that doing.
    expect(show({ ...moved("2026-11-24"), history: done("r", "2026-11-24") }, "2026-11-25")).toEqual([
      "r/2026-W48/1 2026-11-24<2026-11-24<2026-11-24 overdue",
    ]);
    // Moved before the doing, it is itself what that settled.
    expect(show({ ...moved("2026-11-23"), history: done("r", "2026-11-25") }, "2026-11-26")).toEqual([
      "r/2026-W48/0 2026-11-24<2026-11-24<2026-11-24 overdue",
    ]);
  });
  test("fewer print days than minPrintDays: once", () => {
    expect(
      dues(shop([{ id: "r", trigger: { times: 2, per: "week", minPrintDays: 3 } }], { machine: { printDays: [1, 5] } }), "2026-11-23", 7),
    ).toEqual(["2026-11-27"]);
  });
});

describe("rules and single days", () => {
  test("days that land on one work day are one occurrence, named by the first", () => {
    const fleet = shop([{ id: "r", trigger: { rule: "FREQ=DAILY" } }], { machine: { since: "2026-11-27" } });
    expect(show(fleet, "2026-11-27", 5).map((line) => line.split(" ")[0])).toEqual([
      "r/rule/2026-11-27",
      "r/rule/2026-11-28",
      "r/rule/2026-12-01",
    ]);
  });
  test("the next one opens at the earliest the day after this one is due; then this one is missed", () => {
    const fleet = shop([{ id: "r", trigger: { rule: "FREQ=WEEKLY;BYDAY=MO" }, window: { before: 2, after: 1 } }], {
      machine: { since: "2026-11-02" },
    });
    expect(show(fleet, "2026-11-27")).toEqual(["r/rule/2026-11-23 2026-11-21<2026-11-23<2026-11-24 overdue"]);
    expect(show(fleet, "2026-11-28", 3)).toEqual(["r/rule/2026-11-30 2026-11-28<2026-11-30<2026-12-01 open"]);
    expect(show({ ...fleet, history: done("r", "2026-11-28") }, "2026-11-29", 3)).toEqual([]);
    expect(show({ ...fleet, history: done("r", "2026-11-27") }, "2026-11-29", 3)).toHaveLength(1);
  });
  test("a move reaches neither the one before nor the next one's opening", () => {
    const fleet = (to: string) =>
      shop([{ id: "r", trigger: { rule: "FREQ=WEEKLY;BYDAY=MO" } }], {
        machine: { since: "2026-11-02" },
        moves: [{ machine: "m", routine: "r", due: "2026-11-30", to }],
      });
    expect(dues(fleet("2026-11-25"), "2026-11-24", 13)).toEqual(["2026-11-23", "2026-11-25"]);
    expect(dues(fleet("2026-11-23"), "2026-11-24", 13)).toEqual(["2026-11-23", "2026-11-30"]);
    expect(dues(fleet("2026-12-07"), "2026-11-24", 13)).toEqual(["2026-11-23", "2026-11-30"]);
  });
  test("a single day stands even on a day off and asleep, and is carried over until done", () => {
    const fleet = shop([{ id: "r", trigger: { on: "2026-11-28" } }], { machine: { asleep: [{ from: "2026-11-20", to: "2026-12-20" }] } });
    expect(show(fleet, "2026-11-28")).toEqual(["r/on/2026-11-28 2026-11-28<2026-11-28<2026-11-28 due"]);
    expect(show(fleet, "2026-12-10")).toEqual(["r/on/2026-11-28 2026-11-28<2026-11-28<2026-11-28 overdue"]);
    expect(show({ ...fleet, history: done("r", "2026-11-27") }, "2026-11-28")).toHaveLength(1);
    expect(show({ ...fleet, history: done("r", "2026-12-01") }, "2026-12-10")).toEqual([]);
  });
});

describe("counts and use", () => {
  const count: Trigger = { count: { counter: "prints", every: 1000 } };
  test("reached: due on the first reading that shows it; not yet: predicted from the daily rate, landed", () => {
    const reached = shop([{ id: "r", trigger: count }], {
      machine: prints(["2026-11-02", 100], ["2026-11-16", 900], ["2026-11-20", 1150]),
    });
    expect(show(reached, "2026-11-25")).toEqual(["r/after/since 2026-11-20<2026-11-20<2026-11-22 overdue"]);
    // 800 in 14 days; 200 short: 3.5 days, so 4, from Monday 16: Friday 20.
    const predicted = shop([{ id: "r", trigger: count }], { machine: prints(["2026-11-02", 100], ["2026-11-16", 900]) });
    expect(show(predicted, "2026-11-17", 5)).toEqual(["r/after/since 2026-11-20<2026-11-20<2026-11-22 coming"]);
  });
  test("a reset adds its own value; one reading or no growth gives no day", () => {
    expect(
      dues(
        shop([{ id: "r", trigger: count }], { machine: prints(["2026-11-02", 700], ["2026-11-16", 1400], ["2026-11-20", 300, true]) }),
        "2026-11-25",
      ),
    ).toEqual(["2026-11-20"]);
    expect(dues(shop([{ id: "r", trigger: count }], { machine: prints(["2026-11-02", 700]) }), "2026-11-25", 100)).toEqual([]);
    expect(
      dues(shop([{ id: "r", trigger: count }], { machine: prints(["2026-11-02", 700], ["2026-11-12", 700]) }), "2026-11-25", 100),
    ).toEqual([]);
  });
  test("looking ahead it falls due again every ÷ rate days later", () => {
    // 50 a day: 1000 in 20 days.
    const fleet = shop([{ id: "r", trigger: count }], {
      calendar: { workDays: [1, 2, 3, 4, 5, 6, 7] },
      machine: prints(["2026-11-01", 0], ["2026-11-21", 1000]),
    });
    expect(dues(fleet, "2026-11-21", 45)).toEqual(["2026-11-21", "2026-12-11", "2026-12-31"]);
  });
  test.each<[string, Partial<Machine>, string]>([
    ["no full use: half, 4.5 months are 136.97 days, so 137", {}, "2027-01-18"],
    [
      "full use: 3 months are 91.3 days, so 91",
      { fullUse: { counter: "prints", perWorkDay: 100 }, ...prints(["2026-10-01", 0], ["2026-11-25", 40_000]) },
      "2026-12-03",
    ],
    [
      "no use: 6 months are 182.6 days, so 183",
      { fullUse: { counter: "prints", perWorkDay: 100 }, ...prints(["2026-10-01", 5], ["2026-11-25", 5]) },
      "2027-03-05",
    ],
  ])("by use: %s", (_name, machine, due) => {
    const fleet = shop([{ id: "r", trigger: { byUse: { light: 6, heavy: 3 } } }], {
      calendar: { workDays: [1, 2, 3, 4, 5, 6, 7] },
      history: done("r", "2026-09-03"),
      machine,
    });
    expect(dues(fleet, "2026-11-25", 200)[0]).toBe(due);
  });
});

describe("prompts, signs, several triggers", () => {
  test("due on the day the machine asks, carried over; the same day's doing settles it; not foreseen", () => {
    const fleet = shop([{ id: "r", trigger: { prompt: { withinMinutes: 20 } } }], {
      prompts: [
        { machine: "m", routine: "r", on: "2026-11-24" },
        { machine: "m", routine: "r", on: "2026-11-27" },
      ],
    });
    expect(show(fleet, "2026-11-25", 9)).toEqual(["r/after/since 2026-11-24<2026-11-24<2026-11-24 overdue"]);
    expect(show({ ...fleet, history: done("r", "2026-11-24") }, "2026-11-25", 9)).toEqual([]);
  });
  test("a sign of a day asleep is due on the first day after the span", () => {
    const fleet = shop([{ id: "r", trigger: { sign: "banding" } }], {
      signs: [{ machine: "m", sign: "banding", on: "2026-11-20" }],
      machine: {
        asleep: [
          { from: "2026-11-18", to: "2026-11-24" },
          { from: "2026-11-25", to: "2026-11-27" },
        ],
      },
    });
    expect(dues(fleet, "2026-11-25", 7)).toEqual(["2026-11-28"]);
  });
  test("several: one occurrence on the earliest day, with that one's window; doing it settles all", () => {
    const fleet = shop([{ id: "r", trigger: [{ every: { weeks: 2 } }, { sign: "banding" }] }], {
      history: done("r", "2026-11-18"),
      signs: [{ machine: "m", sign: "banding", on: "2026-11-24" }],
    });
    expect(show(fleet, "2026-11-24", 20)).toEqual([
      "r/after/2026-11-18 2026-11-24<2026-11-24<2026-11-24 due",
      "r/after/2026-11-24 2026-12-06<2026-12-08<2026-12-10 coming",
    ]);
  });
});

describe("covers and moves", () => {
  test("doing a routine settles what it covers, and what that covers; a ring does no harm; skipping settles only itself", () => {
    const routines = [
      { id: "a", trigger: { every: { weeks: 1 } } as Trigger, covers: ["b"] },
      { id: "b", trigger: { times: 1, per: "week" } as Trigger, covers: ["c"] },
      { id: "c", trigger: { every: "print-day", beat: "closing" } as Trigger, covers: ["a"] },
    ];
    const day = (outcome?: "skipped") =>
      show(
        shop(routines, {
          history: [...done("a", "2026-11-18"), { machine: "m", routine: "a", on: "2026-11-25", ...(outcome ? { outcome } : {}) }],
        }),
        "2026-11-25",
      ).map((line) => `${line.split(" ")[0]} ${line.split(" ").at(-1)}`);
    expect(day()).toEqual(["a/after/2026-11-18 done", "b/2026-W48/0 done", "c/2026-11-25/closing done"]);
    expect(day("skipped")).toEqual(["a/after/2026-11-18 skipped", "b/2026-W48/0 due", "c/2026-11-25/closing due"]);
  });
  test("looking ahead settles what is covered, but what falls due that same day is still printed", () => {
    const daily = { calendar: { workDays: [1, 2, 3, 4, 5, 6, 7] }, history: done("a", "2026-11-24") };
    const names = (days: number) =>
      show(
        shop(
          [
            { id: "a", trigger: { every: { days: 2 } }, covers: ["b"] },
            { id: "b", trigger: { every: { days } } },
          ],
          daily,
        ),
        "2026-11-25",
        6,
      ).map((line) => line.split(" ")[0]);
    expect(names(3)).toEqual(["a/after/2026-11-24", "a/after/2026-11-26", "a/after/2026-11-28"]);
    expect(names(2)).toEqual([
      "a/after/2026-11-24",
      "b/after/2026-11-24",
      "a/after/2026-11-26",
      "b/after/2026-11-26",
      "a/after/2026-11-28",
      "b/after/2026-11-28",
    ]);
  });
  test("moves keep the days of the window, apply to foreseen occurrences, are not chained, and never to a day not after the last doing", () => {
    const fleet = (moves: [string, string][]) =>
      shop([{ id: "r", trigger: { every: { weeks: 1 } } }], {
        history: done("r", "2026-11-18"),
        moves: moves.map(([due, to]) => ({ machine: "m", routine: "r", due, to })),
      });
    expect(show(fleet([["2026-11-25", "2026-11-28"]]), "2026-11-24", 6)).toEqual([
      "r/after/2026-11-18 2026-11-27<2026-11-28<2026-11-29 coming",
    ]);
    expect(
      dues(
        fleet([
          ["2026-11-25", "2026-11-27"],
          ["2026-11-27", "2026-11-30"],
        ]),
        "2026-11-24",
        12,
      ),
    ).toEqual(["2026-11-27", "2026-12-04"]);
    expect(dues(fleet([["2026-12-02", "2026-12-01"]]), "2026-11-24", 15)).toEqual(["2026-11-25", "2026-12-01", "2026-12-08"]);
    expect(dues(fleet([["2026-11-25", "2026-11-18"]]), "2026-11-24", 3)).toEqual(["2026-11-25"]);
  });
});

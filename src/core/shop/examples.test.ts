import { expect, test } from "vitest";
import { choices } from "../../../tests/fixtures/machine.ts";
import { toDay } from "../calendar/day.ts";
import { dayStart } from "../calendar/site-time.ts";
import { capItem } from "../condition/condition.ts";
import { inRange } from "../condition/room/readings.ts";
import { counterSeries, totalOn } from "../due/counter.ts";
import { nameOnFloor, withSettled, withWork } from "../floor/floor-view.ts";
import { withVesselSeen } from "../floor/seen-vessel.ts";
import { firstPerson } from "../rounds/by-hand.ts";
import { walkOf } from "../rounds/day-problem.ts";
import { useWords } from "../runs/outlook.ts";
import { runPlan } from "../runs/plan.ts";
import { isReading, leaptOver } from "../runs/run.ts";
import { hazardView } from "../safety/hazards.ts";
import { isSign } from "../signs/guide.ts";
import { isOpen } from "../tasks/of-day.ts";
import { oneOffItem } from "../tasks/work-item.ts";
import { holdName } from "./names.ts";
import { itemOf, routineName } from "./shop.ts";

/** An example of each function of the smaller rooms that others call. */

test("a routine is called by its name, an unknown one by its id; an item that the store has not is refused", () => {
  const shop = { rules: { book: new Map([["R10", { id: "R10", name: "Caps" }]]) }, items: [] } as never;
  expect(routineName(shop, "R10")).toBe("Caps");
  expect(routineName(shop, "house-x")).toBe("house-x");
  expect(() => itemOf(shop, "nothing")).toThrow("no item “nothing”");
});
test("work is open until it is done or skipped", () => {
  expect(["due", "running", "done", "skipped"].map((state) => isOpen({ state }))).toEqual([true, true, false, false]);
});
test("a counter grows by the straight line between its readings, and goes on after a reset", () => {
  const series = counterSeries(
    [
      { on: "2026-11-01", value: 100 },
      { on: "2026-11-11", value: 200 },
      { on: "2026-11-21", value: 30, reset: true },
    ],
    toDay("2026-11-30"),
  );
  expect(totalOn(series, toDay("2026-11-06")) - totalOn(series, toDay("2026-11-01"))).toBe(50);
  expect(totalOn(series, toDay("2026-11-21")) - totalOn(series, toDay("2026-11-11"))).toBe(30);
  expect(totalOn(series, toDay("2026-12-24"))).toBe(totalOn(series, toDay("2026-11-21")));
  expect(totalOn(counterSeries([], 0), 5)).toBe(0);
});
test("air that no room has is out of range", () => {
  expect(inRange({ celsius: 21, humidity: 45 })).toBe(true);
  expect(inRange({ celsius: 85, humidity: 45 })).toBe(false);
  expect(inRange({ celsius: 21, humidity: 0 })).toBe(false);
});
test("a cap that has lost suction is said, with the fills that tell it", () => {
  const health = { suction: 0.4, serviceDay: 10, labours: true, last: 5, baseline: 2 };
  const item = capItem(health as never, 12, (day) => `day ${day}`);
  expect(item).toMatchObject({ isBad: true });
  expect(item.words).toBe("40 % of its suction left; its service is due; the pump labours");
  expect(capItem({ ...health, suction: 0.9, labours: false } as never, 1, (day) => `day ${day}`).words).toContain("service about day 10");
});
test("the floor shows work as an entry on the tablet leaves it, before it is sent", () => {
  const task = { key: "teal/R10", machine: "teal", routine: "R10", state: "due", late: true };
  const view = { tasks: [task, { ...task, key: "dory/R10", machine: "dory" }], people: [{ id: "bram", name: "Bram Teasel" }] } as never;
  expect(withSettled(view, { machine: "teal", routine: "R10" }, "done").tasks.map(({ state }) => state)).toEqual(["done", "due"]);
  expect(withWork(view, ({ key }) => key === "dory/R10", { late: false }).tasks.map(({ late }) => late)).toEqual([true, false]);
  expect(nameOnFloor(view, "bram")).toBe("Bram Teasel");
  expect(nameOnFloor(view, null)).toBe("somebody");
});
test("a way round that is shorter is taken", () => {
  const walk = { "hall/store": 1, "store/film": 1, "hall/film": 9 };
  expect(walkOf(["hall", "store", "film"], { walk, walkMinutes: 4 })).toEqual([
    [0, 1, 2],
    [1, 0, 1],
    [2, 1, 0],
  ]);
});
test("a task's first person is whoever has its first stretch of hands", () => {
  const stretches = [
    { start: 0, end: 5 },
    { person: "ilse", start: 5, end: 9 },
  ];
  expect(firstPerson({ id: "a", stretches } as never)).toBe("ilse");
  expect(firstPerson(undefined)).toBeUndefined();
});
test("what is used is said with its unit, pieces by their number", () => {
  expect(useWords({ item: "solvent cleaner", amount: 5, unit: "mL" })).toBe("5 mL solvent cleaner");
  expect(useWords({ item: "cleaning sticks", amount: 2, unit: "pieces" })).toBe("cleaning sticks: 2");
});
test("an answer leads past the steps before the one it names; measured, looked at and decided steps are read, done ones are not", () => {
  const plan = runPlan(
    [
      { kind: "look", id: "how", text: "How?", choices: choices(["clean", "Clean", "end"], ["dirty", "Dirty"]) },
      { kind: "do", id: "wipe", text: "Wipe." },
      { kind: "measure", id: "level", text: "Read.", what: "level", unit: "mL", min: 0, max: 9 },
      { kind: "do", id: "end", text: "End." },
    ],
    { id: "m", name: "M", class: "dtf", since: "2026-01-01" },
  );
  expect([...leaptOver(plan, () => "clean")]).toEqual(["wipe", "level"]);
  expect([...leaptOver(plan, () => "dirty")]).toEqual([]);
  expect(plan.map(isReading)).toEqual([true, false, true, false]);
});
test("a hazard has its words, and a sign is one of the trade's", () => {
  expect(hazardView("ink-skin" as never)).toHaveProperty("id", "ink-skin");
  expect(isSign("banding")).toBe(true);
  expect(isSign("haunted")).toBe(false);
});

test("a day begins at the shop's hour", () => {
  expect(dayStart(toDay("2026-11-25"), { timeZone: "UTC", dayStartsAtHour: 5 }).toISOString()).toBe("2026-11-25T05:00:00.000Z");
  expect(dayStart(toDay("2026-07-25"), { timeZone: "Europe/Lisbon" }).toISOString()).toBe("2026-07-25T03:00:00.000Z");
});
test("a vessel that was just looked at holds nothing back until the server says so, and its range is that of a reading", () => {
  const vessel = { vessel: "bottle", volumeMl: 2000, limitMl: 1700, ml: 300, lowMl: 100, highMl: 900, holdsBack: [{ routine: "R21" }] };
  const view = {
    machines: [
      { id: "sprat", vessel },
      { id: "teal", vessel },
    ],
  } as never;
  const [seen, other] = withVesselSeen(view, "sprat", "level", 1200, "bottle").machines;
  expect(seen?.vessel).toMatchObject({ ml: 1200, holdsBack: [], words: "as seen just now" });
  expect(seen?.vessel?.lowMl).toBeLessThan(1200);
  expect(other?.vessel).toBe(vessel);
  expect(withVesselSeen(view, "sprat", "level", 1200, "another bottle").machines[0]?.vessel).toBe(vessel);
});
test("work asked for once is late after its day, and no more once it is over", () => {
  const shop = {
    machines: [{ id: "teal", name: "Teal", area: "hall" }],
    people: [],
    rules: { book: new Map() },
    site: { timeZone: "UTC" },
  } as never;
  const row = {
    id: "x",
    machine: "teal",
    title: "Fit the damper",
    day: "2026-11-24",
    minutes: 30,
    skill: null,
    routine: null,
    outcome: null,
  };
  const around = { today: toDay("2026-11-25"), passed: new Set(), given: new Map(), runs: new Map(), done: () => undefined } as never;
  expect(oneOffItem(shop, row as never, around)).toMatchObject({ key: "one-off/x", machineName: "Teal", state: "overdue", late: true });
  expect(oneOffItem(shop, { ...row, outcome: "done" } as never, around)).toMatchObject({ state: "done", late: false });
  expect(oneOffItem(shop, { ...row, day: "2026-11-26" } as never, around)).toMatchObject({ state: "coming", late: false });
});

test("a name that is entered fits on a tag; one that is there already may stay", () => {
  holdName("Sprat");
  holdName("L".repeat(200), "L".repeat(200));
  expect(() => holdName("L".repeat(61), "Sprat")).toThrow(
    `A name has at most 60 signs, so that it fits on a tag. “${"L".repeat(30)}…” has 61.`,
  );
});

import { describe, expect, test } from "vitest";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";
import { lanesOf, lengthOf, offShift, whereabouts } from "./lanes.ts";

const task = (id: string, stretches: PlannedTask["stretches"]): PlannedTask => ({ id, stretches });
const hands = (start: number, end: number) => ({ person: "bram", start, end });
const alone = (start: number, end: number) => ({ start, end });
const problem = (tasks: RoundProblem["tasks"]): RoundProblem => ({
  format: "zesty-anvil/round-problem",
  version: 1,
  unit: "minute",
  horizon: 600,
  areas: ["a"],
  walk: [[0]],
  people: [],
  machines: [{ id: "m", area: "a" }],
  tasks,
});

describe("how long a job takes in a plan", () => {
  test("from its first stretch to its last, waits with it", () =>
    expect(lengthOf(problem([]), [task("a", [hands(10, 15), alone(15, 40), hands(40, 45)])], "a")).toBe(35));
  test("as it would come into the plan where it is not in it yet", () =>
    expect(lengthOf(problem([{ id: "a", machine: "m", stretches: [{ hands: 5 }, { wait: 7 }, { hands: 1 }] }]), [], "a")).toBe(13));
  test("nothing where it is not in the plan", () => expect(lengthOf(problem([]), [], "a")).toBe(0));
});

describe("where somebody is along the day", () => {
  const shop: RoundProblem = {
    ...problem(["a", "b", "c"].map((id) => ({ id, machine: id === "c" ? "far" : "m", stretches: [{ hands: 5 }] }))),
    areas: ["hall", "annexe"],
    walk: [
      [0, 4],
      [4, 0],
    ],
    machines: [
      { id: "m", area: "hall" },
      { id: "far", area: "annexe" },
    ],
  };
  test("one area as long as work stays in it; the walk comes right before the work that it leads to", () =>
    expect(whereabouts(shop, [task("c", [hands(30, 35)]), task("a", [hands(0, 5)]), task("b", [hands(8, 13)])], "bram")).toEqual([
      { area: "hall", start: 0, end: 26 },
      { walkTo: "annexe", start: 26, end: 30 },
      { area: "annexe", start: 30, end: 35 },
    ]));
  test("a walk for which there is no time is as long as there is; others' work and waits lead nowhere", () =>
    expect(
      whereabouts(
        shop,
        [task("a", [hands(0, 5), alone(5, 60)]), task("c", [hands(7, 9)]), task("b", [{ person: "ilse", start: 9, end: 12 }])],
        "bram",
      ),
    ).toEqual([
      { area: "hall", start: 0, end: 5 },
      { walkTo: "annexe", start: 5, end: 7 },
      { area: "annexe", start: 7, end: 9 },
    ]));
  test("nowhere without work", () => expect(whereabouts(shop, [], "bram")).toEqual([]));
});

describe("lanes of waits", () => {
  const plan = [
    task("a", [hands(0, 5), alone(5, 30), hands(30, 35)]),
    task("b", [hands(5, 10), alone(10, 20)]),
    task("c", [hands(30, 32), alone(32, 50)]),
  ];
  test("waits that overlap lie under one another, later ones take the first lane that is free", () =>
    expect(lanesOf(problem([]), plan).map(({ task: { id }, lane }) => [id, lane])).toEqual([
      ["a", 0],
      ["b", 1],
      ["c", 0],
    ]));
  test("hands have no lane, and a wait of no length none either", () => {
    expect(lanesOf(problem([]), [task("a", [hands(0, 5)])])).toEqual([]);
    expect(lanesOf(problem([]), [task("a", [hands(0, 5), alone(5, 5)])])).toEqual([]);
  });
  test("a wait that a window closes after is marked, the last one never", () => {
    const closing = problem([
      { id: "a", machine: "m", stretches: [{ hands: 5 }, { wait: 25, upTo: 10 }, { hands: 5 }] },
      { id: "b", machine: "m", stretches: [{ hands: 5 }, { wait: 10, upTo: 10 }] },
      { id: "c", machine: "m", stretches: [{ hands: 2 }, { wait: 18 }] },
    ]);
    expect(lanesOf(closing, plan).map(({ closes }) => closes)).toEqual([true, false, false]);
  });
});

describe("when somebody is not there", () => {
  test.each([
    [
      "before, between and after the shifts",
      [
        [60, 120],
        [180, 240],
      ],
      [
        [0, 60],
        [120, 180],
        [240, 300],
      ],
    ],
    ["the whole span without a shift", [], [[0, 300]]],
    ["never on a shift over all of it", [[0, 300]], []],
    ["only after a shift that began earlier", [[-60, 100]], [[100, 300]]],
  ] as [string, [number, number][], [number, number][]][])("%s", (_, shifts, off) => expect(offShift(shifts, 0, 300)).toEqual(off));
});

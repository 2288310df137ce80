import { describe, expect, test } from "vitest";
import { madeUpProblem } from "../../../tests/rounds/cases.ts";
import { demoHouse } from "../../demo/house.ts";
import { shopRules } from "../due/facts.ts";
import type { RunEvent } from "../runs/events.ts";
import { runPlan } from "../runs/plan.ts";
import { runState } from "../runs/run.ts";
import { stepsVersion } from "../runs/version.ts";
import { begunOf } from "./begun-of.ts";
import { changesBetween, laidOut, moved, swapped, waitsFor } from "./by-hand.ts";
import { type DayRound, dayProblem, ROUND_SETTINGS, type RoundWork } from "./day-problem.ts";
import { expectedDuration, type RunTime, runTime, saysPace } from "./durations.ts";
import { foundOf, leastChange } from "./left-out.ts";
import { listPlan } from "./list-plan.ts";
import { modelOf } from "./model.ts";
import { wholePlan } from "./plan-round.ts";
import { readRoundProblem } from "./read-problem.ts";
import { minutesOf, piecesOf, stretchesOf } from "./stretches-of.ts";

const house = demoHouse(20_782);
const { book } = shopRules(house.calendar, []);
const sprat = house.machines.find(({ id }) => id === "sprat");
const cleans = book.get("R04");
if (!sprat || !cleans?.steps) throw new Error("the demo house has changed");

describe("a routine as stretches", () => {
  test("hands are taken together, waits stand between; in whole minutes, by one person", () => {
    const pieces = piecesOf(cleans, sprat);
    expect(pieces.map(({ kind, minutes }) => [kind, Math.round(minutes * 10) / 10])).toEqual([
      ["hands", 0.6],
      ["wait", 6],
      ["hands", 0.9],
      ["wait", 2],
      ["hands", 1.8],
    ]);
    expect(stretchesOf(pieces, { hands: 1.6, wait: 1.1 })).toEqual([
      { hands: 1 },
      { wait: 7 },
      { hands: 1, samePerson: true },
      { wait: 3 },
      { hands: 3, samePerson: true },
    ]);
  });
  test("a wait in a window may last only as long as the window leaves room", () => {
    const steps = [
      {
        id: "w",
        kind: "window" as const,
        text: "within",
        withinMinutes: 20,
        steps: [
          { id: "a", kind: "do" as const, text: "a", minutes: 3 },
          { id: "b", kind: "wait" as const, text: "b", waitMinutes: 5 },
          { id: "c", kind: "do" as const, text: "c", minutes: 2 },
        ],
      },
    ];
    expect(stretchesOf(piecesOf({ steps }, sprat))).toEqual([{ hands: 3 }, { wait: 5, upTo: 10 }, { hands: 2, samePerson: true }]);
  });
  test("without steps: the routine's own minutes", () =>
    expect(stretchesOf(piecesOf({ handsMinutes: 4, waitMinutes: 9 }, sprat))).toEqual([{ hands: 4 }, { wait: 9 }]));

  test("a run under way has begun what it has done, and is in what it does", () => {
    const pieces = piecesOf(cleans, sprat);
    const plan = runPlan(cleans.steps ?? [], sprat);
    const event = (minute: number, body: RunEvent["body"]): RunEvent => ({ id: `${minute}`, at: minute * 60_000, person: "ilse", body });
    const events = [event(0, { event: "start", form: "guided", version: stepsVersion(cleans.steps ?? []), gear: true })];
    for (let minute = 1; minute <= 5; minute++) {
      const step = runState(plan, sprat, events)?.now;
      const choice = step && "choices" in step ? step.choices[0]?.id : undefined;
      events.push(event(minute, { event: "step", step: step?.at ?? "", ...(choice ? { result: { choice } } : {}) }));
    }
    const state = runState(plan, sprat, events);
    if (!state) throw new Error("no run");
    expect(begunOf("key", state, pieces, (at) => at / 60_000)).toEqual({
      task: "key",
      stretches: [{ person: "ilse", start: 0, end: 5 }, { start: 5 }],
    });
  });
});

describe("how long work takes (common practice, no source)", () => {
  const run = (hands: number, more: Partial<RunTime> = {}): RunTime => ({
    routine: "R04",
    machine: "sprat",
    person: "ilse",
    hands,
    plannedHands: 10,
    wait: 6,
    plannedWait: 6,
    ...more,
  });
  test("without runs as planned; few runs count little, many nearly all", () => {
    expect(expectedDuration([], { routine: "R04", machine: "sprat" })).toMatchObject({ factors: { hands: 1, wait: 1 }, runs: 0 });
    const factor = (count: number) =>
      expectedDuration(
        Array.from({ length: count }, () => run(20)),
        { routine: "R04", machine: "sprat" },
      ).factors.hands;
    expect(factor(1)).toBeCloseTo(2 ** (1 / 5), 6);
    expect(factor(36)).toBeCloseTo(2 ** 0.9, 6);
  });
  test("a run's time is of the steps that were done, beside what was planned for those", () => {
    const plan = runPlan(cleans.steps ?? [], sprat);
    const wait = plan.find(({ kind }) => kind === "wait")?.at ?? "";
    const trace = [
      { step: plan[0]?.at ?? "", at: 0, person: "ilse", tookSeconds: 30 },
      { step: plan[1]?.at ?? "", at: 0, person: "ilse", tookSeconds: 999, passed: "no time" },
      { step: wait, at: 0, person: "ilse", tookSeconds: 420 },
      { step: wait, at: 0, person: "ilse", tookSeconds: 5, early: "it drained at once" },
    ];
    expect(runTime({ routine: "R04", machine: "sprat" }, plan, { person: "ilse", trace })).toEqual({
      routine: "R04",
      machine: "sprat",
      person: "ilse",
      hands: 0.5,
      plannedHands: 0.2,
      wait: 7,
      plannedWait: 6,
    });
  });
  test("one left lying does not count; another machine's says nothing", () => {
    expect(saysPace(40, 10) && saysPace(2.5, 10)).toBe(true);
    expect(saysPace(41, 10) || saysPace(2.4, 10) || saysPace(0, 10)).toBe(false);
    expect(
      expectedDuration([run(1000), run(41), run(2), run(20, { machine: "smelt" })], { routine: "R04", machine: "sprat" }).factors.hands,
    ).toBe(1);
  });
  test("the safe side takes longer, the more the runs spread; a slow person longer than others", () => {
    const even = [9, 10, 11, 10, 10, 10].map((hands) => run(hands));
    const wild = [3, 10, 33, 10, 5, 20].map((hands) => run(hands));
    const safe = (runs: RunTime[]) => expectedDuration(runs, { routine: "R04", machine: "sprat", safe: true }).factors.hands;
    expect(safe(even)).toBeGreaterThan(1.1);
    expect(safe(wild)).toBeGreaterThan(safe(even));
    const runs = [...even, ...even.map((each) => ({ ...each, hands: each.hands * 2, person: "tadeo" }))];
    const of = (person: string) => expectedDuration(runs, { routine: "R04", machine: "sprat", person }).factors.hands;
    expect(of("tadeo")).toBeGreaterThan(of("ilse"));
  });
});

const work = (key: string, more: Partial<RoundWork> = {}): RoundWork => ({
  key,
  machine: key,
  area: "film",
  skill: "dtf",
  isCheck: false,
  late: false,
  urgent: false,
  stretches: [{ hands: 5 }],
  ...more,
});
const day = (more: Partial<DayRound> = {}): DayRound => ({
  horizon: 600,
  now: 0,
  beats: { opening: 240, midday: 420, closing: 580 },
  areas: ["film", "garment"],
  workers: [
    {
      id: "ilse",
      skills: ["dtf"],
      shifts: [
        [0, 300],
        [300, 600],
      ],
    },
  ],
  busy: {},
  work: [],
  begun: [],
  promised: [],
  locks: [],
  settings: ROUND_SETTINGS,
  ...more,
});

describe("a day's problem", () => {
  test("is one that the format allows; beats say when, a check follows its machine's opening, work of no machine has a place", () => {
    const problem = dayProblem(
      day({
        work: [
          work("a", { beat: "opening" }),
          work("a check", { machine: "a", beat: "opening", isCheck: true }),
          work("b", { beat: "midday" }),
          work("c", { beat: "closing" }),
          work("d", { machine: null, area: null, skill: null, urgent: true }),
          work("e", { late: true }),
        ],
        busy: {
          a: [
            [10, 40],
            [30, 50],
          ],
        },
      }),
    );
    expect(readRoundProblem(JSON.stringify(problem))).toHaveProperty("problem");
    const task = (id: string) => problem.tasks.find((each) => each.id === id);
    expect(task("a")).toMatchObject({ earliest: 0, due: 240, weight: 5 });
    expect(task("a check")?.after).toEqual(["a"]);
    expect(task("b")).toMatchObject({ earliest: 360, due: 420, weight: 3 });
    expect(task("c")).toMatchObject({ earliest: 400, due: 580 });
    expect(task("d")).toMatchObject({ machine: "shop/d", earliest: 0, weight: 3, skills: [] });
    expect(task("e")).toMatchObject({ earliest: 235, weight: 3 });
    expect(problem.machines.find(({ id }) => id === "a")?.busy).toEqual([[10, 50]]);
    expect(problem.people[0]?.shifts).toEqual([[0, 600]]);
  });
  test("what is locked stays where it was laid", () => {
    const locked = dayProblem(day({ work: [work("a", { beat: "opening" })], locks: [{ key: "a", person: "ilse", start: 30, end: 35 }] }));
    expect(wholePlan(locked, { effort: 0.05 }).tasks[0]?.stretches).toEqual([{ person: "ilse", start: 30, end: 35 }]);
  });
});

describe("by hand", () => {
  const problem = dayProblem(
    day({
      work: [work("a", { beat: "opening" }), work("b", { beat: "opening", area: "garment" })],
      workers: [
        { id: "ilse", skills: ["dtf"], shifts: [[0, 300]] },
        { id: "bram", skills: ["dtf"], shifts: [[0, 300]] },
        { id: "ngozi", skills: ["uv"], shifts: [[0, 300]] },
      ],
    }),
  );
  const plan = wholePlan(problem, { effort: 0.05 });
  test("a move says what it costs, or which rule it breaks", () => {
    expect(moved(problem, plan, "a", { start: 20 })).toMatchObject({ costsMore: 20, broken: [] });
    expect(moved(problem, plan, "a", { person: "ngozi" }).broken[0]?.why).toContain("has no dtf skill");
    expect(waitsFor(problem, plan, "a")).toContain("before");
  });
  test("what is not in the plan comes into it where it is put, its stretches one after the other", () => {
    const waits = {
      ...problem,
      tasks: problem.tasks.map((task) => (task.id === "b" ? { ...task, stretches: [{ hands: 2 }, { wait: 9 }] } : task)),
    };
    const without = { tasks: plan.tasks.filter(({ id }) => id !== "b") };
    const put = moved(waits, without, "b", { start: 100, person: "ilse" });
    expect(put.tasks.find(({ id }) => id === "b")?.stretches).toEqual([
      { person: "ilse", start: 100, end: 102 },
      { start: 102, end: 111 },
    ]);
    expect(put.broken).toEqual([]);
    expect(moved(waits, without, "b", { start: 100, person: "ngozi" }).broken[0]?.why).toContain("has no dtf skill");
    expect(laidOut(waits, "unknown", {})).toBeUndefined();
  });
  test("a swap exchanges people, each at its own time", () => {
    const { tasks, broken } = swapped(problem, plan, "a", "b");
    expect(broken).toEqual([]);
    expect(
      changesBetween(plan.tasks, tasks).map(({ id, from, to }) => [id, from?.person !== to?.person, from?.start === to?.start]),
    ).toEqual([
      ["a", true, true],
      ["b", true, true],
    ]);
  });
});

test("the least change that lets left-out work in: who would have to come by when, or how much later it might end", () => {
  const base = day({ work: [work("a", { skill: "solvent", beat: "opening" })] });
  const problem = dayProblem(base);
  const plan = wholePlan(problem, { effort: 0.05 });
  const model = modelOf(problem);
  expect(plan.leftOut.map(({ why }) => why)).toEqual(["nobody holds solvent"]);
  // Somebody with solvent who has five minutes before the round ends.
  expect(leastChange(model, foundOf(model, plan), 0)).toEqual({ come: { skills: ["solvent"], by: 595 } });
  const tight = {
    ...dayProblem(day({ work: [work("a")] })),
    tasks: [{ id: "a", machine: "a", earliest: 10, latest: 12, stretches: [{ hands: 5 }] }],
  };
  const none = wholePlan(tight, { effort: 0.05 });
  expect(leastChange(modelOf(tight), foundOf(modelOf(tight), none), 0)).toEqual({ later: 3 });
});

test.each([1, 2, 3, 4])("no plan is worse than plain list scheduling (%i)", (seed) => {
  const problem = madeUpProblem(seed, { people: 5, machines: 8, tasks: 20, horizon: 240 });
  expect(wholePlan(problem, { effort: 0.1 }).cost).toBeLessThanOrEqual(listPlan(problem).cost + 1e-9);
});

test.each([
  [{ kind: "do", minutes: 2 }, 2],
  [{ kind: "do" }, 0.5],
  [{ kind: "wait", waitMinutes: 10 }, 10],
])("a step %j is planned with %s minutes", (step, minutes) =>
  expect(minutesOf({ id: "a", at: "a", text: "A", ...step } as Parameters<typeof minutesOf>[0])).toBe(minutes),
);

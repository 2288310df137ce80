import { describe, expect, test } from "vitest";
import { interrupted, madeUpProblem } from "../../../tests/rounds/cases.ts";
import { brokenRules } from "./broken-rules.ts";
import { costParts, totalCost } from "./cost.ts";
import { planRound, wholePlan } from "./plan-round.ts";
import type { RoundPlan, RoundProblem } from "./problem.ts";

const shop = { people: 6, machines: 16, tasks: 40, horizon: 480, areas: 3 };

function expectSound(problem: RoundProblem, plan: RoundPlan): void {
  expect(brokenRules(problem, plan)).toEqual([]);
  expect(plan.cost).toBeCloseTo(totalCost(costParts(problem, plan)), 6);
  expect(plan.lowerBound).toBeLessThanOrEqual(plan.cost + 1e-9);
  expect(plan.provenBest).toBe(plan.cost - plan.lowerBound <= 1e-6);
  expect([...plan.tasks.map(({ id }) => id), ...plan.leftOut.map(({ id }) => id)].sort()).toEqual(problem.tasks.map(({ id }) => id).sort());
  for (const { why } of plan.leftOut) expect(why.length).toBeGreaterThan(10);
}

describe("every plan keeps every hard rule, costs what the sum says, and is not under its lower bound", () => {
  test.each(Array.from({ length: 8 }, (_, index) => index + 1))(
    "shop-size problem %i, and mended after an hour with somebody gone",
    (seed) => {
      const problem = madeUpProblem(seed, { ...shop, pressing: 1 + (seed % 3) });
      const plan = wholePlan(problem, { effort: 0.15 });
      expectSound(problem, plan);
      const later = interrupted(problem, plan, 20 + 5 * seed, "person-1");
      expectSound(later, wholePlan(later, { effort: 0.15 }));
    },
  );
  test.each(Array.from({ length: 20 }, (_, index) => index + 100))("small problem %i, and mended", (seed) => {
    const problem = madeUpProblem(seed, { people: 3, machines: 3, tasks: 5, horizon: 90 });
    const plan = wholePlan(problem, { effort: 0.1 });
    expectSound(problem, plan);
    const later = interrupted(problem, plan, 5 + (seed % 30), seed % 2 ? "person-0" : undefined);
    expectSound(later, wholePlan(later, { effort: 0.1 }));
  });
});

test("the same plan for the same problem, effort and seed; better or equal with more effort; first plans come at once and never worsen", () => {
  const problem = madeUpProblem(5, shop);
  const plan = wholePlan(problem, { effort: 0.2, seed: 3 });
  expect(wholePlan(problem, { effort: 0.2, seed: 3 })).toEqual(plan);
  const costs: number[] = [];
  const search = planRound(problem, { effort: 0.3 });
  for (let step = search.next(); !step.done; step = search.next()) costs.push(step.value.cost);
  expect(costs.length).toBeGreaterThan(2);
  expect([...costs].sort((a, b) => b - a)).toEqual(costs);
});

test("stopped at once, it gives the best plan so far and says so", () => {
  const problem = madeUpProblem(5, shop);
  const plan = wholePlan(problem, { effort: 5, isOver: () => true });
  expect(plan.stopped).toBe(true);
  expect(brokenRules(problem, plan)).toEqual([]);
});

describe("hard rules, each broken on purpose", () => {
  const problem: RoundProblem = {
    format: "zesty-anvil/round-problem",
    version: 1,
    unit: "minute",
    horizon: 100,
    areas: ["hall", "annexe"],
    walk: [
      [0, 3],
      [3, 0],
    ],
    people: [
      {
        id: "ilse",
        skills: ["dtf"],
        shifts: [
          [0, 40],
          [50, 100],
        ],
        startsIn: "hall",
      },
      { id: "bram", skills: [], shifts: [[0, 100]] },
    ],
    machines: [
      { id: "sprat", area: "hall", busy: [[60, 70]] },
      { id: "teal", area: "annexe" },
    ],
    tasks: [
      {
        id: "a",
        machine: "sprat",
        skills: ["dtf"],
        earliest: 2,
        latest: 90,
        stretches: [{ hands: 4 }, { wait: 10, upTo: 5 }, { hands: 2, samePerson: true }],
      },
      { id: "b", machine: "teal", after: ["a"], stretches: [{ hands: 5 }] },
      { id: "c", machine: "sprat", fixedTo: "bram", stretches: [{ hands: 5 }] },
    ],
  };
  const planOf = (a: [string, number, number][], b: [string, number], c?: [string, number]) => ({
    tasks: [
      { id: "a", stretches: a.map(([person, start, end]) => ({ ...(person ? { person } : {}), start, end })) },
      { id: "b", stretches: [{ person: b[0], start: b[1], end: b[1] + 5 }] },
      ...(c ? [{ id: "c", stretches: [{ person: c[0], start: c[1], end: c[1] + 5 }] }] : []),
    ],
  });
  const a = (start: number, who = "ilse", last = who, wait = 10): [string, number, number][] => [
    [who, start, start + 4],
    ["", start + 4, start + 4 + wait],
    [last, start + 4 + wait, start + 6 + wait],
  ];
  test("a sound plan breaks none", () => expect(brokenRules(problem, planOf(a(2), ["bram", 18], ["bram", 26]))).toEqual([]));
  test.each<[string, ReturnType<typeof planOf>, string]>([
    ["before its earliest", planOf(a(0), ["bram", 18]), "before its earliest"],
    ["after its latest", planOf(a(80), ["bram", 96]), "after its latest"],
    ["without the skill", planOf(a(2, "bram"), ["ilse", 21]), "has no dtf skill"],
    ["by another than bound", planOf(a(2, "ilse", "bram"), ["bram", 21]), "bound to ilse"],
    ["by another than fixed", planOf(a(2), ["bram", 18], ["ilse", 25]), "fixed to bram"],
    ["off shift", planOf(a(35), ["bram", 56]), "not on shift"],
    ["in the machine's busy time", planOf(a(55), ["bram", 75]), "busy time 60 to 70"],
    ["before what it comes after", planOf(a(2), ["bram", 10]), "a ends at 18"],
    ["a wait cut short", planOf(a(2, "ilse", "ilse", 9), ["bram", 30]), "under 10"],
    ["a wait too long", planOf(a(2, "ilse", "ilse", 16), ["bram", 30]), "over 15"],
    ["two tasks at one machine", planOf(a(2), ["bram", 30], ["bram", 10]), "has sprat until"],
    ["no time to walk", planOf(a(2), ["ilse", 20]), "walks 3 min"],
    ["two things at once", planOf(a(2), ["ilse", 17]), "ilse is at sprat"],
    ["a first walk not made", { tasks: [{ id: "b", stretches: [{ person: "ilse", start: 1, end: 6 }] }] }, "can't be in annexe before 3"],
    ["after a task left out", { tasks: [{ id: "b", stretches: [{ person: "bram", start: 9, end: 14 }] }] }, "which is left out"],
  ])("%s", (_, plan, why) =>
    expect(
      brokenRules(problem, plan)
        .map((each) => each.why)
        .join("; "),
    ).toContain(why),
  );
});

describe("what is left out says why", () => {
  const base = madeUpProblem(1, { people: 1, machines: 1, tasks: 1, horizon: 60 });
  const why = (
    task: Partial<RoundProblem["tasks"][number]>,
    people: RoundProblem["people"] = [{ id: "bram", skills: [], shifts: [[10, 30]] }],
  ) =>
    wholePlan({
      ...base,
      people,
      machines: [{ id: "m", area: "area-0", busy: [[40, 60]] }],
      tasks: [{ id: "t", machine: "m", stretches: [{ hands: 5 }], ...task }],
    }).leftOut[0]?.why;
  test.each<[string, Partial<RoundProblem["tasks"][number]>, string]>([
    ["nobody has the skill", { skills: ["solvent"] }, "nobody holds solvent"],
    ["too late", { earliest: 20, latest: 22 }, "must end by minute 22"],
    ["longer than any shift", { stretches: [{ hands: 21 }] }, "longer than any shift"],
    ["nobody on shift in time", { latest: 9 }, "nobody is on shift in time"],
    ["a busy machine", { latest: 50, stretches: [{ hands: 2 }, { wait: 30 }] }, "m is busy"],
  ])("%s", (_, task, words) => expect(why(task)).toContain(words));
});

import { expect, test } from "vitest";
import { wholePlan } from "../rounds/plan-round.ts";
import type { RoundProblem } from "../rounds/problem.ts";
import { byMachine, ofPlan } from "./by-machine.ts";

const problem: RoundProblem = {
  format: "zesty-anvil/round-problem",
  version: 1,
  unit: "minute",
  horizon: 200,
  areas: ["hall"],
  walk: [[0]],
  people: [{ id: "ilse", shifts: [[0, 200]] }],
  machines: ["a", "b", "c"].map((id) => ({ id, area: "hall" })),
  tasks: ["a", "b", "c"].map((id) => ({ id, machine: id, stretches: [{ hands: 2 }, { wait: 10 }, { hands: 2 }] })),
};

test("three soaks one after another take 42 minutes, 30 of them standing; by a plan they soak together", () => {
  expect(byMachine(problem)).toEqual({ lastReady: 42, hands: 12, standing: 30, walking: 0 });
  const plan = wholePlan(problem, { effort: 0.2 });
  // The first is begun at 0, 2, 4; each ends two minutes after its soak: 14, 16, 18.
  expect(ofPlan(problem, plan)).toEqual({ lastReady: 18, hands: 12, standing: 6, walking: 0 });
  expect(plan.provenBest).toBe(true);
});

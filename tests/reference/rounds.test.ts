import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { wholePlan } from "../../src/core/rounds/plan-round.ts";
import type { RoundProblem } from "../../src/core/rounds/problem.ts";
import { interrupted, madeUpProblem } from "../rounds/cases.ts";
import { leastCost } from "../rounds/integer-program.ts";

const small = { people: 2, machines: 2, tasks: 3, horizon: 60 };

describe("small rounds cost what the integer program says is least (npm package highs)", () => {
  // Seeds chosen for holding, together: waits first and last, upTo, samePerson, busy spans, breaks, after, tasks left out.
  test.each([3, 4, 8, 12, 19, 22])("made-up problem %i, and its repair at a later minute", async (seed) => {
    const problem = madeUpProblem(seed, small);
    const plan = wholePlan(problem, { effort: 0.3 });
    expect(plan.cost).toBeCloseTo(await leastCost(problem), 4);
    expect(plan.provenBest).toBe(true);
    const later = interrupted(problem, plan, 6 + (seed % 17), seed % 3 ? undefined : "person-0");
    const mended = wholePlan(later, { effort: 0.5 });
    expect(mended.cost).toBeCloseTo(await leastCost(later), 4);
    expect(mended.provenBest).toBe(true);
  });
});

const problemOf = (more: Pick<RoundProblem, "people" | "machines" | "tasks"> & { horizon?: number }): RoundProblem => ({
  format: "zesty-anvil/round-problem",
  version: 1,
  unit: "minute",
  horizon: 480,
  areas: ["hall"],
  walk: [[0]],
  ...more,
});

test("FT06: the optimum of 55 is found (Fisher and Thompson 1963, from memory)", () => {
  // Each job's operations in order: machine and minutes.
  const jobs = [
    "2 1 0 3 1 6 3 7 5 3 4 6",
    "1 8 2 5 4 10 5 10 0 10 3 4",
    "2 5 3 4 5 8 0 9 1 1 4 7",
    "1 5 0 5 2 5 3 3 4 8 5 9",
    "2 9 1 3 4 5 5 4 0 3 3 1",
    "1 3 3 3 5 9 0 10 4 4 2 1",
  ].map((line) => line.split(" ").map(Number));
  // A machine of the job shop is a person here, a job is a machine: what does one thing at a time.
  const problem = problemOf({
    horizon: 200,
    people: [0, 1, 2, 3, 4, 5].map((id) => ({ id: `m${id}`, shifts: [[0, 200]] })),
    machines: jobs.map((_, job) => ({ id: `j${job}`, area: "hall" })),
    tasks: jobs.flatMap((operations, job) =>
      Array.from({ length: 6 }, (_, step) => ({
        id: `j${job}s${step}`,
        machine: `j${job}`,
        fixedTo: `m${operations[2 * step]}`,
        after: step ? [`j${job}s${step - 1}`] : [],
        stretches: [{ hands: operations[2 * step + 1] as number }],
      })),
    ),
  });
  const plan = wholePlan(problem, { effort: 2 });
  expect(Math.max(...plan.tasks.flatMap(({ stretches }) => stretches.map(({ end }) => end)))).toBe(55);
  expect(plan.lowerBound).toBeLessThanOrEqual(plan.cost);
}, 60_000);

test("longest first on m equal people is within 4/3 − 1/(3m) of the best (Graham 1969), and the plan is no worse", () => {
  // Graham's own worst case for m = 3: 5 5 4 4 3 3 3 takes 11 by longest first, 9 at best.
  const minutes = [5, 5, 4, 4, 3, 3, 3];
  const problem = problemOf({
    people: [0, 1, 2].map((id) => ({ id: `p${id}`, shifts: [[0, 480]] })),
    machines: minutes.map((_, id) => ({ id: `m${id}`, area: "hall" })),
    tasks: minutes.map((hands, id) => ({ id: `t${id}`, machine: `m${id}`, stretches: [{ hands }] })),
  });
  const plan = wholePlan(problem, { effort: 0.5 });
  const end = Math.max(...plan.tasks.flatMap(({ stretches }) => stretches.map((stretch) => stretch.end)));
  expect(end).toBe(9);
  expect(11 / end).toBeLessThanOrEqual(4 / 3 - 1 / 9 + 1e-9);
});

describe("./zesty plan-round", () => {
  const folder = mkdtempSync(join(tmpdir(), "zesty-round-"));
  const problem = madeUpProblem(4, small);
  const asked = (text: string, ...more: string[]) => {
    const file = join(folder, "problem.json");
    writeFileSync(file, text);
    return spawnSync(process.execPath, ["--import", "tsx", "commands/plan-round.ts", file, ...more], { encoding: "utf8" });
  };
  test("prints the plan, the same one each time", () => {
    const [one, other] = [asked(JSON.stringify(problem), "--effort", "0.2"), asked(JSON.stringify(problem), "--effort", "0.2")];
    expect([one.status, one.stderr]).toEqual([0, ""]);
    expect(other.stdout).toBe(one.stdout);
    expect(JSON.parse(one.stdout)).toMatchObject({ format: "zesty-anvil/round-plan", version: 1, stopped: false });
  });
  test.each([
    ["what is no JSON", "{", "line 1"],
    ["a bad effort", JSON.stringify(problem), "--effort", "--effort", "many"],
    ["a horizon out of range", JSON.stringify({ ...problem, horizon: 20161 }), "$.horizon"],
  ])("%s ends with exit 2, one line and nothing printed", (_, text, place, ...more) => {
    const { status, stdout, stderr } = asked(text, ...more);
    expect([status, stdout, stderr.trim().split("\n").length]).toEqual([2, "", 1]);
    expect(stderr).toContain(place);
  });
});

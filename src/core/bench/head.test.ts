import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { nextStep } from "../nozzles/ladder/next-step.ts";
import { recoveries } from "../nozzles/ladder/recovery.ts";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
import type { NozzlePattern } from "../nozzles/pattern.ts";
import { DEFAULT_READINESS } from "../nozzles/readiness.ts";
import { usualPattern } from "../nozzles/usual-pattern.ts";
import { countsOfWhich } from "../nozzles/verdicts.ts";
import { cleaned, damperLifted, flushed, goodMachine, idled, loaded, printed, type SimulatedMachine, tended } from "./head.ts";
import { acted, beginPractice, checked, type Practice, verdictOfPractice } from "./practice.ts";

/** The simulated machine behaves as the trade says: common practice, no source. */

const pattern = usualPattern({
  name: "Practice",
  heads: [head("H1", { K: "black", C: "cyan" }), head("H2", { W1: "white" })],
}) as NozzlePattern;
const judging = {
  readiness: DEFAULT_READINESS,
  ladder: DEFAULT_LADDER,
  nozzles: Object.fromEntries(pattern.channels.map(({ id, nozzles }) => [id, nozzles])),
};
const missing = (machine: SimulatedMachine) => Object.values(printed(machine)).reduce((sum, each) => sum + each.missing.length, 0);
const dried = (seed: number) => idled(goodMachine(pattern, seed), 84, { wet: false, humidity: 38 });
const SEEDS = Array.from({ length: 20 }, (_, index) => index * 7919 + 1);
const mean = (of: (seed: number) => number) => SEEDS.reduce((sum, seed) => sum + of(seed), 0) / SEEDS.length;

test("the same seed makes the same machine", () => {
  expect(cleaned(dried(5), 0.5)).toEqual(cleaned(dried(5), 0.5));
  expect(dried(5)).not.toEqual(dried(6));
});

describe("drying and cleaning", () => {
  test("dry air and a dry cap dry more than a wet one at 50 %", () => {
    const wet = (seed: number) => missing(idled(goodMachine(pattern, seed), 84, { wet: true, humidity: 50 }));
    expect(mean((seed) => missing(dried(seed)))).toBeGreaterThan(mean(wet) * 2);
  });
  test("a stronger clean brings back more, a leaking seal makes it useless, dirt halves it", () => {
    const back = (strength: number, change: Partial<SimulatedMachine> = {}) =>
      mean((seed) => missing(dried(seed)) - missing(cleaned({ ...dried(seed), ...change }, strength)));
    expect(back(1)).toBeGreaterThan(back(0));
    expect(back(0)).toBeGreaterThan(0);
    expect(back(0.5, { leak: 0.9 })).toBeLessThan(back(0.5) * 0.2);
    expect(back(0.5, { dirt: 1 })).toBeLessThan(back(0.5) * 0.8);
  });
  test("lifting a damper lets air in; loading takes it out", () => {
    const lifted = damperLifted(goodMachine(pattern, 3), ["H1/K"]);
    expect(printed(lifted)["H1/K"]?.missing).toHaveLength(120);
    expect(missing(loaded(loaded(lifted)))).toBe(0);
  });
  test("a flush frees the channel flushed and no other", () => {
    const after = flushed(dried(9), ["H1/K"]);
    expect(after.channels[1]).toEqual(dried(9).channels[1]);
    expect(missing(loaded(after))).toBeLessThanOrEqual(missing(dried(9)));
  });
  test("what spits aside is put right by hand", () => {
    const bent = {
      ...goodMachine(pattern, 4),
      channels: goodMachine(pattern, 4).channels.map((channel) => ({ ...channel, bent: [1, 2, 3, 4, 5] })),
    };
    const count = (machine: SimulatedMachine) => Object.values(printed(machine)).reduce((sum, each) => sum + each.deflected.length, 0);
    expect(count(tended(bent))).toBeLessThan(count(bent) / 2);
  });
});

/** Does what the ladder says, reading each check rightly. */
function followed(seed: number): Practice {
  let practice = beginPractice(pattern, seed);
  const look = () => {
    const truth = printed(practice.machine);
    practice = checked(
      practice,
      pattern.channels.map(({ id, nozzles }) => ({
        id,
        ...countsOfWhich(truth[id] ?? { missing: [], weak: [], deflected: [] }, nozzles, 0.95),
      })),
    );
  };
  look();
  for (let turn = 0; turn < 120 && !practice.over; turn++) {
    const recovery = recoveries(practice.events, judging).at(-1);
    if (!recovery) return { ...practice, over: "printing" };
    const { action } = nextStep(recovery, "ladder", judging, practice.now);
    if (action.kind === "check") look();
    else if (action.kind === "rest" && action.until) practice = { ...practice, now: action.until + 60_000 };
    else practice = acted(practice, action, "ladder", judging);
  }
  return practice;
}

test("who does what the ladder says gets there, without a wrong turn, mostly without a technician", () => {
  const ends = Array.from({ length: 40 }, (_, seed) => followed(seed * 101 + 5));
  expect(ends.every(({ over }) => over !== undefined)).toBe(true);
  expect(ends.flatMap(({ turns }) => turns.filter(({ astray }) => astray))).toEqual([]);
  expect(ends.filter(({ over }) => over === "printing").length).toBeGreaterThan(28);
  expect(new Set(ends.map(({ story }) => story)).size).toBe(5);
});

test("cleaning on where a seal leaks costs ink and counts as wrong turns", () => {
  let practice = beginPractice(pattern, 1);
  practice = { ...practice, machine: { ...dried(1), leak: 0.9 } };
  practice = checked(
    practice,
    pattern.channels.map(({ id }) => ({ id, missing: 9, weak: 0, deflected: 0, neighbours: true })),
  );
  const strong = DEFAULT_LADDER.rungs[3];
  if (strong)
    for (let count = 0; count < 3; count++) practice = acted(practice, { kind: "clean", rung: strong, heads: "all" }, "ladder", judging);
  const said = verdictOfPractice(practice, judging, 2);
  expect(said.ml).toBe(36);
  expect(said.astray.length).toBe(4);
});

import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
import { BUILT_IN_EFFECTS } from "../routines/built-in-effects.ts";
import { WAKE_UP } from "../routines/steps/wake.ts";
import { drawMl } from "../stores/waste/draws.ts";
import { centsOver } from "./cost.ts";
import { fillOf } from "./flush.ts";
import { fluidFor, regimeNeeds } from "./needs.ts";
import { spoken } from "./risk.ts";
import { placedWork, seasonProblem } from "./season.ts";
import { plumbingOf, standbySettings } from "./settings.ts";
import { isStored } from "./sleep.ts";

/** An example of each function of standing idle that other rooms call. */

test.each<[Parameters<typeof fluidFor>[0], string]>([
  [{ class: "uv" }, "UV cleaner"],
  [{ class: "cij" }, "coder solvent"],
  [{ class: "wide", family: "solvent" }, "solvent cleaner"],
  [{ class: "wide", family: "aqueous" }, "cleaning fluid"],
  [{ class: "dtf" }, "cleaning fluid"],
])("the fluid for %j is %s (handbook, Which fluid where; common practice)", (machine, fluid) => expect(fluidFor(machine)).toBe(fluid));

test("hours are said as hours up to three days, then as days", () => {
  expect([14, 71.6, 84, 240].map(spoken)).toEqual(["14 h", "72 h", "3.5 days", "10 days"]);
});
test("only a machine without its ink is in storage", () => {
  expect((["night", "powered", "wet", "flush", "drained", "full"] as const).map(isStored)).toEqual([false, false, false, true, true, true]);
});
test("a machine's own plumbing stands before its class's, which is called rough", () => {
  const usual = plumbingOf({ class: "dtf" });
  expect(usual.rough.length).toBeGreaterThan(0);
  const [key] = usual.rough;
  if (!key) throw new Error("nothing is rough");
  const own = plumbingOf({ class: "dtf" }, { [key]: 7 });
  expect(own.plumbing[key]).toBe(7);
  expect(own.rough).not.toContain(key);
});
test("a machine that cleans itself does so by its ability alone", () => {
  expect(plumbingOf({ class: "dtf" }).plumbing.ownCleansADay).toBe(0);
  expect(plumbingOf({ class: "dtf", abilities: ["standby-self-clean"] }).plumbing.ownCleansADay).toBeGreaterThan(0);
});
test("putting to sleep is a problem of the rounds, and its plan is told by piece of work", () => {
  const work = [
    { key: "teal/flush", machine: "teal", area: "hall", skill: "dtf", stretches: [{ hands: 30 }], earliest: 0, due: 400, after: [] },
  ];
  const problem = seasonProblem(600, work, [{ id: "bram", skills: ["dtf"], shifts: [[0, 480]] }], { walk: {}, walkMinutes: 2 });
  expect(problem).toMatchObject({ horizon: 600, areas: ["hall"], people: [{ id: "bram" }] });
  const [task] = problem.tasks;
  const plan = { tasks: [{ id: task?.id ?? "", stretches: [{ person: "bram", start: 10, end: 40 }] }] };
  expect(placedWork(problem, plan)[0]).toMatchObject({ person: "bram", start: 10, end: 40 });
});

test("a flushed machine needs more fluid and hands than one left overnight", () => {
  const machine = { id: "m", name: "M", class: "dtf", since: "2026-01-01", heads: [head("H1", { K: "black", W: "white" })] } as const;
  const facts = {
    plumbing: plumbingOf(machine).plumbing,
    ladder: DEFAULT_LADDER,
    whiteFactor: 1.5,
    minutes: (job: string) => ({ routine: job, hands: 10, wait: 0, skill: "dtf" }),
    gapHours: 400,
  };
  const of = (regime: "night" | "flush") => regimeNeeds(regime, machine as never, standbySettings("dtf", []), facts as never);
  const used = ({ uses }: ReturnType<typeof of>) => uses.reduce((sum, { amount, unit }) => sum + (unit === "mL" ? amount : 0), 0);
  expect(used(of("flush"))).toBeGreaterThan(used(of("night")));
  expect(of("flush").before.length).toBeGreaterThan(of("night").before.length);
  expect(of("flush").inkLostMl).toBeGreaterThan(0);
});

// By hand. A line of 3 mm over 1.8 m holds π/4 × 9 × 1.8 = 12.723 mL; with 6 mL damper and 2 mL head 20.723 mL; pumped 1.5 times 31.085 mL.
describe("the way back of a machine of six lines", () => {
  const ids = ["K", "C", "M", "Y", "W1", "W2"];
  const lines = ids.map((id) => ({ id: `H1/${id}`, ink: "black" }));
  const { plumbing } = plumbingOf({ class: "dtf" });
  const settings = standbySettings("dtf", []);
  const fill = fillOf(lines, plumbing, settings);
  const machine = {
    id: "m",
    name: "M",
    class: "dtf",
    family: "dtf-roll",
    since: "2026-01-01",
    abilities: ["bottles"],
    heads: [head("H1", Object.fromEntries(ids.map((id) => [id, "black"])) as never)],
  } as const;
  const needs = (regime: "full" | "drained" | "flush") =>
    regimeNeeds(regime, machine as never, settings, {
      plumbing,
      ladder: DEFAULT_LADDER,
      whiteFactor: 2,
      minutes: (job) => ({ routine: job, hands: 30, wait: 0, skill: "dtf" }),
      gapHours: 400,
    });
  test("each line is filled with what it holds, one and a half times", () => {
    expect(fill.lines).toBe(6);
    expect(fill.lineMl).toBeCloseTo(31.085, 2);
    expect(fill.damperMl).toBeCloseTo(12, 9);
  });
  test("the wake-up draws by its own lines, not by loads of a constant: 3 cleans of 4 mL and six lines", () => {
    expect(drawMl(BUILT_IN_EFFECTS.R55?.draws, DEFAULT_LADDER, fill).inkMl).toBeCloseTo(12 + 186.508, 2);
    expect(drawMl({ lines: 2 }, DEFAULT_LADDER, fill).ml).toBeCloseTo(62.169, 2);
    expect(drawMl({ dampers: "all" }, DEFAULT_LADDER, fill).ml).toBeCloseTo(72, 9);
    expect(drawMl({ lines: 2 }, DEFAULT_LADDER).ml).toBe(14);
  });
  test("Standby says the same: all that is pumped and cleaned is waste, but for what stays in empty lines", () => {
    expect(needs("full").chargeMl).toBeCloseTo(186.508, 2);
    expect(needs("full").wasteAfterMl).toBeCloseTo(186.508 + 3 * 4, 2);
    expect(needs("drained").wasteAfterMl).toBeCloseTo(186.508 - 124.339 + 12, 2);
    expect(needs("flush").wasteAfterMl).toBeCloseTo(72 + 2 * 4, 2);
  });
  // 186.508 mL at 40 mL a minute are 4.66 min, beside 30 min of the routine, of which 1.5 a line are for loading.
  test("its minutes are those of its own pump", () => {
    expect(needs("full").after[0]?.minutes).toBeCloseTo(30 + 4.7 - 9, 1);
    const each = WAKE_UP.flatMap((step) => (step.kind === "repeat" ? step.steps : [])).find(({ id }) => id === "load-line");
    expect(each).toMatchObject({ minutes: 1.5, draws: { lines: 1 } });
  });
  test("what a method costs over a gap: run daily by the day, others once", () => {
    const part = { id: "a", words: "a", amount: 2, unit: "mL", centsEach: 5 };
    expect([centsOver("alive", { daily: [part], once: [] }, 48), centsOver("wet", { daily: [part], once: [part, part] }, 48)]).toEqual([
      20, 20,
    ]);
  });
});

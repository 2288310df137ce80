import { expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
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

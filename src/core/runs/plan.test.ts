import { describe, expect, test } from "vitest";
import { choices, head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import { type Condition, EACH, type Step } from "../routines/step.ts";
import type { RunBody, RunEvent } from "./events.ts";
import { holds, runPlan, targets } from "./plan.ts";
import { runState } from "./run.ts";

const machine: Machine = {
  id: "m",
  name: "M",
  class: "wide",
  family: "solvent",
  since: "2026-01-01",
  heads: [head("H1", { K: "black" }), head("H2", { C: "cyan", W1: "white" })],
  parts: [{ id: "rail", kind: "rail" }],
  abilities: ["white-circulation"],
  waste: [{ id: "b", kind: "bottle", volumeMl: 1, limitMl: 1 }],
  policies: { plate: "wipe" },
};

describe("what a step is done over", () => {
  test.each<[(typeof EACH)[number], string[]]>([
    ["head", ["H1", "H2"]],
    ["channel", ["H1/K", "H2/C", "H2/W1"]],
    ["line", ["H1/K", "H2/C", "H2/W1"]],
    ["white-channel", ["H2/W1"]],
    ["white-line", ["H2/W1"]],
    ["colour-channel", ["H1/K", "H2/C"]],
    ["slot", ["slot 1", "slot 2", "slot 3"]],
    ["side", ["left", "right"]],
  ])("%s", (each, on) => expect(targets(each, machine)).toEqual(on));
  test("a machine without heads has none of them, but two sides", () => {
    const bare = { ...machine, heads: undefined };
    for (const each of EACH) expect(targets(each, bare).length).toBe(each === "side" ? 2 : 0);
  });
});

describe("groups", () => {
  const steps: Step[] = [
    {
      kind: "repeat",
      id: "heads",
      each: "head",
      when: { part: "rail" },
      steps: [
        { kind: "do", id: "wipe", text: "Wipe." },
        {
          kind: "decide",
          id: "clean",
          text: "Clean?",
          choices: choices(["yes", "Yes"], ["no", "No", "wipe"]),
        },
      ],
    },
    {
      kind: "window",
      id: "w",
      text: "Off",
      withinMinutes: 5,
      when: { family: "solvent" },
      steps: [{ kind: "do", id: "in", text: "In.", when: { part: "rail" } }],
    },
  ];
  test("all of a repeat's steps for the first head, then all for the next, each under the group's condition", () => {
    expect(runPlan(steps, machine).map(({ at }) => at)).toEqual(["wipe@H1", "clean@H1", "wipe@H2", "clean@H2", "in"]);
    expect(runPlan(steps, machine)[0]).toMatchObject({ on: "H1", when: { part: "rail" } });
    expect(runPlan(steps, machine).at(-1)).toMatchObject({
      window: { id: "w", withinMinutes: 5 },
      when: { all: [{ family: "solvent" }, { part: "rail" }] },
    });
  });
  test("a step for each in a repeat is done for each of each", () =>
    expect(
      runPlan([{ kind: "repeat", id: "r", each: "side", steps: [{ kind: "do", id: "a", text: "A.", each: "head" }] }], machine).map(
        ({ at }) => at,
      ),
    ).toEqual(["a@left/H1", "a@left/H2", "a@right/H1", "a@right/H2"]));
  test("back to an earlier step of a repeat leads to the same head's, not the first's", () => {
    const plan = runPlan(steps, machine);
    let at = 0;
    const tell = (body: RunBody): RunEvent => ({ id: `e${at}`, at: ++at, person: "ilse", body });
    const done = (step: string, choice?: string) => tell({ event: "step", step, ...(choice ? { result: { choice } } : {}) });
    const state = runState(plan, machine, [
      tell({ event: "start", form: "guided", version: "v", gear: true }),
      done("wipe@H1"),
      done("clean@H1", "yes"),
      done("wipe@H2"),
      done("clean@H2", "no"),
    ]);
    expect(state?.now?.at).toBe("wipe@H2");
  });
});

describe("conditions", () => {
  const recorded = (step: string) => ({ level: "640", see: "bad" })[step];
  test.each<[Condition, boolean]>([
    [{ ability: "white-circulation" }, true],
    [{ ability: "jig-clean" }, false],
    [{ part: "rail" }, true],
    [{ part: "cap" }, false],
    [{ waste: "bottle" }, true],
    [{ waste: "cartridge" }, false],
    [{ family: "solvent" }, true],
    [{ family: "aqueous" }, false],
    [{ headsAtLeast: 2 }, true],
    [{ headsAtLeast: 3 }, false],
    [{ policy: "plate", is: "wipe" }, true],
    [{ policy: "power", is: "off" }, false],
    [{ recorded: "see", is: "bad" }, true],
    [{ recorded: "see", is: "good" }, false],
    [{ recorded: "level", below: 641 }, true],
    [{ recorded: "level", below: 640 }, false],
    [{ recorded: "level", atLeast: 640 }, true],
    [{ recorded: "level", atLeast: 641 }, false],
    [{ recorded: "never", below: 5 }, false],
    [{ recorded: "never", atLeast: 0 }, false],
    [{ not: { part: "cap" } }, true],
    [{ all: [{ part: "rail" }, { part: "cap" }] }, false],
    [{ any: [{ part: "rail" }, { part: "cap" }] }, true],
  ])("%j: %s", (condition, is) => expect(holds(condition, machine, recorded)).toBe(is));
  test("none always holds", () => expect(holds(undefined, machine, recorded)).toBe(true));
});

describe("amounts in the machine's own numbers", () => {
  const using = (per?: "channel" | "head" | "white-line"): Step => ({
    kind: "do",
    id: "pour",
    text: "Pour.",
    uses: [{ item: "cleaning fluid", amount: 50 / 6, unit: "mL", ...(per ? { per } : {}) }],
  });
  const amount = (step: Step, heads: Machine["heads"]) =>
    runPlan([step], { id: "m", name: "M", class: "dtf", since: "2026-01-01", heads })[0]?.uses?.[0];
  const six = [head("H1", { K: "black", C: "cyan", M: "magenta", Y: "yellow" }), head("H2", { W1: "white", W2: "white" })];
  test("50 mL for six positions are 50, 33.3 for four, to a tenth", () => {
    expect(amount(using("channel"), six)).toEqual({ item: "cleaning fluid", amount: 50, unit: "mL" });
    expect(amount(using("channel"), six.slice(0, 1))?.amount).toBe(33.3);
    expect(amount(using("white-line"), six)?.amount).toBe(16.7);
    expect(amount(using("head"), six)?.amount).toBe(16.7);
  });
  test("what is said of the machine as a whole stays as it is", () => expect(amount(using(), six)?.amount).toBe(50 / 6));
});

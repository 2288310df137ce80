import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import { routineBook } from "../routines/assigned.ts";
import type { Routine } from "../routines/routine.ts";
import type { ShelfItem } from "../stores/run-materials.ts";
import { type DoneRun, effectsOfRun, endOf, followingEntries } from "./effects-of-run.ts";
import { runPlan } from "./plan.ts";

/** What follows from a run, worked out by hand from the routine's own list and effects. */

const machine: Machine = {
  id: "sprat",
  name: "Sprat",
  class: "dtf",
  since: "2025-01-01",
  parts: [
    { id: "left-wiper", kind: "wiper" },
    { id: "blade", kind: "cutter-blade" },
  ],
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
};
const shelf: ShelfItem[] = [
  {
    id: "swab",
    name: "swabs",
    unit: "pieces",
    keeping: "counted",
    group: "swabs and wipes",
    lots: [
      {
        item: "swab",
        lot: "",
        place: "",
        amount: 50,
        expiry: null,
        openedOn: null,
        receivedOn: null,
        useBy: null,
        why: "",
        expired: false,
      },
    ],
  },
];
const routine = (more: Partial<Routine>): Routine => ({
  id: "house-wipe",
  name: "Wipe",
  steps: [
    { kind: "measure", id: "before", text: "Read it.", what: "level", unit: "mL", min: 0, max: 5000 },
    { kind: "do", id: "wipe", text: "Wipe.", uses: [{ item: "swabs", amount: 3, unit: "pieces" }] },
    { kind: "measure", id: "after", text: "Read it again.", what: "level", unit: "mL", min: 0, max: 5000 },
  ],
  ...more,
});
const around = { machine, shelf, isCheck: () => false };
const ofRun = (of: Routine, done: DoneRun["done"], key?: string) => {
  const run: DoneRun = { routine: of, plan: runPlan(of.steps ?? [], machine), done, key };
  return { run, effects: effectsOfRun(run, around) };
};
const whole = [{ step: "before", result: { value: 900 } }, { step: "wipe" }, { step: "after", result: { value: 20 } }];

describe("what follows from a run", () => {
  test("what its steps used leaves the shelf; a step left out used nothing", () => {
    expect(ofRun(routine({}), { trace: whole }).effects.takes.map(({ item, lines }) => [item.id, lines[0]?.amount])).toEqual([["swab", 3]]);
    expect(ofRun(routine({}), { trace: [{ step: "wipe", passed: "no swabs" }] }).effects.takes).toEqual([]);
  });
  test("done as usual, without a word of its steps, it takes the same", () => {
    const { effects, run } = ofRun(routine({}), { answers: {} });
    expect(effects.uses).toEqual([{ item: "swabs", amount: 3, unit: "pieces" }]);
    expect(followingEntries(run, effects)).toEqual([
      { kind: "stock", routine: "house-wipe", body: { event: "used", lines: [{ item: "swab", amount: 3, unit: "pieces" }] } },
    ]);
  });
  test("a routine that empties says what was in it before and what is left; one that only reads empties nothing", () => {
    const empties = routine({ effects: { waste: { does: "empties", before: "before", after: "after" } } });
    expect(ofRun(empties, { trace: whole }).effects.empties).toEqual({ vessel: "bottle", beforeMl: 900, ml: 20 });
    expect(ofRun(empties, { answers: { before: { value: 2500 } } }).effects.empties).toEqual({ vessel: "bottle", beforeMl: 2000, ml: 0 });
    expect(ofRun(empties, { trace: [{ step: "wipe" }] }).effects.empties).toBeNull();
    const reads = routine({ effects: { waste: { does: "reads", before: "before" } } });
    expect(ofRun(reads, { trace: whole }).effects.empties).toBeNull();
  });
  test("the container it went into goes with the emptying; without one it is left open", () => {
    const { run, effects } = ofRun(routine({ effects: { waste: { does: "empties", before: "before", after: "after" } } }), {
      trace: whole,
    });
    const vesselOf = (into?: string) => followingEntries(run, effects, { into }).find(({ kind }) => kind === "vessel")?.body;
    expect(vesselOf("drum")).toEqual({ vessel: "bottle", event: "emptied", beforeMl: 900, ml: 20, into: "drum" });
    expect(vesselOf()).not.toHaveProperty("into");
  });
  test("new parts are entered at their places on this machine, and no others", () => {
    const { run, effects } = ofRun(routine({ effects: { replaces: ["cutter-blade", "drying-cap"] } }), { trace: [] });
    expect(effects.replaces).toEqual(["blade"]);
    expect(followingEntries(run, effects)).toContainEqual({ kind: "part", body: { part: "blade", event: "replaced", reason: "Wipe" } });
  });
  test("one-off work that it was done for is over with it; an occurrence is settled by the run itself", () => {
    const { run, effects } = ofRun(routine({}), { answers: {} }, "one-off/01930000-0000-7000-8000-000000000001");
    expect(followingEntries(run, effects).map(({ kind }) => kind)).toEqual(["stock", "one-off-over"]);
    expect(ofRun(routine({}), { answers: {} }, "sprat/R08/2026-11-25/midday").effects.oneOff).toBeNull();
  });
  test("the last event says what the run drew; nothing where nothing ran", () => {
    const { effects } = ofRun(routine({ effects: { draws: { cleans: { strength: "light", times: 1 } } } }), { trace: [] });
    expect(endOf(effects)).toEqual({ event: "end", drew: [{ cleans: { strength: "light", times: 1 } }] });
    expect(endOf({ drew: [] })).toEqual({ event: "end" });
  });
  test("a shift of the whites writes the new map, from the one that stood before; without an answer none", () => {
    const shift = routineBook().get("R22") as Routine;
    const two = { ...machine, heads: [head("H1", { K: "black", C: "cyan", W1: "white", W2: "white" })] };
    const after = (choice: string | undefined, positions?: string[]) =>
      effectsOfRun(
        { routine: shift, plan: runPlan(shift.steps ?? [], two), done: { trace: choice ? [{ step: "by", result: { choice } }] : [] } },
        { machine: two, shelf: [], isCheck: () => false, positions },
      );
    expect(after("one").positions).toEqual(["H1/K", "H1/W1", "H1/W2", "H1/C"]);
    expect(after("one", ["H1/K", "H1/W1", "H1/W2", "H1/C"]).positions).toEqual(["H1/W1", "H1/W2", "H1/K", "H1/C"]);
    expect(followingEntries({ routine: shift }, after("one"))).toContainEqual({
      kind: "positions",
      body: { order: ["H1/K", "H1/W1", "H1/W2", "H1/C"] },
    });
    expect(after(undefined).positions).toBeNull();
  });
  test("what somebody corrected at the end is what leaves the shelf", () => {
    const { run, effects } = ofRun(routine({}), { trace: whole });
    const [first] = effects.takes;
    const takes = first ? [{ ...first, lines: [{ item: "swab", amount: 5, unit: "pieces" as const, planned: 3 }] }] : [];
    expect(followingEntries(run, effects, { takes })[0]?.body).toMatchObject({ lines: [{ amount: 5, planned: 3 }] });
    expect(followingEntries(run, effects, { takes: [] })).toEqual([]);
  });
  test("a shop's own routine that takes a built-in one's place keeps what that does, unless it says otherwise", () => {
    const book = routineBook([
      { id: "R53", name: "Our flush" },
      { id: "R45", name: "Our emptying", effects: { whileAsleep: true } },
    ]);
    expect(book.get("R53")).toMatchObject({ name: "Our flush", effects: { sleeps: "full", beginsEmpty: true } });
    expect(book.get("R45")?.effects).toEqual({ whileAsleep: true });
    const { effects } = ofRun(book.get("R53") as Routine, { answers: {} });
    expect(effects).toMatchObject({ sleeps: "full", wakes: false });
  });
});

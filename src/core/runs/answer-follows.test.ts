import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import { routineBook } from "../routines/assigned.ts";
import type { Step } from "../routines/step.ts";
import { callsFor, stepFollows } from "./answer-follows.ts";
import type { RunBody } from "./events.ts";
import { capAnswer, cappedAnswer, knownAnswer } from "./known.ts";
import { type PlannedStep, runPlan } from "./plan.ts";
import { practisedOf } from "./practised.ts";
import { type RunState, runState } from "./run.ts";
import { openWords } from "./run-facts.ts";

const book = routineBook();
const machine: Machine = {
  id: "m",
  name: "M",
  class: "dtf",
  since: "2026-01-01",
  heads: [head("H1", { K: "black", C: "cyan" }), head("H2", { W1: "white" })],
};
const stepsOf = (id: string) => book.get(id)?.steps ?? [];

/** A run of steps as far as told. */
function runOf(plan: readonly PlannedStep[], ...bodies: RunBody[]): RunState {
  const start: RunBody = { event: "start", form: "guided", version: "v", gear: true };
  const events = [start, ...bodies].map((body, index) => ({ id: String(index), at: index * 60_000, person: "bram", body }));
  const state = runState(plan, machine, events);
  if (!state) throw new Error("no run");
  return state;
}
const did = (step: string, choice?: string): RunBody => ({ event: "step", step, ...(choice ? { result: { choice } } : {}) });

describe("what follows from an answer", () => {
  const around = { routine: { id: "R36", name: "Cap seal test" }, book, machine: {}, today: "2026-11-30" };
  const look = (choices: Extract<Step, { kind: "look" }>["choices"]): PlannedStep => ({
    kind: "look",
    id: "l",
    at: "l",
    text: "Look.",
    choices,
  });
  test("a sign is reported, and the routine that it calls for is work of today, named by what was seen", () =>
    expect(
      stepFollows(look([{ id: "dry", text: "Dry: it leaks", reports: "all-poor-after-load", calls: "R37" }]), { choice: "dry" }, around),
    ).toEqual([
      { kind: "sign", body: { sign: "all-poor-after-load", note: "seen in Cap seal test" } },
      {
        kind: "one-off",
        body: { title: "Cap service", on: "2026-11-30", minutes: 40, routine: "R37", calledIn: "R36", note: "Dry: it leaks" },
      },
    ]));
  test("nothing follows from an answer that says nothing, or that calls for what the shop has not got", () => {
    expect(stepFollows(look([{ id: "a", text: "Good" }]), { choice: "a" }, around)).toEqual([]);
    expect(stepFollows(look([{ id: "a", text: "Good", calls: "R37" }]), undefined, around)).toEqual([]);
    expect(stepFollows(look([{ id: "a", text: "Bad", calls: "house-gone" }]), { choice: "a" }, around)).toEqual([]);
  });
  test("waste that was emptied is on record at once: what was in it, never more than it holds, and where it went", () => {
    const step = runPlan(stepsOf("R53"), { ...machine, waste: [{ id: "b", kind: "bottle", volumeMl: 2000, limitMl: 1700 }] }).find(
      ({ at }) => at === "waste-second",
    ) as PlannedStep;
    const bottle = { ...around, machine: { waste: [{ id: "b", kind: "bottle" as const, volumeMl: 2000, limitMl: 1700 }] } };
    expect(stepFollows(step, { value: 1450 }, { ...bottle, into: "drum" })).toEqual([
      { kind: "vessel", body: { vessel: "b", event: "emptied", beforeMl: 1450, ml: 0, into: "drum" } },
    ]);
    expect(stepFollows(step, { value: 9000 }, bottle)[0]?.body).toMatchObject({ beforeMl: 2000 });
    expect(stepFollows(step, { value: 1450 }, around)).toEqual([]);
  });
  test("only what an answer of the routine names may be called for by it, at any depth", () => {
    expect(callsFor(stepsOf("R36"), "R37")).toBe(true);
    expect(callsFor(stepsOf("R36"), "R39")).toBe(false);
    const step: Step = { kind: "look", id: "l", text: "Look.", choices: [{ id: "bad", text: "Bad", calls: "R32" }] };
    expect(callsFor([{ kind: "repeat", id: "r", each: "head", steps: [step] }], "R32")).toBe(true);
  });
  test("every routine that a built-in answer calls for is there, and goes with its kind of machine", () => {
    const called = [...book.values()].flatMap(({ id, steps = [] }) =>
      [...book.keys()].flatMap((other) => (callsFor(steps, other) ? [`${id} calls ${other}`] : [])),
    );
    expect(called).toEqual(expect.arrayContaining(["R36 calls R37", "R05 calls R36", "R17 calls R37", "R48 calls R32", "R13 calls R46"]));
  });
});

describe("an answer that ends the run", () => {
  const plan = runPlan(stepsOf("R33"), machine);
  test("nothing is left to do, it can't be ended as done, and it is given up with what is missing", () => {
    const state = runOf(plan, did("kit", "short"));
    expect(state).toMatchObject({ now: null, endsFor: "a part of the kit is missing", status: "running" });
    expect(runOf(plan, did("kit", "short"), { event: "end" })).toMatchObject({ status: "running", strays: ["2"] });
    expect(runOf(plan, did("kit", "short"), { event: "abandon", reason: "no pads" })).toMatchObject({ status: "abandoned" });
  });
  test("gone back from, the run goes on", () => {
    const state = runOf(plan, did("kit", "short"), { event: "back" });
    expect([state.endsFor, state.now?.at]).toEqual([null, "kit"]);
    expect(runOf(plan, did("kit", "all")).now?.at).toBe("safe");
  });
});

describe("what is open, singly", () => {
  const clip: Step = { kind: "do", id: "open", text: "Open.", each: "line", owes: { id: "clip", words: "a clip is open" } };
  const shut: Step = { kind: "do", id: "shut", text: "Shut.", each: "line", settles: "clip" };
  const cover: Step = { kind: "do", id: "cover", text: "Off.", owes: { id: "cover", words: "the cover is off" } };
  const all: Step = { kind: "do", id: "all", text: "All shut.", settles: "clip" };
  const plan = runPlan([cover, clip, shut, all], machine);
  const opened = [did("cover"), did("open@H1/K"), did("open@H1/C"), did("open@H2/W1")];
  test("three clips are three, each closed by its own step", () => {
    expect(runOf(plan, ...opened).owed.map(({ id }) => id)).toEqual(["cover", "clip@H1/K", "clip@H1/C", "clip@H2/W1"]);
    expect(runOf(plan, ...opened, did("shut@H1/K")).owed.map(({ id, on }) => [id, on])).toEqual([
      ["cover", undefined],
      ["clip@H1/C", "H1/C"],
      ["clip@H2/W1", "H2/W1"],
    ]);
  });
  test("a step of none of them closes all of its kind; one put right by hand is one less", () => {
    const passed = ["shut@H1/K", "shut@H1/C", "shut@H2/W1"].map((step): RunBody => ({ event: "pass", step, reason: "later" }));
    expect(runOf(plan, ...opened, ...passed).owed).toHaveLength(4);
    expect(runOf(plan, ...opened, ...passed, did("all")).owed.map(({ id }) => id)).toEqual(["cover"]);
    expect(runOf(plan, ...opened, { event: "settle", owed: "clip@H1/C" }).owed.map(({ id }) => id)).not.toContain("clip@H1/C");
    // A sheet or an earlier build names the kind alone.
    expect(runOf(plan, ...opened, { event: "settle", owed: "clip" }).owed.map(({ id }) => id)).toEqual(["cover"]);
  });
  test("is said in one line a kind", () =>
    expect(openWords(runOf(plan, ...opened).owed)).toEqual(["the cover is off", "a clip is open: H1/K, H1/C, H2/W1"]));
});

test("practised is who has enough clean runs of the steps as they are now", () => {
  const runs = (person: string, version: string, count: number) => ({ person, routine: "R10", version, runs: count });
  const versions = new Map([["R10", "new"]]);
  expect(practisedOf([runs("bram", "new", 3), runs("ilse", "new", 2), runs("wren", "old", 9)], versions, 3)).toEqual({ bram: ["R10"] });
  expect(practisedOf([runs("ilse", "new", 2)], versions, 2)).toEqual({ ilse: ["R10"] });
});

describe("what is known already", () => {
  const step = (id: string, at: string) => runPlan(stepsOf(id), machine).find((each) => each.at === at) as PlannedStep;
  test("is the answer of the step that asks for it", () => {
    const known = { gap: { choice: "long", words: "5 days" }, stored: { choice: "full", words: "since Monday" } };
    expect(knownAnswer(step("R10", "gap"), known)).toEqual({ choice: "long", words: "5 days" });
    expect(knownAnswer(step("R55", "stored"), known)?.choice).toBe("full");
  });
  test("water lasts as long as the shop's bound says, to the hour; without a bound it always does", () => {
    expect((["night", "wet", "solution", "full"] as const).map(capAnswer)).toEqual(["short", "short", "long", "long"]);
    expect([cappedAnswer("wet", 9, 72), cappedAnswer("wet", 90, 72), cappedAnswer("solution", 9, 72)]).toEqual(["water", "other", "other"]);
  });
  test("of others, of an answer that is not offered, and of nothing known it is none", () => {
    expect(knownAnswer(step("R10", "sits"), { gap: { choice: "long", words: "" } })).toBeUndefined();
    expect(knownAnswer(step("R10", "gap"), { gap: { choice: "weeks", words: "" } })).toBeUndefined();
    expect(knownAnswer(step("R10", "gap"), undefined)).toBeUndefined();
    expect(knownAnswer(step("R10", "water"), { gap: { choice: "long", words: "" } })).toBeUndefined();
  });
});

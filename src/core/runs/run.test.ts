import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { choices, head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Step } from "../routines/step.ts";
import { STEPS } from "../routines/steps/steps.ts";
import type { RunBody, RunEvent } from "./events.ts";
import { holds, runPlan } from "./plan.ts";
import { holdsPower, missing, type RunState, resultProblem, runState } from "./run.ts";
import { ahead, calledAndDone, firstActAt } from "./run-facts.ts";
import { stepsVersion } from "./version.ts";

const MINUTE = 60_000;
const machine: Machine = {
  id: "sprat",
  name: "Sprat",
  class: "dtf",
  family: "dtf-roll",
  since: "2025-01-01",
  heads: [head("H1", { K: "black" }), head("H2", { W1: "white", W2: "white" })],
  parts: [{ id: "cap", kind: "cap" }],
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
};

/** Events one minute apart, unless a time in minutes stands before them. */
function events(...bodies: (RunBody | [minutes: number, body: RunBody])[]): RunEvent[] {
  let at = 0;
  return bodies.map((each, index) => {
    const [minutes, body] = Array.isArray(each) ? each : [at + 1, each];
    at = minutes;
    return { id: `event-${index}`, at: at * MINUTE, person: "bram", body };
  });
}
const start = (form: "guided" | "short" = "guided"): RunBody => ({ event: "start", form, version: "1" });
const step = (id: string, result?: Extract<RunBody, { event: "step" }>["result"]): RunBody => ({
  event: "step",
  step: id,
  ...(result ? { result } : {}),
});
const state = (steps: readonly Step[], list: RunEvent[]): RunState => {
  const found = runState(runPlan(steps, machine), machine, list);
  if (!found) throw new Error("the run has not begun");
  return found;
};

const STEPS_OF_ALL_KINDS: readonly Step[] = [
  {
    kind: "decide",
    id: "how",
    text: "How?",
    choices: choices(["pump", "Pump"], ["syringe", "Syringe"]),
  },
  { kind: "confirm", id: "second", text: "Who?", by: "second", when: { recorded: "how", is: "syringe" } },
  { kind: "do", id: "open", text: "Open.", owes: { id: "lid", words: "the lid is open" } },
  { kind: "do", id: "swab", text: "Swab.", each: "head" },
  {
    kind: "window",
    id: "w",
    text: "Position held",
    withinMinutes: 3,
    steps: [
      { kind: "do", id: "hold-it", text: "Hold." },
      { kind: "found", id: "found", text: "How found?", part: "cap" },
    ],
  },
  { kind: "hold", id: "drain", text: "Drain.", until: "Clear", thenSeconds: 30 },
  { kind: "wait", id: "soak", text: "Soak.", waitMinutes: 10 },
  { kind: "measure", id: "level", text: "Read.", what: "level", unit: "mL", min: 0, max: 2000 },
  {
    kind: "look",
    id: "seal",
    text: "Sealed?",
    choices: choices(["yes", "Yes"], ["no", "No", "swab"]),
  },
  { kind: "do", id: "shut", text: "Shut.", settles: "lid" },
  { kind: "do", id: "on", text: "On.", powersOn: true },
];

describe("a guided run", () => {
  test("goes step by step: conditions, repeats for each head, a window's clock, a hold's seconds, a wait's timer, to its end", () => {
    const upTo = (count: number) => state(STEPS_OF_ALL_KINDS, all.slice(0, count));
    const all = events(
      start(),
      step("how", { choice: "syringe" }),
      step("second", { by: "ilse" }),
      step("open"),
      step("swab@H1"),
      step("swab@H2"),
      step("hold-it"),
      step("found", { found: "heavy" }),
      { event: "clear", step: "drain" },
      step("drain"),
      [20, step("soak")],
      step("level", { value: 640 }),
      step("seal", { choice: "yes" }),
      step("shut"),
      step("on"),
      { event: "end" },
    );
    expect(all.map((_, index) => upTo(index + 1).now?.at ?? null)).toEqual([
      "how",
      "second",
      "open",
      "swab@H1",
      "swab@H2",
      "hold-it",
      "found",
      "drain",
      "drain",
      "soak",
      "level",
      "seal",
      "shut",
      "on",
      null,
      null,
    ]);
    expect(upTo(4).owed).toEqual([{ id: "lid", words: "the lid is open", step: "open", since: 4 * MINUTE }]);
    // Reached at 6 minutes, its first act done at 7: three minutes from then.
    expect(upTo(6)).toMatchObject({ now: { at: "hold-it" }, window: null });
    expect(upTo(7).window).toEqual({ text: "Position held", startedAt: 7 * MINUTE, endsAt: 10 * MINUTE });
    expect(upTo(8).window).toBeNull();
    expect(upTo(8).timer).toBeNull();
    expect(upTo(9).timer).toMatchObject({ step: "drain", endsAt: 9 * MINUTE + 30_000 });
    expect(upTo(10).timer).toMatchObject({ step: "soak", endsAt: 20 * MINUTE });
    // A decision and a second person do nothing at the machine; opening it does.
    const acted = (count: number) => firstActAt(runPlan(STEPS_OF_ALL_KINDS, machine), upTo(count).trace);
    expect([acted(3), acted(4)]).toEqual([undefined, 4 * MINUTE]);
    // What no answer has decided yet is left out, what is done too.
    const after = (count: number) => {
      const now = upTo(count);
      return ahead(now, runPlan(STEPS_OF_ALL_KINDS, machine), machine).map(({ at }) => at);
    };
    expect(after(1)).not.toContain("second");
    expect(after(2)[0]).toBe("second");
    expect(after(14)).toEqual(["on"]);
    expect(after(15)).toEqual([]);
    expect(upTo(16)).toMatchObject({ status: "ended", strays: [], owed: [] });
    expect(upTo(16).trace.find(({ step: id }) => id === "soak")?.tookSeconds).toBe(600);
  });
  test("a choice may lead back: the steps between are done once more", () => {
    const looped = events(
      start(),
      step("how", { choice: "pump" }),
      step("open"),
      step("swab@H1"),
      step("swab@H2"),
      step("hold-it"),
      step("found", { found: "clean" }),
      { event: "clear", step: "drain" },
      step("drain"),
      step("soak"),
      step("level", { value: 1 }),
      step("seal", { choice: "no" }),
    );
    expect(state(STEPS_OF_ALL_KINDS, looped).now?.at).toBe("swab@H1");
  });
  test("what is out of turn, of no choice, or out of its limits is a stray and changes nothing", () => {
    const odd = events(
      start(),
      step("open"),
      step("how", { choice: "spoon" }),
      step("how"),
      { event: "settle", owed: "lid" },
      { event: "end" },
    );
    expect(state(STEPS_OF_ALL_KINDS, odd)).toMatchObject({
      now: { at: "how" },
      strays: ["event-1", "event-2", "event-3", "event-4", "event-5"],
    });
    const [measure] = runPlan(STEPS_OF_ALL_KINDS, machine).filter(({ kind }) => kind === "measure");
    expect(measure && resultProblem(measure, { value: 2001 })).toContain("between 0 and 2000 mL");
    expect(measure && resultProblem(measure, undefined)).toContain("in mL");
  });
  test("while anything is owed there is no power on, no end and no giving up; a step left out leaves it owed until it is put right", () => {
    const steps: readonly Step[] = [
      { kind: "do", id: "in", text: "Towel in.", owes: { id: "towel", words: "the towel lies there" } },
      { kind: "do", id: "out", text: "Towel out.", settles: "towel" },
      { kind: "do", id: "on", text: "On.", powersOn: true },
    ];
    const left = events(
      start(),
      step("in"),
      { event: "pass", step: "out", reason: "called away" },
      step("on"),
      { event: "end" },
      { event: "abandon", reason: "x" },
    );
    const owing = state(steps, left);
    expect(owing).toMatchObject({ status: "running", now: { at: "on" }, strays: ["event-3", "event-4", "event-5"] });
    expect(owing.owed.map(({ id }) => id)).toEqual(["towel"]);
    const righted = state(steps, [...left.slice(0, 3), ...events([9, { event: "settle", owed: "towel" }], step("on"), { event: "end" })]);
    expect(righted).toMatchObject({ status: "ended", owed: [] });
  });
  test("back takes the last step's doing away, and what it opened; stop and resume keep the place; a hand-over changes who", () => {
    const steps = STEPS.R21 ?? [];
    const parked = [start(), step("room", { choice: "room" }), step("means", { choice: "pump" }), step("wring")];
    const back = state(steps, events(...parked, step("park"), { event: "back" }));
    expect(back).toMatchObject({ now: { at: "park" }, owed: [] });
    const stopped = state(steps, events(...parked, { event: "stop", reason: "fire drill" }));
    expect(stopped).toMatchObject({ status: "stopped", stoppedFor: "fire drill", now: { at: "park" } });
    const handed = state(steps, events(start(), { event: "hand", to: "ilse" }));
    expect(handed.person).toBe("ilse");
  });
});

test("a short form takes its readings in any order and ends when all are in; what they make needless is not asked", () => {
  const steps = STEPS.R08 ?? [];
  const plan = runPlan(steps, machine);
  const half = state(steps, events(start("short"), step("room", { choice: "room" }), { event: "end" }));
  expect(half.status).toBe("running");
  expect(missing(half, plan, machine).map(({ at }) => at)).toEqual(["level"]);
  expect(
    state(steps, events(start("short"), step("room", { choice: "room" }), step("level", { value: 600 }), { event: "end" })).status,
  ).toBe("ended");
});

test("what an answer leads past is not asked of a short form", () => {
  const steps: Step[] = [
    {
      kind: "look",
      id: "head",
      text: "How is it?",
      choices: choices(["clean", "Clean", "back"], ["dirty", "Dirty"]),
    },
    { kind: "found", id: "found", text: "How dirty?", part: "head" },
    { kind: "do", id: "back", text: "Back in." },
  ];
  const asked = (choice: string) =>
    missing(state(steps, events(start("short"), step("head", { choice }))), runPlan(steps, machine), machine).map(({ at }) => at);
  expect(asked("clean")).toEqual([]);
  expect(asked("dirty")).toEqual(["found"]);
});

test("conditions ask the machine and what was recorded", () => {
  const recorded = (id: string) => (id === "found" ? "clean" : undefined);
  expect(holds({ part: "cap" }, machine, recorded)).toBe(true);
  expect(holds({ all: [{ waste: "bottle" }, { not: { recorded: "found", is: "heavy" } }] }, machine, recorded)).toBe(true);
  expect(holds({ any: [{ ability: "jig-clean" }, { policy: "cap", is: "dry" }] }, machine, recorded)).toBe(false);
  expect(runPlan([{ kind: "do", id: "a", text: "A", each: "white-channel" }], machine).map(({ at }) => at)).toEqual(["a@H2/W1", "a@H2/W2"]);
});

describe("whatever happens", () => {
  const body = fc.oneof(
    fc.constantFrom(...runPlan(STEPS_OF_ALL_KINDS, machine)).chain((planned) =>
      fc.record({
        event: fc.constant("step" as const),
        step: fc.constant(planned.at),
        result: fc.record({
          choice: fc.constantFrom("pump", "syringe", "yes", "no"),
          found: fc.constant("some" as const),
          value: fc.integer({ min: -5, max: 2500 }),
          by: fc.constant("ilse"),
          check: fc.constant("c"),
        }),
      }),
    ),
    fc.constantFrom<RunBody>(
      { event: "back" },
      { event: "end" },
      { event: "clear", step: "drain" },
      { event: "settle", owed: "lid" },
      { event: "stop", reason: "r" },
      { event: "resume" },
      { event: "abandon", reason: "r" },
      { event: "pass", step: "shut", reason: "r" },
    ),
  );
  test("a run that ended owes nothing; a stray changes nothing; replaying is the same again", () => {
    fc.assert(
      fc.property(fc.array(body, { maxLength: 60 }), (bodies) => {
        const list = events(start(), ...(bodies as RunBody[]));
        const after = state(STEPS_OF_ALL_KINDS, list);
        if (after.status === "ended" || after.status === "abandoned") expect(after.owed).toEqual([]);
        const withoutStrays = list.filter(({ id }) => !after.strays.includes(id));
        const { strays: _strays, ...again } = state(STEPS_OF_ALL_KINDS, withoutStrays);
        const { strays: _own, ...whole } = after;
        expect(again).toEqual(whole);
      }),
      { numRuns: 300 },
    );
  });
});

test("a called routine counts as done where its steps were done; what a picture is of is no routine", () => {
  const plan = runPlan(
    [
      { kind: "photo", id: "picture", text: "A picture.", of: "cap", optional: true },
      { kind: "do", id: "c.a", text: "A.", routine: "R10" },
      { kind: "do", id: "d.b", text: "B.", routine: "R30" },
      { kind: "do", id: "e.c", text: "C.", routine: "R08" },
    ],
    machine,
  );
  const step = (at: string, passed?: string) => ({ step: at, at: 0, person: null, tookSeconds: 1, ...(passed ? { passed } : {}) });
  expect(calledAndDone(plan, [step("picture"), step("c.a"), step("d.b", "no time")])).toEqual(["R10"]);
});

describe("a version", () => {
  test("a mark of their content: another word, another mark", () => {
    expect(stepsVersion([{ kind: "do", id: "a", text: "A." }])).not.toBe(stepsVersion([{ kind: "do", id: "a", text: "B." }]));
    expect(stepsVersion([{ id: "a", text: "A.", kind: "do" }])).toBe(stepsVersion([{ kind: "do", id: "a", text: "A." }]));
    expect(stepsVersion(STEPS.R21 ?? [])).toMatch(/^[0-9a-f]{16}$/);
  });
});

test("a step that switches the power on waits for all that is open but what it closes itself", () => {
  const [lid, wiper] = [
    { id: "lid", words: "the lid is open", step: "a", since: 0 },
    { id: "wiper", words: "the wiper is up", step: "b", since: 0 },
  ];
  expect(holdsPower({ powersOn: true, settles: "wiper" }, [lid, wiper])).toEqual([lid]);
  expect(holdsPower({ powersOn: true, settles: "wiper" }, [wiper])).toEqual([]);
  expect(holdsPower({ settles: "wiper" }, [lid])).toEqual([]);
});

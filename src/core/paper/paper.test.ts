import { describe, expect, test } from "vitest";
import { choices, head } from "../../../tests/fixtures/machine.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Step } from "../routines/step.ts";
import type { RunEvent } from "../runs/events.ts";
import { runPlan } from "../runs/plan.ts";
import { runState } from "../runs/run.ts";
import { paperPlan, sheetLines, shortLines } from "./sheet.ts";
import { minuteOfDay, NO_PICTURE, NOT_TICKED, type TypedWork, typedEvents } from "./typed.ts";

const machine: Machine = {
  id: "m",
  name: "M",
  class: "wide",
  family: "solvent",
  since: "2026-01-01",
  heads: [head("H1", { K: "black" }), { id: "H2" }],
  parts: [{ id: "rail", kind: "rail" }],
};
const steps: Step[] = [
  { kind: "do", id: "off", text: "Take the rail off.", owes: { id: "rail", words: "the rail is off" } },
  { kind: "found", id: "how", text: "How is it?", part: "cap" },
  { kind: "do", id: "swab", text: "Swab.", each: "head", uses: [{ item: "sticks", amount: 2, unit: "pieces" }] },
  {
    kind: "decide",
    id: "again",
    text: "Clean?",
    choices: choices(["yes", "Yes"], ["no", "No, again", "swab"]),
  },
  { kind: "do", id: "pool", text: "Dab it dry.", when: { recorded: "how", is: "pooling" } },
  { kind: "do", id: "circulate", text: "Circulate.", when: { ability: "white-circulation" } },
  { kind: "do", id: "one-head", text: "The only head.", when: { not: { headsAtLeast: 2 } } },
  {
    kind: "window",
    id: "held",
    text: "The position is held.",
    withinMinutes: 3,
    steps: [
      { kind: "do", id: "first", text: "First." },
      { kind: "do", id: "second", text: "Second." },
    ],
  },
  { kind: "measure", id: "level", text: "Read it.", what: "level", unit: "mL", min: 0, max: 100 },
  { kind: "hold", id: "clear", text: "Pump.", until: "It is clear", thenSeconds: 5 },
  { kind: "wait", id: "wait", text: "It cleans.", waitMinutes: 5 },
  { kind: "photo", id: "photo", text: "A picture.", of: "cap" },
  { kind: "do", id: "on", text: "Rail back.", settles: "rail" },
  { kind: "confirm", id: "look", text: "A second look.", by: "second" },
];
const plan = paperPlan(runPlan(steps, machine), machine);

describe("the lines of a sheet", () => {
  const lines = sheetLines(plan);
  test("stand in order, numbered, once for each head; what can't come up at this machine is not printed", () => {
    expect(lines.map(({ number, at }) => `${number} ${at}`)).toEqual(
      ["off", "how", "swab@H1", "swab@H2", "again", "pool", "first", "second", "level", "clear", "wait", "photo", "on", "look"].map(
        (at, index) => `${index + 1} ${at}`,
      ),
    );
  });
  test("say where a choice leads, what asks for them, which line closes what they open", () => {
    expect(lines[4]?.box).toEqual({
      kind: "choice",
      options: [
        { id: "yes", text: "Yes" },
        { id: "no", text: "No, again", goes: 3 },
      ],
    });
    expect(lines[5]?.only).toBe("line 2: “pooling”");
    expect(lines[0]?.opens).toEqual({ words: "the rail is off", closedBy: 13 });
    expect(lines[2]?.uses).toEqual(["sticks: 2"]);
  });
  test("a window has its bar from its first to its last line, with times at both", () => {
    expect(lines.filter(({ window }) => window).map(({ at, timed, window }) => [at, timed, window?.begins, window?.ends])).toEqual([
      ["first", true, true, false],
      ["second", true, false, true],
    ]);
  });
  test("each kind of step has its box", () => {
    expect(Object.fromEntries(lines.map(({ at, box }) => [at, box.kind]))).toMatchObject({
      off: "tick",
      how: "choice",
      level: "number",
      clear: "hold",
      wait: "wait",
      photo: "tick",
      look: "name",
    });
    expect(shortLines(plan).map(({ at }) => at)).toEqual(["how", "again", "level", "photo", "look"]);
  });
});

const typed = (rest: Partial<TypedWork> = {}): TypedWork => ({
  work: 0,
  outcome: "done",
  from: "22:50",
  to: "00:20",
  gear: true,
  lines: [
    { at: "off" },
    { at: "how", result: { found: "some" } },
    { at: "swab@H1", time: "23:10" },
    { at: "again", result: { choice: "yes" } },
    { at: "first", time: "23:55" },
    { at: "second", time: "00:01" },
    { at: "level", result: { value: 40 } },
    { at: "clear", seconds: 95 },
    { at: "wait" },
    { at: "photo" },
    { at: "on" },
    { at: "look", result: { by: "ilse" } },
  ],
  ...rest,
});
const start = { version: "v", whole: true };
const eventsOf = (work: TypedWork): RunEvent[] => {
  const read = typedEvents(plan, work, start);
  if ("problems" in read) throw new Error(JSON.stringify(read.problems));
  return read.events.map(({ time, body }, index) => ({
    id: String(index).padStart(3, "0"),
    at: minuteOfDay(time) * 60_000,
    person: "bram",
    body,
  }));
};
const problemsOf = (work: TypedWork) => {
  const read = typedEvents(plan, work, start);
  return "problems" in read ? read.problems.map(({ line, message }) => `${line}: ${message}`) : [];
};

describe("what was written, typed in", () => {
  test("is a run that ended: times as they were, past midnight too; the hold's seconds; what was not ticked left out", () => {
    const state = runState(plan, machine, eventsOf(typed()));
    expect(state).toMatchObject({ status: "ended", form: "paper", gear: true, owed: [], strays: [] });
    expect(state?.trace.map(({ step, passed }) => (passed ? `${step}: ${passed}` : step))).toEqual([
      "off",
      "how",
      "swab@H1",
      `swab@H2: ${NOT_TICKED}`,
      "again",
      "first",
      "second",
      "level",
      "clear",
      "wait",
      `photo: ${NO_PICTURE}`,
      "on",
      "look",
    ]);
    expect(state?.trace.find(({ step }) => step === "clear")?.tookSeconds).toBe(95);
    const at = (step: string) => state?.trace.find((each) => each.step === step)?.at;
    expect(at("how")).toBe(minuteOfDay("22:50") * 60_000);
    expect(at("second")).toBe(minuteOfDay("00:01") * 60_000);
    expect(at("wait")).toBe(at("second"));
  });
  test("what it leaves open keeps the run from its end, until it is put right", () => {
    const open = typed({ lines: typed().lines.filter(({ at }) => at !== "on") });
    expect(runState(plan, machine, eventsOf(open))).toMatchObject({ status: "running", owed: [{ id: "rail" }] });
    expect(runState(plan, machine, eventsOf({ ...open, settled: ["rail"] }))?.status).toBe("ended");
  });
  test("a sheet that was not finished is a run given up, with its reason", () => {
    const half = typed({ outcome: "not-finished", reason: "called away", lines: [{ at: "how", result: { found: "clean" } }] });
    expect(runState(plan, machine, eventsOf(half))).toMatchObject({ status: "abandoned", stoppedFor: "called away" });
  });
  test.each<[string, Partial<TypedWork>, string[]]>([
    [
      "times that go back",
      {
        lines: [
          { at: "off", time: "23:30" },
          { at: "level", time: "23:10", result: { value: 1 } },
        ],
      },
      ["9: ", "23:10 is before 23:30"],
    ],
    ["an end before its last line", { to: "23:00" }, ["the end at 23:00 is before 00:01"]],
    ["a number out of bounds", { lines: [{ at: "level", result: { value: 400 } }] }, ["between 0 and 100 mL"]],
    ["an answer that is none of those printed", { lines: [{ at: "again", result: { choice: "maybe" } }] }, ["none of those offered"]],
    ["a step that is not on it", { lines: [{ at: "dance" }] }, ["no step “dance”"]],
  ])("%s: said with the line", (_, rest, parts) => {
    const said = problemsOf(typed(rest)).join("\n");
    for (const part of parts) expect(said).toContain(part);
  });
  test("a shift's line takes readings only, as a short form does", () => {
    const read = typedEvents(
      plan.filter(({ id }) => id === "level"),
      typed({ from: undefined, to: "07:10", lines: [{ at: "level", result: { value: 3 } }] }),
      {
        version: "v",
        whole: false,
        key: "m/R08/2026-11-25/midday",
      },
    );
    expect(read).toMatchObject({
      events: [
        { time: "07:10", body: { event: "start", form: "short", key: "m/R08/2026-11-25/midday" } },
        { body: { event: "step", step: "level" } },
        { body: { event: "end" } },
      ],
    });
  });
});

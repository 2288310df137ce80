import { describe, expect, test } from "vitest";
import {
  type ChannelCheck,
  checkState,
  DEFAULT_READINESS,
  machineState,
  printsUntil,
  type ReadinessFacts,
  readinessSettings,
} from "./readiness.ts";
import { stateSentence } from "./state-sentence.ts";

/** The words of a machine's state (common practice, no source). */

const at = (time: string) => new Date(`2026-11-25T${time}:00Z`);
const channel = (id: string, rest: Partial<ChannelCheck> = {}): ChannelCheck => ({
  id,
  missing: 0,
  weak: 0,
  deflected: 0,
  neighbours: false,
  ...rest,
});
const facts = (channels: ChannelCheck[], rest: Partial<ReadinessFacts> = {}): ReadinessFacts => ({
  now: at("09:00"),
  today: "2026-11-25",
  printsChecks: true,
  asleep: false,
  channels: channels.map(({ id }) => id),
  check: { at: at("07:10"), day: "2026-11-25", channels, entry: "e" },
  ...rest,
});
const word = (given: ReadinessFacts, settings = DEFAULT_READINESS) => machineState(given, settings).word;

describe("readiness", () => {
  test.each<[string, ChannelCheck[], string]>([
    ["none missing", [channel("H1/K"), channel("H1/C")], "Ready"],
    ["one single miss", [channel("H1/K", { missing: 1 })], "With care"],
    ["two single misses", [channel("H1/K", { missing: 2 })], "With care"],
    ["two side by side", [channel("H1/K", { missing: 2, neighbours: true })], "Hold"],
    ["three", [channel("H1/K", { missing: 3 })], "Hold"],
    ["weak and deflected count half", [channel("H1/K", { missing: 1, weak: 1, deflected: 1 })], "With care"],
    ["and half more is too many", [channel("H1/K", { missing: 1, weak: 2, deflected: 1 })], "Hold"],
    ["two a head over all its channels", [channel("H1/K", { missing: 2 }), channel("H1/C", { missing: 1 })], "Hold"],
    ["on two heads they are counted apart", [channel("H1/K", { missing: 2 }), channel("H2/W", { missing: 2 })], "With care"],
    ["a dozen over the check", ["a", "b", "c", "d", "e", "f"].map((id) => channel(`H1/${id}`, { missing: 2 })), "Hold"],
    ["the worst channel speaks", [channel("H1/K"), channel("H1/C", { missing: 9 })], "Hold"],
    ["a whole channel gone", [channel("H1/K", { gone: true })], "Hold"],
    ["varnish not read is no fault", [channel("H1/K"), channel("H3/V", { unread: true })], "Ready"],
    ["nothing read at all", [channel("H3/V", { unread: true })], "Unchecked"],
  ])("%s", (_name, channels, expected) => {
    expect(word(facts(channels))).toBe(expected);
  });

  test("from 95 % of its nozzles on a channel is all out, and the sentence sends to ink, line, damper, seal", () => {
    const state = machineState(facts([channel("H1/K", { missing: 171 })], { nozzles: { "H1/K": 180 } }), DEFAULT_READINESS);
    expect(state.reasons[0]).toEqual({ kind: "gone", channel: "H1/K" });
    expect(stateSentence(state, "Europe/Lisbon")).toContain("ink, line, damper and cap seal");
  });

  test("a check loses its force: another day, a clean after it, idle longer than the class's setting", () => {
    const good = [channel("H1/K")];
    expect(word(facts(good, { check: undefined }))).toBe("Unchecked");
    expect(word(facts(good, { today: "2026-11-26" }))).toBe("Unchecked");
    expect(word(facts(good, { voided: { at: at("08:00"), what: "a head clean was run" } }))).toBe("Unchecked");
    expect(word(facts(good, { voided: { at: at("07:00"), what: "a head clean was run" } }))).toBe("Ready");
    expect(word(facts(good, { now: at("11:20") }), readinessSettings("uv"))).toBe("Unchecked");
    expect(word(facts(good, { now: at("11:00") }), readinessSettings("uv"))).toBe("Ready");
    expect(word(facts(good, { now: at("19:00") }), readinessSettings("dtf"))).toBe("Ready");
    expect(word(facts(good, { now: at("19:20") }), readinessSettings("dtf"))).toBe("Unchecked");
    expect(word(facts(good, { now: at("13:00"), busyUntil: at("10:00") }), readinessSettings("uv"))).toBe("Ready");
  });

  test("a release turns a hold into care, with its reason, until its time; a worse check after it holds again", () => {
    const bad = facts([channel("H1/K", { missing: 3 })], {
      release: { at: at("08:00"), until: at("12:00"), by: "Ottoline Marsh", reason: "only one-colour crates" },
    });
    expect(word(bad)).toBe("With care");
    expect(stateSentence(machineState(bad, DEFAULT_READINESS), "Europe/Lisbon")).toMatch(
      /^Allowed by Ottoline Marsh until 12:00: only one-colour crates; H1\/K: 3 out/,
    );
    expect(word({ ...bad, now: at("12:01") })).toBe("Hold");
    expect(word({ ...bad, check: { at: at("08:30"), day: "2026-11-25", channels: [channel("H1/K", { missing: 8 })], entry: "f" } })).toBe(
      "Hold",
    );
  });

  test("printing and asleep have their words; a class without checks is said to be one", () => {
    expect(word(facts([channel("H1/K")], { busyUntil: at("10:00") }))).toBe("Printing");
    expect(word(facts([channel("H1/K")], { asleep: true }))).toBe("Asleep");
    expect(machineState(facts([], { printsChecks: false, check: undefined }), DEFAULT_READINESS).reasons).toEqual([
      { kind: "no-check-class" },
    ]);
  });

  test("tolerances are settings: none for a big job, more where the house says so", () => {
    expect(word(facts([channel("H1/K", { missing: 1 })]), readinessSettings("dtf", [{ toleranceAChannel: 0, toleranceAHead: 0 }]))).toBe(
      "Hold",
    );
    expect(word(facts([channel("H1/K", { missing: 4 })]), readinessSettings("dtf", [{ toleranceAChannel: 4, toleranceAHead: 6 }]))).toBe(
      "With care",
    );
  });

  test("every word comes with a sentence", () => {
    for (const given of [
      facts([channel("H1/K")]),
      facts([channel("H1/K", { weak: 1 })]),
      facts([channel("H1/K", { missing: 2, neighbours: true })]),
      facts([], { check: undefined }),
      facts([], { asleep: true }),
    ])
      expect(stateSentence(machineState(given, DEFAULT_READINESS), "Europe/Lisbon")).toMatch(/^[A-Z].{10,}\.$/);
  });
});

describe("a sign that spoils work", () => {
  const good = [channel("H1/K")];
  const holdingSign = { sign: "colour-absent", at: at("08:20") };
  test("holds the machine whatever the check says, and says why first", () => {
    const state = machineState(facts(good, { holdingSign }), DEFAULT_READINESS);
    expect(state.word).toBe("Hold");
    expect(stateSentence(state, "UTC")).toBe("“A colour is gone” seen at 08:20; cause not known yet; all nozzles fired at 07:10.");
  });
  test("holds an unchecked machine too, but not one asleep or out of order", () => {
    expect(word(facts(good, { holdingSign, check: undefined }))).toBe("Hold");
    expect(word(facts(good, { holdingSign, asleep: true }))).toBe("Asleep");
    expect(word(facts(good, { holdingSign, outOfOrder: { since: "2026-11-24", symptom: "lamp" } }))).toBe("Out of order");
  });
  test("a release after it turns the hold into care, one before it does not", () => {
    const release = (time: string) => ({ at: at(time), until: at("18:00"), by: "Ottoline", reason: "outside the cut" });
    expect(word(facts(good, { holdingSign, release: release("08:30") }))).toBe("With care");
    expect(word(facts(good, { holdingSign, release: release("08:10") }))).toBe("Hold");
  });
});

test("a machine that somebody has open does not print, whatever was allowed, and says who and what", () => {
  const release = { at: at("08:00"), until: at("12:00"), by: "Ottoline", reason: "urgent" };
  const state = machineState(
    facts([channel("H1/K")], { release, atWork: { person: "Bram Teasel", routine: "Water cap", open: ["the head stands off its cap"] } }),
    DEFAULT_READINESS,
  );
  expect(state.word).toBe("Unchecked");
  expect(stateSentence(state, "Europe/London")).toBe("Bram Teasel is working on it (Water cap); still open: the head stands off its cap.");
});

test("a check alone gives the word of its worst channel, whatever else stands about the machine", () => {
  const read = (missing: number) => [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }];
  const word = (missing: number) =>
    checkState({ at: new Date("2026-11-25T09:00:00Z"), day: "2026-11-25", channels: read(missing), ids: ["H1/K"] }, DEFAULT_READINESS).word;
  expect([0, 2, 3].map(word)).toEqual(["Ready", "With care", "Hold"]);
});

test("a printed check ends the job that was said to print; one before it, or at its beginning, does not", () => {
  const [ten, eleven, noon] = ["10", "11", "12"].map((hour) => new Date(`2026-11-25T${hour}:00:00Z`)) as [Date, Date, Date];
  expect(printsUntil({ at: ten, until: noon }, eleven)).toBeUndefined();
  expect(printsUntil({ at: ten, until: noon }, ten)).toEqual(noon);
  expect(printsUntil({ at: eleven, until: noon }, ten)).toEqual(noon);
  expect(printsUntil({ at: ten, until: noon }, undefined)).toEqual(noon);
  expect(printsUntil(undefined, ten)).toBeUndefined();
});

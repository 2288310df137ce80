import { expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { printedSheet } from "../bench/print-check.ts";
import { recoverySums } from "./ladder/month.ts";
import { checksOf, headsOf, missingIn } from "./ladder/recovery.ts";
import { DEFAULT_LADDER, ladderProblems } from "./ladder/settings.ts";
import { actionWords } from "./ladder/words.ts";
import { dashesOf } from "./pattern.ts";
import { ALL_FIRING, DEFAULT_READINESS, faultCount } from "./readiness.ts";
import { stateReasonSentence } from "./state-sentence.ts";
import { isGone, outsideTolerance } from "./tolerance.ts";
import { usualPattern } from "./usual-pattern.ts";
import { verdictOf } from "./verdicts.ts";

/** An example of each function of the nozzle room that other rooms call. Tolerances: common practice, no source. */

const channel = (id: string, more: Partial<Record<keyof typeof ALL_FIRING, number | boolean>> = {}) =>
  ({ id, ...ALL_FIRING, ...more }) as { id: string } & typeof ALL_FIRING;

test("weak and deflected nozzles count half a missing one each", () => {
  expect(faultCount(channel("K", { missing: 2, weak: 1, deflected: 2 }))).toBe(3.5);
});
test("a channel is gone where it is said, or where nearly all of it is missing", () => {
  expect(isGone(channel("K", { gone: true }), 0.95)).toBe(true);
  expect(isGone(channel("K", { missing: 180 }), 0.95, { K: 180 })).toBe(true);
  expect(isGone(channel("K", { missing: 90 }), 0.95, { K: 180 })).toBe(false);
  // Without its number of nozzles only what was said counts.
  expect(isGone(channel("K", { missing: 180 }), 0.95)).toBe(false);
});
test.each<[string, Parameters<typeof channel>[1], boolean]>([
  ["two missing", { missing: 2 }, false],
  ["three missing", { missing: 3 }, true],
  ["two missing side by side", { missing: 2, neighbours: true }, true],
  ["five weak", { weak: 5 }, true],
  ["nothing read", { missing: 9, unread: true }, false],
])("%s keeps a machine from printing: by tolerance", (_, more, holds) => {
  expect(outsideTolerance([channel("H1/K", more)], DEFAULT_READINESS)).toEqual(holds ? ["H1/K"] : []);
});
test("the channels of one head are held against the head's tolerance together", () => {
  const two = [channel("H1/K", { missing: 2 }), channel("H1/C", { missing: 1 })];
  expect(outsideTolerance(two, DEFAULT_READINESS)).toEqual(["H1/K", "H1/C"]);
  expect(outsideTolerance([two[0] as never, channel("H2/C", { missing: 1 })], DEFAULT_READINESS)).toEqual([]);
});
test("a nozzle's verdict is the list that it stands in", () => {
  const which = { missing: [3], weak: [7], deflected: [] };
  expect([3, 7, 8].map((nozzle) => verdictOf(which, nozzle))).toEqual(["missing", "weak", "good"]);
});
test("of what was done, the checks; of a check, what is missing in some channels; of channels, their heads", () => {
  const check = { kind: "check" as const, at: 0, entry: "e", channels: [channel("H1/K", { missing: 2 }), channel("H2/C", { gone: true })] };
  const events = [{ kind: "busy" as const, at: 1, until: 2, entry: "b" }, check];
  expect(checksOf(events as never)).toEqual([check]);
  expect(missingIn(check as never, new Set(["H1/K"]))).toBe(2);
  expect(missingIn(check as never, new Set(["H1/K", "H2/C"]), { "H2/C": 180 })).toBe(182);
  expect(headsOf(["H1/K", "H1/C", "H2/W"])).toEqual(["H1", "H2"]);
});
test("a ladder's rungs have names of their own, the weakest first", () => {
  expect(ladderProblems(DEFAULT_LADDER)).toEqual([]);
  const [first, second, ...rest] = DEFAULT_LADDER.rungs;
  if (!first || !second) throw new Error("a ladder of two rungs at least");
  expect(ladderProblems({ ...DEFAULT_LADDER, rungs: [second, first, ...rest] })[0]).toMatchObject({ path: "$.rungs[1].ml" });
  expect(ladderProblems({ ...DEFAULT_LADDER, rungs: [first, first] })[0]).toMatchObject({ path: "$.rungs[1].id" });
});
test("an action is said as on its control", () => {
  expect(actionWords({ kind: "check" } as never)).toBe("Print and enter a check");
  expect(actionWords({ kind: "release", withCare: true } as never)).toBe("Print, with care");
});
test("a channel's dashes are as many as its nozzles, each in its place", () => {
  const pattern = usualPattern({ name: "M", heads: [head("H1", { K: "black" })] });
  const [only] = pattern?.channels ?? [];
  const dashes = only ? dashesOf(only) : [];
  expect(dashes).toHaveLength(only?.nozzles ?? -1);
  expect(new Set(dashes.map((dash) => JSON.stringify(dash))).size).toBe(dashes.length);
});

const at = new Date("2026-11-25T09:10:00Z");
test.each<[Parameters<typeof stateReasonSentence>[0], string]>([
  [{ kind: "asleep" }, "put to sleep; it does not print until it is woken"],
  [
    { kind: "out-of-order", since: "2026-11-24", symptom: "head strike", waitsFor: "a head" },
    "head strike, since Tue 24 Nov; waits for a head",
  ],
  [{ kind: "busy", until: at }, "printing until 09:10"],
  [{ kind: "no-check-class" }, "prints no nozzle check; nothing is wrong"],
  [{ kind: "never-checked" }, "never checked"],
  [{ kind: "other-day", day: "2026-11-24" }, "last checked on Tue 24 Nov; a check holds for its day"],
  [{ kind: "voided", what: "a clean", at }, "a clean at 09:10, after the check"],
  [{ kind: "idle", hours: 13.4, limit: 12 }, "idle for 13 h; a check holds 12 h"],
  [{ kind: "clean", at }, "all nozzles fired at 09:10"],
  [{ kind: "neighbours", channel: "H1/K" }, "H1/K: nozzles side by side are out"],
  [{ kind: "over-channel", channel: "H1/K", count: 3.5, tolerance: 2 }, "H1/K: 3.5 out, more than 2"],
  [{ kind: "over-head", head: "H1", count: 3, tolerance: 2 }, "head H1: 3 out in all, more than 2"],
  [
    { kind: "within", channel: "H1/K", count: 1.5, tolerance: 2, missing: 1, weak: 1, deflected: 0 },
    "H1/K: 1 missing, 1 weak; up to 2 may be out",
  ],
  [{ kind: "unread", channels: ["H1/K", "H2/W"] }, "not read: H1/K, H2/W"],
  [{ kind: "released", by: "Ottoline Marsh", until: at, reason: "rush job" }, "allowed by Ottoline Marsh until 09:10: rush job"],
])("%j is said", (reason, words) => expect(stateReasonSentence(reason, "UTC")).toBe(words));

test("a month of recoveries adds up: what they cost, and after which rung all was well", () => {
  const [weak] = DEFAULT_LADDER.rungs;
  if (!weak) throw new Error("a ladder has a rung");
  const clean = (heads?: string[]) => ({
    kind: "clean" as const,
    at: 0,
    entry: "c",
    person: null,
    rung: weak.id,
    ...(heads ? { heads } : {}),
  });
  const recovery = (how: "within" | "left", ...events: unknown[]) =>
    ({ startedAt: 0, afterIdle: false, events, rests: 0, climbFrom: 0, over: { at: 1, how } }) as never;
  const { all, byRung } = recoverySums(
    [recovery("within", clean()), recovery("left", clean(["H1"]), clean(["H1"]))],
    { ladder: DEFAULT_LADDER } as never,
    2,
  );
  // A clean of one head of two draws half.
  expect(all).toMatchObject({ recoveries: 2, well: 1, cleans: 3, ml: 2 * weak.ml });
  expect(byRung).toMatchObject([{ rung: weak.id, cleans: 3, endedWell: 1 }]);
});
test("a printed sheet has a missing nozzle's place as bare as the medium", () => {
  const pattern = usualPattern({ name: "M", heads: [head("H1", { K: "black" })] });
  const [channel] = pattern?.channels ?? [];
  if (!pattern || !channel) throw new Error("no pattern");
  const draw = (channels: object) => printedSheet(pattern, { medium: [255, 255, 255], channels } as never, { perMm: 4, edge: 2, seed: 1 });
  const darkness = (sheet: { data: ArrayLike<number> }) => Array.from(sheet.data).reduce((sum, level) => sum + (255 - level), 0);
  expect(darkness(draw({ [channel.id]: { missing: [1, 2, 3, 4, 5] } }))).toBeLessThan(darkness(draw({})));
});

import { describe, expect, test } from "vitest";
import { ALL_FIRING, DEFAULT_READINESS } from "../readiness.ts";
import { checkVerdict } from "./check-verdict.ts";
import type { Check, Judging } from "./recovery.ts";
import { DEFAULT_LADDER } from "./settings.ts";

/** Common practice, no source: 1 or 2 single misses are printable; 85 % good before a colour flag; 8 cleans, then rest. */

const judging: Judging = { readiness: DEFAULT_READINESS, nozzles: { "H1/K": 100, "H1/C": 100 }, ladder: DEFAULT_LADDER };
const check = (black: number, cyan = 0): Check => ({
  kind: "check",
  at: 0,
  channels: [
    { ...ALL_FIRING, id: "H1/K", missing: black },
    { ...ALL_FIRING, id: "H1/C", missing: cyan },
  ],
});

describe("what a check says of cleaning on", () => {
  test("nothing before there is one", () => expect(checkVerdict([], 0, judging)).toBeUndefined());
  test("within tolerance it is good, however many cleans there were", () => {
    expect(checkVerdict([check(30), check(2)], 9, judging)).toEqual({ verdict: "good", missing: 0, outside: 0, goodPercent: null });
  });
  test("85 of 100 good: bars of each colour; one fewer is poor", () => {
    expect(checkVerdict([check(15)], 1, judging)).toEqual({ verdict: "flag", missing: 15, outside: 1, goodPercent: 85 });
    expect(checkVerdict([check(16)], 1, judging)?.verdict).toBe("poor");
  });
  test("of two poor channels the share is that of both", () => {
    expect(checkVerdict([check(30, 10)], 1, judging)).toEqual({ verdict: "poor", missing: 40, outside: 2, goodPercent: 80 });
  });
  test("20 missing down to 12 is progress; two rounds without any are the end, and so is the eighth clean", () => {
    expect(checkVerdict([check(40), check(40), check(39)], 3, judging)?.verdict).toBe("poor");
    expect(checkVerdict([check(40), check(40), check(41)], 3, judging)?.verdict).toBe("stop");
    expect(checkVerdict([check(40), check(30), check(20)], 8, judging)?.verdict).toBe("stop");
    expect(checkVerdict([check(40), check(40)], 2, judging)?.verdict).toBe("poor");
  });
  test("a channel that only now is poor counts in all rounds", () => {
    expect(checkVerdict([check(40, 0), check(30, 20), check(20, 40)], 2, judging)?.verdict).toBe("stop");
  });
  test("without the number of nozzles there is no share", () => {
    expect(checkVerdict([check(5)], 0, { ...judging, nozzles: {} })).toEqual({
      verdict: "poor",
      missing: 5,
      outside: 1,
      goodPercent: null,
    });
  });
});

import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FOUND_AS, type FoundAs } from "../routines/step.ts";
import { shareInterval } from "../statistics/share-interval.ts";
import { needed, offeredDays } from "./needed.ts";

const times = (found: FoundAs, count: number): FoundAs[] => Array(count).fill(found);

describe("was it needed", () => {
  test.each<[string, FoundAs[], string]>([
    ["seven of eight clean", [...times("clean", 7), "some"], "may grow"],
    ["all clean", times("clean", 8), "may grow"],
    ["six clean", [...times("clean", 6), "some", "some"], "as it is"],
    ["half heavy", [...times("heavy", 4), ...times("clean", 4)], "must shrink"],
    ["pooling counts as heavy", [...times("pooling", 2), ...times("heavy", 2), ...times("some", 4)], "must shrink"],
    ["three heavy", [...times("heavy", 3), ...times("some", 5)], "as it is"],
    ["seven looks are too few to say", times("clean", 7), "too few"],
    ["never looked at", [], "too few"],
    ["only the last eight count", [...times("clean", 8), ...times("heavy", 20)], "may grow"],
  ])("%s: %s", (_, found, verdict) => expect(needed(found).verdict).toBe(verdict));
  test("the sentence has its numbers and its risk", () =>
    expect(needed([...times("clean", 7), "some"]).why).toBe(
      "7 of the last 8 clean, 0 heavy or pooling; in the long run 53 to 98 % clean, at 95 %",
    ));
  test("the numbers are settings", () => expect(needed(times("clean", 3), { last: 3, clean: 3, heavy: 1 }).verdict).toBe("may grow"));
});

describe("the interval of a share (Wilson 1927, worked examples from memory)", () => {
  test.each([
    [0, 10, 0, 0.278],
    [5, 10, 0.237, 0.763],
    [10, 10, 0.722, 1],
    [1, 4, 0.046, 0.699],
  ])("%i of %i: %f to %f", (hits, of, from, to) => {
    expect(shareInterval(hits, of).from).toBeCloseTo(from, 3);
    expect(shareInterval(hits, of).to).toBeCloseTo(to, 3);
  });
  test("holds the share itself, lies in 0 to 1, and narrows as more is seen", () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.double({ min: 0, max: 1, noNaN: true }), (of, share) => {
        const hits = Math.round(share * of);
        const { from, to } = shareInterval(hits, of);
        expect(from).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(1);
        expect(from).toBeLessThanOrEqual(hits / of + 1e-9);
        expect(to).toBeGreaterThanOrEqual(hits / of - 1e-9);
        const more = shareInterval(hits * 4, of * 4);
        expect(more.to - more.from).toBeLessThan(to - from);
      }),
    ));
});

describe("what is offered", () => {
  test.each<[number, ReturnType<typeof needed>["verdict"], number | undefined]>([
    [7, "may grow", 11],
    [1, "may grow", 2],
    [30, "may grow", 45],
    [7, "must shrink", 5],
    [2, "must shrink", 1],
    [1, "must shrink", undefined],
    [7, "as it is", undefined],
    [7, "too few", undefined],
  ])("%i days, %s: %s", (days, verdict, offered) => expect(offeredDays(days, verdict)).toBe(offered));
  test("a longer one is longer, a shorter one shorter and at least a day", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 3650 }),
        fc.array(fc.constantFrom(...FOUND_AS), { minLength: 8, maxLength: 8 }),
        (days, found) => {
          const offered = offeredDays(days, needed(found).verdict);
          if (needed(found).verdict === "may grow") expect(offered).toBeGreaterThan(days);
          if (needed(found).verdict === "must shrink") expect(offered).toBeLessThan(days);
          if (offered !== undefined) expect(offered).toBeGreaterThanOrEqual(1);
        },
      ),
    ));
});

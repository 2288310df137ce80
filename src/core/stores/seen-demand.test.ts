import { sampleCovariance, sampleStandardDeviation } from "simple-statistics";
import { describe, expect, test } from "vitest";
import { type DayUsed, seenDemand, UNEVEN_INTERVAL } from "./seen-demand.ts";

/** Classes by Syntetos and Boylan (from memory): mean interval 1.32 parts steady use from uneven. */

const days = (weeks: readonly number[]): DayUsed[] =>
  weeks.flatMap((used) => [{ used, without: false }, ...new Array<DayUsed>(6).fill({ used: 0, without: false })]);

describe("what is used besides the plan", () => {
  test("nothing seen, nothing used: nothing to expect", () => {
    expect(seenDemand([], 0.1)).toBeUndefined();
    expect(seenDemand(days([0, 0, 0]), 0.1)).toBeUndefined();
  });
  test("used every week: the plain mean, and its spread against another library", () => {
    const weeks = [10, 14, 9, 11, 16, 12];
    const found = seenDemand(days(weeks), 0.1);
    expect(found).toMatchObject({ kind: "steady", rate: 12, weeks: 6, interval: 1, isGuess: false, uneven: null, daysWithout: 0 });
    expect(found?.spread).toBeCloseTo(sampleStandardDeviation(weeks), 12);
    expect(found?.variation).toBeCloseTo(sampleCovariance(weeks, weeks) / 144, 12);
  });
  test("weeks without any lie between: Croston with the correction", () => {
    const found = seenDemand(days([0, 0, 5, 0, 0, 5, 0, 0, 5, 0, 0, 5]), 0.1);
    expect(found).toMatchObject({ kind: "uneven", weeks: 12, interval: 3 });
    expect(found?.rate).toBeCloseTo((5 / 3) * 0.95, 12);
  });
  test("the class changes at a mean interval of 1.32", () => {
    const of = (zeros: number) => seenDemand(days([...new Array(25).fill(4), ...new Array(zeros).fill(0)]), 0.1);
    expect([of(7)?.interval, of(7)?.kind]).toEqual([1.28, "steady"]);
    expect([of(8)?.interval, of(8)?.kind]).toEqual([UNEVEN_INTERVAL, "uneven"]);
  });
  test("days without stock are no days without demand", () => {
    const dry = new Array<DayUsed>(14).fill({ used: 0, without: true });
    const found = seenDemand([...days([7, 7]), ...dry, ...days([7, 7])], 0.1);
    expect(found).toMatchObject({ kind: "steady", rate: 7, weeks: 4, daysWithout: 14 });
  });
  test("a day on which the last was used counts, though none was left in the evening", () => {
    expect(seenDemand([{ used: 7, without: true }, ...days([0]).slice(1)], 0.1)?.rate).toBe(7);
  });
  test("the newest whole weeks count; less than a week is a guess, and so is less than four", () => {
    expect(seenDemand([{ used: 100, without: false }, ...days([7, 7, 7, 7])], 0.1)?.rate).toBe(7);
    expect(
      seenDemand(
        [
          { used: 6, without: false },
          { used: 0, without: false },
          { used: 0, without: false },
        ],
        0.1,
      ),
    ).toMatchObject({
      rate: 14,
      spread: 7,
      weeks: 0,
      isGuess: true,
    });
    expect(seenDemand(days([3, 3, 3]), 0.1)?.isGuess).toBe(true);
  });
});

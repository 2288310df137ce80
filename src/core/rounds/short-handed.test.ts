import { expect, test } from "vitest";
import { shareInterval } from "../statistics/share-interval.ts";
import { leastDefensible, riskWords, type Weighed } from "./short-handed.ts";

const work = (key: string, more: Partial<Weighed> = {}): Weighed => ({
  key,
  beat: null,
  routine: key,
  tends: [],
  oneOff: false,
  keepsInkMoving: false,
  overdueAfter: 100,
  late: false,
  after: [],
  ...more,
});

test("openings, closings, moving ink and what protects a head at the end of its window are kept; the rest waits (common practice, no source)", () => {
  const verdicts = leastDefensible(
    [
      work("opening", { beat: "opening" }),
      work("closing", { beat: "closing" }),
      work("midday", { beat: "midday" }),
      work("deep", { tends: ["cap", "wiper"] }),
      work("deep early", { tends: ["cap"], overdueAfter: 102 }),
      work("rails", { tends: ["rail"] }),
      work("exercise", { keepsInkMoving: true }),
      work("asked", { oneOff: true }),
    ],
    100,
    {},
  );
  expect(verdicts.map(({ key, keep }) => [key, keep])).toEqual([
    ["opening", true],
    ["closing", true],
    ["midday", false],
    ["deep", true],
    ["deep early", false],
    ["rails", false],
    ["exercise", true],
    ["asked", true],
  ]);
  expect(verdicts[4]).toMatchObject({ until: 102 });
  expect(verdicts[5]).toMatchObject({ until: null });
});

test("what kept work has to wait for is kept with it, however long the chain", () => {
  const verdicts = leastDefensible(
    [
      work("stir"),
      work("empty", { after: ["stir"] }),
      work("spit", { beat: "opening", after: ["empty"] }),
      work("rails", { after: ["spit"] }),
    ],
    100,
    {},
  );
  expect(verdicts.map(({ key, keep }) => [key, keep])).toEqual([
    ["stir", true],
    ["empty", true],
    ["spit", true],
    ["rails", false],
  ]);
});

test("the risk comes from the record, with how little is known", () => {
  expect(riskWords(undefined)).toContain("nothing is known");
  expect(riskWords({ putOff: 7, putOffHeld: 2, done: 50, doneHeld: 5 })).toBe(
    "put off 7 times, a hold within 3 days after 2 of them (likely 8 % to 64 %); where it was done, after 10 %",
  );
});

test("Wilson's interval of 10 of 20 is 0.299 to 0.701 (from memory; recomputed)", () => {
  const { from: low, to: high } = shareInterval(10, 20);
  expect(low).toBeCloseTo(0.299, 3);
  expect(high).toBeCloseTo(0.701, 3);
});

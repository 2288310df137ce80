import fc from "fast-check";
import { sampleStandardDeviation } from "simple-statistics";
import { expect, test } from "vitest";
import { unevenDemand } from "./uneven-demand.ts";

test("five every third week: Croston's rate 5/3, less α/2 of it (Syntetos and Boylan 2005, from memory)", () => {
  const weeks = [0, 0, 5, 0, 0, 5, 0, 0, 5, 0, 0, 5];
  const found = unevenDemand(weeks, 0.1);
  expect(found).toMatchObject({ size: 5, interval: 3, demands: 4 });
  expect(found?.rate).toBeCloseTo((5 / 3) * 0.95, 12);
});

test("worked by hand: 2 after two periods, 6 after four, α 0.5", () => {
  // z: 2, then 0.5·6 + 0.5·2 = 4; p: 2, then 0.5·4 + 0.5·2 = 3; 4/3 · (1 − 0.25) = 1.
  expect(unevenDemand([0, 2, 0, 0, 0, 6], 0.5)?.rate).toBeCloseTo(1, 12);
});

test("nothing was ever asked for: nothing to expect", () => {
  expect(unevenDemand([0, 0, 0], 0.2)).toBeUndefined();
});

test("against Croston's recursion written plainly, and the spread against another library about the rate", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.integer({ min: 0, max: 9 }).map((n) => Math.max(0, n - 6)),
        { minLength: 2, maxLength: 40 },
      ),
      fc.double({ min: 0.05, max: 0.5, noNaN: true }),
      (periods, alpha) => {
        const found = unevenDemand(periods, alpha);
        let [z, p, q] = [Number.NaN, Number.NaN, 0];
        for (const y of periods) {
          q += 1;
          if (y === 0) continue;
          z = Number.isNaN(z) ? y : z + alpha * (y - z);
          p = Number.isNaN(p) ? q : p + alpha * (q - p);
          q = 0;
        }
        if (found === undefined) expect(periods.every((y) => y === 0)).toBe(true);
        else {
          expect(found.rate).toBeCloseTo((z / p) * (1 - alpha / 2), 9);
          const mean = periods.reduce((sum, y) => sum + y, 0) / periods.length;
          // About another centre than the mean the spread is never less.
          expect(found.spread + 1e-9).toBeGreaterThanOrEqual(sampleStandardDeviation(periods));
          if (Math.abs(mean - found.rate) < 1e-9) expect(found.spread).toBeCloseTo(sampleStandardDeviation(periods), 9);
        }
      },
    ),
  );
});

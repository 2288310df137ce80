import fc from "fast-check";
import { expect, test } from "vitest";
import { type AxisPiece, axisShare, placedPieces } from "./closure-axis.ts";

const piece = (id: string, from: number, to: number, closed = false): AxisPiece => ({ id, words: id, closed, from, to });
const PIECES = [piece("wed", 0, 16), piece("thu", 24, 40), piece("closed", 48, 480, true), piece("mon", 486, 502)];

test("days are alike, the closure is drawn as two of them", () => {
  expect(placedPieces(PIECES).map(({ id, at, width }) => [id, at, width])).toEqual([
    ["wed", 0, 0.2],
    ["thu", 0.2, 0.2],
    ["closed", 0.4, 0.4],
    ["mon", 0.8, 0.2],
  ]);
});
test.each([
  ["before all of it", -5, 0],
  ["in the middle of a day", 8, 0.1],
  ["in a night, at the seam", 20, 0.2],
  ["half of the closure", 264, 0.6],
  ["after all of it", 900, 1],
])("%s", (_, moment, share) => expect(axisShare(PIECES, moment)).toBeCloseTo(share, 10));
test("later is never further left", () =>
  fc.assert(
    fc.property(fc.integer({ min: -50, max: 600 }), fc.nat(200), (moment, more) => {
      expect(axisShare(PIECES, moment + more)).toBeGreaterThanOrEqual(axisShare(PIECES, moment));
    }),
  ));

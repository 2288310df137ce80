import { describe, expect, test } from "vitest";
import { type CurveMove, stockByDay } from "./stock-curve.ts";

const move = (day: number, amount: number, more: Partial<CurveMove> = {}): CurveMove => ({
  day,
  lot: "",
  place: "",
  amount,
  counted: false,
  ...more,
});
const amounts = (moves: CurveMove[], from: number, to: number) => stockByDay(moves, from, to).map(({ amount }) => amount);

describe("stock by day", () => {
  test("what came before the first day shown still counts", () => expect(amounts([move(1, 10), move(5, -4)], 4, 6)).toEqual([10, 6, 6]));
  test("a count says what is there, of its own lot alone", () =>
    expect(amounts([move(1, 10, { lot: "A" }), move(1, 5, { lot: "B" }), move(2, 7, { lot: "A", counted: true })], 1, 2)).toEqual([
      15, 12,
    ]));
  test("more taken of a lot than there was is gone of the others; less than nothing is nothing", () =>
    expect(amounts([move(1, 2, { lot: "A" }), move(1, 5, { lot: "B" }), move(2, -3, { lot: "A" })], 2, 2)).toEqual([4]));
  test("without movements nothing was there", () => expect(amounts([], 3, 4)).toEqual([0, 0]));
});

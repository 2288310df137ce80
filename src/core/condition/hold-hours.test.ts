import { expect, test } from "vitest";
import { holdHours } from "./hold-hours.ts";

const H = 3_600_000;
const dayEnd = (at: number) => Math.ceil((at + 1) / (24 * H)) * 24 * H;

test("on hold from a check that held to the next check or release, and no longer than the day", () => {
  expect(
    holdHours(
      [
        { at: 6 * H, held: true },
        { at: 8 * H, held: false },
      ],
      dayEnd,
    ),
  ).toBe(2);
  expect(
    holdHours(
      [
        { at: 6 * H, held: true },
        { at: 7 * H, held: true },
        { at: 9 * H, held: false },
      ],
      dayEnd,
    ),
  ).toBe(3);
  expect(
    holdHours(
      [
        { at: 20 * H, held: true },
        { at: 30 * H, held: false },
      ],
      dayEnd,
    ),
  ).toBe(4);
  expect(holdHours([], dayEnd)).toBe(0);
});

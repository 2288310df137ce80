import { expect, test } from "vitest";
import { holdHours } from "./hold-hours.ts";

const H = 3_600_000;
/** Prints from 06:00 to 22:00, on every day but the second. */
const printing = (at: number): [number, number] | null => {
  const day = Math.floor(at / (24 * H));
  return day === 1 ? null : [(day * 24 + 6) * H, (day * 24 + 22) * H];
};
const held = (...hours: number[]) => hours.map((hour) => ({ at: hour * H, held: true }));
const good = (hour: number) => ({ at: hour * H, held: false });

test("on hold from a check that held to the next check or release", () => {
  expect(holdHours([...held(6), good(8)], 99 * H, printing)).toBe(2);
  expect(holdHours([...held(6, 7), good(9)], 99 * H, printing)).toBe(3);
  expect(holdHours([], 99 * H, printing)).toBe(0);
});

test("no longer than the machine should print that day: 20:00 to 22:00 are two hours, not four", () => {
  expect(holdHours([...held(20), good(30)], 99 * H, printing)).toBe(2);
  expect(holdHours([...held(4), good(8)], 99 * H, printing)).toBe(2);
});

test("it ends now: what is still to come is no hour on hold", () => {
  expect(holdHours(held(8), 10 * H, printing)).toBe(2);
  expect(holdHours(held(8), 8 * H, printing)).toBe(0);
});

test("on a day on which it does not print nothing is lost", () => {
  expect(holdHours([...held(24 + 8), good(24 + 12)], 99 * H, printing)).toBe(0);
});

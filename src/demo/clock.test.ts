import { expect, test } from "vitest";
import { aheadMs } from "./clock.ts";

const opens = (at: string) => new Date(new Date(at).getTime() + aheadMs(new Date(at))).toISOString();

/** Worked out by hand from the calendar of 2026; Lisbon is on UTC in winter, an hour ahead of it in summer. */
test.each([
  ["a Wednesday at ten", "2026-11-25T10:00:00Z", "2026-11-25T10:00:00.000Z"],
  ["a Friday evening, the late shift at work", "2026-11-27T21:29:00Z", "2026-11-27T21:29:00.000Z"],
  ["a Friday night", "2026-11-27T22:00:00Z", "2026-11-30T07:10:00.000Z"],
  ["a Sunday", "2026-11-29T15:00:00Z", "2026-11-30T07:10:00.000Z"],
  ["a Monday before the early shift", "2026-11-30T05:59:00Z", "2026-11-30T07:10:00.000Z"],
  ["a summer's night", "2026-07-15T23:30:00Z", "2026-07-16T06:10:00.000Z"],
])("a demo made on %s opens while the shop works", (_, at, then) => {
  expect(opens(at)).toBe(then);
});

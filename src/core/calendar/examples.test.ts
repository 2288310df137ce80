import { expect, test } from "vitest";
import { dayOf, isoDay, spokenDay, toDay, weekdayName } from "./day.ts";
import { calendarDay, instantOfLocal, localText } from "./site-time.ts";
import { machineDays, workDayTest } from "./work-days.ts";

/** An example of each function of the calendar that other rooms call. Dates of the Gregorian calendar, worked out by hand. */

test("days are counted from 1 January 1970, a Thursday", () => {
  expect(dayOf(1970, 1, 1)).toBe(0);
  expect(dayOf(2000, 3, 1)).toBe(11_017);
  expect(weekdayName(0)).toBe("Thu");
});
test("a day is said as people say it", () => {
  expect(spokenDay(toDay("2026-11-24"))).toBe("Tue 24 Nov");
  expect(spokenDay(toDay("2028-02-29"), true)).toBe("Tue 29 Feb 2028");
});
test.each([
  ["2026-11-27T18:00", "Europe/Lisbon", "2026-11-27T18:00:00.000Z"],
  ["2026-07-01T18:00", "Europe/Lisbon", "2026-07-01T17:00:00.000Z"],
  // The hour that the clocks leave out in spring: the one after it.
  ["2026-03-29T01:30", "Europe/Lisbon", "2026-03-29T01:30:00.000Z"],
  ["2026-11-27T18:00", "America/New_York", "2026-11-27T23:00:00.000Z"],
])("%s in %s is %s", (text, zone, instant) => expect(instantOfLocal(text, zone)?.toISOString()).toBe(instant));
test.each(["2026-02-30T10:00", "2026-11-27", "2026-11-27T25:00", "soon"])("%s is no time of a clock", (text) =>
  expect(instantOfLocal(text, "Europe/Lisbon")).toBeUndefined(),
);
test("an instant is shown by the shop's clock, and read back from it", () => {
  const instant = new Date("2026-07-01T17:00:00Z");
  expect(localText(instant, "Europe/Lisbon")).toBe("2026-07-01T18:00");
  expect(instantOfLocal(localText(instant, "Asia/Kolkata"), "Asia/Kolkata")).toEqual(instant);
});
const RULES = { workDays: [1, 2, 3, 4, 5], extraDays: ["2026-11-28"], closures: [{ from: "2026-11-25", to: "2026-11-26" }] };
test("work days are those of the week, extra days too, closures not", () => {
  const works = workDayTest(RULES);
  const week = Array.from({ length: 7 }, (_, index) => toDay("2026-11-23") + index);
  expect(week.filter(works).map(isoDay)).toEqual(["2026-11-23", "2026-11-24", "2026-11-27", "2026-11-28"]);
});
test("a machine prints on its own days, from its first, and not while it sleeps", () => {
  const days = machineDays(
    {
      since: "2026-11-24",
      printDays: [1, 2, 3, 4, 5],
      printDayChanges: [{ date: "2026-11-27", prints: false }],
      asleep: [{ from: "2026-12-01", to: "2026-12-02" }],
    },
    RULES,
    workDayTest(RULES),
  );
  const found = Array.from({ length: 12 }, (_, index) => toDay("2026-11-23") + index);
  expect(found.filter(days.prints).map(isoDay)).toEqual(["2026-11-24", "2026-11-30", "2026-12-03", "2026-12-04"]);
  expect(found.filter(days.idles).map(isoDay)).toEqual(["2026-11-27", "2026-11-28"]);
});

test("the date on the wall changes at midnight there, whatever day the work belongs to", () => {
  const night = new Date("2026-11-29T00:36:00Z");
  expect([calendarDay(night, "UTC"), calendarDay(night, "Europe/Berlin"), calendarDay(night, "America/Lima")].map(isoDay)).toEqual([
    "2026-11-29",
    "2026-11-29",
    "2026-11-28",
  ]);
});

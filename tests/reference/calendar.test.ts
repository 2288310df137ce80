import fc from "fast-check";
import * as rrule from "rrule";
import { Temporal } from "temporal-polyfill";
import { describe, expect, test } from "vitest";
import { addMonths, civil, isoDay, isoWeek, readDay, toDay, weekday } from "../../src/core/calendar/day.ts";
import { recurrenceFault, walkRecurrence } from "../../src/core/calendar/recurrence.ts";
import { instantOf, localDay } from "../../src/core/calendar/site-time.ts";

const RRule = rrule.RRule ?? (rrule as unknown as { default: typeof rrule }).default.RRule;

function days(rule: string, since: string, count: number): string[] {
  const found: string[] = [];
  walkRecurrence(rule, toDay(since), (day) => found.push(isoDay(day)) < count);
  return found;
}

describe("ISO 8601 week dates (from memory)", () => {
  test.each([
    ["2008-12-29", "2009-W01", 1],
    ["2010-01-03", "2009-W53", 7],
    ["2020-12-31", "2020-W53", 4],
  ])("%s is in %s, weekday %i", (day, week, at) => {
    expect(isoWeek(toDay(day))).toBe(week);
    expect(weekday(toDay(day))).toBe(at);
  });
});

describe("days against Temporal (independent library)", () => {
  test("dates, weekdays, weeks and clamped months agree from year 1 to 9999", () => {
    fc.assert(
      fc.property(fc.integer({ min: -719_162, max: 2_932_896 }), fc.integer({ min: -60, max: 120 }), (day, months) => {
        const date = Temporal.PlainDate.from("1970-01-01").add({ days: day });
        expect(civil(day)).toEqual({ year: date.year, month: date.month, dayOfMonth: date.day });
        expect(weekday(day)).toBe(date.dayOfWeek);
        expect(isoWeek(day)).toBe(`${String(date.yearOfWeek).padStart(4, "0")}-W${String(date.weekOfYear).padStart(2, "0")}`);
        expect(readDay(isoDay(day))).toBe(day);
        const later = date.add({ months });
        if (later.year > 0 && later.year < 10_000) expect(isoDay(addMonths(day, months))).toBe(later.toString());
      }),
    );
  });
  test("a date that does not exist is none", () => {
    for (const text of ["2026-02-29", "2026-13-01", "2026-00-10", "2026-11-31", "26-11-01", "2026-11-1", ""])
      expect(readDay(text)).toBeUndefined();
  });
});

describe("recurrence: worked examples of RFC 5545 section 3.8.5.3 (from memory)", () => {
  test("every other week, from 2 September 1997, across the autumn clock change in New York", () => {
    expect(days("FREQ=WEEKLY;INTERVAL=2;WKST=SU", "1997-09-02", 6)).toEqual([
      "1997-09-02",
      "1997-09-16",
      "1997-09-30",
      "1997-10-14",
      "1997-10-28",
      "1997-11-11",
    ]);
    // The clock goes back on 26 October 1997; 9:00 stays 9:00, an hour later by the sun.
    const at = (day: string) => instantOf(toDay(day), "09:00", { timeZone: "America/New_York" }).toISOString();
    expect([at("1997-10-14"), at("1997-10-28")]).toEqual(["1997-10-14T13:00:00.000Z", "1997-10-28T14:00:00.000Z"]);
  });
  test("monthly on the first Friday", () => {
    expect(days("FREQ=MONTHLY;COUNT=10;BYDAY=1FR", "1997-09-05", 20)).toEqual([
      "1997-09-05",
      "1997-10-03",
      "1997-11-07",
      "1997-12-05",
      "1998-01-02",
      "1998-02-06",
      "1998-03-06",
      "1998-04-03",
      "1998-05-01",
      "1998-06-05",
    ]);
  });
  test("every other month on the first and last Sunday", () => {
    expect(days("FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU", "1997-09-07", 20)).toEqual([
      "1997-09-07",
      "1997-09-28",
      "1997-11-02",
      "1997-11-30",
      "1998-01-04",
      "1998-01-25",
      "1998-03-01",
      "1998-03-29",
      "1998-05-03",
      "1998-05-31",
    ]);
  });
  test("Friday the 13th; the start itself counts only where the rule names it", () => {
    expect(days("FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13", "1997-09-02", 5)).toEqual([
      "1998-02-13",
      "1998-03-13",
      "1998-11-13",
      "1999-08-13",
      "2000-10-13",
    ]);
  });
  test("the 31st: months without one are passed over", () => {
    expect(days("FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5", "2007-01-15", 9)).toEqual([
      "2007-01-15",
      "2007-01-30",
      "2007-02-15",
      "2007-03-15",
      "2007-03-30",
    ]);
  });
  test("the last work day of the month", () => {
    expect(days("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2", "1997-09-29", 7)).toEqual([
      "1997-09-29",
      "1997-10-30",
      "1997-11-27",
      "1997-12-30",
      "1998-01-29",
      "1998-02-26",
      "1998-03-30",
    ]);
  });
  test("expansion is that of the npm package rrule, from any start", () => {
    const rules = [
      "FREQ=DAILY;INTERVAL=3",
      "FREQ=WEEKLY;BYDAY=MO,WE",
      "FREQ=MONTHLY;BYDAY=-1FR",
      "FREQ=YEARLY;BYMONTH=3;BYDAY=2SU",
      "FREQ=YEARLY;BYWEEKNO=20",
    ];
    fc.assert(
      fc.property(fc.constantFrom(...rules), fc.integer({ min: 15_000, max: 25_000 }), (rule, since) => {
        const reference = new RRule({ ...RRule.parseString(rule), wkst: RRule.MO, dtstart: new Date(since * 86_400_000) }).all(
          (_date, index) => index < 5,
        );
        expect(days(rule, isoDay(since), 5)).toEqual(reference.slice(0, 5).map((date) => date.toISOString().slice(0, 10)));
      }),
      { numRuns: 60 },
    );
  });
  test.each([
    "",
    "FREQ=HOURLY",
    "FREQ=WEEKLY;BYHOUR=9",
    "FREQ=MONTHLY;BYMINUTE=1",
    "every monday",
    "FREQ=WEEKLY;BYDAY=XX",
    "FREQ=DAILY;INTERVAL=0",
    "FREQ=DAILY;COUNT=2;UNTIL=20270101",
    "FREQ=WEEKLY;BYDAY=1MO",
    "FREQ=MONTHLY;BYSETPOS=1",
    "INTERVAL=2",
    "FREQ=DAILY;UNTIL=20260231",
  ])("%j is refused", (rule) => {
    expect(recurrenceFault(rule)).toBeTypeOf("string");
  });
});

describe("site time", () => {
  test("a night shift's closing belongs to its evening, on both sides of the clock change", () => {
    const day = (text: string) => isoDay(localDay(new Date(text), { timeZone: "Europe/Lisbon" }));
    expect(day("2026-11-26T03:59:00Z")).toBe("2026-11-25");
    expect(day("2026-11-26T04:00:00Z")).toBe("2026-11-26");
    expect(day("2026-07-02T02:59:00Z")).toBe("2026-07-01");
    expect(day("2026-07-02T03:00:00Z")).toBe("2026-07-02");
  });
  test("a wall-clock time of a day is the instant whose local day it is", () => {
    fc.assert(
      fc.property(fc.integer({ min: 20_000, max: 21_000 }), fc.integer({ min: 0, max: 23 }), (day, hour) => {
        fc.pre(hour !== 1);
        expect(
          localDay(instantOf(day, `${String(hour).padStart(2, "0")}:30`, { timeZone: "Europe/Lisbon" }), { timeZone: "Europe/Lisbon" }),
        ).toBe(day);
      }),
    );
  });
});

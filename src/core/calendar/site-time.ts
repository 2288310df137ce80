import { Temporal } from "temporal-polyfill";
import { type Day, dayOf, isoDay } from "./day.ts";

/** A site's clock: its time zone, and the hour at which its day begins, so that a night shift's closing belongs to its evening. */
export type SiteClock = { timeZone: string; dayStartsAtHour?: number };

/** Where a site says nothing else (common practice, no source). */
export const DAY_STARTS_AT_HOUR = 4;

/**
 * The local day of an instant: before the site's own hour it is still the day before.
 * @example isoDay(localDay(new Date("2026-11-26T01:30:00Z"), { timeZone: "UTC" })) // "2026-11-25"
 */
export function localDay(instant: Date, { timeZone, dayStartsAtHour = DAY_STARTS_AT_HOUR }: SiteClock): Day {
  const local = Temporal.Instant.fromEpochMilliseconds(instant.getTime()).toZonedDateTimeISO(timeZone);
  const day = dayOf(local.year, local.month, local.day);
  return local.hour < dayStartsAtHour ? day - 1 : day;
}

/**
 * The date that a calendar on the wall shows at an instant, whatever day its work belongs to.
 * @example isoDay(calendarDay(new Date("2026-11-26T01:30:00Z"), "UTC")) // "2026-11-26"
 */
export const calendarDay = (instant: Date, timeZone: string): Day => localDay(instant, { timeZone, dayStartsAtHour: 0 });

/**
 * The instant of a wall-clock time (`08:00`) on a local day; a time before the day's start belongs to its night.
 * @example instantOf(toDay("2026-11-25"), "02:00", { timeZone: "UTC" }).toISOString() // "2026-11-26T02:00:00.000Z"
 */
export function instantOf(day: Day, time: string, { timeZone, dayStartsAtHour = DAY_STARTS_AT_HOUR }: SiteClock): Date {
  const clock = Temporal.PlainTime.from(time);
  const date = Temporal.PlainDate.from(isoDay(clock.hour < dayStartsAtHour ? day + 1 : day));
  return new Date(date.toZonedDateTime({ timeZone, plainTime: clock }).epochMilliseconds);
}

/**
 * The instant at which a local day begins.
 * @example dayStart(toDay("2026-11-25"), { timeZone: "UTC", dayStartsAtHour: 5 }).toISOString() // "2026-11-25T05:00:00.000Z"
 */
export function dayStart(day: Day, { timeZone, dayStartsAtHour = DAY_STARTS_AT_HOUR }: SiteClock): Date {
  const date = Temporal.PlainDate.from(isoDay(day));
  return new Date(date.toZonedDateTime({ timeZone, plainTime: { hour: dayStartsAtHour } }).epochMilliseconds);
}

const clocks = new Map<string, Intl.DateTimeFormat>();

/** `07:10` of an instant, as the shop's clock shows it. */
export function clockTime(instant: Date, timeZone: string): string {
  // Making a formatter costs a hundred times what using it does, and a Board shows hundreds of times.
  let clock = clocks.get(timeZone);
  if (!clock) {
    clock = new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit" });
    clocks.set(timeZone, clock);
  }
  return clock.format(instant);
}

/** The instant of a wall-clock date and time (`2026-11-27T18:00`); in an hour that a clock change leaves out, the one after it. `undefined` where it is none. */
export function instantOfLocal(text: string, timeZone: string): Date | undefined {
  if (!/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(text)) return undefined;
  try {
    return new Date(Temporal.PlainDateTime.from(text, { overflow: "reject" }).toZonedDateTime(timeZone).epochMilliseconds);
  } catch {
    return undefined;
  }
}

/** `2026-11-27T18:00` of an instant, as the shop's clock shows it. */
export function localText(instant: Date, timeZone: string): string {
  const local = Temporal.Instant.fromEpochMilliseconds(instant.getTime()).toZonedDateTimeISO(timeZone);
  return local.toPlainDateTime().toString({ smallestUnit: "minute" });
}

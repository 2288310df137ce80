import { Temporal } from "temporal-polyfill";
import { type Day, dayOf, isoDay } from "./day.ts";

/** The hour at which a site's day begins: a night shift's closing belongs to its evening. */
export const DAY_STARTS_AT_HOUR = 4;

/** The local day of an instant: before the site's own hour it is still the day before. */
export function localDay(instant: Date, timeZone: string, startsAtHour = DAY_STARTS_AT_HOUR): Day {
  const local = Temporal.Instant.fromEpochMilliseconds(instant.getTime()).toZonedDateTimeISO(timeZone);
  const day = dayOf(local.year, local.month, local.day);
  return local.hour < startsAtHour ? day - 1 : day;
}

/** The instant of a wall-clock time (`08:00`) on a local day; a time before the day's start belongs to its night. */
export function instantOf(day: Day, time: string, timeZone: string, startsAtHour = DAY_STARTS_AT_HOUR): Date {
  const clock = Temporal.PlainTime.from(time);
  const date = Temporal.PlainDate.from(isoDay(clock.hour < startsAtHour ? day + 1 : day));
  return new Date(date.toZonedDateTime({ timeZone, plainTime: clock }).epochMilliseconds);
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

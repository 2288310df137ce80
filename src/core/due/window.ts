import { addMonths, type Day } from "../calendar/day.ts";
import type { DayTest } from "../calendar/work-days.ts";
import type { LastingTrigger, Window } from "../fleet/schema.ts";

export const NO_WINDOW: Window = { before: 0, after: 0 };

/** Days of an interval for its window; months count as 30 days here. */
const intervalDays = ({ days, weeks, months }: { days?: number; weeks?: number; months?: number }) =>
  days ?? (weeks !== undefined ? weeks * 7 : (months ?? 0) * 30);

/** The default window of a trigger that carries over without end; `byUseDays` is the interval that use gives. */
export function defaultWindow(trigger: LastingTrigger, byUseDays: number): Window {
  if ("count" in trigger) return { before: 0, after: 2 };
  if ("prompt" in trigger || "sign" in trigger) return NO_WINDOW;
  const days = Math.min(7, Math.floor(("byUse" in trigger ? byUseDays : intervalDays(trigger.every)) / 7));
  return { before: days, after: days };
}

/**
 * The day on which work lands: `day` itself where it is good, else the last good day before it, if that is not
 * before `earliest` and at most `before` days earlier, else the first one after it; `undefined` if none in ten years.
 */
export function land(day: Day, isGood: DayTest, earliest: Day, before: number): Day | undefined {
  if (isGood(day)) return day;
  const lowest = Math.max(earliest, day - before);
  for (let candidate = day - 1; candidate >= lowest; candidate--) if (isGood(candidate)) return candidate;
  const limit = addMonths(day, 120);
  for (let candidate = day + 1; candidate <= limit; candidate++) if (isGood(candidate)) return candidate;
  return undefined;
}

import type { Day } from "../core/calendar/day.ts";
import { instantOf } from "../core/calendar/site-time.ts";

/** A share from 0 to 1 that hangs on a name alone: what else happens in the story does not move it. */
export function shareOf(name: string): number {
  let hash = 2_166_136_261;
  for (const letter of name) hash = Math.imul(hash ^ letter.charCodeAt(0), 16_777_619) >>> 0;
  hash = Math.imul(hash ^ (hash >>> 15), 2_246_822_519) >>> 0;
  return ((hash ^ (hash >>> 13)) >>> 0) / 2 ** 32;
}

/** About that time of the day: nobody does a thing at the same minute each day. */
export const about = (day: Day, time: string, name: string, timeZone: string, minutes = 20): Date =>
  new Date(instantOf(day, time, { timeZone }).getTime() + Math.round((shareOf(`${name}/${day}`) - 0.5) * 2 * minutes * 60) * 1000);

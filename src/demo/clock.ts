import { type Day, weekday } from "../core/calendar/day.ts";
import { clockTime, instantOf, localDay } from "../core/calendar/site-time.ts";
import type { Connection } from "../ledger/database.ts";
import { currentSettings } from "../ledger/settings.ts";

export const DEMO_SITE = "demo";
export const DEMO_ZONE = "Europe/Lisbon";
/** Monday to Friday. */
export const WORK_DAYS = [1, 2, 3, 4, 5];
/** From the early shift's first minute until the closing work is over; a demo made outside it opens on the next morning at OPENS. */
const [FROM, UNTIL, OPENS] = ["06:00", "21:30", "07:10"];

/**
 * How far the clock of a demo that is made at this moment is set ahead, in ms: nothing while the shop works, otherwise to the coming print day's morning.
 * @example aheadMs(new Date("2026-11-25T10:00:00Z")) // 0, a Wednesday
 */
export function aheadMs(at: Date): number {
  const [day, time] = [localDay(at, { timeZone: DEMO_ZONE }), clockTime(at, DEMO_ZONE)];
  const works = (on: Day) => WORK_DAYS.includes(weekday(on));
  if (works(day) && time >= FROM && time < UNTIL) return 0;
  const opens = (on: Day) => instantOf(on, OPENS, { timeZone: DEMO_ZONE });
  let next = day;
  while (!works(next) || opens(next) <= at) next++;
  return opens(next).getTime() - at.getTime();
}

/** How far the clock of the demo in this database was set ahead when it was made, in ms. */
export async function keptAheadMs(db: Connection): Promise<number> {
  const kept = (await currentSettings(db, DEMO_SITE)).find(({ subject }) => subject === "clock");
  return Number(kept?.body.aheadMs ?? 0);
}

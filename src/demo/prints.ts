import { type Day, toDay, weekday } from "../core/calendar/day.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { shareOf } from "./scatter.ts";

/** Of its full use a machine prints so much on an ordinary day. */
export const USUAL_SHARE = 0.62;

/** What a machine prints on a day, as a share of its full use: nothing where the shop is closed, on other machines' days, or asleep. */
export function printedShare(works: (day: Day) => boolean, machine: Machine, day: Day): number {
  const prints = works(day) && (machine.printDays?.includes(weekday(day) as 1) ?? true);
  if (!prints || machine.asleep?.some(({ from, to }) => day >= toDay(from) && day <= toDay(to))) return 0;
  return USUAL_SHARE * (0.6 + 0.8 * shareOf(`${machine.id}/prints/${day}`));
}

/** The same summed over days, from the first on, before the last. */
export function printedBetween(works: (day: Day) => boolean, machine: Machine, from: Day, before: Day): number {
  let sum = 0;
  for (let day = from; day < before; day++) sum += printedShare(works, machine, day);
  return sum;
}

import type { Day } from "../calendar/day.ts";
import type { Occurrence } from "../due/occurrence.ts";

/** Neither done nor skipped. */
export const isOpen = ({ state }: { state: string }): boolean => state !== "done" && state !== "skipped";

/** Whether an occurrence is work of a day: due that day; today also what is carried over, may be done already, or was done. */
export function isWorkOf(each: Pick<Occurrence, "due" | "state">, on: Day, today: Day): boolean {
  if (each.due === on) return true;
  if (on !== today) return false;
  return each.due < on || each.state === "open" || each.state === "done";
}

/** Of a machine out of order, the work chosen to go on and what is settled already; of any other machine all of it. */
export function goesOn<Each extends Pick<Occurrence, "routine" | "state">>(
  work: readonly Each[],
  repair: { goOn?: readonly string[] } | undefined,
): Each[] {
  return repair ? work.filter((each) => !isOpen(each) || repair.goOn?.includes(each.routine)) : [...work];
}

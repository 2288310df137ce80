import type { Day } from "../calendar/day.ts";
import { addMonths } from "../calendar/day.ts";
import type { MachineFacts } from "./facts.ts";

/**
 * Days of doing to take for granted where nobody knows when a thing was last done: spread over one interval of each
 * routine, machine after machine, so that a new shop does not begin with a wall of overdue work. Only for intervals.
 */
export function spreadUnknown(
  machines: readonly Pick<MachineFacts, "id" | "routines">[],
  today: Day,
  isKnown: (machine: string, routine: string) => boolean,
): { machine: string; routine: string; day: Day }[] {
  const byRoutine = new Map<string, { length: number; machines: string[] }>();
  for (const { id, routines } of machines)
    for (const routine of routines) {
      const triggers = Array.isArray(routine.trigger) ? routine.trigger : routine.trigger ? [routine.trigger] : [];
      const interval = triggers.flatMap((trigger) => ("every" in trigger && typeof trigger.every === "object" ? [trigger.every] : []))[0];
      if (!interval || isKnown(id, routine.id)) continue;
      const length =
        interval.months !== undefined ? today - addMonths(today, -interval.months) : (interval.days ?? (interval.weeks ?? 0) * 7);
      const group = byRoutine.get(routine.id) ?? { length, machines: [] };
      group.machines.push(id);
      byRoutine.set(routine.id, group);
    }
  return [...byRoutine].flatMap(([routine, { length, machines: ids }]) =>
    ids.map((machine, index) => ({ machine, routine, day: today - 1 - Math.floor(((ids.length - 1 - index) * length) / ids.length) })),
  );
}

import type { Day } from "../calendar/day.ts";
import { addMonths } from "../calendar/day.ts";
import type { OneTrigger } from "../fleet/schema.ts";
import type { MachineFacts } from "./facts.ts";

/**
 * Days of doing to take for granted where nobody knows when a thing was last done: spread over one interval of each
 * routine, machine after machine, so that a new shop does not begin with a wall of overdue work. For intervals, and by use at half use.
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
      const length = triggers.flatMap((trigger) => lengthOf(trigger, today))[0];
      if (length === undefined || isKnown(id, routine.id)) continue;
      const group = byRoutine.get(routine.id) ?? { length, machines: [] };
      group.machines.push(id);
      byRoutine.set(routine.id, group);
    }
  return [...byRoutine].flatMap(([routine, { length, machines: ids }]) =>
    ids.map((machine, index) => ({ machine, routine, day: today - 1 - Math.floor(((ids.length - 1 - index) * length) / ids.length) })),
  );
}

/** Days of an interval that ends today. */
function lengthOf(trigger: OneTrigger, today: Day): number[] {
  if ("byUse" in trigger) return [Math.max(1, Math.round((30.4375 * (trigger.byUse.light + trigger.byUse.heavy)) / 2))];
  if (!("every" in trigger) || typeof trigger.every === "string") return [];
  const { days, weeks, months } = trigger.every;
  return [months !== undefined ? today - addMonths(today, -months) : (days ?? (weeks ?? 0) * 7)];
}

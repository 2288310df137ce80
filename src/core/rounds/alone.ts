import { FOREVER, type Model, type ModelTask } from "./model.ts";
import { earliestPlace } from "./place.ts";
import { timetableOf } from "./timetable.ts";

/** Tasks in an order in which none stands before what it waits for; otherwise as given. */
export function inOrder(model: Model, order: readonly number[]): number[] {
  const sorted: number[] = [];
  const seen = new Set<number>();
  const wanted = new Set(order);
  const visit = (index: number) => {
    if (seen.has(index)) return;
    seen.add(index);
    for (const before of model.tasks[index]?.after ?? []) visit(before);
    if (wanted.has(index)) sorted.push(index);
  };
  for (const index of order) visit(index);
  return sorted;
}

/** The earliest that a task may start and may end, in minutes. */
export type Alone = { start: number; end: number };

/**
 * Each task's earliest start and end were it alone with what it waits for, each of those at its own earliest: no plan has it
 * earlier. `undefined` where it has no place even so: no plan has it at all.
 */
export function earliestAlone(model: Model): (Alone | undefined)[] {
  const table = timetableOf(model);
  const alone: (Alone | undefined)[] = table.placed.map((placement) => placement && { start: placement.anchor, end: placement.end });
  const all = model.tasks.map((_, index) => index);
  for (const index of inOrder(model, all)) {
    const task = model.tasks[index] as ModelTask;
    if (task.begun?.doneAt !== undefined || task.after.some((before) => !alone[before])) continue;
    const from = Math.max(task.from, ...task.after.map((before) => alone[before]?.end ?? 0));
    const firsts = task.bound < 0 && task.anySame ? task.people : [task.bound];
    for (const first of firsts) {
      const place = earliestPlace(table, index, from, task.latest, first);
      if (!place) continue;
      const best = alone[index];
      alone[index] = { start: Math.min(place.anchor, best?.start ?? FOREVER), end: Math.min(place.end, best?.end ?? FOREVER) };
    }
  }
  return alone;
}

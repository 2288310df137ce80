import type { ModelTask } from "./model.ts";

/** What a task costs by ending when it does. */
export const lateness = (task: ModelTask, end: number): number => 10 * task.weight * Math.max(0, end - task.due);

/** What a placed task costs by being otherwise than promised; `first` is who does its first hands stretch, −1 or undefined where nobody is known yet. */
export function promiseCost(task: ModelTask, start: number, first: number | undefined): number {
  if (task.promisedPerson < 0) return 0;
  const other = first !== undefined && first >= 0 && first !== task.promisedPerson;
  return 2 * Math.abs(start - task.promisedStart) + (other ? 20 : 0);
}

/** What it costs at the least where its start can only be later. */
export function promiseLeast(task: ModelTask, earliest: number, first: number | undefined): number {
  return task.begun ? promiseCost(task, task.begun.start, first) : promiseCost(task, Math.max(earliest, task.promisedStart), first);
}

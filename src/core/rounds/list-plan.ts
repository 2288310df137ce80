import { earliestAlone, inOrder } from "./alone.ts";
import { type ModelTask, modelOf } from "./model.ts";
import { cheapestPlace } from "./place.ts";
import type { RoundProblem } from "./problem.ts";
import { costOf, put, timetableOf } from "./timetable.ts";

/**
 * Plain list scheduling, to hold the search against: tasks as they stand by due, then weight, each put once at its earliest end and
 * never moved. Also the price of what fits nowhere, which no plan can avoid.
 */
export function listPlan(problem: RoundProblem): { cost: number; hopelessPrice: number } {
  const model = modelOf(problem);
  const table = timetableOf(model);
  const alone = earliestAlone(model);
  const task = (index: number) => model.tasks[index] as ModelTask;
  const order = model.tasks
    .map((_, index) => index)
    .filter((index) => !table.placed[index])
    .sort((a, b) => task(a).due - task(b).due || task(b).weight - task(a).weight || a - b);
  for (const index of inOrder(model, order)) {
    const place = cheapestPlace(table, index);
    if (place) put(table, index, place.placement);
  }
  const hopelessPrice = model.tasks.reduce((sum, each, index) => sum + (alone[index] ? 0 : model.price * each.weight), 0);
  return { cost: costOf(table), hopelessPrice };
}

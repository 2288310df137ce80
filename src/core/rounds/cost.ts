import { leftOutPrice } from "./model.ts";
import type { PlannedTask, RoundProblem } from "./problem.ts";

/** The parts of a plan's cost, each in the sum's own unit; their sum is the cost of `rounds.md`. */
export type CostParts = { leftOut: number; late: number; end: number; uneven: number; walking: number; promises: number };

/** What a plan costs, part by part, from the problem and the plan alone. */
export function costParts(problem: RoundProblem, plan: { tasks: readonly PlannedTask[] }): CostParts {
  const placed = new Map(plan.tasks.map(({ id, stretches }) => [id, stretches]));
  const areaOf = new Map(problem.machines.map(({ id, area }) => [id, problem.areas.indexOf(area)]));
  const minutes = new Map(problem.people.map(({ id }) => [id, 0]));
  const ways = new Map<string, { start: number; area: number }[]>();
  const parts: CostParts = { leftOut: 0, late: 0, end: 0, uneven: 0, walking: 0, promises: 0 };
  for (const task of problem.tasks) {
    const stretches = placed.get(task.id);
    if (!stretches) {
      parts.leftOut += leftOutPrice(problem.horizon) * (task.weight ?? 1);
      continue;
    }
    const end = stretches.at(-1)?.end ?? 0;
    parts.end = Math.max(parts.end, end);
    parts.late += 10 * (task.weight ?? 1) * Math.max(0, end - (task.due ?? end));
    const hands = stretches.filter((_, index) => "hands" in (task.stretches[index] ?? {}));
    for (const { person = "", start, end: until } of hands) {
      minutes.set(person, (minutes.get(person) ?? 0) + until - start);
      ways.set(person, [...(ways.get(person) ?? []), { start, area: areaOf.get(task.machine) ?? 0 }]);
    }
    const promise = problem.promised?.find((each) => each.task === task.id);
    if (promise) {
      parts.promises += 2 * Math.abs((stretches[0]?.start ?? 0) - promise.start);
      if (hands[0] && hands[0].person !== promise.person) parts.promises += 20;
    }
  }
  if (minutes.size) parts.uneven = 0.1 * (Math.max(...minutes.values()) - Math.min(...minutes.values()));
  let walked = 0;
  for (const { id, startsIn } of problem.people) {
    let at = startsIn == null ? -1 : problem.areas.indexOf(startsIn);
    for (const { area } of (ways.get(id) ?? []).sort((a, b) => a.start - b.start)) {
      if (at >= 0) walked += problem.walk[at]?.[area] ?? 0;
      at = area;
    }
  }
  parts.walking = 0.1 * walked;
  return parts;
}

export const totalCost = (parts: CostParts): number =>
  parts.leftOut + parts.late + parts.end + parts.uneven + parts.walking + parts.promises;

import type { Model, ModelTask } from "./model.ts";
import type { PlannedStretch, PlannedTask } from "./problem.ts";
import type { Placement } from "./timetable.ts";

/** A placed task with all its stretches, begun ones and waits too, as the plan's format has them. */
export function layOut(model: Model, index: number, placement: Placement): PlannedTask {
  const task = model.tasks[index] as ModelTask;
  const chain = model.problem.tasks[index]?.stretches ?? [];
  const nameOf = (person: number) => model.people[person]?.id ?? "";
  const stretches: PlannedStretch[] = (task.begun?.stretches ?? []).map(({ person, start, end }) => ({
    ...(person >= 0 ? { person: nameOf(person) } : {}),
    start,
    end: end ?? placement.anchor,
  }));
  let at = placement.anchor;
  let hands = 0;
  for (let place = stretches.length; place < chain.length; place++) {
    const stretch = chain[place];
    if (!stretch) break;
    if ("hands" in stretch) {
      stretches.push({ person: nameOf(placement.who[hands] as number), start: at, end: at + stretch.hands });
      at += stretch.hands;
      hands++;
      continue;
    }
    const end = place === chain.length - 1 ? at + stretch.wait : at + stretch.wait + roomOf(placement, chain, place, at, hands);
    stretches.push({ start: at, end });
    at = end;
  }
  return { id: task.id, stretches };
}

/** How much later than its end a wait is left standing: what the next hands stretch asks for, as far as its `upTo` goes. */
function roomOf(
  placement: Placement,
  chain: readonly ({ hands: number } | { wait: number; upTo?: number })[],
  place: number,
  at: number,
  hands: number,
): number {
  let least = 0;
  let next = place;
  for (; next < chain.length; next++) {
    const stretch = chain[next];
    if (!stretch || "hands" in stretch) break;
    least += stretch.wait;
  }
  // Waits at the chain's end ask for nothing.
  if (next === chain.length) return 0;
  const spare = (placement.times[hands] as number) - at - least;
  const own = chain[place] as { upTo?: number };
  return Math.min(spare, own.upTo ?? spare);
}

import type { Alone } from "./alone.ts";
import { FOREVER, type Model, type ModelTask } from "./model.ts";
import { lengthOf } from "./search.ts";
import { lateness, promiseLeast } from "./task-cost.ts";

/**
 * A cost that no plan is under. The argument (docs/decisions/0008): a task that fits nowhere even alone is out, at its price.
 * Every other costs at least what it costs alone, or its price. If all those are in, then further: what shares a machine comes one
 * after another, so the k-th to end there ends no sooner than the k shortest together from the earliest start; likewise the k-th
 * of all tasks, with everybody at work. Of completions so bounded, lateness is least when earlier dues take earlier ends. The
 * last end is no sooner than any task's own, any machine's sum, or the minute by which the people who alone may do some work have
 * had its hands minutes on shift. If some are out, the cheapest one's price comes on top of the rest's own costs.
 */
export function lowerBound(model: Model, alone: readonly (Alone | undefined)[]): number {
  let out = 0;
  let own = 0;
  let cheapestOut = FOREVER;
  const inPlan: { task: ModelTask; alone: Alone; late: number }[] = [];
  let promises = 0;
  model.tasks.forEach((task, index) => {
    const place = alone[index];
    const price = model.price * task.weight;
    if (!place) {
      out += price;
      return;
    }
    const late = lateness(task, place.end);
    const promise = promiseLeast(task, place.start, task.begun?.hands[0]?.person);
    promises += promise;
    inPlan.push({ task, alone: place, late });
    own += Math.min(price, late + promise);
    if (task.begun?.doneAt === undefined) cheapestOut = Math.min(cheapestOut, Math.max(0, price - late - promise));
  });
  const lateAlone = inPlan.reduce((sum, { late }) => sum + late, 0);
  let lateMachines = 0;
  let end = Math.max(0, ...inPlan.map(({ alone: { end: last } }) => last));
  for (const machine of new Set(inPlan.map(({ task }) => task.machine))) {
    const there = inPlan.filter(({ task }) => task.machine === machine);
    const planned = there.filter(({ task }) => !task.begun);
    const rest = there.filter(({ task }) => task.begun).reduce((sum, { late }) => sum + late, 0);
    const from = Math.min(...planned.map(({ alone: { start } }) => start));
    const lengths = planned.map(({ task }) => lengthOf(task)).sort((a, b) => a - b);
    const sums = runningSums(lengths).map((sum) => from + sum);
    if (planned.length) end = Math.max(end, sums.at(-1) ?? 0);
    const late = planned.reduce((sum, each) => sum + each.late, 0);
    lateMachines +=
      rest +
      Math.max(
        late,
        leastLateness(
          planned.map(({ task }) => task),
          sums,
        ),
      );
  }
  end = Math.max(
    end,
    peopleEnd(
      model,
      inPlan.map(({ task }) => task),
    ),
  );
  const allHands = inPlan.filter(({ task }) => !task.begun && task.hands.length).map(({ task }) => task);
  const shares = runningSums(allHands.map(({ hands }) => sum(hands)).sort((a, b) => a - b)).map(
    (minutes) => model.now + Math.ceil(minutes / Math.max(1, model.people.length)),
  );
  const late = Math.max(lateAlone, lateMachines, leastLateness(allHands, shares));
  return out + Math.min(late + promises + end, own + cheapestOut);
}

const sum = (numbers: readonly number[]) => numbers.reduce((total, each) => total + each, 0);
const runningSums = (numbers: readonly number[]): number[] => {
  let total = 0;
  return numbers.map((each) => {
    total += each;
    return total;
  });
};

/** The least lateness of tasks whose k-th end is no sooner than `ends[k]`, each counted at the least weight of them. */
function leastLateness(tasks: readonly ModelTask[], ends: readonly number[]): number {
  if (tasks.length === 0) return 0;
  const weight = Math.min(...tasks.map((task) => task.weight));
  const dues = tasks.map(({ due }) => due).sort((a, b) => a - b);
  return sum(dues.map((due, k) => 10 * weight * Math.max(0, (ends[k] ?? 0) - due)));
}

/** The first minute by which each set of people has had, on shift, the hands minutes that only they may do. */
function peopleEnd(model: Model, tasks: readonly ModelTask[]): number {
  const sets = new Map<string, readonly number[]>();
  for (const { people, hands } of tasks) if (hands.length) sets.set(people.join(","), people);
  let end = 0;
  for (const people of sets.values()) {
    const within = new Set(people);
    const minutes = sum(tasks.filter((task) => task.people.every((person) => within.has(person))).map(({ hands }) => sum(hands)));
    const pieces = people
      .flatMap((person) => model.people[person]?.shifts ?? [])
      .map(([from, to]) => [Math.max(from, model.now), to] as const);
    const had = (until: number) => sum(pieces.map(([from, to]) => Math.max(0, Math.min(to, until) - from)));
    let [low, high] = [0, model.problem.horizon];
    if (had(high) < minutes) continue;
    while (low < high) {
      const middle = Math.floor((low + high) / 2);
      if (had(middle) >= minutes) high = middle;
      else low = middle + 1;
    }
    end = Math.max(end, low);
  }
  return end;
}

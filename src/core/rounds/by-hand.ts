import { type Broken, brokenRules, type Words } from "./broken-rules.ts";
import { costParts, totalCost } from "./cost.ts";
import type { PlannedTask, RoundProblem } from "./problem.ts";

/** The tasks of a plan as they lie. */
type Laid = { tasks: readonly PlannedTask[] };

/** A plan after something was laid by hand: what it costs more, and which hard rules it breaks. */
export type ByHand = { tasks: PlannedTask[]; costsMore: number; broken: Broken[] };

/**
 * One task moved to another start or person, all of its stretches with it, the rest as it was; what has begun stays.
 * A task that is not in the plan comes into it there, its stretches one after the other.
 */
export function moved(problem: RoundProblem, plan: Laid, id: string, to: { start?: number; person?: string }, words?: Words): ByHand {
  const known = plan.tasks.some((task) => task.id === id) ? undefined : laidOut(problem, id, to);
  const tasks = known ? [...plan.tasks, known] : plan.tasks.map((task) => (task.id === id ? shifted(problem, task, to) : task));
  return after(problem, plan, tasks, words);
}

/** A task's stretches one after the other from a minute on; `undefined` where the problem has no such task. */
export function laidOut(problem: RoundProblem, id: string, to: { start?: number; person?: string }): PlannedTask | undefined {
  let at = to.start ?? problem.now ?? 0;
  const stretches = problem.tasks
    .find((task) => task.id === id)
    ?.stretches.map((stretch): PlannedTask["stretches"][number] => {
      const start = at;
      at += "hands" in stretch ? stretch.hands : stretch.wait;
      return "hands" in stretch && to.person ? { person: to.person, start, end: at } : { start, end: at };
    });
  return stretches && { id, stretches };
}

/** Two tasks exchange their people, each at its own time. */
export function swapped(problem: RoundProblem, plan: Laid, one: string, other: string, words?: Words): ByHand {
  const personOf = (id: string) => firstPerson(plan.tasks.find((task) => task.id === id));
  const [a, b] = [personOf(one), personOf(other)];
  return after(
    problem,
    plan,
    plan.tasks.map((task) =>
      task.id === one && b ? shifted(problem, task, { person: b }) : task.id === other && a ? shifted(problem, task, { person: a }) : task,
    ),
    words,
  );
}

function after(problem: RoundProblem, before: Laid, tasks: PlannedTask[], words?: Words): ByHand {
  const cost = (plan: readonly PlannedTask[]) => totalCost(costParts(problem, { tasks: plan }));
  return { tasks, costsMore: cost(tasks) - cost(before.tasks), broken: brokenRules(problem, { tasks }, words) };
}

function shifted(problem: RoundProblem, task: PlannedTask, { start, person }: { start?: number; person?: string }): PlannedTask {
  const begun = problem.begun?.find((each) => each.task === task.id)?.stretches.length ?? 0;
  const first = task.stretches[begun];
  const by = start === undefined || !first ? 0 : start - first.start;
  return {
    ...task,
    stretches: task.stretches.map((stretch, index) =>
      index < begun
        ? // A wait that goes on ends where the next stretch now starts.
          index === begun - 1 && stretch.person === undefined
          ? { ...stretch, end: stretch.end + by }
          : stretch
        : { ...stretch, start: stretch.start + by, end: stretch.end + by, ...(stretch.person && person ? { person } : {}) },
    ),
  };
}

export const firstPerson = (task: PlannedTask | undefined): string | undefined => task?.stretches.find(({ person }) => person)?.person;

/** What a task waits for where it lies: why it can't be a minute earlier; `undefined` where it could. */
export function waitsFor(problem: RoundProblem, plan: Laid, id: string, words?: Words): string | undefined {
  const task = plan.tasks.find((each) => each.id === id);
  const begun = problem.begun?.find((each) => each.task === id)?.stretches.length ?? 0;
  const first = task?.stretches[begun];
  if (!first) return undefined;
  const earlier = moved(problem, plan, id, { start: first.start - 1 }, words);
  return earlier.broken[0]?.why;
}

/** What changed from one plan to another: moved, given to somebody else, left out, come in. */
export type Change = { id: string; from?: { start: number; person?: string }; to?: { start: number; person?: string } };
export function changesBetween(before: readonly PlannedTask[], after: readonly PlannedTask[]): Change[] {
  const at = (task: PlannedTask | undefined) =>
    task ? { start: task.stretches[0]?.start ?? 0, ...(firstPerson(task) ? { person: firstPerson(task) as string } : {}) } : undefined;
  const ids = new Set([...before, ...after].map(({ id }) => id));
  return [...ids].flatMap((id) => {
    const [from, to] = [at(before.find((task) => task.id === id)), at(after.find((task) => task.id === id))];
    if (from && to && from.start === to.start && from.person === to.person) return [];
    return [{ id, ...(from ? { from } : {}), ...(to ? { to } : {}) }];
  });
}

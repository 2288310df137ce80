import { type Broken, brokenRules, type Words } from "./broken-rules.ts";
import { firstPerson, moved } from "./by-hand.ts";
import type { PlannedStretch, PlannedTask, RoundProblem, Stretch } from "./problem.ts";

/** A published plan still fits while each task can start within so many minutes of what people were told. A guess. */
export const LATE_START_MINUTES = 10;

/**
 * Holds what people were told against the shop as it is now: what has begun stands as it went, the rest is pushed later in its own
 * order. Nobody is told something new for a few minutes.
 * @returns the tasks as they will go, and which of them can't: with the rule that they break even `late` minutes later
 * @example stillFits({ ...problem, now: 3 }, [{ id: "a", stretches: [{ person: "bram", start: 0, end: 10 }] }]).broken // []
 */
export function stillFits(
  problem: RoundProblem,
  told: readonly PlannedTask[],
  { late = LATE_START_MINUTES, words }: { late?: number; words?: Words } = {},
): { tasks: PlannedTask[]; broken: Broken[] } {
  const tasks = new Map(problem.tasks.map((task) => [task.id, task]));
  const broken: Broken[] = [];
  const laid: PlannedTask[] = [];
  const inOrder = told
    .map((task) => asItGoes(problem, task))
    .sort((a, b) => Number(hasBegun(problem, b.id)) - Number(hasBegun(problem, a.id)) || startOf(a) - startOf(b));
  for (const task of inOrder) {
    const before = new Set(tasks.get(task.id)?.after ?? []);
    // Only who and what it shares can stand in its way.
    const near = laid.filter(
      (other) =>
        before.has(other.id) ||
        tasks.get(other.id)?.machine === tasks.get(task.id)?.machine ||
        other.stretches.some(({ person }) => person && task.stretches.some((each) => each.person === person)),
    );
    let why = brokenBy(problem, near, task, words);
    let at = task;
    for (let later = 1; why && later <= late && !hasBegun(problem, task.id); later++) {
      const start = startOf(task) + later;
      const [pushed] = moved({ ...problem, begun: [] }, { tasks: [task] }, task.id, { start }).tasks;
      if (!pushed) break;
      at = pushed;
      why = brokenBy(problem, near, at, words);
    }
    if (why) broken.push(why);
    laid.push(why ? task : at);
  }
  return { tasks: laid, broken };
}

const startOf = (task: PlannedTask) => task.stretches[0]?.start ?? 0;
const hasBegun = (problem: RoundProblem, id: string) => problem.begun?.some(({ task }) => task === id) === true;

function brokenBy(problem: RoundProblem, near: readonly PlannedTask[], task: PlannedTask, words?: Words): Broken | undefined {
  const ids = new Set([task.id, ...near.map(({ id }) => id)]);
  const begun = problem.begun?.filter((each) => ids.has(each.task)) ?? [];
  return brokenRules({ ...problem, begun }, { tasks: [...near, task] }, words).find((each) => each.task === task.id);
}

/** A task as it went so far and as long as its parts are taken to last by now; the rest of it is done by whoever began it. */
function asItGoes(problem: RoundProblem, task: PlannedTask): PlannedTask {
  const begun = problem.begun?.find((each) => each.task === task.id)?.stretches ?? [];
  const shape = problem.tasks.find(({ id }) => id === task.id)?.stretches;
  if (shape?.length !== task.stretches.length) return task;
  const was = firstPerson(task);
  const is = begun.find(({ person }) => person)?.person ?? was;
  let at = startOf(task);
  return {
    ...task,
    stretches: task.stretches.map((stretch, index) => {
      const actual = begun[index];
      const start = actual?.start ?? at;
      const lasts = lengthOf(shape[index] as Stretch, stretch);
      // A stretch that goes on lasts at least until now.
      at = actual ? (actual.end ?? Math.max(start + lasts, problem.now ?? 0)) : start + lasts;
      const person = actual ? actual.person : stretch.person === was ? is : stretch.person;
      return { ...(person === undefined ? {} : { person }), start, end: at };
    }),
  };
}

function lengthOf(shape: Stretch, told: PlannedStretch): number {
  if ("hands" in shape) return shape.hands;
  return Math.min(Math.max(shape.wait, told.end - told.start), shape.wait + (shape.upTo ?? Number.POSITIVE_INFINITY));
}

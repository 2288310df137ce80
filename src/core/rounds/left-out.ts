import type { Alone } from "./alone.ts";
import { type Model, type ModelTask, modelOf } from "./model.ts";
import { cheapestPlace, earliestPlace } from "./place.ts";
import type { RoundPlan, RoundProblem } from "./problem.ts";
import { type Found, lengthOf, tableWith } from "./search.ts";
import { type Placement, timetableOf } from "./timetable.ts";

/** How a minute of the problem is said, `minute 45` or `7:30`. */
export type SayMinute = (minute: number) => string;
const plainMinute: SayMinute = (minute) => `minute ${minute}`;

/** Why a task is not in a plan, in words. */
export function whyLeftOut(model: Model, index: number, alone: readonly (Alone | undefined)[], say: SayMinute = plainMinute): string {
  const task = model.tasks[index] as ModelTask;
  const given = model.problem.tasks[index] as RoundProblem["tasks"][number];
  const skills = given.skills ?? [];
  if (alone[index]) {
    const out = given.after?.find((before) => !alone[model.tasks.findIndex(({ id }) => id === before)]);
    return out ? `comes after ${out}, which is left out` : "no room is left for it: every place for it would cost more elsewhere";
  }
  const before = task.after.find((each) => !alone[each]);
  if (before !== undefined) return `comes after ${model.tasks[before]?.id}, which can't be done`;
  if (task.hands.length && task.people.length === 0) {
    if (given.fixedTo != null) return `it is fixed to ${given.fixedTo}, who has no ${skills.join(" and ")} skill`;
    return skills.length ? `nobody holds ${skills.join(" and ")}` : "there is nobody who could do it";
  }
  const who = given.fixedTo ?? (skills.length ? `whoever holds ${skills.join(" and ")}` : "anybody");
  const from = Math.max(task.from, ...task.after.map((each) => alone[each]?.end ?? 0));
  if (from + lengthOf(task) > task.latest)
    return `it takes ${lengthOf(task)} minutes from ${say(from)} on, and must end by ${say(task.latest)}`;
  const longest = Math.max(
    0,
    ...task.people.flatMap((person) => (model.people[person]?.shifts ?? []).map(([open, close]) => close - Math.max(open, model.now))),
  );
  const tooLong = task.hands.find((hands) => hands > longest);
  if (tooLong !== undefined)
    return longest === 0
      ? who === "anybody"
        ? "nobody is on shift"
        : `${who} is not on shift`
      : `a stretch of ${tooLong} minutes is longer than any shift of ${who}`;
  const free: RoundProblem = { ...model.problem, machines: model.problem.machines.map((machine) => ({ ...machine, busy: [] })) };
  if (fitsAlone(modelOf(free), index, from)) return `${given.machine} is busy until it is too late to end by ${say(task.latest)}`;
  return skills.length
    ? `nobody on shift holds ${skills.join(" and ")} in time to end by ${say(task.latest)}`
    : `nobody is on shift in time to end by ${say(task.latest)}`;
}

function fitsAlone(model: Model, index: number, from: number): boolean {
  const task = model.tasks[index] as ModelTask;
  const firsts = task.bound < 0 && task.anySame ? task.people : [task.bound];
  return firsts.some((first) => earliestPlace(timetableOf(model), index, from, task.latest, first) !== undefined);
}

/** The least change that would let a task in where all else stays: who would have to come by when, or how much later it might end. */
export type LeastChange = { come: { skills: readonly string[]; by: number } } | { later: number } | undefined;

/** A plan as it is written, as the search has it. */
export function foundOf(model: Model, plan: Pick<RoundPlan, "tasks">): Found {
  const placed = model.tasks.map((task, index): Placement | undefined => {
    const written = plan.tasks.find(({ id }) => id === task.id);
    const chain = model.problem.tasks[index]?.stretches ?? [];
    const end = written?.stretches.at(-1)?.end;
    if (!written || end === undefined) return undefined;
    const begun = task.begun?.stretches.length ?? 0;
    const hands = written.stretches.flatMap((stretch, place) => (place >= begun && "hands" in (chain[place] ?? {}) ? [stretch] : []));
    return {
      anchor: written.stretches[begun]?.start ?? end,
      times: hands.map(({ start }) => start),
      who: hands.map(({ person }) => model.people.findIndex(({ id }) => id === person)),
      end,
    };
  });
  return { placed, cost: 0 };
}

/** What would let a left-out task into a plan; `undefined` where neither another person nor more time would. */
export function leastChange(model: Model, plan: Found, index: number): LeastChange {
  const { problem } = model;
  const given = problem.tasks[index] as RoundProblem["tasks"][number];
  const latest = given.latest ?? problem.horizon;
  const withTask = (more: Partial<RoundProblem["tasks"][number]>) =>
    problem.tasks.map((task, at) => (at === index ? { ...task, ...more } : task));
  const fits = (changed: RoundProblem) => {
    const table = tableWith(modelOf(changed), plan);
    return !table.placed[index] && cheapestPlace(table, index) !== undefined;
  };
  // Somebody who comes later never helps more: the latest minute at which it still helps is found by halving.
  const comes = (by: number): RoundProblem => ({
    ...problem,
    people: [
      ...problem.people,
      { id: " another", skills: [...(given.skills ?? [])], shifts: by < problem.horizon ? [[by, problem.horizon]] : [] },
    ],
    tasks: withTask({ fixedTo: null }),
  });
  const earliest = Math.max(problem.now ?? 0, given.earliest ?? 0);
  if (fits(comes(earliest))) {
    let [low, high] = [earliest, problem.horizon];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (fits(comes(middle))) low = middle;
      else high = middle;
    }
    return { come: { skills: given.skills ?? [], by: low } };
  }
  if (latest < problem.horizon && fits({ ...problem, tasks: withTask({ latest: problem.horizon }) })) {
    let [low, high] = [latest, problem.horizon];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (fits({ ...problem, tasks: withTask({ latest: middle }) })) high = middle;
      else low = middle;
    }
    return { later: high - latest };
  }
  return undefined;
}

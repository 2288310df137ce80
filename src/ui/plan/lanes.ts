import { laidOut } from "../../core/rounds/by-hand.ts";
import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";

/** How long a task takes, from its first stretch to its last: in a plan, or as it would come into one. */
export const lengthOf = (problem: RoundProblem, tasks: readonly PlannedTask[], id: string): number => {
  const stretches = (tasks.find((task) => task.id === id) ?? laidOut(problem, id, {}))?.stretches;
  return (stretches?.at(-1)?.end ?? 0) - (stretches?.[0]?.start ?? 0);
};

/** Whether a wait is followed by a window that closes: what comes next may not come any time later. */
export function closesAt(problem: RoundProblem, id: string, place: number): boolean {
  const stretches = problem.tasks.find((task) => task.id === id)?.stretches ?? [];
  const stretch = stretches[place];
  return stretch !== undefined && "wait" in stretch && stretch.upTo !== undefined && place < stretches.length - 1;
}

/** A person's waits, each in the first lane that is free. */
export function lanesOf(problem: RoundProblem, tasks: readonly PlannedTask[]) {
  const waits = tasks
    .flatMap((task) =>
      task.stretches.flatMap((stretch, index) =>
        stretch.person || stretch.end <= stretch.start
          ? []
          : [{ task, start: stretch.start, end: stretch.end, closes: closesAt(problem, task.id, index) }],
      ),
    )
    .sort((a, b) => a.start - b.start);
  const ends: number[] = [];
  return waits.map((wait) => {
    const free = ends.findIndex((end) => end <= wait.start);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = wait.end;
    return { ...wait, lane };
  });
}

/** Where somebody is along their day: areas one after the other, and the walks between, each right before the work that it leads to. */
export type Whereabouts = { area: string; start: number; end: number } | { walkTo: string; start: number; end: number };
export function whereabouts(problem: RoundProblem, tasks: readonly PlannedTask[], person: string): Whereabouts[] {
  const areaOf = new Map(problem.machines.map(({ id, area }) => [id, area]));
  const machineOf = new Map(problem.tasks.map(({ id, machine }) => [id, machine]));
  const work = tasks
    .flatMap(({ id, stretches }) =>
      stretches.flatMap((stretch) => {
        const area = areaOf.get(machineOf.get(id) ?? "");
        return stretch.person === person && area !== undefined ? [{ area, start: stretch.start, end: stretch.end }] : [];
      }),
    )
    .sort((a, b) => a.start - b.start);
  const along: Whereabouts[] = [];
  for (const next of work) {
    const last = along.at(-1);
    if (!last || !("area" in last)) {
      along.push(next);
      continue;
    }
    if (last.area === next.area) {
      last.end = Math.max(last.end, next.end);
      continue;
    }
    const minutes = problem.walk[problem.areas.indexOf(last.area)]?.[problem.areas.indexOf(next.area)] ?? 0;
    const leaves = Math.max(last.end, next.start - minutes);
    last.end = leaves;
    if (leaves < next.start) along.push({ walkTo: next.area, start: leaves, end: next.start });
    along.push(next);
  }
  return along;
}

/** The parts of a span in which somebody is not on shift. */
export function offShift(shifts: readonly (readonly [number, number])[], from: number, until: number): [number, number][] {
  const off: [number, number][] = [];
  let at = from;
  for (const [open, close] of shifts) {
    if (open > at) off.push([at, Math.min(open, until)]);
    at = Math.max(at, close);
  }
  if (at < until) off.push([at, until]);
  return off.filter(([open, close]) => close > open);
}

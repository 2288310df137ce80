import type { PlannedTask, RoundProblem } from "../../core/rounds/problem.ts";

/** How long a task takes in a plan, from its first stretch to its last. */
export const lengthOf = (tasks: readonly PlannedTask[], id: string): number => {
  const stretches = tasks.find((task) => task.id === id)?.stretches;
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

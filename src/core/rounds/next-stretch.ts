import type { PlannedStretch } from "./problem.ts";

/** A task of the round in force, as somebody follows it. */
export type FollowedTask = {
  key: string;
  area: string | null;
  stretches: readonly PlannedStretch[];
  /** Done, skipped or withdrawn. */
  over: boolean;
  /** Of a run under way: the stretch it is in. */
  at?: number;
};

/** A stretch that somebody comes to: which, when by the round, how far behind, and the walk to it. */
export type NextStretch = {
  key: string;
  /** Its place in the chain, and whether the task begins with it. */
  place: number;
  begins: boolean;
  start: number;
  end: number;
  /** Minutes behind the round; 0 where it is still to come. */
  behind: number;
  walkMinutes: number;
  /** Begun and under way now. */
  underWay: boolean;
};

/**
 * What is next for a person by the round in force, in its order: hands stretches of theirs that are not over. The first one's walk is from
 * where they were last by the round.
 * @param now the round's minute
 */
export function nextStretches(
  tasks: readonly FollowedTask[],
  person: string,
  now: number,
  walk: (from: string | null, to: string | null) => number,
): NextStretch[] {
  const own = tasks
    .flatMap((task) => task.stretches.flatMap((stretch, place) => (stretch.person === person ? [{ task, stretch, place }] : [])))
    .sort((a, b) => a.stretch.start - b.stretch.start);
  let area: string | null = null;
  const next: NextStretch[] = [];
  for (const { task, stretch, place } of own) {
    const passed = task.over || (task.at !== undefined && place < task.at);
    const walkMinutes = area === null ? 0 : walk(area, task.area);
    area = task.area;
    if (passed) continue;
    const underWay = task.at === place;
    next.push({
      key: task.key,
      place,
      begins: !task.stretches.slice(0, place).some((each) => each.person),
      start: stretch.start,
      end: stretch.end,
      behind: Math.max(0, underWay ? now - stretch.end : now - stretch.start),
      walkMinutes,
      underWay,
    });
  }
  return next;
}

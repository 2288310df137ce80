import type { PlannedTask } from "../../core/rounds/problem.ts";
import { stillFits } from "../../core/rounds/still-fits.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import type { RoundWords } from "./round-words.ts";

/** What people were told by the published plan, in minutes of the view; what is done or skipped is gone from it. */
export function toldBy({ round, zero, tasks }: RoundView): PlannedTask[] {
  const by = round ? Math.round((new Date(round.body.zero).getTime() - new Date(zero).getTime()) / 60_000) : 0;
  return (round?.body.tasks ?? []).flatMap(({ key, stretches }) =>
    !["done", "skipped"].includes(tasks[key]?.state ?? "")
      ? [{ id: key, stretches: stretches.map((each) => ({ ...each, start: each.start + by, end: each.end + by })) }]
      : [],
  );
}

/** Why a published plan no longer fits: rules that it breaks, work that came in or is gone undone. */
export function misfits(view: RoundView, kept: readonly PlannedTask[], words: RoundWords): { task: string; why: string }[] {
  const { round } = view;
  const problem = view.shortDay?.problem ?? view.problem;
  if (!round || round.body.what !== view.what) return [];
  const left = new Set([...round.body.leftOut.map(({ key }) => key), ...(round.body.shortHanded?.deferred.map(({ key }) => key) ?? [])]);
  const laid = new Set(kept.map(({ id }) => id));
  const gone = toldBy(view).filter(({ id }) => !laid.has(id));
  return [
    ...stillFits(problem, kept, { words }).broken,
    ...problem.tasks.filter(({ id }) => !laid.has(id) && !left.has(id)).map(({ id }) => ({ task: id, why: "came in since" })),
    ...gone.map(({ id }) => ({ task: id, why: "is not due any more" })),
  ];
}

/** When the last task ends. */
export const endOf = (tasks: readonly PlannedTask[]) => Math.max(0, ...tasks.flatMap(({ stretches }) => stretches.map(({ end }) => end)));

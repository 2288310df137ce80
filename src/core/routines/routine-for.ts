import { meetsRule } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import { routinesOf } from "./assigned.ts";
import type { Job } from "./effects.ts";
import type { Routine } from "./routine.ts";

/**
 * The routine that does a job at a machine: of its own the first, else one that may be called for there, else any of the book. A
 * shop's own stands before a built-in one.
 */
export function routineFor(job: Job, machine: Machine, book: ReadonlyMap<string, Routine>): Routine | undefined {
  const does = ({ effects }: Routine) => effects?.job === job;
  const all = [...book.values()].filter(does).reverse();
  return (
    routinesOf(machine, book).filter(does).at(-1) ??
    all.find(({ calledFor }) => calledFor !== undefined && meetsRule(machine, calledFor)) ??
    all[0]
  );
}

/** Ids of all routines that do a job. */
export const idsFor = (job: Job, routines: Iterable<Pick<Routine, "id" | "effects">>): string[] =>
  [...routines].flatMap(({ id, effects }) => (effects?.job === job ? [id] : []));

/** The routine that does a job, wherever; a shop's own before a built-in one. */
export const routineBy = (job: Job, book: ReadonlyMap<string, Routine>): Routine | undefined =>
  [...book.values()].findLast(({ effects }) => effects?.job === job);

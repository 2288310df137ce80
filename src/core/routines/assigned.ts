import { meetsRule } from "../fleet/rule.ts";
import type { HouseRoutine, Machine } from "../fleet/schema.ts";
import { BUILT_IN } from "./built-in.ts";
import type { Routine } from "./routine.ts";

/** All routines of a shop by id; the house's own stand before built-in ones of the same id. */
export function routineBook(house: readonly HouseRoutine[] = []): Map<string, Routine> {
  return new Map<string, Routine>([...BUILT_IN, ...house].map((routine) => [routine.id, routine]));
}

/** The ids of the built-in routines whose rule a machine meets, in the order of the table. */
export function proposedRoutines(machine: Machine): string[] {
  return BUILT_IN.filter(({ rule }) => rule && meetsRule(machine, rule)).map(({ id }) => id);
}

/** The routines of a machine: as listed, or the proposed ones where its file lists none. */
export function routinesOf(machine: Machine, book: ReadonlyMap<string, Routine>): Routine[] {
  return (machine.routines ?? proposedRoutines(machine)).flatMap((id) => book.get(id) ?? []);
}

/**
 * For each routine, itself and all it covers, and what those cover, and so on; a ring does no harm.
 * Kept per book, since the due engine asks for each day of doing.
 */
export function coverage(book: ReadonlyMap<string, Routine>): ReadonlyMap<string, readonly string[]> {
  const reach = new Map<string, readonly string[]>();
  for (const id of book.keys()) {
    const found = new Set([id]);
    for (const each of found) for (const covered of book.get(each)?.covers ?? []) found.add(covered);
    reach.set(id, [...found]);
  }
  return reach;
}

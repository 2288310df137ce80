import { meetsRule } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import { BUILT_IN } from "./built-in.ts";
import { compiled } from "./compile.ts";
import type { Routine } from "./routine.ts";

/**
 * All routines of a shop by id, the steps of those they call in their places. The house's own stand before built-in ones of
 * the same id, and keep of these what they don't say themselves, but for trigger, window and covers.
 */
export function routineBook(house: readonly Routine[] = []): Map<string, Routine> {
  const book = new Map<string, Routine>(BUILT_IN.map((routine) => [routine.id, routine]));
  for (const own of house) {
    const { trigger: _, window: __, covers: ___, ...rest } = book.get(own.id) ?? {};
    book.set(own.id, { ...rest, ...own });
  }
  for (const routine of house.length ? book.values() : []) if (calls(routine)) book.set(routine.id, withCalled(routine, book));
  return house.length ? book : new Map(BUILT_IN_COMPILED);
}

const calls = ({ steps }: Routine) => steps !== undefined && JSON.stringify(steps).includes('"kind":"call"');
const withCalled = (routine: Routine, book: ReadonlyMap<string, Routine>): Routine => ({
  ...routine,
  steps: compiled(routine.steps ?? [], (id) => book.get(id)?.steps, [routine.id]),
});
const BUILT_IN_BOOK = new Map<string, Routine>(BUILT_IN.map((routine) => [routine.id, routine]));
const BUILT_IN_COMPILED = [...BUILT_IN_BOOK].map(([id, routine]): [string, Routine] => [
  id,
  calls(routine) ? withCalled(routine, BUILT_IN_BOOK) : routine,
]);

/** The ids of the built-in routines whose rule a machine meets, in the order of the table. */
export function proposedRoutines(machine: Machine): string[] {
  return BUILT_IN.filter(({ rule }) => rule && meetsRule(machine, rule)).map(({ id }) => id);
}

/** The routines that may be called for at a machine, though they never fall due there by themselves. */
export const callableAt = (machine: Machine, book: ReadonlyMap<string, Routine>): Routine[] =>
  [...book.values()].filter(({ calledFor }) => calledFor !== undefined && meetsRule(machine, calledFor));

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

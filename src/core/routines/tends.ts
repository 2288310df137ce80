import type { Routine } from "./routine.ts";

/** The kinds of part that a routine tends. */
export const tendsOf = (routine: Pick<Routine, "effects"> | undefined): readonly string[] => routine?.effects?.tends ?? [];

const DRIES = ["cap", "cap-seal", "cap-pad", "drying-cap", "wiper", "spit-tray", "spit-tray-filter", "head"];

/** Care that comes earlier in dry air: of what ink dries on (common practice, no source). */
export const shortenedByDryAir = (book: ReadonlyMap<string, Routine>): ReadonlySet<string> =>
  new Set([...book.values()].filter((routine) => tendsOf(routine).some((part) => DRIES.includes(part))).map(({ id }) => id));

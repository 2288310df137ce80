import type { Routine } from "./routine.ts";

/** The kinds of part that a routine tends. */
export const tendsOf = (routine: Pick<Routine, "effects"> | undefined): readonly string[] => routine?.effects?.tends ?? [];

const WIPES = ["wiper", "cleaning-blade", "cleaning-roll"];

/** Whether a routine cleans round a head by hand: it tends cap and wiper both; a soak or a test does not. @example cleansRoundHead({ effects: { tends: ["cap"] } }) → false */
export const cleansRoundHead = (routine: Pick<Routine, "effects">): boolean =>
  tendsOf(routine).includes("cap") && tendsOf(routine).some((part) => WIPES.includes(part));

const DRIES = ["cap", "cap-seal", "cap-pad", "drying-cap", "wiper", "spit-tray", "spit-tray-filter", "head"];

/** Care that comes earlier in dry air: of what ink dries on (common practice, no source). */
export const shortenedByDryAir = (book: ReadonlyMap<string, Routine>): ReadonlySet<string> =>
  new Set([...book.values()].filter((routine) => tendsOf(routine).some((part) => DRIES.includes(part))).map(({ id }) => id));

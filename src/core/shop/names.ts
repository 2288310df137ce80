import { Refusal } from "./refusal.ts";

/** Names that are entered on a screen fit on a tag and in a row of the Board; a fleet file may bring longer ones. */
export const LONGEST_NAME = 60;

/**
 * @param before the name so far: it may stay as it is
 * @throws Refusal 400 where a new name is too long
 * @example holdName("Sprat") // nothing
 */
export function holdName(name: string, before?: string): void {
  if (name === before || name.length <= LONGEST_NAME) return;
  throw new Refusal(400, `A name has at most ${LONGEST_NAME} signs, so that it fits on a tag. “${name.slice(0, 30)}…” has ${name.length}.`);
}

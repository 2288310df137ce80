/** A moment at which a machine's state became known: held or not. Times in milliseconds. */
export type HoldMark = { at: number; held: boolean };

/**
 * Hours that a machine stood on hold: from each check that held it to the next check or release, and no longer than the end of that day, when every
 * check loses its force anyway.
 *
 * @param marks oldest first
 * @param dayEnd when the site's day of a moment ends
 */
export function holdHours(marks: readonly HoldMark[], dayEnd: (at: number) => number): number {
  return marks.reduce((sum, mark, index) => {
    if (!mark.held) return sum;
    const next = marks[index + 1]?.at ?? Number.POSITIVE_INFINITY;
    return sum + Math.max(0, Math.min(next, dayEnd(mark.at)) - mark.at) / 3_600_000;
  }, 0);
}

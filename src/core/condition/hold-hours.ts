/** A moment at which a machine's state became known: held or not. Times in milliseconds. */
export type HoldMark = { at: number; held: boolean };

/**
 * Hours on hold in which a machine should have printed: from each check that held it to the next check or release, now at the latest, and no
 * longer than its print time of that day; after that day every check loses its force anyway.
 *
 * @param marks oldest first
 * @param now what is still to come is no hour on hold
 * @param printing from when to when it should print on the day of a moment; `null` where it does not
 * @example holdHours([{ at: 0, held: true }], 3_600_000, () => [0, 7_200_000]) // 1
 */
export function holdHours(
  marks: readonly HoldMark[],
  now: number,
  printing: (at: number) => readonly [from: number, to: number] | null,
): number {
  return marks.reduce((sum, mark, index) => {
    const day = printing(mark.at);
    if (!mark.held || !day) return sum;
    const next = marks[index + 1]?.at ?? Number.POSITIVE_INFINITY;
    return sum + Math.max(0, Math.min(next, now, day[1]) - Math.max(mark.at, day[0])) / 3_600_000;
  }, 0);
}

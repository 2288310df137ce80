/** A stretch of a closure's picture: a day of work before or after it, or the closure itself, drawn shorter than it is. Times in milliseconds. */
export type AxisPiece = { id: string; words: string; closed: boolean; from: number; to: number };

/** A closure is drawn as wide as so many days. */
const CLOSED_DAYS = 2;
const weight = ({ closed }: AxisPiece) => (closed ? CLOSED_DAYS : 1);

/** Each piece with where it begins and how wide it is, as shares of the whole. */
export function placedPieces(pieces: readonly AxisPiece[]): (AxisPiece & { at: number; width: number })[] {
  const all = pieces.reduce((sum, piece) => sum + weight(piece), 0);
  let at = 0;
  return pieces.map((piece) => {
    const placed = { ...piece, at, width: weight(piece) / all };
    at += placed.width;
    return placed;
  });
}

/**
 * Where a moment stands on the picture, from 0 to 1: in proportion within its piece; between two pieces (a night) at their seam.
 *
 * @example axisShare([{ from: 0, to: 10, closed: false }, { from: 20, to: 30, closed: false }], 15) → 0.5
 */
export function axisShare(pieces: readonly AxisPiece[], moment: number): number {
  let share = 0;
  for (const { from, to, at, width } of placedPieces(pieces)) {
    if (moment <= from) return Math.max(share, at);
    share = at + width * Math.min(1, (moment - from) / Math.max(1, to - from));
    if (moment < to) return share;
  }
  return Math.min(1, share);
}

/** Eight numbers: where the sheet's corners fall in the picture, in pixels, from its own top left clockwise. */
export type Corners = readonly [number, number, number, number, number, number, number, number];

/** Why corners can't be those of a sheet: not eight numbers, crossed over, or on a line. */
export function cornersFault(value: unknown): string | undefined {
  if (!Array.isArray(value) || value.length !== 8 || !value.every((each) => typeof each === "number" && Number.isFinite(each)))
    return "corners are eight numbers: x and y of the sheet's top left, top right, bottom right and bottom left";
  const turns = [0, 1, 2, 3].map((at) => {
    const [ax, ay, bx, by, cx, cy] = [0, 1, 2].flatMap((next) => [
      value[((at + next) % 4) * 2] ?? 0,
      value[((at + next) % 4) * 2 + 1] ?? 0,
    ]) as [number, number, number, number, number, number];
    return (bx - ax) * (cy - by) - (by - ay) * (cx - bx);
  });
  if (turns.some((turn) => Math.abs(turn) < 1)) return "three of the corners lie on one line";
  return turns.every((turn) => turn > 0) || turns.every((turn) => turn < 0)
    ? undefined
    : "the corners cross over; name them round the sheet";
}

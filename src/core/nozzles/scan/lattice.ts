import { dashesOf, type NozzlePattern } from "../pattern.ts";

/** A dash of the pattern by its middle, in millimetres on the sheet. */
export type Mark = { channel: number; nozzle: number; x: number; y: number; length: number; thickness: number };

/** The dashes that can be seen in a picture, with a way to find the nearest. */
export type Lattice = {
  marks: readonly Mark[];
  /** The nearest mark to a place, if it lies within so many millimetres. */
  nearest: (x: number, y: number, within: number) => number;
  box: { left: number; top: number; right: number; bottom: number };
};

const CELL_MM = 3;

export function latticeOf(pattern: NozzlePattern): Lattice {
  const marks = pattern.channels.flatMap((channel, index): Mark[] =>
    channel.colour === null
      ? []
      : dashesOf(channel).map(({ x, y, length, thickness }, nozzle) => ({
          channel: index,
          nozzle,
          x: x + length / 2,
          y,
          length,
          thickness,
        })),
  );
  const box = {
    left: Number.POSITIVE_INFINITY,
    top: Number.POSITIVE_INFINITY,
    right: Number.NEGATIVE_INFINITY,
    bottom: Number.NEGATIVE_INFINITY,
  };
  for (const { x, y, length } of marks) {
    box.left = Math.min(box.left, x - length / 2);
    box.right = Math.max(box.right, x + length / 2);
    box.top = Math.min(box.top, y);
    box.bottom = Math.max(box.bottom, y);
  }
  const cells = new Map<number, number[]>();
  const key = (cx: number, cy: number) => cx * 65_536 + cy + 32_768;
  marks.forEach(({ x, y }, index) => {
    const at = key(Math.floor(x / CELL_MM), Math.floor(y / CELL_MM));
    const there = cells.get(at);
    if (there) there.push(index);
    else cells.set(at, [index]);
  });
  const nearest = (x: number, y: number, within: number): number => {
    let [best, distance] = [-1, within * within];
    const [x0, x1] = [Math.floor((x - within) / CELL_MM), Math.floor((x + within) / CELL_MM)];
    const [y0, y1] = [Math.floor((y - within) / CELL_MM), Math.floor((y + within) / CELL_MM)];
    for (let cx = x0; cx <= x1; cx++)
      for (let cy = y0; cy <= y1; cy++)
        for (const index of cells.get(key(cx, cy)) ?? []) {
          const mark = marks[index] as Mark;
          const d = (mark.x - x) ** 2 + (mark.y - y) ** 2;
          if (d < distance) {
            distance = d;
            best = index;
          }
        }
    return best;
  };
  return { marks, nearest, box };
}

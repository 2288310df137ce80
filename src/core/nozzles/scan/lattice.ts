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
  // Marks by cell, all in one list: `starts` says where a cell's begin.
  const [left, top] = [Math.floor(box.left / CELL_MM), Math.floor(box.top / CELL_MM)];
  const across = Math.floor(box.right / CELL_MM) - left + 1;
  const down = Math.floor(box.bottom / CELL_MM) - top + 1;
  const cellOf = ({ x, y }: Mark) => (Math.floor(y / CELL_MM) - top) * across + Math.floor(x / CELL_MM) - left;
  const starts = new Int32Array(Math.max(0, across * down) + 1);
  for (const mark of marks) starts[cellOf(mark) + 1] = (starts[cellOf(mark) + 1] as number) + 1;
  for (let cell = 1; cell < starts.length; cell++) starts[cell] = (starts[cell] as number) + (starts[cell - 1] as number);
  const filled = Int32Array.from(starts);
  const [xs, ys, order] = [new Float64Array(marks.length), new Float64Array(marks.length), new Int32Array(marks.length)];
  marks.forEach((mark, index) => {
    const cell = cellOf(mark);
    const at = filled[cell] as number;
    filled[cell] = at + 1;
    order[at] = index;
    xs[at] = mark.x;
    ys[at] = mark.y;
  });
  const nearest = (x: number, y: number, within: number): number => {
    let [best, distance] = [-1, within * within];
    const [x0, x1] = [
      Math.max(0, Math.floor((x - within) / CELL_MM) - left),
      Math.min(across - 1, Math.floor((x + within) / CELL_MM) - left),
    ];
    const [y0, y1] = [Math.max(0, Math.floor((y - within) / CELL_MM) - top), Math.min(down - 1, Math.floor((y + within) / CELL_MM) - top)];
    for (let cy = y0; cy <= y1; cy++)
      for (let cx = x0; cx <= x1; cx++) {
        const cell = cy * across + cx;
        for (let at = starts[cell] as number, end = starts[cell + 1] as number; at < end; at++) {
          const d = ((xs[at] as number) - x) ** 2 + ((ys[at] as number) - y) ** 2;
          if (d < distance) {
            distance = d;
            best = order[at] as number;
          }
        }
      }
    return best;
  };
  return { marks, nearest, box };
}

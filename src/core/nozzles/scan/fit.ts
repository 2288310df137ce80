import type { Lattice } from "./lattice.ts";
import type { Laying } from "./measure.ts";
import { middle } from "./middle.ts";
import { pairsOf } from "./place.ts";
import { mapped, type Pair, type Plane, type Point, planeThrough, solve } from "./plane.ts";
import type { Stroke } from "./strokes.ts";

/** How the sheet lies in the picture: a plane, and what lens and curl bend it by; each channel may be printed off its place. */
export type Fit = {
  laying: Laying;
  plane: Plane;
  matched: number;
  /** By channel: strokes that were matched, their mean tone, and how far the channel stands off, mm. */
  channels: { matched: number; tone: [number, number, number]; dx: number; dy: number }[];
  /** Typical distance of a stroke from its place, mm. */
  rms: number;
};

const ROUNDS = 5;

/** Draws a placement close, channel offsets and bends allowed for. */
export function fitted(start: Plane, strokes: readonly Stroke[], lattice: Lattice, channels: number): Fit {
  const { marks, box } = lattice;
  let plane = start;
  let offsets = Array.from({ length: channels }, () => ({ matched: 0, tone: [0, 0, 0] as [number, number, number], dx: 0, dy: 0 }));
  let bend: (x: number, y: number) => readonly [number, number] = () => [0, 0];
  let [rms, matched] = [1, 0];
  const [mx, my, sx, sy] = [
    (box.left + box.right) / 2,
    (box.top + box.bottom) / 2,
    (box.right - box.left) / 2 || 1,
    (box.bottom - box.top) / 2 || 1,
  ];
  const terms = (x: number, y: number) => {
    const [u, v] = [(x - mx) / sx, (y - my) / sy];
    return [1, u, v, u * u, u * v, v * v, u * u * u, u * u * v, u * v * v, v * v * v];
  };
  for (let round = 0; round < ROUNDS; round++) {
    const pairs = pairsOf(plane, strokes, lattice, round < 2 ? 0.75 : 0.7);
    if (pairs.length < 6) break;
    // Where each channel stands as a whole, against the others.
    const back = (pair: Pair, mark: { x: number; y: number }): [number, number] => {
      const at = mapped(plane, [mark.x, mark.y]);
      const right = mapped(plane, [mark.x + 1, mark.y]);
      const down = mapped(plane, [mark.x, mark.y + 1]);
      const [bx, by] = bend(mark.x, mark.y);
      const [ex, ey] = [pair.to[0] - at[0] - bx, pair.to[1] - at[1] - by];
      const [ax, ay, cx, cy] = [right[0] - at[0], right[1] - at[1], down[0] - at[0], down[1] - at[1]];
      const det = ax * cy - ay * cx;
      return [(ex * cy - ey * cx) / det, (ey * ax - ex * ay) / det];
    };
    const off = pairs.map(({ pair, mark }) => back(pair, marks[mark] as { x: number; y: number }));
    const next = Array.from({ length: channels }, () => ({ matched: 0, tone: [0, 0, 0] as [number, number, number], dx: 0, dy: 0 }));
    const lists = next.map((): { x: number[]; y: number[] } => ({ x: [], y: [] }));
    pairs.forEach(({ mark, stroke }, index) => {
      const channel = marks[mark]?.channel ?? 0;
      const entry = next[channel];
      if (!entry) return;
      entry.matched++;
      for (let c = 0; c < 3; c++) entry.tone[c] = (entry.tone[c] ?? 0) + (stroke.tone[c] ?? 0);
      lists[channel]?.x.push(off[index]?.[0] ?? 0);
      lists[channel]?.y.push(off[index]?.[1] ?? 0);
    });
    next.forEach((entry, channel) => {
      if (entry.matched < 5) return;
      entry.tone = entry.tone.map((sum) => sum / entry.matched) as [number, number, number];
      entry.dx = middle(lists[channel]?.x ?? []);
      entry.dy = middle(lists[channel]?.y ?? []);
    });
    // All of them together stand nowhere else: that is the sheet's own place.
    const known = next.filter((entry) => entry.matched >= 5);
    const [ux, uy] = [middle(known.map(({ dx }) => dx)), middle(known.map(({ dy }) => dy))];
    for (const entry of next)
      if (entry.matched >= 5) {
        entry.dx -= ux;
        entry.dy -= uy;
      }
    offsets = next;
    matched = pairs.length;
    const placed = pairs.map(({ pair, mark }, index) => {
      const { channel = 0, x = 0, y = 0 } = marks[mark] ?? {};
      const { dx = 0, dy = 0 } = offsets[channel] ?? {};
      const [ox = 0, oy = 0] = off[index] ?? [];
      const from: Point = [x + dx, y + dy];
      return { from, to: pair.to, weight: 1 / (1 + (Math.hypot(ox - dx - ux, oy - dy - uy) / 0.12) ** 2) };
    });
    const flat = planeThrough(placed.map((pair) => ({ ...pair, to: unbent(pair.to, bend(pair.from[0], pair.from[1])) })));
    if (flat) plane = flat;
    if (round >= 1) bend = bendOf(placed, plane, terms);
    rms = Math.sqrt(
      middle(
        off.map(([ox, oy], index) => {
          const entry = offsets[marks[pairs[index]?.mark ?? 0]?.channel ?? 0];
          return (ox - ux - (entry?.dx ?? 0)) ** 2 + (oy - uy - (entry?.dy ?? 0)) ** 2;
        }),
      ),
    );
  }
  const laying: Laying = (x, y) => {
    const [px, py] = mapped(plane, [x, y]);
    const [bx, by] = bend(x, y);
    return [px + bx, py + by];
  };
  return { laying, plane, matched, channels: offsets, rms };
}

const unbent = ([x, y]: readonly [number, number], [bx, by]: readonly [number, number]): [number, number] => [x - bx, y - by];

/** What is left over, as a smooth bend of third degree, held small where little is known. */
function bendOf(
  pairs: readonly { from: readonly [number, number]; to: readonly [number, number]; weight: number }[],
  plane: Plane,
  terms: (x: number, y: number) => number[],
): (x: number, y: number) => readonly [number, number] {
  const many = 10;
  const normal = [0, 1].map(() => Array.from({ length: many }, () => new Float64Array(many + 1)));
  for (const { from, to, weight } of pairs) {
    const row = terms(from[0], from[1]);
    const at = mapped(plane, from);
    for (let axis = 0; axis < 2; axis++) {
      const left = (to[axis] ?? 0) - (at[axis] ?? 0);
      for (let i = 0; i < many; i++) {
        const line = normal[axis]?.[i] as Float64Array;
        const by = weight * (row[i] ?? 0);
        for (let j = 0; j < many; j++) line[j] = (line[j] ?? 0) + by * (row[j] ?? 0);
        line[many] = (line[many] ?? 0) + by * left;
      }
    }
  }
  const ridge = 0.02 * pairs.length;
  const [x, y] = normal.map((lines) => {
    lines.forEach((line, i) => {
      line[i] = (line[i] ?? 0) + ridge;
    });
    return solve(lines);
  });
  if (!x || !y) return () => [0, 0];
  return (px, py) => {
    const row = terms(px, py);
    let [bx, by] = [0, 0];
    for (let i = 0; i < many; i++) {
      bx += (row[i] ?? 0) * (x[i] ?? 0);
      by += (row[i] ?? 0) * (y[i] ?? 0);
    }
    return [bx, by];
  };
}

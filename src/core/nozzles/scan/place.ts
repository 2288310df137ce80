import type { NozzlePattern } from "../pattern.ts";
import type { Lattice } from "./lattice.ts";
import { middle } from "./middle.ts";
import { affineThrough, after, inverse, mapped, type Pair, type Plane, type Point, planeThrough } from "./plane.ts";
import { alike, squareUp } from "./square-up.ts";
import type { Stroke } from "./strokes.ts";

/** A way to lay the pattern over the picture. */
export type Placement = {
  /** From the sheet's millimetres to the picture's pixels. */
  plane: Plane;
  /** Marks that have a stroke, and strokes that look like dashes where the pattern lies. */
  matched: number;
  dashlike: number;
  score: number;
};

const MATCH_MM = 0.75;

/**
 * What a lean leaves over once it is squared up: how much larger, how much higher, how far over. First the usual; then finer,
 * for what a lens has bent; then all that may be.
 */
const LEFT_OVER = [
  { sizes: [1], stretches: [0.88, 0.94, 1, 1.06, 1.13], leans: [-0.14, -0.07, 0, 0.07, 0.14] },
  { sizes: [0.97, 0.985, 1, 1.015, 1.03], stretches: [0.92, 0.96, 1, 1.04, 1.08], leans: [-0.08, -0.04, 0, 0.04, 0.08] },
  { sizes: [0.98, 1.01], stretches: [0.76, 0.82, 0.88, 0.94, 1, 1.06, 1.13, 1.21, 1.3], leans: [-0.28, -0.21, -0.14, 0, 0.14, 0.21, 0.28] },
] as const;

/** Ways to lay the pattern over the strokes, the best first, found without any hint; `thorough`: what leans most as well. */
export function placements(
  strokes: readonly Stroke[],
  pattern: NozzlePattern,
  lattice: Lattice,
  size: { width: number; height: number },
  { thorough = true }: { thorough?: boolean } = {},
): Placement[] {
  const dashes = alike(strokes);
  if (dashes.length < 8) return [];
  const square = squareUp(dashes, size.width, size.height);
  const squared = dashes.map((stroke) => through(square, stroke));
  const frame = frameOf(squared, pattern);
  if (!frame) return [];
  const back = inverse(square);
  let ways: Placement[] = [];
  // A lean across a flat stair may turn its slope over: where the way it seems to climb leads nowhere, both are tried.
  const either: Frame = { ...frame, stretch: 1, mirrors: [1, -1] };
  const [usual, finer, all] = LEFT_OVER;
  for (const [{ sizes, stretches, leans }, { angle, perMm, stretch: high0, mirrors }] of [
    [usual, frame],
    ...(frame.mirrors.length === 1 ? [[usual, either] as const] : []),
    [finer, frame],
    ...(thorough ? [[all, either] as const] : []),
  ] as const) {
    const starts: { votes: number; plane: Plane }[] = [];
    for (const mirror of mirrors)
      for (const flip of [0, Math.PI])
        for (const { size: larger, stretch, lean } of sizes.flatMap((each) =>
          stretches.flatMap((high) => leans.map((over) => ({ size: each, stretch: high, lean: over }))),
        )) {
          // From the squared picture to millimetres, but for the shift: turned level, scaled, mirrored, stretched, leant.
          const turn = -(angle + flip);
          const [c, s] = [Math.cos(turn) / (perMm * larger), Math.sin(turn) / (perMm * larger)];
          const up = high0 * stretch * mirror;
          const linear = [c + lean * s * mirror, -s + lean * c * mirror, s * up, c * up] as const;
          starts.push(
            ...votes(squared, lattice, linear).map(({ votes: many, shift }) => ({ votes: many, plane: startPlane(linear, shift) })),
          );
        }
    starts.sort((a, b) => b.votes - a.votes);
    const found = best(
      starts.slice(0, 24).flatMap(({ plane }) => settle(after(back, inverse(plane)), strokes, lattice) ?? []),
      pattern,
      size,
    );
    ways = best([...ways, ...found, ...found.slice(0, 3).flatMap((way) => climbed(way, true, strokes, pattern, lattice))], pattern, size);
    const [first] = ways;
    // What is folded or half covered fits no better however long one looks.
    const enough = sizes === usual.sizes ? 0.8 : 0.55;
    if (first && first.matched > 0.8 * first.dashlike && first.matched > enough * dashes.length) break;
  }
  return ways;
}

/** A stair is like the next one: from where a placement settled, a step, a row or a block further is tried, and upside down. */
function climbed(start: Placement, turns: boolean, strokes: readonly Stroke[], { channels }: NozzlePattern, lattice: Lattice): Placement[] {
  const { box } = lattice;
  const [usual] = channels;
  if (!usual) return [];
  const moves: Point[] = [
    [usual.step.x, usual.step.y],
    [-usual.step.x, -usual.step.y],
    [0, usual.rowPitch],
    [0, -usual.rowPitch],
    ...blockMoves(channels),
  ];
  const half: Plane = [-1, 0, box.left + box.right, 0, -1, box.top + box.bottom, 0, 0, 1];
  const reached: Placement[] = [];
  for (const from of turns ? [start, settle(after(start.plane, half), strokes, lattice)] : [start]) {
    let here = from;
    for (let moved = true; here && moved; ) {
      moved = false;
      for (const [dx, dy] of moves) {
        const further = after(here.plane, [1, 0, dx, 0, 1, dy, 0, 0, 1]);
        if (nearCount(further, strokes, lattice) < 0.5 * here.matched) continue;
        const next: Placement | undefined = settle(further, strokes, lattice, SHORT);
        if (next && next.score > here.score + 0.5) {
          here = next;
          moved = true;
        }
      }
    }
    if (here) reached.push(here);
  }
  return reached;
}

/** Strokes that a placement brings near to a mark: seen at once, before it settles. */
function nearCount(plane: Plane, strokes: readonly Stroke[], { nearest }: Lattice): number {
  const back = inverse(plane);
  let near = 0;
  for (const { x, y } of strokes) {
    const [mx, my] = mapped(back, [x, y]);
    if (nearest(mx, my, 1.3) >= 0) near++;
  }
  return near;
}

/** From a channel's block to the others near it, both ways. */
function blockMoves(channels: NozzlePattern["channels"]): Point[] {
  const moves = new Map<string, Point>();
  channels.forEach(({ origin }, index) => {
    for (const other of channels.slice(index + 1, index + 4)) {
      const move: Point = [other.origin.x - origin.x, other.origin.y - origin.y];
      for (const [x, y] of [move, [-move[0], -move[1]] as const]) moves.set(`${x.toFixed(1)}/${y.toFixed(1)}`, [x, y]);
    }
  });
  return [...moves.values()].slice(0, 12);
}

const LONG = [1.3, 1.2, 1.1, 1, 0.9, 0.8, 0.8, 0.7, 0.7, 0.7];
const SHORT = [1.1, 1, 0.8, 0.7, 0.7];

/** The same from four corners put there by a person, each off by some millimetres: the pattern is tried a little to all sides. */
export function placementsNear(
  corners: Plane,
  strokes: readonly Stroke[],
  pattern: NozzlePattern,
  lattice: Lattice,
  size: { width: number; height: number },
): Placement[] {
  const reach = 0.024 * pattern.sheet.width;
  const tries: { votes: number; plane: Plane }[] = [];
  const back = inverse(corners);
  const places = strokes.map(({ x, y }) => mapped(back, [x, y]));
  for (let dx = -reach; dx <= reach + 1e-9; dx += reach / 4)
    for (let dy = -reach; dy <= reach + 1e-9; dy += reach / 4) {
      let near = 0;
      for (const [x, y] of places) if (lattice.nearest(x + dx, y + dy, 0.7) >= 0) near++;
      tries.push({ votes: near, plane: after(corners, [1, 0, -dx, 0, 1, -dy, 0, 0, 1]) });
    }
  tries.sort((a, b) => b.votes - a.votes);
  const found = best(
    tries.slice(0, 16).flatMap(({ plane }) => settle(plane, strokes, lattice) ?? []),
    pattern,
    size,
  );
  // A person's corners are a few millimetres off at most: what lies further is another stair.
  return found.filter(({ plane }) =>
    ends(pattern).every((end) => Math.hypot(...difference(mapped(inverse(corners), mapped(plane, end)), end)) < 2.2 * reach),
  );
}

function best(found: Placement[], { sheet }: NozzlePattern, { width }: { width: number }): Placement[] {
  found.sort((a, b) => b.score - a.score);
  const kept: Placement[] = [];
  const apart = (a: Plane, b: Plane) =>
    ends({ sheet }).some((end) => Math.hypot(...difference(mapped(a, end), mapped(b, end))) > width * 0.004);
  for (const each of found) if (kept.every(({ plane }) => apart(plane, each.plane))) kept.push(each);
  return kept;
}
const ends = ({ sheet }: Pick<NozzlePattern, "sheet">): Point[] => [
  [sheet.width * 0.2, sheet.height * 0.5],
  [sheet.width * 0.8, sheet.height * 0.5],
];
const difference = ([a, b]: Point, [c, d]: Point): [number, number] => [a - c, b - d];

function through(plane: Plane, { x, y, angle, length, ...rest }: Stroke): Stroke {
  const [dx, dy] = [(Math.cos(angle) * length) / 2, (Math.sin(angle) * length) / 2];
  const [x0, y0] = mapped(plane, [x - dx, y - dy]);
  const [x1, y1] = mapped(plane, [x + dx, y + dy]);
  const turned = Math.atan2(y1 - y0, x1 - x0);
  return {
    ...rest,
    x: (x0 + x1) / 2,
    y: (y0 + y1) / 2,
    angle: turned < 0 ? turned + Math.PI : turned,
    length: Math.hypot(x1 - x0, y1 - y0),
  };
}

type Frame = { angle: number; perMm: number; stretch: number; mirrors: readonly (1 | -1)[] };

/** Scale, direction and handedness from how a dash follows the one before it in its staircase. */
function frameOf(dashes: readonly Stroke[], { channels }: NozzlePattern): Frame | undefined {
  const seen = channels.filter(({ colour, perRow }) => colour !== null && perRow > 1);
  const usual = seen.sort((a, b) => b.nozzles - a.nozzles)[0] ?? channels[0];
  if (!usual) return undefined;
  let [cosines, sines] = [0, 0];
  for (const each of dashes) {
    cosines += Math.cos(2 * each.angle);
    sines += Math.sin(2 * each.angle);
  }
  const angle = Math.atan2(sines, cosines) / 2;
  const length = middle(dashes.map((each) => each.length));
  const byLength: Frame = { angle, perMm: length / usual.dash.length, stretch: 1, mirrors: [1, -1] };
  if (seen.length === 0) return byLength;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const expected = Math.abs(usual.step.x) / usual.dash.length;
  const steps: Point[] = [];
  const sorted = [...dashes].sort((a, b) => a.x - b.x);
  for (const from of dashes) {
    let nearest: Point | undefined;
    for (const to of near(sorted, from.x, length * (expected + 0.6))) {
      const [dx, dy] = [to.x - from.x, to.y - from.y];
      const [along, across] = [dx * c + dy * s, dy * c - dx * s];
      if (along < length * expected * 0.82 || along > length * expected * 1.18 || Math.abs(across) > length * 0.45) continue;
      if (!nearest || Math.abs(across) < Math.abs(nearest[1])) nearest = [along, across];
    }
    if (nearest) steps.push(nearest);
  }
  if (steps.length < 6 || steps.length < dashes.length * 0.15) return byLength;
  const along = middle(steps.map(([each]) => each));
  const perMm = along / Math.abs(usual.step.x);
  const slopes = new Set(seen.map(({ step }) => Math.sign(step.x * step.y)));
  const across = middle(steps.map(([, each]) => each));
  const slope = Math.abs(usual.step.y / usual.step.x);
  if (slopes.size > 1 || slopes.has(0) || Math.abs(across / along) < 0.25 * slope) return { ...byLength, perMm };
  const stretch = Math.min(1.35, Math.max(0.72, (slope * along) / Math.abs(across)));
  return { angle, perMm, stretch, mirrors: Math.sign(across) === [...slopes][0] ? [1] : [-1] };
}

function* near(sorted: readonly Stroke[], x: number, within: number): Generator<Stroke> {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const half = (low + high) >> 1;
    if ((sorted[half]?.x ?? 0) < x - within) low = half + 1;
    else high = half;
  }
  for (let index = low; index < sorted.length && (sorted[index]?.x ?? 0) <= x + within; index++) yield sorted[index] as Stroke;
}

const BIN_MM = 1.4;
/** Strokes that reach over so many times the pattern's own area come of a size that can't be right. */
const MOST_AREAS = 16;
const SOME_STROKES = 260;
const SOME_MARKS = 900;

/** By how much the strokes would have to be shifted to fall on marks: the shifts that most pairs agree on. */
function votes(
  strokes: readonly Stroke[],
  { marks }: Lattice,
  [a, b, c, d]: readonly [number, number, number, number],
): { votes: number; shift: Point }[] {
  const some = every(strokes, SOME_STROKES).map(({ x, y }): Point => [a * x + b * y, c * x + d * y]);
  const few = every(marks, SOME_MARKS);
  let [left, top, right, bottom] = [1e9, 1e9, -1e9, -1e9];
  for (const [x, y] of some) {
    left = Math.min(left, x);
    right = Math.max(right, x);
    top = Math.min(top, y);
    bottom = Math.max(bottom, y);
  }
  const [first] = few;
  if (!first) return [];
  const reach = (values: number[]) => [Math.min(...values), Math.max(...values)] as const;
  const [[fromX, toX], [fromY, toY]] = [reach(few.map(({ x }) => x)), reach(few.map(({ y }) => y))];
  const [minX, maxX] = [fromX - right, toX - left];
  const [minY, maxY] = [fromY - bottom, toY - top];
  const [across, down] = [Math.ceil((maxX - minX) / BIN_MM) + 3, Math.ceil((maxY - minY) / BIN_MM) + 3];
  const own = ((toX - fromX) / BIN_MM + 60) * ((toY - fromY) / BIN_MM + 60);
  if (across * down > Math.min(4_000_000, MOST_AREAS * own) || !(across > 0) || !(down > 0)) return [];
  const counts = new Uint16Array(across * down);
  const many = few.length;
  const xs = Float64Array.from(few, ({ x }) => (x - minX) / BIN_MM + 1);
  const ys = Float64Array.from(few, ({ y }) => (y - minY) / BIN_MM + 1);
  for (const [x, y] of some) {
    const sx = x / BIN_MM;
    const sy = y / BIN_MM;
    for (let mark = 0; mark < many; mark++) {
      const at = (((ys[mark] as number) - sy) | 0) * across + (((xs[mark] as number) - sx) | 0);
      counts[at] = (counts[at] as number) + 1;
    }
  }
  const found: { votes: number; shift: Point }[] = [];
  for (let round = 0; round < 3; round++) {
    let [top1, most] = [0, 0];
    for (let at = 0; at < counts.length; at++)
      if ((counts[at] as number) > most) {
        top1 = at;
        most = counts[at] as number;
      }
    if (most === 0) break;
    const [row, column] = [Math.floor(top1 / across), top1 % across];
    found.push({ votes: most, shift: [minX + (column - 0.5) * BIN_MM, minY + (row - 0.5) * BIN_MM] });
    for (let r = Math.max(0, row - 1); r <= Math.min(down - 1, row + 1); r++)
      for (let k = Math.max(0, column - 1); k <= Math.min(across - 1, column + 1); k++) counts[r * across + k] = 0;
  }
  return found;
}

const every = <Each>(list: readonly Each[], most: number): Each[] => {
  const step = Math.max(1, list.length / most);
  return Array.from({ length: Math.min(list.length, most) }, (_, index) => list[Math.floor(index * step)] as Each);
};

const startPlane = ([a, b, c, d]: readonly [number, number, number, number], [x, y]: Point): Plane => [a, b, x, c, d, y, 0, 0, 1];

/** Lets a first guess settle: strokes near marks draw it closer, from where it fits already outwards. */
function settle(start: Plane, strokes: readonly Stroke[], lattice: Lattice, rounds = LONG): Placement | undefined {
  let plane = start;
  for (const [round, within] of rounds.entries()) {
    const pairs = pairsOf(plane, strokes, lattice, within).map(({ pair }) => pair);
    const next = rounds === LONG && round < 3 ? affineNear(plane, pairs) : planeThrough(pairs);
    if (!next || pairs.length < 6 || !next.every(Number.isFinite)) return undefined;
    plane = next;
  }
  const pairs = pairsOf(plane, strokes, lattice, MATCH_MM);
  const { box } = lattice;
  const back = inverse(plane);
  let dashlike = 0;
  for (const { x, y, length, angle } of strokes) {
    const [mx, my] = mapped(back, [x, y]);
    if (mx < box.left - 2 || mx > box.right + 2 || my < box.top - 2 || my > box.bottom + 2) continue;
    const [ex, ey] = mapped(back, [x + Math.cos(angle) * length, y + Math.sin(angle) * length]);
    const [long, usual] = [Math.hypot(ex - mx, ey - my), lattice.marks[0]?.length ?? 1];
    if (Math.abs(Math.log(long / usual)) < 0.45 && Math.abs(ey - my) < 0.35 * long) dashlike++;
  }
  const matched = pairs.length;
  return { plane, matched, dashlike, score: matched - 0.7 * Math.max(0, dashlike - matched) };
}

/** An affine change of a plane: first steps have too few pairs for more. */
function affineNear(plane: Plane, pairs: readonly Pair[]): Plane | undefined {
  const back = inverse(plane);
  const change = affineThrough(pairs.map(({ from, to }) => ({ from, to: mapped(back, to) })));
  return change && after(plane, change);
}

/** Each mark with the stroke that lies nearest to it, in the sheet's millimetres. */
export function pairsOf(
  plane: Plane,
  strokes: readonly Stroke[],
  { nearest, marks }: Lattice,
  within: number,
): { mark: number; stroke: Stroke; pair: Pair }[] {
  const back = inverse(plane);
  const taken = new Map<number, { stroke: Stroke; distance: number }>();
  for (const stroke of strokes) {
    const [x, y] = mapped(back, [stroke.x, stroke.y]);
    const index = nearest(x, y, within);
    const mark = marks[index];
    if (!mark) continue;
    const distance = Math.hypot(mark.x - x, mark.y - y);
    const before = taken.get(index);
    if (!before || distance < before.distance) taken.set(index, { stroke, distance });
  }
  return [...taken].map(([mark, { stroke, distance }]) => {
    const { x, y } = marks[mark] as { x: number; y: number };
    return { mark, stroke, pair: { from: [x, y], to: [stroke.x, stroke.y], weight: 1 / (1 + (distance / 0.4) ** 2) } };
  });
}

/** Maps between planes: the sheet in millimetres, the picture in pixels. Row by row, the last number 1. */
export type Plane = readonly [number, number, number, number, number, number, number, number, number];
export type Point = readonly [number, number];
export type Pair = { from: Point; to: Point; weight?: number };

export const SAME: Plane = [1, 0, 0, 0, 1, 0, 0, 0, 1];

export function mapped([a, b, c, d, e, f, g, h, i]: Plane, [x, y]: Point): [number, number] {
  const w = g * x + h * y + i;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** First `then`'s argument, then `then`: the map of both. */
export function after(then: Plane, first: Plane): Plane {
  const at = (row: number, column: number) =>
    (then[row * 3] ?? 0) * (first[column] ?? 0) +
    (then[row * 3 + 1] ?? 0) * (first[3 + column] ?? 0) +
    (then[row * 3 + 2] ?? 0) * (first[6 + column] ?? 0);
  return scaled([at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)]);
}

export function inverse([a, b, c, d, e, f, g, h, i]: Plane): Plane {
  return scaled([
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ]);
}

const scaled = (plane: Plane): Plane => {
  const by = plane[8] || 1;
  return plane.map((each) => each / by) as unknown as Plane;
};

/**
 * The plane map that takes each pair's `from` to its `to` with the least squares of the linearised distances; four pairs
 * are met exactly. `undefined` where they don't fix one: fewer than four, or on a line. Source: Hartley and Zisserman,
 * the normalised direct linear transformation.
 */
export function planeThrough(pairs: readonly Pair[]): Plane | undefined {
  if (pairs.length < 4) return undefined;
  const from = evened(pairs.map((pair) => pair.from));
  const to = evened(pairs.map((pair) => pair.to));
  const normal = Array.from({ length: 8 }, () => new Float64Array(9));
  const row = new Float64Array(9);
  for (const { from: source, to: target, weight = 1 } of pairs) {
    const [x, y] = mapped(from, source);
    const [u, v] = mapped(to, target);
    for (const isSecond of [false, true]) {
      const value = isSecond ? v : u;
      const start = isSecond ? 3 : 0;
      row.fill(0);
      row[start] = x;
      row[start + 1] = y;
      row[start + 2] = 1;
      row[6] = -value * x;
      row[7] = -value * y;
      row[8] = value;
      for (let i = 0; i < 8; i++) {
        const by = weight * (row[i] as number);
        if (by === 0) continue;
        const line = normal[i] as Float64Array;
        for (let j = 0; j < 9; j++) line[j] = (line[j] as number) + by * (row[j] as number);
      }
    }
  }
  const solved = solve(normal);
  return solved && after(inverse(to), after([...solved, 1] as unknown as Plane, from));
}

/** The affine map through pairs by least squares; `undefined` where they don't fix one. */
export function affineThrough(pairs: readonly Pair[]): Plane | undefined {
  const normal = Array.from({ length: 3 }, () => new Float64Array(5));
  for (const { from, to, weight = 1 } of pairs) {
    const row = [from[0], from[1], 1];
    for (let i = 0; i < 3; i++) {
      const line = normal[i] as Float64Array;
      const by = weight * (row[i] ?? 0);
      for (let j = 0; j < 3; j++) line[j] = (line[j] ?? 0) + by * (row[j] ?? 0);
      line[3] = (line[3] ?? 0) + by * to[0];
      line[4] = (line[4] ?? 0) + by * to[1];
    }
  }
  const x = solve(normal.map((line) => Float64Array.from([line[0] ?? 0, line[1] ?? 0, line[2] ?? 0, line[3] ?? 0])));
  const y = solve(normal.map((line) => Float64Array.from([line[0] ?? 0, line[1] ?? 0, line[2] ?? 0, line[4] ?? 0])));
  return x && y && ([...x, ...y, 0, 0, 1] as unknown as Plane);
}

/** Moves and scales points so that they lie about the origin, about 1 away. */
function evened(points: readonly Point[]): Plane {
  const [mx, my] = [mean(points.map(([x]) => x)), mean(points.map(([, y]) => y))];
  const spread = mean(points.map(([x, y]) => Math.hypot(x - mx, y - my))) || 1;
  return [1 / spread, 0, -mx / spread, 0, 1 / spread, -my / spread, 0, 0, 1];
}
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Linear equations with their right side as the last column, by elimination; `undefined` where they have no one answer. */
export function solve(rows: readonly Float64Array[]): number[] | undefined {
  const many = rows.length;
  const lines: Float64Array[] = rows.map((row) => Float64Array.from(row));
  for (let column = 0; column < many; column++) {
    let best = column;
    for (let row = column + 1; row < many; row++)
      if (Math.abs(lines[row]?.[column] ?? 0) > Math.abs(lines[best]?.[column] ?? 0)) best = row;
    const pivot = lines[best] as Float64Array;
    lines[best] = lines[column] as Float64Array;
    lines[column] = pivot;
    const head = pivot[column] ?? 0;
    if (Math.abs(head) < 1e-12) return undefined;
    for (let row = 0; row < many; row++) {
      if (row === column) continue;
      const line = lines[row] as Float64Array;
      const by = (line[column] ?? 0) / head;
      if (by) for (let j = column; j <= many; j++) line[j] = (line[j] ?? 0) - by * (pivot[j] ?? 0);
    }
  }
  return lines.map((line, row) => (line[many] ?? 0) / (line[row] ?? 1));
}

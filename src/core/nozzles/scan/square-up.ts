import { middle } from "./middle.ts";
import type { Plane } from "./plane.ts";
import type { Stroke } from "./strokes.ts";

/** The strokes that are most alike in length and direction: a check's dashes, whatever else lies about. */
export function alike(strokes: readonly Stroke[]): Stroke[] {
  const [perLength, angles] = [8, 36];
  const counts = new Map<number, number>();
  const cell = ({ length, angle }: Stroke) =>
    Math.floor(Math.log2(length) * perLength) * angles + (Math.floor((angle / Math.PI) * angles) % angles);
  for (const stroke of strokes) counts.set(cell(stroke), (counts.get(cell(stroke)) ?? 0) + 1);
  let [best, most] = [0, 0];
  for (const at of counts.keys()) {
    const [row, column] = [Math.floor(at / angles), at % angles];
    let sum = 0;
    for (let dr = -2; dr <= 2; dr++)
      for (let dc = -2; dc <= 2; dc++) sum += counts.get((row + dr) * angles + ((column + dc + angles) % angles)) ?? 0;
    if (sum > most) [best, most] = [at, sum];
  }
  const length = 2 ** ((Math.floor(best / angles) + 0.5) / perLength);
  const angle = (((best % angles) + 0.5) * Math.PI) / angles;
  return strokes.filter((stroke) => Math.abs(Math.log(stroke.length / length)) < 0.42 && turnBetween(stroke.angle, angle) < 0.3);
}

/** The angle between two undirected lines, 0 to π/2. */
export function turnBetween(a: number, b: number): number {
  const turn = Math.abs(a - b) % Math.PI;
  return Math.min(turn, Math.PI - turn);
}

/**
 * The map that takes the lean out of a picture: after it all dashes are of one length and run one way. What is left of the
 * lean is affine. About the picture's middle, so that sizes there stay.
 */
export function squareUp(strokes: readonly Stroke[], width: number, height: number): Plane {
  const reach = Math.hypot(width, height) / 2;
  const few = strokes.length > 500 ? strokes.filter((_, index) => index % Math.ceil(strokes.length / 500) === 0) : strokes;
  const unit = few.map(({ x, y, angle, length }) => ({
    x: (x - width / 2) / reach,
    y: (y - height / 2) / reach,
    dx: Math.cos(angle) * length,
    dy: Math.sin(angle) * length,
  }));
  const badness = (p: number, q: number): number => {
    const lengths: number[] = [];
    const turns: number[] = [];
    const [first] = unit;
    let base = 0;
    for (const { x, y, dx, dy } of unit) {
      const w = 1 + p * x + q * y;
      const lean = p * dx + q * dy;
      const [u, v] = [(dx * w - x * lean) / (w * w), (dy * w - y * lean) / (w * w)];
      lengths.push(0.5 * Math.log(u * u + v * v));
      const turn = Math.atan2(v, u);
      if (lengths.length === 1 && first) base = turn;
      let off = turn - base;
      off -= Math.PI * Math.round(off / Math.PI);
      turns.push(off);
    }
    const spread = (values: number[]) => {
      const usual = middle([...values]);
      return middle(values.map((value) => Math.abs(value - usual)));
    };
    return spread(lengths) + 1.5 * spread(turns);
  };
  let [p, q, best] = [0, 0, badness(0, 0)];
  for (let step = 0.16; step > 0.008; step /= 2)
    for (let moved = true; moved; ) {
      moved = false;
      for (const [dp, dq] of [
        [step, 0],
        [-step, 0],
        [0, step],
        [0, -step],
        [step, step],
        [-step, -step],
        [step, -step],
        [-step, step],
      ] as const) {
        if (Math.abs(p + dp) > 0.7 || Math.abs(q + dq) > 0.7) continue;
        const tried = badness(p + dp, q + dq);
        if (tried < best - 1e-6) {
          [p, q, best] = [p + dp, q + dq, tried];
          moved = true;
        }
      }
    }
  // x' = (x − cx) / w, with w = 1 + p (x − cx) / reach + q (y − cy) / reach.
  const [g, h] = [p / reach, q / reach];
  return [1, 0, -width / 2, 0, 1, -height / 2, g, h, 1 - (g * width) / 2 - (h * height) / 2];
}

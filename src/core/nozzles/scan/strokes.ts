import type { Picture } from "./picture.ts";

/** Something long and thin that stands out from what lies around it. Places and lengths in pixels, the colour as a difference. */
export type Stroke = {
  x: number;
  y: number;
  /** Along its longer axis, from 0 to π. */
  angle: number;
  length: number;
  width: number;
  /** What it differs by from the bare medium, in levels of red, green and blue. */
  tone: readonly [number, number, number];
};

/** The strokes of a picture, whatever ink on whatever medium: darker or lighter than the mean of what lies round them. */
export function strokesOf(picture: Picture, { radius }: { radius: number }): Stroke[] {
  const { width, height } = picture;
  const contrast = contrastOf(picture, radius);
  return components(contrast, standingOut(contrast.strength, width, height), width, height);
}

type Contrast = { strength: Uint8Array; differences: Int16Array };

/** Each pixel's difference from the mean of a square round it, by sums that move along with it. */
function contrastOf({ width, height, data, planes }: Picture, radius: number): Contrast {
  const differences = new Int16Array(width * height * 3);
  const strength = new Uint8Array(width * height);
  const columns = new Int32Array(width * 3);
  const sums = new Int32Array(width * 3);
  const spans = Float64Array.from({ length: width }, (_, x) => Math.min(width, x + radius + 1) - Math.max(0, x - radius));
  for (let y = -radius; y < height; y++) {
    moveColumns(columns, data, width * planes, planes, y + radius < height ? y + radius : -1, y - radius - 1);
    if (y < 0) continue;
    const lines = Math.min(height, y + radius + 1) - Math.max(0, y - radius);
    moveAcross(sums, columns, radius);
    for (let x = 0, from = y * width * planes, to = y * width * 3; x < width; x++, from += planes, to += 3) {
      const share = 1 / (lines * (spans[x] as number));
      const at = x * 3;
      const red = (data[from] as number) - (((sums[at] as number) * share + 0.5) | 0);
      const green = (data[from + 1] as number) - (((sums[at + 1] as number) * share + 0.5) | 0);
      const blue = (data[from + 2] as number) - (((sums[at + 2] as number) * share + 0.5) | 0);
      differences[to] = red;
      differences[to + 1] = green;
      differences[to + 2] = blue;
      const [r, g, b] = [red < 0 ? -red : red, green < 0 ? -green : green, blue < 0 ? -blue : blue];
      strength[y * width + x] = Math.max(Math.max(r, g), b);
    }
  }
  return { strength, differences };
}

/** Column sums take the line that comes in and let the one go that falls out; −1 for none. */
function moveColumns(columns: Int32Array, data: Picture["data"], stride: number, planes: number, comes: number, goes: number): void {
  for (const [line, sign] of [
    [comes, 1],
    [goes, -1],
  ] as const) {
    if (line < 0) continue;
    for (let at = line * stride, to = 0; to < columns.length; at += planes, to += 3) {
      columns[to] = (columns[to] as number) + sign * (data[at] as number);
      columns[to + 1] = (columns[to + 1] as number) + sign * (data[at + 1] as number);
      columns[to + 2] = (columns[to + 2] as number) + sign * (data[at + 2] as number);
    }
  }
}

/** Sums of so many columns to both sides, three planes beside each other. */
function moveAcross(sums: Int32Array, columns: Int32Array, radius: number): void {
  const [many, reach] = [sums.length, radius * 3];
  for (let c = 0; c < 3; c++) {
    let sum = 0;
    for (let at = c; at < Math.min(many, reach); at += 3) sum += columns[at] as number;
    for (let at = c; at < many; at += 3) {
      if (at + reach < many) sum += columns[at + reach] as number;
      if (at - reach - 3 >= 0) sum -= columns[at - reach - 3] as number;
      sums[at] = sum;
    }
  }
}

const TILE = 48;

/** Marks the pixels that stand out, tile by tile: well above what the bare medium and the sensor make there. */
function standingOut(strength: Uint8Array, width: number, height: number): Uint8Array {
  const label = new Uint8Array(width * height);
  const counts = new Uint32Array(256);
  for (let top = 0; top < height; top += TILE)
    for (let left = 0; left < width; left += TILE) {
      const [bottom, right] = [Math.min(height, top + TILE), Math.min(width, left + TILE)];
      counts.fill(0);
      for (let y = top; y < bottom; y++)
        for (let at = y * width + left, end = y * width + right; at < end; at++) {
          const level = strength[at] as number;
          counts[level] = (counts[level] as number) + 1;
        }
      const half = ((bottom - top) * (right - left)) / 2;
      let [level, seen] = [0, 0];
      while (level < 255 && seen + (counts[level] as number) < half) seen += counts[level++] as number;
      const threshold = Math.max(7, 3.2 * level);
      for (let y = top; y < bottom; y++)
        for (let at = y * width + left, end = y * width + right; at < end; at++) if ((strength[at] as number) > threshold) label[at] = 1;
    }
  return label;
}

/** Pixels that hang together, as strokes by their moments; what is as broad as long is none. */
function components({ strength, differences }: Contrast, label: Uint8Array, width: number, height: number): Stroke[] {
  const strokes: Stroke[] = [];
  const stack = new Int32Array(width * height);
  const most = Math.max(400, (width * height) / 400);
  for (let seed = 0; seed < label.length; seed++) {
    if (label[seed] !== 1) continue;
    let held = 0;
    stack[held++] = seed;
    label[seed] = 2;
    const polarity = sum3(differences, seed) >= 0;
    let [mass, mx, my, mxx, mxy, myy, many] = [0, 0, 0, 0, 0, 0, 0];
    let [r, g, b] = [0, 0, 0];
    while (held > 0) {
      const pixel = stack[--held] ?? 0;
      const [x, y] = [pixel % width, (pixel / width) | 0];
      const weight = strength[pixel] ?? 0;
      many++;
      mass += weight;
      mx += weight * x;
      my += weight * y;
      mxx += weight * x * x;
      mxy += weight * x * y;
      myy += weight * y * y;
      r += weight * (differences[pixel * 3] ?? 0);
      g += weight * (differences[pixel * 3 + 1] ?? 0);
      b += weight * (differences[pixel * 3 + 2] ?? 0);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const next = ny * width + nx;
          if (label[next] !== 1 || sum3(differences, next) >= 0 !== polarity) continue;
          label[next] = 2;
          stack[held++] = next;
        }
    }
    if (many < 4 || many > most) continue;
    const [cx, cy] = [mx / mass, my / mass];
    const [xx, xy, yy] = [mxx / mass - cx * cx, mxy / mass - cx * cy, myy / mass - cy * cy];
    const root = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
    const [long, thin] = [(xx + yy) / 2 + root, Math.max(0.05, (xx + yy) / 2 - root)];
    if (long < 4 * thin) continue;
    const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    strokes.push({
      x: cx + 0.5,
      y: cy + 0.5,
      angle: angle < 0 ? angle + Math.PI : angle,
      length: Math.sqrt(12 * long),
      width: Math.sqrt(12 * thin),
      tone: [r / mass, g / mass, b / mass],
    });
  }
  return strokes;
}

const sum3 = (values: Int16Array, pixel: number) => (values[pixel * 3] ?? 0) + (values[pixel * 3 + 1] ?? 0) + (values[pixel * 3 + 2] ?? 0);

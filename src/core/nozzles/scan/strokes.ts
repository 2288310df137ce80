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
  const threshold = thresholds(contrast.strength, width, height);
  return components(contrast, threshold, width, height);
}

type Contrast = { strength: Uint8Array; differences: Int16Array };

/** Each pixel's difference from the mean of a square round it. */
function contrastOf({ width, height, data, planes }: Picture, radius: number): Contrast {
  const differences = new Int16Array(width * height * 3);
  const strength = new Uint8Array(width * height);
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let c = 0; c < 3; c++) {
    for (let y = 0; y < height; y++) {
      let row = 0;
      for (let x = 0; x < width; x++) {
        row += data[(y * width + x) * planes + c] ?? 0;
        sums[(y + 1) * (width + 1) + x + 1] = (sums[y * (width + 1) + x + 1] ?? 0) + row;
      }
    }
    for (let y = 0; y < height; y++) {
      const [top, bottom] = [Math.max(0, y - radius), Math.min(height, y + radius + 1)];
      for (let x = 0; x < width; x++) {
        const [left, right] = [Math.max(0, x - radius), Math.min(width, x + radius + 1)];
        const sum =
          (sums[bottom * (width + 1) + right] ?? 0) -
          (sums[top * (width + 1) + right] ?? 0) -
          (sums[bottom * (width + 1) + left] ?? 0) +
          (sums[top * (width + 1) + left] ?? 0);
        const pixel = y * width + x;
        const difference = Math.round((data[pixel * planes + c] ?? 0) - sum / ((bottom - top) * (right - left)));
        differences[pixel * 3 + c] = difference;
        const size = Math.abs(difference);
        if (size > (strength[pixel] ?? 0)) strength[pixel] = Math.min(255, size);
      }
    }
  }
  return { strength, differences };
}

const TILE = 48;

/** From which strength on a pixel stands out, tile by tile: well above what the bare medium and the sensor make. */
function thresholds(strength: Uint8Array, width: number, height: number): { at: (x: number, y: number) => number } {
  const across = Math.ceil(width / TILE);
  const levels = new Float32Array(across * Math.ceil(height / TILE));
  for (let tile = 0; tile < levels.length; tile++) {
    const counts = new Uint32Array(256);
    const [left, top] = [(tile % across) * TILE, Math.floor(tile / across) * TILE];
    let many = 0;
    for (let y = top; y < Math.min(height, top + TILE); y++)
      for (let x = left; x < Math.min(width, left + TILE); x++) {
        counts[strength[y * width + x] ?? 0] = (counts[strength[y * width + x] ?? 0] ?? 0) + 1;
        many++;
      }
    let [level, seen] = [0, 0];
    while (level < 255 && seen + (counts[level] ?? 0) < many * 0.5) seen += counts[level++] ?? 0;
    levels[tile] = Math.max(7, 3.2 * level);
  }
  return { at: (x, y) => levels[Math.floor(y / TILE) * across + Math.floor(x / TILE)] ?? 255 };
}

/** Pixels that hang together, as strokes by their moments; what is as broad as long is none. */
function components(
  { strength, differences }: Contrast,
  threshold: { at: (x: number, y: number) => number },
  width: number,
  height: number,
): Stroke[] {
  const label = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if ((strength[y * width + x] ?? 0) > threshold.at(x, y)) label[y * width + x] = 1;
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

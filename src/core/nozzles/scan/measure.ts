import type { NozzlePattern } from "../pattern.ts";
import type { Lattice, Mark } from "./lattice.ts";
import type { Picture } from "./picture.ts";

/** From the sheet's millimetres to the picture's pixels. */
export type Laying = (x: number, y: number) => readonly [number, number];

/** What was found where a dash belongs. */
export type Found = Mark & {
  /** Contrast times area, levels × mm²; of a channel's own colour. */
  ink: number;
  /** Scatter of such a sum on the bare medium beside it. */
  scatter: number;
  /** How far the ink's middle stands off, mm. */
  dx: number;
  dy: number;
  /** The medium beside it, levels. */
  bare: readonly [number, number, number];
  /** Share of the place that lies outside of the picture. */
  outside: number;
  /** How far the place's mean tone stands off the medium in a direction that is not the ink's, levels. */
  strange: number;
};

type Colour = readonly [number, number, number];

/** Measures each mark of one channel: `towards` is the difference that its ink makes, of length 1. */
export function measured(picture: Picture, laying: Laying, marks: readonly Mark[], towards: Colour, pitchMm: number): Found[] {
  return marks.map((mark) => measureOne(picture, laying, mark, towards, pitchMm));
}

/** Half the height of the strip in which a dash's ink is looked for, and how far off the bare medium begins, mm. */
const HALF_MM = 0.72;
const BARE_FROM_MM = 0.82;
const BARE_TO_MM = 1.5;
const ENDS_MM = 0.42;

function measureOne(picture: Picture, laying: Laying, mark: Mark, towards: Colour, pitchMm: number): Found {
  const { width, height, data, planes } = picture;
  const { x, y, length } = mark;
  const reach = length / 2 + ENDS_MM;
  const across = Math.max(8, Math.round((2 * reach) / pitchMm));
  const down = Math.max(9, Math.round((2 * BARE_TO_MM) / pitchMm));
  // A plane is straight over so small a place: three corners fix it.
  const [ox, oy] = laying(x - reach, y - BARE_TO_MM);
  const [rx, ry] = laying(x + reach, y - BARE_TO_MM);
  const [bx, by] = laying(x - reach, y + BARE_TO_MM);
  const levels = [new Float32Array(across * down), new Float32Array(across * down), new Float32Array(across * down)] as const;
  let outside = 0;
  const [red, green, blue] = levels;
  for (let v = 0, to = 0; v < down; v++)
    for (let u = 0; u < across; u++, to++) {
      const fu = (u + 0.5) / across;
      const fv = (v + 0.5) / down;
      const px = ox + (rx - ox) * fu + (bx - ox) * fv - 0.5;
      const py = oy + (ry - oy) * fu + (by - oy) * fv - 0.5;
      if (px < 0 || py < 0 || px >= width - 1 || py >= height - 1) {
        outside++;
        red[to] = green[to] = blue[to] = Number.NaN;
        continue;
      }
      const x0 = px | 0;
      const y0 = py | 0;
      const at = (y0 * width + x0) * planes;
      const below = at + width * planes;
      const d = (px - x0) * (py - y0);
      const b = px - x0 - d;
      const c = py - y0 - d;
      const a = 1 - b - c - d;
      const next = at + planes;
      const last = below + planes;
      red[to] = a * (data[at] as number) + b * (data[next] as number) + c * (data[below] as number) + d * (data[last] as number);
      green[to] =
        a * (data[at + 1] as number) + b * (data[next + 1] as number) + c * (data[below + 1] as number) + d * (data[last + 1] as number);
      blue[to] =
        a * (data[at + 2] as number) + b * (data[next + 2] as number) + c * (data[below + 2] as number) + d * (data[last + 2] as number);
    }
  const cell = ((2 * reach) / across) * ((2 * BARE_TO_MM) / down);
  const offset = (v: number) => ((v + 0.5) / down - 0.5) * 2 * BARE_TO_MM;
  const [top, bottom] = [
    levelOf(levels, across, down, (v) => offset(v) <= -BARE_FROM_MM),
    levelOf(levels, across, down, (v) => offset(v) >= BARE_FROM_MM),
  ];
  const bare = [0, 1, 2].map((c) => ((top[c] ?? 0) + (bottom[c] ?? 0)) / 2) as unknown as Colour;
  // The medium's tone runs straight from the strip above to the strip below.
  const tone = (v: number, c: number) => (bare[c] ?? 0) + (((bottom[c] ?? 0) - (top[c] ?? 0)) * offset(v)) / (BARE_FROM_MM + BARE_TO_MM);
  const contrast = new Float32Array(across * down);
  let [strip, squares, many] = [0, 0, 0];
  let [offRed, offGreen, offBlue, inside] = [0, 0, 0, 0];
  const [tr, tg, tb] = towards;
  for (let v = 0; v < down; v++) {
    const [bareRed, bareGreen, bareBlue] = [tone(v, 0), tone(v, 1), tone(v, 2)];
    const bareHere = bareRed * tr + bareGreen * tg + bareBlue * tb;
    const isBare = Math.abs(offset(v)) >= BARE_FROM_MM;
    const isPlace = Math.abs(offset(v)) <= HALF_MM;
    for (let u = 0, at = v * across; u < across; u++, at++) {
      const level = (red[at] as number) * tr + (green[at] as number) * tg + (blue[at] as number) * tb;
      const sum = Number.isNaN(level) ? 0 : level - bareHere;
      contrast[at] = sum;
      if (isPlace && !Number.isNaN(level)) {
        offRed += (red[at] as number) - bareRed;
        offGreen += (green[at] as number) - bareGreen;
        offBlue += (blue[at] as number) - bareBlue;
        inside++;
      }
      if (isBare) {
        strip += sum;
        squares += sum * sum;
        many++;
      }
    }
  }
  const spread = Math.sqrt(Math.max(0.5, squares / Math.max(1, many) - (strip / Math.max(1, many)) ** 2));
  let [ink, cells, peak] = [0, 0, 0];
  const lines = new Float32Array(down);
  for (let v = 0; v < down; v++) {
    if (Math.abs(offset(v)) > HALF_MM) continue;
    let line = 0;
    for (let u = 0; u < across; u++) line += contrast[v * across + u] ?? 0;
    lines[v] = line / across;
    peak = Math.max(peak, line / across);
    ink += line;
    cells += across;
  }
  const [dx, dy] = centre(contrast, lines, peak, across, down, reach, offset);
  const along = offRed * tr + offGreen * tg + offBlue * tb;
  const strange = Math.hypot(offRed - along * tr, offGreen - along * tg, offBlue - along * tb) / Math.max(1, inside);
  // Neighbouring samples see the same pixels; that they scatter together is allowed for by their number.
  return {
    ...mark,
    ink: ink * cell,
    scatter: spread * cell * Math.sqrt(cells) * 2.2,
    dx,
    dy,
    bare,
    outside: outside / (across * down),
    strange,
  };
}

/** Where the ink's middle lies, from what stands well out of the medium. */
function centre(
  contrast: Float32Array,
  lines: Float32Array,
  peak: number,
  across: number,
  down: number,
  reach: number,
  offset: (v: number) => number,
): [number, number] {
  let [sum, sy] = [0, 0];
  const floor = peak * 0.3;
  for (let v = 0; v < down; v++) {
    const line = (lines[v] ?? 0) - floor;
    if (line <= 0 || Math.abs(offset(v)) > HALF_MM) continue;
    sum += line;
    sy += line * offset(v);
  }
  const dy = sum > 0 ? sy / sum : 0;
  const columns = new Float32Array(across);
  let most = 0;
  for (let v = 0; v < down; v++) {
    if (Math.abs(offset(v) - dy) > 0.32) continue;
    for (let u = 0; u < across; u++) columns[u] = (columns[u] ?? 0) + (contrast[v * across + u] ?? 0);
  }
  for (const column of columns) most = Math.max(most, column);
  // Its ends, where the contrast falls to half.
  let [first, last] = [-1, -1];
  for (let u = 0; u < across; u++)
    if ((columns[u] ?? 0) > most / 2) {
      if (first < 0) first = u;
      last = u;
    }
  const dx = first < 0 ? 0 : ((first + last + 1) / 2 / across - 0.5) * 2 * reach;
  return [dx, dy];
}

const counts = new Uint16Array(256);

/** The tone of some lines: the mean of what lies about its middle value, so that specks and strokes count for nothing. */
function levelOf(levels: readonly Float32Array[], across: number, down: number, wanted: (v: number) => boolean): Colour {
  return levels.map((level) => {
    counts.fill(0);
    let many = 0;
    for (let v = 0; v < down; v++) {
      if (!wanted(v)) continue;
      for (let at = v * across; at < (v + 1) * across; at++) {
        const value = level[at] as number;
        if (Number.isNaN(value)) continue;
        const bin = (value + 0.5) | 0;
        counts[bin] = (counts[bin] as number) + 1;
        many++;
      }
    }
    let [middle, seen] = [0, 0];
    while (middle < 255 && seen + (counts[middle] as number) < many / 2) seen += counts[middle++] as number;
    let [sum, near] = [0, 0];
    for (let bin = Math.max(0, middle - 6); bin <= Math.min(255, middle + 6); bin++) {
      sum += bin * (counts[bin] as number);
      near += counts[bin] as number;
    }
    return near ? sum / near : middle;
  }) as unknown as Colour;
}

/** The difference that a channel's ink makes on the medium, of length 1: as its colour says, or as its strokes show. */
export function towardsOf(
  pattern: NozzlePattern,
  channel: number,
  medium: Colour,
  seen: Colour | undefined,
): { towards: Colour; expected: number } {
  const colour = pattern.channels[channel]?.colour ?? "#000000";
  const ink = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
  const difference = [0, 1, 2].map((c) => (ink[c] ?? 0) - (medium[c] ?? 0));
  const size = Math.hypot(...difference);
  const given = seen ?? (difference as unknown as Colour);
  const long = Math.hypot(...given) || 1;
  return { towards: given.map((each) => each / long) as unknown as Colour, expected: size };
}

/** Lattice marks of one channel. */
export const marksOf = ({ marks }: Lattice, channel: number): Mark[] => marks.filter((mark) => mark.channel === channel);

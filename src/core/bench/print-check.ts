import type { NozzlePattern } from "../nozzles/pattern.ts";

/**
 * A printed nozzle check and a picture of it, by physics and by seed: how ink lies on the medium, how the light falls, what
 * lens and sensor make of it. It shares no code with what reads pictures; the places of the dashes are worked out here again.
 */

/** Eight bits for each of red, green and blue, row by row from the top left. */
export type Rgb = { width: number; height: number; data: Uint8Array };
type Colour = readonly [number, number, number];

export type Fault = "missing" | "weak" | "deflected";
/** What is wrong with a channel's nozzles, and where the channel as a whole lies (mm). */
export type PrintedChannel = {
  missing?: readonly number[];
  weak?: readonly number[];
  deflected?: readonly number[];
  offset?: { x: number; y: number };
};

export type Printing = {
  /** By channel id; a channel left out fires well. */
  channels?: Readonly<Record<string, PrintedChannel>>;
  medium: Colour;
  /** How much the medium's tone wanders, in levels. */
  texture?: number;
  /** Millimetres by which each edge of a dash swells. */
  dotGain?: number;
  /** Scatter of a good dash about its place, as a share of the step down. */
  jitter?: number;
  /** Specks thrown beside a dash, a dash on average. */
  satellites?: number;
};

export type Scene = {
  /** Pixels. */
  width: number;
  height: number;
  /** Where the sheet's corners fall, in pixels, from its own top left clockwise. */
  corners: readonly [number, number, number, number, number, number, number, number];
  /** Medium beyond the sheet's frame on each side, mm; further out is the table. */
  margin?: number;
  table?: Colour;
  /** Barrel (below 0) or cushion of the lens, relative at the picture's corner. */
  lens?: number;
  /** Spread of a point by lens and motion, pixels (standard deviation). */
  blur?: number;
  /** Noise of the sensor, levels (standard deviation). */
  noise?: number;
  /** Fall of light across the picture: share lost from the bright to the dark side, and where the bright side is (radians). */
  fall?: number;
  fallTowards?: number;
  /** Tint of the light, as factors. */
  light?: Colour;
  /** A soft shadow's edge crossing the picture: share of light left in it. */
  shadow?: { left: number; at: number; angle: number };
  /** A blown-out spot: centre and radius as shares of the picture's width. */
  glare?: { x: number; y: number; radius: number };
  /** A crease of the medium: all beyond it stands off by so many mm and degrees. */
  fold?: { at: number; shift: number };
  /** Things that lie about. */
  clutter?: number;
};

/** Numbers that look random and are the same for a seed (xorshift). */
export function chance(seed: number): () => number {
  let state = (seed ^ 0x9e3779b9) >>> 0 || 1;
  return () => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state / 4_294_967_296;
  };
}
const normal = (random: () => number): number => random() + random() + random() + random() - 2;

const rgbOf = (hex: string): Colour => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as unknown as Colour;

/** The medium with its print, in a raster of `perMm` pixels a millimetre; `edge` millimetres of medium lie round the sheet. */
export function printedSheet(
  pattern: NozzlePattern,
  printing: Printing,
  { perMm, edge, seed }: { perMm: number; edge: number; seed: number },
): Rgb {
  const random = chance(seed);
  const width = Math.ceil((pattern.sheet.width + 2 * edge) * perMm);
  const height = Math.ceil((pattern.sheet.height + 2 * edge) * perMm);
  const data = new Uint8Array(width * height * 3);
  const { texture = 1 } = printing;
  const grain = Array.from({ length: 4096 }, () => normal(random) * texture);
  for (let pixel = 0; pixel < width * height; pixel++) {
    const tone = (grain[(pixel * 7 + ((pixel / width) | 0) * 131) & 4095] ?? 0) * 0.8;
    for (let c = 0; c < 3; c++) data[pixel * 3 + c] = Math.max(0, Math.min(255, (printing.medium[c] ?? 0) + tone));
  }
  const sheet: Rgb = { width, height, data };
  for (const channel of pattern.channels) {
    if (channel.colour === null) continue;
    const faults = printing.channels?.[channel.id] ?? {};
    const kinds = new Map<number, Fault>();
    for (const kind of ["deflected", "weak", "missing"] as const) for (const k of faults[kind] ?? []) kinds.set(k, kind);
    const ink = rgbOf(channel.colour);
    const drop = Math.abs(channel.step.y) || channel.dash.thickness * 2;
    for (let k = 0; k < channel.nozzles; k++) {
      const kind = kinds.get(k);
      if (kind === "missing") continue;
      const row = (k - (k % channel.perRow)) / channel.perRow;
      const column = k - row * channel.perRow;
      const scatter = (printing.jitter ?? 0.06) * drop;
      let x = channel.origin.x + channel.step.x * column + (faults.offset?.x ?? 0) + normal(random) * scatter;
      let y = channel.origin.y + channel.step.y * column + channel.rowPitch * row + (faults.offset?.y ?? 0) + normal(random) * scatter;
      if (kind === "deflected") {
        const angle = random() * 2 * Math.PI;
        const off = drop * (0.75 + random() * 0.6);
        // Sideways there is less room before the next dash begins.
        x += Math.cos(angle) * Math.min(off, 0.8);
        y += Math.sin(angle) * off;
        if (Math.hypot(Math.cos(angle) * Math.min(off, 0.8), Math.sin(angle) * off) < 0.62 * drop) y += drop * 0.75;
      }
      const short = kind === "weak" && random() < 0.4;
      const length = channel.dash.length * (short ? 0.2 + random() * 0.2 : 0.97 + random() * 0.04);
      const strength = kind === "weak" && !short ? 0.18 + random() * 0.22 : 0.9 + random() * 0.1;
      stroke(
        sheet,
        { x: x + edge, y: y + edge, length, thickness: channel.dash.thickness + 2 * (printing.dotGain ?? 0.02) },
        ink,
        strength,
        perMm,
        random,
      );
      if (random() < (printing.satellites ?? 0.05))
        stroke(
          sheet,
          { x: x + edge + random() * length, y: y + edge + (random() - 0.5) * 1.2, length: 0.08 + random() * 0.08, thickness: 0.1 },
          ink,
          0.7,
          perMm,
          random,
        );
    }
  }
  return sheet;
}

/** A stroke of ink with a rough edge; ink hides the medium by its strength. */
function stroke(
  { width, height, data }: Rgb,
  { x, y, length, thickness }: { x: number; y: number; length: number; thickness: number },
  ink: Colour,
  strength: number,
  perMm: number,
  random: () => number,
): void {
  const [left, right] = [x * perMm, (x + length) * perMm];
  const half = (thickness * perMm) / 2;
  const middle = y * perMm;
  for (let column = Math.max(0, Math.floor(left)); column <= Math.min(width - 1, Math.ceil(right)); column++) {
    const rough = half * (1 + (random() - 0.5) * 0.25);
    const along = Math.min(1, Math.max(0, Math.min(column + 1 - left, right - column)));
    for (let line = Math.max(0, Math.floor(middle - rough - 1)); line <= Math.min(height - 1, Math.ceil(middle + rough + 1)); line++) {
      const across = Math.min(1, Math.max(0, rough + 0.5 - Math.abs(line + 0.5 - middle)));
      const cover = along * across * strength;
      if (cover <= 0) continue;
      const at = (line * width + column) * 3;
      for (let c = 0; c < 3; c++) data[at + c] = Math.round((data[at + c] ?? 0) * (1 - cover) + (ink[c] ?? 0) * cover);
    }
  }
}

/** A picture of a printed sheet as a scanner or a phone takes it. */
export function pictureOf(pattern: NozzlePattern, printing: Printing, scene: Scene, seed: number): Rgb {
  const random = chance(seed * 31 + 7);
  const {
    width,
    height,
    corners,
    margin = 12,
    table = [96, 84, 70],
    lens = 0,
    fall = 0,
    fallTowards = 0,
    light = [1, 1, 1],
    shadow,
    glare,
    fold,
  } = scene;
  const spanPx = Math.hypot(corners[2] - corners[0], corners[3] - corners[1]);
  const perMm = Math.min(24, Math.max(6, (spanPx / pattern.sheet.width) * 1.15));
  const sheet = printedSheet(pattern, printing, { perMm, edge: margin, seed });
  const toSheet = planeMap(corners, pattern.sheet);
  const raw = new Float32Array(width * height * 3);
  const things = Array.from({ length: scene.clutter ?? 0 }, () => thing(random, width, height));
  const reach = Math.hypot(width, height) / 2;
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      // The lens bends straight lines about the picture's middle.
      const [dx, dy] = [px + 0.5 - width / 2, py + 0.5 - height / 2];
      const bend = 1 + lens * ((dx * dx + dy * dy) / (reach * reach));
      const [ux, uy] = [width / 2 + dx * bend, height / 2 + dy * bend];
      let [mx, my] = toSheet(ux, uy);
      let shade = 1;
      if (fold && mx > fold.at) {
        my += fold.shift + (mx - fold.at) * 0.02;
        mx += (mx - fold.at) * 0.05;
        shade = 0.86;
      }
      const [sx, sy] = [(mx + margin) * perMm - 0.5, (my + margin) * perMm - 0.5];
      const at = (py * width + px) * 3;
      const thingThere = things.find(({ has }) => has(px, py));
      const on = sx >= 0 && sy >= 0 && sx < sheet.width - 1 && sy < sheet.height - 1;
      let brightness = shade * (1 - fall * (0.5 + 0.5 * ((dx * Math.cos(fallTowards) + dy * Math.sin(fallTowards)) / reach)));
      if (shadow) {
        const edge = (dx * Math.cos(shadow.angle) + dy * Math.sin(shadow.angle)) / reach - shadow.at;
        brightness *= 1 - (1 - shadow.left) / (1 + Math.exp(-edge * 60));
      }
      for (let c = 0; c < 3; c++) {
        let level = table[c] ?? 0;
        if (thingThere) level = thingThere.colour[c] ?? 0;
        else if (on) {
          const [x0, y0] = [sx | 0, sy | 0];
          const [fx, fy] = [sx - x0, sy - y0];
          const corner = (y0 * sheet.width + x0) * 3 + c;
          const below = corner + sheet.width * 3;
          const { data } = sheet;
          level =
            ((data[corner] ?? 0) * (1 - fx) + (data[corner + 3] ?? 0) * fx) * (1 - fy) +
            ((data[below] ?? 0) * (1 - fx) + (data[below + 3] ?? 0) * fx) * fy;
        } else level += ((px * 13 + py * 7) % 17) - 8;
        raw[at + c] = level * brightness * (light[c] ?? 1);
      }
    }
  if (scene.blur) spread(raw, width, height, scene.blur);
  const data = new Uint8Array(width * height * 3);
  for (let pixel = 0; pixel < width * height; pixel++) {
    const spot = glare
      ? Math.exp(-(((((pixel % width) / width - glare.x) ** 2 + (((pixel / width) | 0) / width - glare.y) ** 2) / glare.radius ** 2) ** 2))
      : 0;
    for (let c = 0; c < 3; c++) {
      const at = pixel * 3 + c;
      const level = (raw[at] ?? 0) * (1 - spot) + 262 * spot;
      data[at] = Math.max(0, Math.min(255, Math.round(level + normal(random) * 1.73 * (scene.noise ?? 0))));
    }
  }
  return { width, height, data };
}

/** Something that lies on the table or the sheet: a bar of one colour. */
function thing(random: () => number, width: number, height: number) {
  const [cx, cy] = [random() * width, random() * height];
  const edge = Math.min(cx, width - cx, cy, height - cy);
  // Mostly at the rim, where hands and tools are.
  const [x, y] = edge > width * 0.12 ? [cx < width / 2 ? cx * 0.2 : width - (width - cx) * 0.2, cy] : [cx, cy];
  const angle = random() * Math.PI;
  const [long, thin] = [width * (0.03 + random() * 0.08), width * (0.002 + random() * 0.02)];
  const colour = [random() * 255, random() * 255, random() * 255] as const;
  return {
    colour,
    has: (px: number, py: number) => {
      const [dx, dy] = [px - x, py - y];
      return Math.abs(dx * Math.cos(angle) + dy * Math.sin(angle)) < long && Math.abs(dy * Math.cos(angle) - dx * Math.sin(angle)) < thin;
    },
  };
}

/** From a picture's pixel to the sheet's millimetres, by the four corners (after Heckbert's square-to-quadrilateral). */
function planeMap(
  corners: Scene["corners"],
  { width, height }: { width: number; height: number },
): (x: number, y: number) => [number, number] {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = corners;
  const [sx, sy] = [x0 - x1 + x2 - x3, y0 - y1 + y2 - y3];
  const [dx1, dx2, dy1, dy2] = [x1 - x2, x3 - x2, y1 - y2, y3 - y2];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  const m = [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1] as const;
  // Its adjugate leads back.
  const [a, b, c, d, e, f] = m;
  const back = [
    e - f * h,
    c * h - b,
    b * f - c * e,
    f * g - d,
    a - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ] as const;
  return (x, y) => {
    const w = back[6] * x + back[7] * y + back[8];
    return [((back[0] * x + back[1] * y + back[2]) / w) * width, ((back[3] * x + back[4] * y + back[5]) / w) * height];
  };
}

/** Spreads each point by three passes of a box, which comes near to a bell. */
function spread(raw: Float32Array, width: number, height: number, sigma: number): void {
  const ideal = Math.sqrt((12 * sigma * sigma) / 3 + 1);
  const low = Math.floor((ideal - 1) / 2) * 2 + 1;
  const lows = Math.round((12 * sigma * sigma - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  const lines = new Float32Array(Math.max(width, height));
  for (let pass = 0; pass < 3; pass++) {
    const radius = ((pass < lows ? low : low + 2) - 1) / 2;
    if (radius < 1) continue;
    for (const [count, length, step, next] of [
      [height, width, 3, width * 3],
      [width, height, width * 3, 3],
    ] as const)
      for (let line = 0; line < count; line++)
        for (let c = 0; c < 3; c++) {
          const from = line * next + c;
          let sum = 0;
          for (let i = -radius; i <= radius; i++) sum += raw[from + Math.min(length - 1, Math.max(0, i)) * step] ?? 0;
          for (let i = 0; i < length; i++) {
            lines[i] = sum / (2 * radius + 1);
            sum += (raw[from + Math.min(length - 1, i + radius + 1) * step] ?? 0) - (raw[from + Math.max(0, i - radius) * step] ?? 0);
          }
          for (let i = 0; i < length; i++) raw[from + i * step] = lines[i] ?? 0;
        }
  }
}

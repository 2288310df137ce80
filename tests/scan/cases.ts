import { chance, type Printing, type Scene } from "../../src/core/bench/print-check.ts";
import type { NozzlePattern } from "../../src/core/nozzles/pattern.ts";

/** Pictures of nozzle checks by tier and seed, each with what is really on it. */

export const TIERS = ["scan", "phone", "hard", "look", "film"] as const;
export type Tier = (typeof TIERS)[number];
export type Case = {
  name: string;
  tier: Tier;
  pattern: NozzlePattern;
  printing: Printing;
  scene: Scene;
  seed: number;
  /** Quality of the JPEG; none: a PNG. */
  jpeg?: number;
  /** Put there by a person, as far off as they may be. */
  corners?: [number, number, number, number, number, number, number, number];
  /** A person must look at it. */
  mustLook?: boolean;
  /** Seen from behind: it must be read rightly, or a person must look at it. */
  mirrored?: boolean;
  /** What was printed is another pattern than the one asked for. */
  printedPattern?: NozzlePattern;
};

const INKS: Record<string, string> = {
  black: "#1d1d1b",
  cyan: "#0f8fc4",
  magenta: "#c42a7d",
  yellow: "#e3c21a",
  white: "#f8f8f6",
  "light-cyan": "#8cc8df",
  "light-magenta": "#dd9cc0",
  red: "#c23b2e",
  orange: "#dd7d27",
};

/** Blocks of staircases, two side by side, as many rows as they need. */
export function patternOf(
  inks: readonly string[],
  { nozzles = 120, perRow = 20, climb = 1 }: { nozzles?: number; perRow?: number; climb?: number } = {},
): NozzlePattern {
  const step = { x: 4.2, y: 0.45 * climb };
  const rows = Math.ceil(nozzles / perRow);
  const pitch = Math.abs(step.y) * perRow + 2;
  const [blockWidth, blockHeight] = [perRow * step.x + 7, rows * pitch + 4];
  return {
    format: "zesty-anvil/nozzle-pattern",
    version: 1,
    name: `${inks.length} channels`,
    unit: "mm",
    sheet: { width: 2 * blockWidth + 14, height: Math.ceil(inks.length / 2) * blockHeight + 14 },
    channels: inks.map((ink, index) => ({
      id: `C${index + 1}`,
      ink,
      colour: ink === "varnish" ? null : (INKS[ink] ?? "#444444"),
      origin: { x: 9 + (index % 2) * blockWidth, y: 9 + Math.floor(index / 2) * blockHeight + (climb < 0 ? pitch - 2 : 0) },
      // Where all are of one ink the last block is shorter: otherwise nobody could tell which way up it lies.
      nozzles: index === inks.length - 1 && new Set(inks).size === 1 ? nozzles - perRow : nozzles,
      perRow,
      dash: { length: 3.2, thickness: 0.3 },
      step,
      rowPitch: pitch,
    })),
  };
}

const PAPER = [246, 245, 241] as const;
const DARK = [44, 44, 47] as const;
const GREY = [128, 127, 124] as const;

export function caseOf(tier: Tier, seed: number): Case {
  const random = chance(seed * 7919 + TIERS.indexOf(tier) * 104_729 + 13);
  for (let warm = 0; warm < 5; warm++) random();
  const between = (low: number, high: number) => low + random() * (high - low);
  const pick = <Each>(list: readonly Each[]) => list[Math.floor(random() * list.length)] as Each;
  const ground = tier === "scan" ? pick([PAPER, PAPER, DARK]) : pick([PAPER, PAPER, DARK, GREY]);
  const inks =
    ground === PAPER
      ? pick([
          ["black", "cyan", "magenta", "yellow"],
          ["black", "cyan", "magenta", "yellow", "light-cyan", "light-magenta"],
          ["black", "cyan", "magenta", "yellow", "red", "orange"],
        ])
      : pick([
          ["white", "white", "cyan", "magenta", "yellow", ground === GREY ? "black" : "orange"],
          ["white", "white"],
          ["white", "yellow", "light-cyan", "light-magenta"],
        ]);
  const small = random() < 0.3;
  const pattern = patternOf(
    random() < 0.15 ? [...inks, "varnish"] : inks,
    small
      ? { nozzles: 60, perRow: 15, climb: random() < 0.3 ? -1 : 1 }
      : { nozzles: pick([90, 120, 180]), climb: random() < 0.15 ? -1 : 1 },
  );
  const printing: Printing = {
    medium: ground.map((level) => level + between(-5, 5)) as unknown as readonly [number, number, number],
    texture: tier === "hard" ? between(2, 5) : between(0.5, 2.5),
    dotGain: between(0, 0.05),
    jitter: tier === "hard" ? between(0.05, 0.12) : between(0.03, 0.08),
    satellites: between(0, 0.15),
    channels: Object.fromEntries(
      pattern.channels.filter(({ colour }) => colour).map((channel, index) => [channel.id, faults(channel.nozzles, random, index)]),
    ),
  };
  const view = tier === "scan" ? scanView(pattern, random) : phoneView(pattern, random, tier);
  const scene: Scene =
    tier === "scan"
      ? { ...view, margin: 18, table: [250, 250, 250], blur: between(0.4, 0.8), noise: between(0.5, 2.5) }
      : {
          ...view,
          margin: between(6, 25),
          table: pick([
            [96, 84, 70],
            [60, 62, 66],
            [170, 160, 148],
          ] as const),
          lens: between(-0.03, 0.02),
          blur: tier === "hard" ? between(1, 1.7) : between(0.5, 1.1),
          noise: tier === "hard" ? between(4, 8) : between(1.5, 5),
          fall: between(0, tier === "hard" ? 0.5 : 0.35),
          fallTowards: between(0, 6.28),
          light: [between(0.92, 1), between(0.9, 1), between(0.8, 1)],
          clutter: Math.floor(between(0, 6)),
          ...(random() < (tier === "hard" ? 0.5 : 0.15)
            ? { shadow: { left: between(0.55, 0.8), at: between(-0.3, 0.3), angle: between(0, 6.28) } }
            : {}),
        };
  const base: Case = {
    name: `${tier} ${seed}`,
    tier,
    pattern,
    printing,
    scene,
    seed,
    ...(tier === "scan"
      ? random() < 0.5
        ? { jpeg: 92 }
        : {}
      : { jpeg: tier === "hard" ? Math.round(between(55, 75)) : Math.round(between(78, 93)) }),
  };
  if (tier === "look") return spoilt(base, seed, random);
  if (tier === "film") return otherMedium(base, seed, between);
  if (random() < 0.35) {
    const off =
      pattern.sheet.width *
      0.02 *
      (Math.hypot(scene.corners[2] - scene.corners[0], scene.corners[3] - scene.corners[1]) / pattern.sheet.width);
    base.corners = scene.corners.map((at) => at + between(-off, off) * 0.7) as Case["corners"] & object;
  }
  return base;
}

function faults(nozzles: number, random: () => number, index: number): NonNullable<Printing["channels"]>[string] {
  if (random() < 0.05 && index > 0) return { missing: Array.from({ length: nozzles }, (_, k) => k) };
  const bad = random() < 0.25 ? 0.2 : 0.04;
  const lists = { missing: [] as number[], weak: [] as number[], deflected: [] as number[] };
  for (let k = 0; k < nozzles; k++) {
    const dice = random();
    if (dice < bad) lists.missing.push(k);
    else if (dice < bad + 0.02) lists.weak.push(k);
    else if (dice < bad + 0.04) lists.deflected.push(k);
  }
  // A clog takes neighbours with it.
  if (random() < 0.3) {
    const from = Math.floor(random() * (nozzles - 10));
    for (let k = from; k < from + 3 + random() * 6; k++) {
      lists.missing.push(k);
      lists.weak = lists.weak.filter((each) => each !== k);
      lists.deflected = lists.deflected.filter((each) => each !== k);
    }
  }
  return {
    ...lists,
    missing: [...new Set(lists.missing)].sort((a, b) => a - b),
    ...(random() < 0.1 ? { offset: { x: (random() - 0.5) * 0.6, y: (random() - 0.5) * 0.6 } } : {}),
  };
}

type View = Pick<Scene, "width" | "height" | "corners">;

function turned(points: [number, number][], angle: number): [number, number][] {
  return points.map(([x, y]) => [x * Math.cos(angle) - y * Math.sin(angle), x * Math.sin(angle) + y * Math.cos(angle)]);
}

function placed(points: [number, number][], width: number, height: number): View {
  return { width, height, corners: points.flatMap(([x, y]) => [x + width / 2, y + height / 2]) as unknown as View["corners"] };
}

function scanView({ sheet }: NozzlePattern, random: () => number): View {
  const perMm = [150, 200, 300, 300][Math.floor(random() * 4)] as number;
  const scale = perMm / 25.4;
  const [w, h] = [sheet.width * scale, sheet.height * scale];
  const quarter = Math.floor(random() * 4);
  const corners: [number, number][] = [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ];
  const [pw, ph] = quarter % 2 ? [h, w] : [w, h];
  return placed(turned(corners, (quarter * Math.PI) / 2 + (random() - 0.5) * 0.06), Math.round(pw * 1.14), Math.round(ph * 1.14));
}

function phoneView({ sheet }: NozzlePattern, random: () => number, tier: Tier): View {
  const [width, height] = random() < 0.5 ? [3000, 2250] : [2250, 3000];
  const quarter = Math.floor(random() * 4);
  const tilt = tier === "hard" ? 0.45 : 0.35;
  const [ax, ay] = [(random() - 0.5) * 2 * tilt, (random() - 0.5) * 2 * tilt];
  const turn = (quarter * Math.PI) / 2 + (random() - 0.5) * 0.5;
  const far = 2.2;
  const long = Math.max(sheet.width, sheet.height);
  const corners: [number, number][] = (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(([sx, sy]) => {
    const [x, y] = turned([[(sx * sheet.width) / long / 2, (sy * sheet.height) / long / 2]], turn)[0] as [number, number];
    // Leant about both axes, seen from two sheets' width away.
    const [y1, z1] = [y * Math.cos(ax), y * Math.sin(ax)];
    const [x1, z2] = [x * Math.cos(ay) + z1 * Math.sin(ay), z1 * Math.cos(ay) - x * Math.sin(ay)];
    return [(x1 * far) / (far + z2), (y1 * far) / (far + z2)];
  });
  const reachX = Math.max(...corners.map(([x]) => Math.abs(x)));
  const reachY = Math.max(...corners.map(([, y]) => Math.abs(y)));
  const fill = (0.8 + random() * 0.12) * Math.min(width / 2 / reachX, height / 2 / reachY);
  return placed(
    corners.map(([x, y]) => [x * fill, y * fill]),
    width,
    height,
  );
}

/** Clear acrylic, tape on a table, and film seen from behind. */
function otherMedium(base: Case, seed: number, between: (low: number, high: number) => number): Case {
  const { scene, printing } = base;
  switch (seed % 3) {
    case 0: {
      // Clear acrylic on a table: its tone, glossy, with a broad reflection.
      const tone = between(60, 110);
      return {
        ...base,
        printing: { ...printing, medium: [tone, tone * 1.03, tone * 1.05], texture: between(1, 3) },
        scene: { ...scene, fall: between(0.2, 0.5), margin: between(4, 12) },
      };
    }
    case 1: {
      // Tape: the table shows through, and the tape ends soon after the print.
      const table = [between(100, 140), between(80, 110), between(60, 85)] as const;
      return {
        ...base,
        printing: { ...printing, medium: table.map((level) => level + 9) as unknown as Printing["medium"], texture: between(3, 6) },
        scene: { ...scene, table, margin: between(2, 5), clutter: 1 },
      };
    }
    default: {
      const [x0, y0, x1, y1, x2, y2, x3, y3] = scene.corners;
      return { ...base, mirrored: true, scene: { ...scene, corners: [x1, y1, x0, y0, x3, y3, x2, y2] } };
    }
  }
}

/** What no reading should be trusted on. */
function spoilt(base: Case, seed: number, random: () => number): Case {
  const { scene, pattern } = base;
  const middle = [0, 1].map((axis) => scene.corners.reduce((sum, at, index) => (index % 2 === axis ? sum + at / 4 : sum), 0)) as [
    number,
    number,
  ];
  const look = { ...base, mustLook: true };
  switch (seed % 6) {
    case 0:
      return {
        ...look,
        scene: { ...scene, glare: { x: middle[0] / scene.width, y: middle[1] / scene.width, radius: 0.1 + random() * 0.08 } },
      };
    case 1: {
      // Cropped: the picture ends before the sheet does.
      const by = scene.width * (0.2 + random() * 0.1);
      return {
        ...look,
        scene: { ...scene, corners: scene.corners.map((at, index) => (index % 2 ? at : at - by)) as unknown as Scene["corners"] },
      };
    }
    case 2:
      return { ...look, scene: { ...scene, fold: { at: pattern.sheet.width * (0.4 + random() * 0.3), shift: 1.5 + random() * 2 } } };
    case 3:
      return { ...look, printedPattern: patternOf(["black", "cyan", "magenta", "yellow"], { nozzles: 84, perRow: 12 }) };
    case 4:
      return {
        ...look,
        printing: {
          ...base.printing,
          channels: Object.fromEntries(
            pattern.channels.map(({ id, nozzles }) => [id, { missing: Array.from({ length: nozzles }, (_, k) => k) }]),
          ),
        },
      };
    default: {
      // Too few pixels to tell a dash from the next.
      const shrink = 0.16;
      return {
        ...look,
        scene: {
          ...scene,
          width: Math.round(scene.width * shrink),
          height: Math.round(scene.height * shrink),
          corners: scene.corners.map((at) => at * shrink) as unknown as Scene["corners"],
        },
      };
    }
  }
}

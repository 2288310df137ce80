import { group } from "d3-array";
import type { NozzlePattern } from "../pattern.ts";
import { type NozzleReading, type ReadChannel, reading, SURE, unreadable } from "../reading.ts";
import type { Corners } from "./corners.ts";
import { type Fit, fitted } from "./fit.ts";
import { judged } from "./judge.ts";
import { type Lattice, latticeOf } from "./lattice.ts";
import { type Found, marksOf, measured, towardsOf } from "./measure.ts";
import { middle } from "./middle.ts";
import { type Picture, smaller } from "./picture.ts";
import { type Placement, placements, placementsNear } from "./place.ts";
import { planeThrough } from "./plane.ts";
import { alike } from "./square-up.ts";
import { strokesOf } from "./strokes.ts";

export type CheckRead = {
  reading: NozzleReading;
  /** From the sheet's millimetres to the picture's pixels; none where the pattern was not found. */
  laying?: (x: number, y: number) => readonly [number, number];
  /** Why a person should look. */
  because: string[];
};

/** Strokes are looked for in a picture made so small, in a larger one where that leaves doubts; each dash is measured in the whole one. */
const SEARCH_PX = [1600, 2800];

type Options = { corners?: Corners; progress?: (share: number) => void };

/** Reads a printed nozzle check in a picture. Never throws: what can't be read asks for a look. */
export function readCheck(picture: Picture, pattern: NozzlePattern, { corners, progress = () => {} }: Options = {}): CheckRead {
  const lattice = latticeOf(pattern);
  if (lattice.marks.length === 0) return { reading: unreadable(pattern), because: ["only clear ink, which is judged by hand"] };
  let laid: Laid | undefined;
  for (const [round, longest] of SEARCH_PX.entries()) {
    if (laid && (laid.because.every((each) => each === TWO_WAYS) || Math.max(picture.width, picture.height) < longest * 0.7)) break;
    const next = lay(picture, pattern, lattice, longest, corners);
    if (!laid || (next && next.fit.matched > laid.fit.matched * 1.05)) laid = next ?? laid;
    progress(0.3 + 0.2 * round);
  }
  if (!laid) return { reading: unreadable(pattern), because: ["the pattern was not found"] };
  const { fit, scale, medium, because } = laid;
  const full = (x: number, y: number): readonly [number, number] => {
    const [px, py] = fit.laying(x, y);
    return [px / scale, py / scale];
  };
  const { box } = lattice;
  const pixelMm = 1 / Math.max(1e-6, Math.hypot(...minus(full(box.left + 1, box.top), full(box.left, box.top))));
  const found = pattern.channels.map((_, index) => {
    const seen = fit.channels[index];
    const { towards } = towardsOf(pattern, index, medium, seen && seen.matched >= 6 ? seen.tone : undefined);
    progress(0.5 + (0.45 * (index + 1)) / pattern.channels.length);
    return measured(picture, full, marksOf(lattice, index), towards, Math.max(pixelMm, 0.07));
  });
  const isHidden = hiddenBy(found.flat());
  const geometry = because.length ? 0.6 : 1;
  const channels = pattern.channels.map((channel, index): ReadChannel => {
    if (channel.colour === null) return { id: channel.id, missing: [], weak: [], deflected: [], confidence: 0, unread: true };
    const { expected: size } = towardsOf(pattern, index, medium, undefined);
    const expected = size * channel.dash.length * channel.dash.thickness;
    const verdict = judged(channel, found[index] ?? [], { expected, isHidden, off: fit.channels[index] ?? { dx: 0, dy: 0 } });
    if (verdict.hidden) because.push(`${verdict.hidden} dashes of ${channel.id} can't be seen`);
    return { ...verdict.channel, confidence: Math.round(verdict.channel.confidence * geometry * 1000) / 1000 };
  });
  if (channels.some(({ confidence, unread }) => !unread && confidence < SURE)) because.push("not all channels are sure");
  return { reading: reading("scan", channels, because.length > 0), laying: full, because };
}

/** A larger picture would not tell more. */
const TWO_WAYS = "it could lie in two ways";

/** The pattern placed on a picture made smaller, and what speaks against it. */
type Laid = { fit: Fit; scale: number; medium: Tone; because: string[] };
type Tone = readonly [number, number, number];

function lay(picture: Picture, pattern: NozzlePattern, lattice: Lattice, longest: number, corners: Corners | undefined): Laid | undefined {
  const { picture: small, scale } = smaller(picture, longest);
  const strokes = strokesOf(small, { radius: Math.max(8, Math.round(Math.max(small.width, small.height) / 60)) });
  const given = corners && planeThrough(cornerPairs(corners, pattern, scale));
  const ways = given
    ? placementsNear(given, strokes, pattern, lattice, small)
    : placements(strokes, pattern, lattice, small, { thorough: longest === SEARCH_PX[0] });
  const fits = ways.slice(0, 4).map((way) => ({ way, fit: fitted(way.plane, strokes, lattice, pattern.channels.length) }));
  const [best] = fits;
  if (!best) return undefined;
  const medium = mediumOf(small, best.fit, lattice);
  const [first, second] = inOrder(
    fits.map(({ way, fit }) => {
      const colour = colours(fit, pattern, medium);
      return { way, fit, colour, score: way.score * (0.5 + 0.5 * colour) };
    }),
  );
  if (!first || first.way.matched < 10 || first.score <= 0) return undefined;
  return { fit: first.fit, scale, medium, because: doubts(first, second, lattice, alike(strokes).length) };
}

const minus = ([a, b]: readonly [number, number], [c, d]: readonly [number, number]): [number, number] => [a - c, b - d];

const cornerPairs = ([x0, y0, x1, y1, x2, y2, x3, y3]: Corners, { sheet: { width, height } }: NozzlePattern, scale: number) =>
  (
    [
      [
        [0, 0],
        [x0, y0],
      ],
      [
        [width, 0],
        [x1, y1],
      ],
      [
        [width, height],
        [x2, y2],
      ],
      [
        [0, height],
        [x3, y3],
      ],
    ] as const
  ).map(([from, [x, y]]) => ({ from, to: [x * scale, y * scale] as const }));

/** The bare medium's tone where the pattern lies: mostly nothing is printed there. */
function mediumOf({ width, height, data, planes }: Picture, { laying }: Fit, { box }: Lattice): readonly [number, number, number] {
  const levels: [number[], number[], number[]] = [[], [], []];
  for (let i = 0; i < 40; i++)
    for (let j = 0; j < 40; j++) {
      const [x, y] = laying(box.left + ((i + 0.5) / 40) * (box.right - box.left), box.top + ((j + 0.5) / 40) * (box.bottom - box.top));
      if (x < 0 || y < 0 || x >= width || y >= height) continue;
      const at = (Math.floor(y) * width + Math.floor(x)) * planes;
      for (let c = 0; c < 3; c++) levels[c]?.push(data[at + c] ?? 0);
    }
  return levels.map((list) => list.sort((a, b) => a - b)[list.length >> 1] ?? 0) as unknown as [number, number, number];
}

/** How well the strokes' tones are those of the channels they were matched to: −1 for the opposite, 1 for the same. */
function colours({ channels }: Fit, pattern: NozzlePattern, medium: readonly [number, number, number]): number {
  let [sum, many] = [0, 0];
  channels.forEach(({ matched, tone }, index) => {
    if (matched < 5) return;
    const { towards } = towardsOf(pattern, index, medium, undefined);
    const size = Math.hypot(...tone) || 1;
    sum += (matched * tone.reduce((all, each, c) => all + each * (towards[c] ?? 0), 0)) / size;
    many += matched;
  });
  return many ? sum / many : 0;
}

type Ranked = { way: Placement; fit: Fit; colour: number; score: number };

/** The best first; of two that explain the print equally well, the more upright one. */
function inOrder(ways: Ranked[]): Ranked[] {
  ways.sort((a, b) => b.score - a.score);
  const [first, second, ...rest] = ways;
  return first && second && equallyGood(first, second) && turnOf(second) < turnOf(first) ? [second, first, ...rest] : ways;
}

/** As much of the print explained, by the same colours: a dash more or less says nothing. */
const equallyGood = (first: Ranked, second: Ranked): boolean =>
  Math.abs(first.way.matched - second.way.matched) <= Math.max(3, first.way.matched * 0.015) &&
  Math.abs(first.way.score - second.way.score) <= Math.max(4, first.way.score * 0.03) &&
  Math.abs(first.colour - second.colour) < 0.05;

const turnOf = ({ way: { plane } }: Ranked): number => Math.abs(Math.atan2(plane[3] ?? 0, plane[0] ?? 1));

/** What speaks against the way the pattern was placed on the picture. */
function doubts(first: Ranked, second: Ranked | undefined, { marks }: Lattice, dashes: number): string[] {
  const { way, fit } = first;
  const because: string[] = [];
  const perChannel = new Map<number, number>();
  for (const { channel } of marks) perChannel.set(channel, (perChannel.get(channel) ?? 0) + 1);
  const alive = [...perChannel].filter(([channel, all]) => (fit.channels[channel]?.matched ?? 0) > all * 0.08);
  const could = alive.reduce((sum, [, all]) => sum + all, 0);
  if (alive.length < perChannel.size / 3) because.push("most channels are not there");
  if (way.matched < could * 0.4) because.push("too little of the pattern was found");
  if (Math.max(way.dashlike, dashes) > way.matched * 1.25 + 6) because.push("there is more printed than the pattern has");
  if (fit.rms > 0.2) because.push("the dashes do not stand where the pattern has them");
  if (second && equallyGood(first, second)) because.push(TWO_WAYS);
  return because;
}

const AROUND_MM = 30;

/** Whether something lies over a place: the medium beside it is not what it is like a little further on, or it is blown out. */
function hiddenBy(found: readonly Found[]): (found: Found) => boolean {
  const cellOf = ({ x, y }: Found) => [Math.floor(x / AROUND_MM), Math.floor(y / AROUND_MM)] as const;
  const cells = group(found, (each) => cellOf(each).join("/"));
  const around = new Map<string, Tone>();
  const usualAt = (each: Found): Tone => {
    const [cx, cy] = cellOf(each);
    const key = `${cx}/${cy}`;
    const known = around.get(key);
    if (known) return known;
    const near = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].flatMap((dy) => cells.get(`${cx + dx}/${cy + dy}`) ?? []));
    const usual = [0, 1, 2].map((c) => middle(near.map(({ bare }) => bare[c] ?? 0))) as unknown as Tone;
    around.set(key, usual);
    return usual;
  };
  const overall = [0, 1, 2].map((c) => middle(found.map(({ bare }) => bare[c] ?? 0)));
  return (each) => {
    const usual = usualAt(each);
    const away = Math.max(...each.bare.map((level, c) => Math.abs(level - (usual[c] ?? 0))));
    const blown = each.bare.every((level) => level > 248) && overall.some((level) => level < 236);
    return blown || away > Math.max(40, 0.3 * Math.max(...usual));
  };
}

import type { PatternChannel } from "../pattern.ts";
import type { ReadChannel } from "../reading.ts";
import type { Found } from "./measure.ts";
import { middle } from "./middle.ts";

/** Shares of a good dash's ink under which one is missing, or weak. Source: the format of readings, version 1. */
const MISSING = 0.1;
const WEAK = 0.5;
/** Levels, over the whole place of a dash, by which something there stands off the ink's own colours. */
const STRANGE_LEVELS = 9;
/** Good dashes that one is held against. */
const NEAREST = 9;

export type Judged = {
  channel: ReadChannel;
  /** Dashes that can't be seen for what lies over them, or outside of the picture. */
  hidden: number;
};

/**
 * The verdicts of one channel. `expected` is the ink of a good dash by the pattern's own colours (levels × mm²), which
 * tells a channel that is gone from one that can't be seen on this medium; `medium` tells what the bare sheet is like at a place.
 */
export function judged(
  channel: PatternChannel,
  found: readonly Found[],
  { expected, isHidden, off }: { expected: number; isHidden: (found: Found) => boolean; off: { dx: number; dy: number } },
): Judged {
  const scatter = middle(found.map((each) => each.scatter));
  const high = quantile(
    found.map(({ ink }) => ink),
    0.85,
  );
  const usual = middle(found.map(({ strange }) => strange));
  const wander = middle(found.map(({ strange }) => Math.abs(strange - usual)));
  // Something of another colour lies there: what shows of a dash beside it says nothing.
  const isStrange = ({ strange }: Found) => strange > usual + Math.max(STRANGE_LEVELS, 8 * wander);
  const hiddenAt = (each: Found) => each.outside > 0.3 || isHidden(each);
  const none = { id: channel.id, weak: [], deflected: [] };
  const alive = high > 5 * scatter && high > 0.12 * expected;
  if (!alive) {
    const hidden = found.filter(hiddenAt).length;
    const sees = expected / Math.max(1e-6, scatter);
    return {
      channel: {
        ...none,
        missing: found.map(({ nozzle }) => nozzle),
        confidence: hidden > found.length * 0.02 ? 0.3 : Math.min(0.97, Math.max(0, (sees - 4) / 8)),
      },
      hidden,
    };
  }
  const start = middle(found.filter(({ ink }) => ink > 0.5 * high).map(({ ink }) => ink));
  const isGood = found.map(({ ink }) => ink > WEAK * start && ink < 2.2 * start);
  const shares = found.map((each, index) => each.ink / reference(found, isGood, index, start, ({ ink }) => ink));
  const good = shares.map((share, index) => share > 0.6 && (isGood[index] ?? false));
  const [missing, weak, deflected]: [number[], number[], number[]] = [[], [], []];
  let [hidden, doubt] = [0, 1];
  const limit = channel.step.y !== 0 ? Math.abs(channel.step.y) / 2 : channel.dash.thickness;
  const places = found.map((each, index) => ({
    dx: each.dx - reference(found, good, index, 0, (other) => other.dx),
    dy: each.dy - reference(found, good, index, 0, (other) => other.dy),
  }));
  // Where all places of a faint channel waver, only what stands well out of that is off its own.
  const waver = (axis: "dx" | "dy") => 1.48 * middle(places.flatMap((place, index) => (good[index] ? [Math.abs(place[axis])] : [])));
  const farOff = Math.max(limit, 3.5 * Math.hypot(waver("dx"), waver("dy")));
  found.forEach((each, index) => {
    const share = shares[index] ?? 0;
    if (isStrange(each) || (share < WEAK && hiddenAt(each))) hidden++;
    // What the model of a dash gets wrong grows with what there is of it.
    const wander = Math.hypot((1.25 * each.scatter) / start, 0.02 + 0.02 * Math.abs(share));
    doubt *= 1 - tail(Math.abs(share - MISSING) / wander) * 0.9;
    if (share < MISSING) return void missing.push(each.nozzle);
    if (share < WEAK) return void weak.push(each.nozzle);
    const { dx = 0, dy = 0 } = places[index] ?? {};
    if (Math.hypot(dx, dy) > farOff) deflected.push(each.nozzle);
  });
  const usable = found.filter((_, index) => good[index]);
  const offset = {
    x: round(off.dx + middle(usable.map(({ dx }) => dx))),
    y: round(off.dy + middle(usable.map(({ dy }) => dy))),
  };
  const signal = start / Math.max(1e-6, scatter);
  return {
    channel: {
      ...none,
      missing,
      weak,
      deflected,
      confidence: round(Math.min(0.99, doubt) * (hidden ? 0.5 : 1) * Math.min(1, signal / 7)),
      ...(Math.hypot(offset.x, offset.y) > Math.max(0.12, limit * 0.5) ? { offset } : {}),
    },
    hidden,
  };
}

const round = (value: number) => Math.round(value * 1000) / 1000;

/** What the nearest good dashes of the channel have, the one asked about left out. */
function reference(
  found: readonly Found[],
  good: readonly boolean[],
  index: number,
  otherwise: number,
  of: (found: Found) => number,
): number {
  const mine = found[index] as Found;
  const near: { distance: number; value: number }[] = [];
  // Neighbours in print order stand in the same stair; a window of them is enough to find the nearest.
  for (let at = Math.max(0, index - 60); at < Math.min(found.length, index + 61); at++) {
    const other = found[at] as Found;
    if (at === index || !good[at]) continue;
    near.push({ distance: (other.x - mine.x) ** 2 + (other.y - mine.y) ** 2, value: of(other) });
  }
  if (near.length < 5) {
    const all = found.filter((_, at) => good[at] && at !== index).map(of);
    return all.length ? middle(all) : otherwise;
  }
  near.sort((a, b) => a.distance - b.distance);
  return middle(near.slice(0, NEAREST).map(({ value }) => value));
}

/** Chance of being off by more than so many standard deviations, one-sided (a logistic curve comes near enough). */
const tail = (deviations: number): number => 1 / (1 + Math.exp(1.702 * deviations));

function quantile(values: number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
}

import { toDay } from "../calendar/day.ts";
import type { MachineClass } from "../fleet/vocabulary.ts";
import { type CleanGain, type CleansTaken, cleansAhead, cleansTaken, gains } from "../nozzles/ladder/cleans-ahead.ts";
import { checksOf, cleansOf, headsOf, type Judging, missingIn, type Recovery } from "../nozzles/ladder/recovery.ts";
import { outsideTolerance } from "../nozzles/tolerance.ts";
import { expectedDuration, type RunTime, saysPace } from "../rounds/durations.ts";
import { shareInterval } from "../statistics/share-interval.ts";
import { FOUR_OF_FIVE, type Inflow, readSpreadMl, type VesselMark, type VesselSettings, vesselLevel } from "../stores/waste/level.ts";

/** What was foretold by what was known then, and what came. Numbers in `unit`; `low` is left out where only a latest or a most was said. */
export type Kept = {
  /** The machine, or the item of the store. */
  of: string;
  day: string;
  what?: string;
  low?: number;
  high: number;
  came: number | null;
  unit: "min" | "mL" | "cleans" | "days";
  held: boolean;
};
export type KeptShare = {
  held: number;
  of: number;
  promised: number;
  from: number;
  to: number;
  word: "as-said" | "too-hopeful" | "too-careful" | "too-few";
};

/** Below so many nothing is said of how good forecasts are. */
const FEWEST = 10;

/**
 * How often forecasts held against how often they should: the promised share lies in the interval of what came (Wilson, 95 %), or above, or below it.
 * @example keptShare([], 0.9).word // "too-few"
 */
export function keptShare(kept: readonly Pick<Kept, "held">[], promised: number): KeptShare {
  const held = kept.filter((each) => each.held).length;
  const { from, to } = shareInterval(held, kept.length);
  const word = kept.length < FEWEST ? "too-few" : promised > to ? "too-hopeful" : promised < from ? "too-careful" : "as-said";
  return { held, of: kept.length, promised, from, to, word };
}

/**
 * Minutes of work: what a run would have been planned with, four of five within, from the runs before it. Runs that say nothing of pace are left out.
 * @param runs oldest first
 * @example minutesKept([]) // []
 */
export function minutesKept(runs: readonly (RunTime & { day: string })[]): Kept[] {
  return runs.flatMap((run, index): Kept[] => {
    if (!saysPace(run.hands, run.plannedHands)) return [];
    const { factors } = expectedDuration(runs.slice(0, index), {
      routine: run.routine,
      machine: run.machine,
      ...(run.person === null ? {} : { person: run.person }),
      safe: true,
    });
    const high = run.plannedHands * factors.hands;
    return [{ of: run.machine, day: run.day, what: run.routine, high, came: run.hands, unit: "min", held: run.hands <= high }];
  });
}

/**
 * A waste vessel's level at each look, four of five within the range that the looks and draws before it gave; the look itself is read no better
 * than any other.
 * @param marks oldest first
 * @example levelsKept("sprat", 2000, [], [], settings, String) // []
 */
export function levelsKept(
  of: string,
  volumeMl: number,
  marks: readonly VesselMark[],
  inflows: readonly Inflow[],
  settings: VesselSettings,
  dayOf: (at: number) => string,
): Kept[] {
  return marks.flatMap((mark, index): Kept[] => {
    if (mark.kind !== "level" || index === 0) return [];
    const { ml, spreadMl } = vesselLevel(volumeMl, marks.slice(0, index), inflows, mark.at, settings);
    const around = FOUR_OF_FIVE * Math.hypot(spreadMl, readSpreadMl(volumeMl, "level", settings));
    const [low, high] = [Math.max(0, ml - around), Math.min(volumeMl, ml + around)];
    return [{ of, day: dayOf(mark.at), low, high, came: mark.ml, unit: "mL", held: mark.ml >= low && mark.ml <= high }];
  });
}

/** An order's line, and when it came; spans without the item as `[after, before]`, days as `2026-11-25`. */
export type Waited = { item: string; placed: string; received: string };

/**
 * Orders: whether the shelf lasted until what was ordered came. What came is the days without it.
 * @example waitsKept([], new Map()) // []
 */
export function waitsKept(waits: readonly Waited[], empty: ReadonlyMap<string, readonly (readonly [string, string | null])[]>): Kept[] {
  return waits.map(({ item, placed, received }): Kept => {
    const without = (empty.get(item) ?? []).reduce((sum, [after, before]) => {
      const from = Math.max(toDay(after), toDay(placed));
      return sum + Math.max(0, Math.min(toDay(before ?? received), toDay(received)) - from);
    }, 0);
    return { of: item, day: placed, high: 0, came: without, unit: "days", held: without === 0 };
  });
}

/**
 * Cleans of a successful recovery: the range that was said at its first check, from the recoveries before it.
 * @param recoveries oldest first, of one machine
 * @example cleansKept("teal", [], { judging, machineClass: "dtg", heads: 2 }, String) // []
 */
export function cleansKept(
  of: string,
  recoveries: readonly Recovery[],
  { judging, machineClass, heads }: { judging: Judging; machineClass: MachineClass; heads: number },
  dayOf: (at: number) => string,
): Kept[] {
  const own: CleanGain[] = [];
  const returns: CleansTaken[] = [];
  return recoveries.flatMap((recovery): Kept[] => {
    const said = saidAtFirst(recovery, judging, machineClass, own, returns, heads);
    own.push(...gains(recovery, judging));
    returns.push(...cleansTaken(recovery, judging));
    const came = cleansOf(recovery.events).length;
    if (!said || recovery.over?.how !== "within" || came === 0) return [];
    const { low, high } = said.cleans;
    return [{ of, day: dayOf(recovery.startedAt), low, high, came, unit: "cleans", held: came >= low && came <= high }];
  });
}

function saidAtFirst(
  recovery: Recovery,
  judging: Judging,
  machineClass: MachineClass,
  own: readonly CleanGain[],
  returns: readonly CleansTaken[],
  heads: number,
) {
  const [first] = checksOf(recovery.events);
  if (!first || recovery.events[0] !== first) return undefined;
  const outside = outsideTolerance(first.channels, judging.readiness, judging.nozzles);
  const missing = missingIn(first, new Set(outside), judging.nozzles);
  const poor = headsOf(outside).length;
  return cleansAhead(missing, judging.readiness.toleranceAHead, machineClass, own, judging.ladder, {
    all: heads,
    poor,
    next: recovery.afterIdle ? heads : poor,
    returns,
  });
}

import type { MachineClass } from "../../fleet/vocabulary.ts";
import { outsideTolerance } from "../tolerance.ts";
import { cleansOf, type Judging, missingIn, type NozzleEvent, type Recovery } from "./recovery.ts";
import type { LadderSettings } from "./settings.ts";

/** How many of the nozzles looked at a clean brought back. */
export type CleanGain = { rung: string; before: number; back: number };

/** What each clean that was followed by a check brought: from the check before it, over the channels in that recovery. */
export function gains(recovery: Recovery, { readiness, nozzles }: Judging): CleanGain[] {
  const began = recovery.first ? outsideTolerance(recovery.first.channels, readiness, nozzles) : [];
  const found: CleanGain[] = [];
  let before: number | undefined;
  let since: NozzleEvent[] = [];
  for (const event of recovery.events) {
    if (event.kind !== "check") {
      since.push(event);
      continue;
    }
    const now = missingIn(event, new Set([...began, ...outsideTolerance(event.channels, readiness, nozzles)]), nozzles);
    const [clean, ...more] = cleansOf(since);
    if (before && clean && more.length === 0) found.push({ rung: clean.rung, before, back: Math.max(0, before - now) });
    before = now;
    since = [];
  }
  return found;
}

/**
 * What share of the missing nozzles one clean brings back before the house knows better, as looked-at nozzles
 * (`weight`) and the share that came back. From memory: the worked pace of twenty missing down to twelve is two in five.
 */
const PRIOR: Partial<Record<MachineClass, number>> = { dtf: 0.4, dtg: 0.35, uv: 0.3, wide: 0.4 };
const PRIOR_WEIGHT = 20;

export type CleansAhead = {
  cleans: { low: number; likely: number; high: number };
  minutes: { low: number; likely: number; high: number };
  ml: { low: number; likely: number; high: number };
  /** Share of the missing nozzles that a clean brings back, with nine in ten of its chances between low and high. */
  share: { low: number; likely: number; high: number };
  prior: number;
  own: { cleans: number; nozzles: number; back: number };
  /** Nozzles that the next clean is likely to bring back, and what it draws; it pays while one is worth it. */
  next: { back: number; ml: number; pays: boolean };
};

/**
 * How many cleans it takes from so many missing to within tolerance, from a machine's own cleans over a prior of its
 * class: a beta posterior of the share that a clean brings back, and a head's count falling by that share each clean.
 * Undefined where nothing is missing.
 */
export function cleansAhead(
  missing: number,
  tolerance: number,
  machineClass: MachineClass,
  own: readonly CleanGain[],
  ladder: LadderSettings,
  heads: { all: number; poor: number },
): CleansAhead | undefined {
  if (missing <= tolerance) return undefined;
  const prior = PRIOR[machineClass] ?? 0.35;
  const nozzles = own.reduce((sum, { before }) => sum + before, 0);
  const back = own.reduce((sum, gain) => sum + gain.back, 0);
  // Nozzles of one clean fail and come back together: each clean says no more than ten of them would.
  const heavy = own.reduce((sum, { before }) => sum + Math.min(before, 10), 0);
  const alpha = prior * PRIOR_WEIGHT + (nozzles ? (heavy * back) / nozzles : 0);
  const beta = (1 - prior) * PRIOR_WEIGHT + (nozzles ? (heavy * (nozzles - back)) / nozzles : 0);
  const mean = alpha / (alpha + beta);
  const spread = Math.sqrt((alpha * beta) / ((alpha + beta) ** 2 * (alpha + beta + 1)));
  const share = { low: Math.max(0.02, mean - 1.645 * spread), likely: mean, high: Math.min(0.95, mean + 1.645 * spread) };
  const many = (each: number) => Math.max(1, Math.ceil(Math.log(missing / Math.max(0.5, tolerance)) / -Math.log(1 - each)));
  const cleans = { low: many(share.high), likely: many(share.likely), high: many(share.low) };
  const part = Math.min(1, heads.poor / Math.max(1, heads.all));
  const cost = (count: number) => {
    let [ml, minutes] = [0, 0];
    for (let done = 0; done < count; done++) {
      const rung = ladder.rungs[Math.min(ladder.rungs.length - 1, Math.floor(done / ladder.withoutProgress))];
      ml += (rung?.ml ?? 0) * part;
      // A clean, and the check that looks at it.
      minutes += (rung?.minutes ?? 0) + CHECK_MINUTES;
    }
    return { ml: Math.round(ml), minutes: Math.round(minutes) };
  };
  const [low, likely, high] = [cost(cleans.low), cost(cleans.likely), cost(cleans.high)];
  const nextMl = (ladder.rungs[0]?.ml ?? 0) * part;
  const nextBack = missing * mean;
  return {
    cleans,
    minutes: { low: low.minutes, likely: likely.minutes, high: high.minutes },
    ml: { low: low.ml, likely: likely.ml, high: high.ml },
    share,
    prior,
    own: { cleans: own.length, nozzles, back },
    next: { back: nextBack, ml: nextMl, pays: nextBack * ladder.worthMl >= nextMl },
  };
}

const CHECK_MINUTES = 2;

/** The statement with its numbers. @param limit cleans in one recovery, as the ladder allows */
export function cleansAheadSentence({ cleans, minutes, ml, share, prior, own }: CleansAhead, limit = Number.POSITIVE_INFINITY): string {
  const range = ({ low, high }: { low: number; high: number }) => (low === high ? `${low}` : `${low} to ${high}`);
  const percent = (each: number) => `${Math.round(each * 100)} %`;
  return (
    `About ${cleans.likely === 1 ? "one clean" : `${cleans.likely} cleans`} (${range(cleans)}), ${range(minutes)} min, ${range(ml)} mL. ` +
    (cleans.likely > limit ? `The limit is ${limit}, so cleans alone are unlikely to do it. ` : "") +
    `A clean brings back ${percent(share.likely)} of what is out (${percent(share.low)} to ${percent(share.high)}). ` +
    (own.cleans
      ? `From ${own.cleans} cleans here (${own.back} of ${own.nozzles} nozzles), and ${percent(prior)} as usual for its class.`
      : `No clean here yet, so a guess: ${percent(prior)} as usual for its class.`)
  );
}

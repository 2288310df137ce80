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

/** From so many nozzles out it took so many cleans to be within tolerance. */
export type CleansTaken = { missing: number; cleans: number };

/**
 * What a successful recovery tells: from each of its checks, how many cleans were still to come. Any other says nothing.
 * @example cleansTaken(recovery, judging)[0] // { missing: 12, cleans: 2 }, from its beginning
 */
export function cleansTaken(recovery: Recovery, { readiness, nozzles }: Judging): CleansTaken[] {
  if (recovery.over?.how !== "within") return [];
  const began = recovery.first ? outsideTolerance(recovery.first.channels, readiness, nozzles) : [];
  return recovery.events.flatMap((event, index): CleansTaken[] => {
    if (event.kind !== "check") return [];
    const missing = missingIn(event, new Set([...began, ...outsideTolerance(event.channels, readiness, nozzles)]), nozzles);
    const cleans = cleansOf(recovery.events.slice(index + 1)).length;
    return missing > 0 && cleans > 0 ? [{ missing, cleans }] : [];
  });
}

/** Recoveries count as alike from half to twice as many nozzles out; of them the last so many, once there are enough. */
const ALIKE = { times: 2, fewest: 5, most: 20 };

function takenBefore(missing: number, returns: readonly CleansTaken[]) {
  const alike = returns
    .filter((each) => each.missing >= missing / ALIKE.times && each.missing <= missing * ALIKE.times)
    .slice(-ALIKE.most)
    .map(({ cleans }) => cleans)
    .sort((a, b) => a - b);
  const middle = alike[Math.floor(alike.length / 2)];
  if (middle === undefined || alike.length < ALIKE.fewest) return undefined;
  return { low: Math.min(...alike), likely: middle, high: Math.max(...alike), of: alike.length };
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
  /** Recoveries like it here, that the number of cleans is of; 0: it follows from the share. */
  like: number;
  /** Nozzles that the next clean is likely to bring back, and what it draws; it pays while one is worth it. */
  next: { back: number; ml: number; pays: boolean };
};

/**
 * How many cleans it takes from so many missing to within tolerance: as many as recoveries like it took here; where these are few, from a
 * machine's own cleans over a prior of its class: a beta posterior of the share that a clean brings back, and a head's count
 * falling by that share each clean. Ink and minutes begin with the clean that is next. Undefined where nothing is missing.
 *
 * @param heads `all` of the machine, those that are `poor`, those of the `next` clean and its `rung`; `returns`: oldest first
 */
export function cleansAhead(
  missing: number,
  tolerance: number,
  machineClass: MachineClass,
  own: readonly CleanGain[],
  ladder: LadderSettings,
  heads: { all: number; poor: number; next?: number; rung?: string; returns?: readonly CleansTaken[] },
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
  const before = takenBefore(missing, heads.returns ?? []);
  const cleans = before ?? { low: many(share.high), likely: many(share.likely), high: many(share.low) };
  const partOf = (poor: number) => Math.min(1, poor / Math.max(1, heads.all));
  const first = Math.max(
    0,
    ladder.rungs.findIndex(({ id }) => id === heads.rung),
  );
  const cost = (count: number) => {
    let [ml, minutes] = [0, 0];
    for (let done = 0; done < count; done++) {
      const rung = ladder.rungs[Math.min(ladder.rungs.length - 1, first + Math.floor(done / ladder.withoutProgress))];
      ml += (rung?.ml ?? 0) * partOf(done === 0 ? (heads.next ?? heads.poor) : heads.poor);
      // A clean, and the check that looks at it.
      minutes += (rung?.minutes ?? 0) + CHECK_MINUTES;
    }
    return { ml: Math.round(ml), minutes: Math.round(minutes) };
  };
  const [low, likely, high] = [cost(cleans.low), cost(cleans.likely), cost(cleans.high)];
  const nextMl = (ladder.rungs[first]?.ml ?? 0) * partOf(heads.next ?? heads.poor);
  const nextBack = missing * mean;
  return {
    cleans: { low: cleans.low, likely: cleans.likely, high: cleans.high },
    like: before?.of ?? 0,
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
export function cleansAheadSentence(
  { cleans, minutes, ml, share, prior, own, like }: CleansAhead,
  limit = Number.POSITIVE_INFINITY,
): string {
  const range = ({ low, high }: { low: number; high: number }) => (low === high ? `${low}` : `${low} to ${high}`);
  const percent = (each: number) => `${Math.round(each * 100)} %`;
  return (
    `About ${cleans.likely === 1 ? "one clean" : `${cleans.likely} cleans`} (${range(cleans)}), ${range(minutes)} min, ${range(ml)} mL. ` +
    (like ? `So many took the last ${like} like it here. ` : "") +
    (cleans.likely > limit ? `The limit is ${limit}, so cleans alone are unlikely to do it. ` : "") +
    `A clean brings back ${percent(share.likely)} of what is out (${percent(share.low)} to ${percent(share.high)}). ` +
    (own.cleans
      ? `From ${own.cleans} cleans here (${own.back} of ${own.nozzles} nozzles), and ${percent(prior)} as usual for its class.`
      : `No clean here yet, so a guess: ${percent(prior)} as usual for its class.`)
  );
}

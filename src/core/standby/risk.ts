import { type Share, weightOfGroup } from "../statistics/beta-binomial.ts";
import { betaQuantile } from "../statistics/quantiles.ts";
import { REGIME_NAMES, type Regime } from "./regime.ts";
import type { StandbySettings } from "./settings.ts";

/** A spell in which a machine stood, and how it came back. */
export type IdleSpell = {
  machine: string;
  hours: number;
  regime: Regime;
  hold: boolean;
  /** Its last check before it was parked was bad; left out where there was none. */
  parkedOnHold?: boolean;
  day: string;
  entry?: string;
  recoveryMinutes?: number;
};
/** Which machine stands how long in which way, and in what state it is parked. */
export type IdleAsk = { machine: string; regime: Regime; hours: number; parkedOnHold: boolean };

export type Risk = {
  /** Mean of the share, and the limits it lies between nine times of ten. */
  share: number;
  low: number;
  high: number;
  /** Of its class, of about this length and this method; 0: no experience yet. */
  spells: number;
  held: number;
  /** Of these its own. */
  own: Share;
  why: string;
};

/** Spells count as of about the same length from half to twice as long. */
const ABOUT = 2;

/**
 * The share of idle spells of about this length and method that came back on hold. A hierarchical beta-binomial: the shop's first guess, moved
 * by the other machines of the class, is what this machine's own spells are added to; how much the class weighs follows from how alike
 * its machines are. A machine parked after a bad check has the odds moved by what such spells showed.
 *
 * @param spells of its class
 * @example idleRisk([], { machine: "sprat", regime: "wet", hours: 60, parkedOnHold: false }, settings).spells // 0: no experience yet
 */
export function idleRisk(
  spells: readonly IdleSpell[],
  { machine, regime, hours, parkedOnHold }: IdleAsk,
  { holdShare, holdWeight }: Pick<StandbySettings, "holdShare" | "holdWeight">,
): Risk {
  const like = spells.filter((each) => each.regime === regime && each.hours >= hours / ABOUT && each.hours <= hours * ABOUT);
  const all = shareOf(like);
  const own = shareOf(like.filter((each) => each.machine === machine));
  const others = { held: all.held - own.held, of: all.of - own.of };
  const prior = holdShare[regime];
  const classShare = (prior * holdWeight + others.held) / (holdWeight + others.of);
  const alike = weightOfGroup(
    [...new Set(like.map((each) => each.machine))].map((id) => shareOf(like.filter((each) => each.machine === id))),
    (prior * holdWeight + all.held) / (holdWeight + all.of),
  );
  // What is known of a class can't weigh more than what it rests on.
  const weight = Math.min(alike ?? holdWeight, holdWeight + others.of);
  const alpha = classShare * weight + own.held;
  const beta = (1 - classShare) * weight + own.of - own.held;
  const bad = shareOf(like.filter((each) => each.parkedOnHold));
  const factor = parkedOnHold ? oddsMoved(bad, all, holdWeight) : 1;
  const [share, low, high] = [alpha / (alpha + beta), betaQuantile(0.05, alpha, beta), betaQuantile(0.95, alpha, beta)].map((each) =>
    withOdds(each, factor),
  ) as [number, number, number];
  const percent = (value: number) => `${Math.round(value * 100)} %`;
  const times = ({ held, of }: Share) => `${held} of ${of}`;
  const why = [
    all.of
      ? `“${REGIME_NAMES[regime]}” for ${spoken(hours / ABOUT)} to ${spoken(hours * ABOUT)}: ${own.of ? `this machine came back on hold ${times(own)} times` : "this machine has no such time on record"}, others of its class ${others.of ? times(others) : "never stood so"}`
      : `“${REGIME_NAMES[regime]}” of about this length is not on record yet`,
    `the first guess is ${percent(prior)} and weighs ${holdWeight} times`,
    ...(others.of ? [`its class counts for ${Number(weight.toFixed(1))} times of its own`] : []),
    ...(parkedOnHold
      ? [
          bad.of
            ? `it is parked after a bad check: such times came back on hold ${times(bad)}`
            : "parked after a bad check: not on record yet",
        ]
      : []),
    `together ${percent(share)}, nine times in ten between ${percent(low)} and ${percent(high)}`,
  ];
  return {
    share,
    low,
    high,
    spells: all.of,
    held: all.held,
    own,
    why: why.join(". ").replace(/\. ([a-z])/g, (_, first) => `. ${first.toUpperCase()}`),
  };
}

const shareOf = (spells: readonly IdleSpell[]): Share => ({ held: spells.filter(({ hold }) => hold).length, of: spells.length });

/** By how much the odds of some cases stand above those of all, where all count for so many cases more. */
function oddsMoved(some: Share, all: Share, weight: number): number {
  if (!some.of) return 1;
  const usual = (all.held + 0.5) / (all.of + 1);
  const theirs = (some.held + usual * weight) / (some.of + weight);
  return odds(theirs) / odds(usual);
}
const odds = (share: number) => share / (1 - share);
const withOdds = (share: number, factor: number) => (share * factor) / (share * factor + 1 - share);

/** `14 h` or `3.5 days`. */
export const spoken = (hours: number): string => (hours < 72 ? `${Math.round(hours)} h` : `${Number((hours / 24).toFixed(1))} days`);

import { betaQuantile } from "../statistics/quantiles.ts";
import { REGIME_NAMES, type Regime } from "./regime.ts";
import type { StandbySettings } from "./settings.ts";

/** A spell in which a machine stood, and how it came back. */
export type IdleSpell = {
  machine: string;
  hours: number;
  regime: Regime;
  hold: boolean;
  day: string;
  entry?: string;
  recoveryMinutes?: number;
};

export type Risk = {
  /** Mean of the share, and the limits it lies between nine times of ten. */
  share: number;
  low: number;
  high: number;
  spells: number;
  held: number;
  why: string;
};

/** Spells count as of about the same length from half to twice as long. */
const ABOUT = 2;

/**
 * The share of idle spells of about this length and regime that came back on hold: a beta posterior over a prior (Bayes; the quantiles
 * from the jstat library). With few spells the interval is wide, and the prior is said.
 */
export function idleRisk(
  spells: readonly IdleSpell[],
  regime: Regime,
  hours: number,
  { holdShare, holdWeight }: Pick<StandbySettings, "holdShare" | "holdWeight">,
): Risk {
  const like = spells.filter((each) => each.regime === regime && each.hours >= hours / ABOUT && each.hours <= hours * ABOUT);
  const held = like.filter(({ hold }) => hold).length;
  const prior = holdShare[regime];
  const alpha = prior * holdWeight + held;
  const beta = (1 - prior) * holdWeight + like.length - held;
  const [low, high] = [betaQuantile(0.05, alpha, beta), betaQuantile(0.95, alpha, beta)];
  const share = alpha / (alpha + beta);
  const percent = (value: number) => `${Math.round(value * 100)} %`;
  return {
    share,
    low,
    high,
    spells: like.length,
    held,
    why: `${like.length ? `${held} of ${like.length} times “${REGIME_NAMES[regime]}” for ${spoken(hours / ABOUT)} to ${spoken(hours * ABOUT)} came back on hold` : `“${REGIME_NAMES[regime]}” of about this length is not on record yet`}. The first guess is ${percent(prior)} and weighs ${holdWeight} times. Together ${percent(share)}, nine times in ten between ${percent(low)} and ${percent(high)}`,
  };
}

/** `14 h` or `3.5 days`. */
export const spoken = (hours: number): string => (hours < 72 ? `${Math.round(hours)} h` : `${Number((hours / 24).toFixed(1))} days`);

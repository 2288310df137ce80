import { median } from "d3-array";
/** One measured fill of the cap: how long it took to drain. */
export type CapDrain = { day: number; seconds: number; ml: number; labours?: boolean };

/** Settings; common practice, no source: half the suction is left with one tube blocked. */
export const CAP = { baselineOf: 3, serviceAtShare: 0.5, lowAtShare: 0.6 };

export type CapHealth = {
  /** Share of the suction that is left: the baseline's seconds a millilitre by those of the last fill, at most 1. */
  suction: number;
  baseline: number;
  last: number;
  labours: boolean;
  /** Day on which it will be due for service at the pace it slows; none where it does not slow. */
  serviceDay: number | null;
};

const middleOf = (values: number[]): number => median(values) ?? 0;

/**
 * How well a cap draws, by the seconds a millilitre takes against the machine's own first fills after its cap was last
 * replaced. The pace is the median slope of all pairs of days (Theil and Sen). Measures are oldest first; at least four
 * are needed for a pace, one more than the baseline for a share. Example: fills of 10 mL in 20, 20, 20 and 40 s leave
 * half the suction.
 */
export function capHealth(drains: readonly CapDrain[]): CapHealth | undefined {
  const paces = drains.flatMap(({ day, seconds, ml, labours }) => (ml > 0 && seconds > 0 ? [{ day, pace: seconds / ml, labours }] : []));
  const last = paces.at(-1);
  if (!last || paces.length <= CAP.baselineOf) return undefined;
  const baseline = middleOf(paces.slice(0, CAP.baselineOf).map(({ pace }) => pace));
  const suction = Math.min(1, baseline / last.pace);
  const slopes = paces.flatMap((a, index) =>
    paces.slice(index + 1).flatMap((b) => (b.day > a.day ? [(b.pace - a.pace) / (b.day - a.day)] : [])),
  );
  const slope = slopes.length ? middleOf(slopes) : 0;
  const limit = baseline / CAP.serviceAtShare;
  const serviceDay =
    last.pace >= limit ? last.day : slope > 0 ? Math.min(last.day + 3650, Math.ceil(last.day + (limit - last.pace) / slope - 1e-9)) : null;
  return { suction, baseline, last: last.pace, labours: last.labours ?? false, serviceDay };
}

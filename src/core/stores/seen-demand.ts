import { type UnevenDemand, unevenDemand } from "./uneven-demand.ts";

/** What was used of an item on each day of its record, in its unit, oldest first; `without` where there was none to use. */
export type DayUsed = { used: number; without: boolean };

/**
 * What is to be expected of an item a week, as its record shows it. `steady`: used nearly each week, the plain mean; `uneven`: weeks without
 * lie between, Croston's method corrected. `isGuess` where the record is shorter than a month.
 */
export type SeenDemand = {
  kind: "steady" | "uneven";
  /** Units a week, and the standard deviation of a week about it. */
  rate: number;
  spread: number;
  weeks: number;
  /** Mean weeks from one week with use to the next, and the squared variation of what is used in such a week. */
  interval: number;
  variation: number;
  isGuess: boolean;
  uneven: UnevenDemand | null;
  /** Days that were left out, since there was nothing to use. */
  daysWithout: number;
};

/** From this mean interval on use is called uneven (Syntetos and Boylan's classes, from memory: 1.32; their 0.49 tells lumpy from plain). */
export const UNEVEN_INTERVAL = 1.32;
export const LUMPY_VARIATION = 0.49;
const SURE_WEEKS = 4;
/** Of a record of a week or less, the spread is not seen: half of what is used (a guess). */
const GUESSED_SPREAD = 0.5;

/**
 * Days without stock show no demand and are left out; the rest are put together into weeks from the newest day back, a rest of less than a
 * week at the beginning is dropped where there is a whole one.
 *
 * @param days from the first entry of the item to yesterday
 * @param alpha weight of what was last, for uneven use
 * @returns `undefined` where nothing was used
 * @example seenDemand(new Array(14).fill({ used: 2, without: false }), 0.1)?.rate // 14
 */
export function seenDemand(days: readonly DayUsed[], alpha: number): SeenDemand | undefined {
  const shown = days.filter(({ without, used }) => !without || used > 0);
  const daysWithout = days.length - shown.length;
  const total = shown.reduce((sum, { used }) => sum + used, 0);
  if (total <= 0) return undefined;
  const count = Math.floor(shown.length / 7);
  if (count < 1) {
    const rate = (total / shown.length) * 7;
    return {
      kind: "steady",
      rate,
      spread: rate * GUESSED_SPREAD,
      weeks: 0,
      interval: 1,
      variation: 0,
      isGuess: true,
      uneven: null,
      daysWithout,
    };
  }
  const from = shown.length - count * 7;
  const weeks = Array.from({ length: count }, (_, week) =>
    shown.slice(from + week * 7, from + week * 7 + 7).reduce((sum, { used }) => sum + used, 0),
  );
  const demands = weeks.filter((used) => used > 0);
  const interval = demands.length ? count / demands.length : count;
  const variation = demands.length > 1 ? (deviation(demands) / mean(demands)) ** 2 : 0;
  const uneven = interval >= UNEVEN_INTERVAL ? (unevenDemand(weeks, alpha) ?? null) : null;
  const rate = uneven?.rate ?? (demands.length ? mean(weeks) : (total / shown.length) * 7);
  const spread = uneven?.spread ?? (count > 1 ? deviation(weeks) : rate * GUESSED_SPREAD);
  return {
    kind: uneven ? "uneven" : "steady",
    rate,
    spread,
    weeks: count,
    interval,
    variation,
    isGuess: count < SURE_WEEKS,
    uneven,
    daysWithout,
  };
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
const deviation = (values: readonly number[]): number => {
  const middle = mean(values);
  return Math.sqrt(values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / Math.max(1, values.length - 1));
};

/**
 * Uneven demand: many weeks nothing, then several at once. Croston's method (Croston 1972) smooths the sizes of the demands and the
 * intervals between them apart from each other; its rate is too high by about α/2, which the factor 1 − α/2 takes off
 * (Syntetos and Boylan 2005). Both from memory.
 */
export type UnevenDemand = {
  /** Units a period to be expected. */
  rate: number;
  /** Smoothed size of a demand, and periods between demands. */
  size: number;
  interval: number;
  /** Standard deviation of a period's demand about the rate. */
  spread: number;
  demands: number;
};

/**
 * @param periods demand of each period, oldest first, none below nothing
 * @param alpha weight of what was last, above 0 and up to 1
 * @returns `undefined` where nothing was ever asked for
 */
export function unevenDemand(periods: readonly number[], alpha: number): UnevenDemand | undefined {
  let size: number | undefined;
  let interval = 0;
  let since = 1;
  let demands = 0;
  for (const demand of periods) {
    if (demand <= 0) {
      since++;
      continue;
    }
    demands++;
    if (size === undefined) {
      size = demand;
      interval = since;
    } else {
      size = alpha * demand + (1 - alpha) * size;
      interval = alpha * since + (1 - alpha) * interval;
    }
    since = 1;
  }
  if (size === undefined) return undefined;
  const rate = (1 - alpha / 2) * (size / interval);
  const spread = Math.sqrt(periods.reduce((sum, demand) => sum + (demand - rate) ** 2, 0) / Math.max(1, periods.length - 1));
  return { rate, size, interval, spread, demands };
}

/** 95 % of a normal distribution lies within so many standard deviations. Source: normal tables. */
const Z = 1.96;

/**
 * The interval in which a share lies after `hits` of `times`, at 95 %: 0 to 1 for no times at all. Source: Wilson 1927, the score
 * interval (from memory).
 * @example shareInterval(10, 20) // about { from: 0.299, to: 0.701 }
 */
export function shareInterval(hits: number, times: number): { from: number; to: number } {
  if (times === 0) return { from: 0, to: 1 };
  const share = hits / times;
  const middle = share + Z ** 2 / (2 * times);
  const half = Z * Math.sqrt((share * (1 - share)) / times + Z ** 2 / (4 * times ** 2));
  const scale = 1 + Z ** 2 / times;
  return { from: Math.max(0, (middle - half) / scale), to: Math.min(1, (middle + half) / scale) };
}

/** Readings of a counter, oldest first; times in milliseconds. */
export type CounterAt = { at: number; value: number; reset: boolean };

/**
 * How much a counter grew between two moments; a reset begins at 0. Between two readings it is taken to grow evenly, so that a window within
 * them gets its part; where the counter was not read since, its last rate goes on. Both are `estimated`. The times of the readings
 * it rests on come along. Undefined where no reading says.
 *
 * @example grewBetween([{ at: 0, value: 100, reset: false }, { at: 10, value: 300, reset: false }], 2, 9)?.grew // 140
 */
export function grewBetween(
  readings: readonly CounterAt[],
  from: number,
  to: number,
): { grew: number; since: number; until: number; estimated?: boolean } | undefined {
  let sum = 0;
  const grown = readings.map(({ at, value, reset }, index) => {
    const before = readings[index - 1]?.value;
    if (before !== undefined) sum += reset || value < before ? value : value - before;
    return { at, sum };
  });
  const start = grown.findLast(({ at }) => at <= from) ?? grown.find(({ at }) => at < to);
  const end = grown.find(({ at }) => at >= to) ?? grown.at(-1);
  if (!start || !end) return undefined;
  // Before its first reading a counter says nothing.
  const [begins, known] = [Math.max(from, start.at), grown.some(({ at }) => at >= to)];
  const atMoment = (moment: number): number | undefined => {
    const after = grown.find(({ at }) => at >= moment) ?? grown.at(-1);
    const before = grown.findLast(({ at }) => at < (after?.at ?? 0));
    if (after?.at === moment) return after.sum;
    if (!after || !before) return undefined;
    return before.sum + ((after.sum - before.sum) * (moment - before.at)) / (after.at - before.at);
  };
  const [first, last] = [atMoment(begins), atMoment(to)];
  if (first === undefined || last === undefined) return undefined;
  const isRead = known && start.at === begins && end.at === to;
  const since = known ? start.at : Math.min(start.at, grown.at(-2)?.at ?? start.at);
  return { grew: last - first, since, until: end.at, ...(isRead ? {} : { estimated: true }) };
}

export type JudgedCheck = { entry: string; at: number; outside: string[] };

/**
 * Between which checks prints are at risk, for a moment that something went wrong at: from the last good check before
 * it to the first check after it that failed. Checks are oldest first. Undefined where no check failed.
 */
export function riskAround(
  checks: readonly JudgedCheck[],
  moment: number,
): { good?: JudgedCheck; failed: JudgedCheck; channels: string[] } | { fine: JudgedCheck } | undefined {
  const after = checks.find(({ at }) => at >= moment);
  if (!after) return undefined;
  const before = checks.filter(({ at }) => at < moment);
  const lastBefore = before.at(-1);
  if (after.outside.length === 0 && (!lastBefore || lastBefore.outside.length === 0)) return { fine: after };
  const failed = after.outside.length ? after : lastBefore;
  if (!failed) return undefined;
  const good = checks.findLast(({ at, outside }) => at < failed.at && outside.length === 0);
  return { ...(good ? { good } : {}), failed, channels: failed.outside };
}

/** Readings of a counter, oldest first; times in milliseconds. */
export type CounterAt = { at: number; value: number; reset: boolean };

/**
 * How much a counter grew between two moments, by the readings nearest round them; a reset begins at 0. The times of the
 * two readings come along. Where the counter was not read since, its last rate says how much (`estimated`). Undefined
 * where no reading says.
 */
export function grewBetween(
  readings: readonly CounterAt[],
  from: number,
  to: number,
): { grew: number; since: number; until: number; estimated?: boolean } | undefined {
  const start = readings.findLast(({ at }) => at <= from) ?? readings.find(({ at }) => at > from && at <= to);
  const end = readings.find(({ at }) => at >= to) ?? readings.at(-1);
  if (!start || !end) return undefined;
  if (end.at <= start.at) {
    const before = readings.findLast(({ at }) => at < end.at);
    if (!before || end.reset || end.value < before.value) return undefined;
    const rate = (end.value - before.value) / (end.at - before.at);
    return { grew: rate * (to - from), since: before.at, until: end.at, estimated: true };
  }
  let grew = 0;
  let before = start.value;
  for (const reading of readings) {
    if (reading.at <= start.at || reading.at > end.at) continue;
    grew += reading.reset || reading.value < before ? reading.value : reading.value - before;
    before = reading.value;
  }
  return { grew, since: start.at, until: end.at };
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

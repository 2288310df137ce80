import { type Day, toDay } from "../calendar/day.ts";
import type { Reading } from "../fleet/schema.ts";

/** How close to a boundary a quotient or growth counts as on it. */
export const TOLERANCE = 1e-9;
export const ceil = (value: number) => Math.ceil(value - TOLERANCE);
export const roundHalfUp = (value: number) => Math.floor(value + 0.5 + TOLERANCE);

/** A counter as growth since its first reading, resets bridged: `totals[i]` at the end of `days[i]`, both ascending. */
export type CounterSeries = { days: Day[]; totals: number[] };

/** The readings known at the end of a day as a series; a reading marked reset adds its own value. */
export function counterSeries(readings: readonly Reading[], knownUntil: Day): CounterSeries {
  const dated = readings
    .map(({ on, value, reset }) => ({ day: toDay(on), value, reset }))
    .filter(({ day }) => day <= knownUntil)
    .sort((a, b) => a.day - b.day);
  const totals: number[] = [];
  dated.forEach(({ value, reset }, index) => {
    const before = dated[index - 1];
    totals.push(before ? (totals[index - 1] ?? 0) + (reset ? value : value - before.value) : 0);
  });
  return { days: dated.map(({ day }) => day), totals };
}

/** Growth at the end of a day: straight line between readings, the first before them, the last after them. */
export function totalOn({ days, totals }: CounterSeries, day: Day): number {
  const last = days.length - 1;
  if (last < 0) return 0;
  let [low, high] = [0, last];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((days[middle] ?? 0) < day) low = middle + 1;
    else high = middle;
  }
  const [at, total] = [days[low] ?? 0, totals[low] ?? 0];
  if (at === day || low === 0 || day > at) return total;
  const [before, totalBefore] = [days[low - 1] ?? 0, totals[low - 1] ?? 0];
  return totalBefore + ((total - totalBefore) * (day - before)) / (at - before);
}

/** Units a calendar day over the last 28 days of readings; 0 where nothing has grown or one reading stands alone. */
export function dailyRate(series: CounterSeries): number {
  const [first, last] = [series.days[0], series.days.at(-1)];
  if (first === undefined || last === undefined || first === last) return 0;
  const from = Math.max(first, last - 28);
  return (totalOn(series, last) - totalOn(series, from)) / (last - from);
}

/** Growth over the 28 days that end on a day. */
export function growthOver28Days(series: CounterSeries, day: Day): number {
  return totalOn(series, day) - totalOn(series, day - 28);
}

import { group, mean } from "d3-array";
import type { Day } from "../calendar/day.ts";

/** One day of a machine's last months, as its strips show it. */
export type DayStrip = {
  day: Day;
  /** Nozzles out at the day's worst check; null without a check. */
  missing: number | null;
  /** A check was outside tolerance. */
  outside: boolean;
  cleans: number;
  /** Pieces of work done that come less often than each day. */
  done: string[];
  missed: string[];
  /** Parts put in new. */
  changed: string[];
  /** Relative humidity, the day's mean. */
  air: number | null;
};

/** What the strips are folded from; each with its local day. */
export type DayRows = {
  checks: readonly { day: Day; missing: number; outside: boolean }[];
  cleans: readonly { day: Day }[];
  done: readonly { day: Day; name: string }[];
  missed: readonly { day: Day; name: string }[];
  changed: readonly { day: Day; part: string }[];
  air: readonly { day: Day; humidity: number }[];
};

/**
 * The days from `from` to `to`, both in it, one strip each.
 * @example dayStrips({ checks: [{ day: 1, missing: 3, outside: true }], … }, 1, 2)[0] → { day: 1, missing: 3, outside: true, … }
 */
export function dayStrips(rows: DayRows, from: Day, to: Day): DayStrip[] {
  const by = <Row extends { day: Day }>(list: readonly Row[]) => {
    const days = group(list, ({ day }) => day);
    return (day: Day): Row[] => days.get(day) ?? [];
  };
  const [checks, cleans, done, missed, changed, air] = [
    by(rows.checks),
    by(rows.cleans),
    by(rows.done),
    by(rows.missed),
    by(rows.changed),
    by(rows.air),
  ];
  return Array.from({ length: Math.max(0, to - from + 1) }, (_, index) => {
    const day = from + index;
    const read = checks(day);
    return {
      day,
      missing: read.length ? Math.max(...read.map(({ missing }) => missing)) : null,
      outside: read.some(({ outside }) => outside),
      cleans: cleans(day).length,
      done: done(day).map(({ name }) => name),
      missed: missed(day).map(({ name }) => name),
      changed: changed(day).map(({ part }) => part),
      air: mean(air(day), ({ humidity }) => humidity) ?? null,
    };
  });
}

import type { Regime } from "./regime.ts";

export type Standing = { from: number; to: number | null; regime: Regime; asleep: boolean };
export type Alike<Row> = { regime: Regime; from: number; to: number | null; asleep: boolean; rows: Row[] };

/**
 * Machines that stand alike drawn together: by method, and by when they stop and print again. In the order in which they print again,
 * those of unknown end last. Times in milliseconds.
 */
export function standingAlike<Row extends Standing>(rows: readonly Row[]): Alike<Row>[] {
  const groups = new Map<string, Alike<Row>>();
  for (const row of rows) {
    const key = `${row.regime}/${row.asleep ? `asleep/${row.to}` : `${row.from}/${row.to}`}`;
    const known = groups.get(key);
    if (known) {
      known.rows.push(row);
      known.from = Math.min(known.from, row.from);
    } else groups.set(key, { regime: row.regime, from: row.from, to: row.to, asleep: row.asleep, rows: [row] });
  }
  const end = ({ to }: { to: number | null }) => to ?? Number.POSITIVE_INFINITY;
  return [...groups.values()].sort((a, b) => Number(a.asleep) - Number(b.asleep) || end(a) - end(b) || b.rows.length - a.rows.length);
}

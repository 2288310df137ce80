import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

/**
 * What the due engine reads of a site (or of some machines): a bounded number of rows a machine, never the ledger. Of
 * each counter also its first reading, from which a count begins that was never done.
 */
export async function dueRows(
  db: Connection,
  site: string,
  window: { from: string; until: string; readingsFrom: string },
  counters: { machine: string; counter: string }[],
  machines?: string[],
) {
  const mine = machines ? sql`AND machine = ANY(${sql.param(machines)})` : sql``;
  const query = <Row extends Record<string, unknown>>(text: ReturnType<typeof sql>) => db.execute<Row>(text).then(({ rows }) => rows);
  const [settled, readings, changes, reports, moves] = await Promise.all([
    query<{ machine: string; routine: string; day: string; outcome: "done" | "skipped" }>(sql`
      SELECT machine, routine, day, outcome FROM settled_day WHERE site = ${site} AND day BETWEEN ${window.from} AND ${window.until} ${mine}
      UNION SELECT machine, routine, day, outcome FROM last_settled WHERE site = ${site} AND day < ${window.from} ${mine}`),
    query<{ machine: string; counter: string; day: string; value: number; reset: boolean }>(sql`
      SELECT machine, counter, day, value, reset FROM counter_reading WHERE site = ${site} AND day BETWEEN ${window.readingsFrom} AND ${window.until} ${mine}
      UNION SELECT f.* FROM unnest(${sql.param(counters.map(({ machine }) => machine))}::text[], ${sql.param(counters.map(({ counter }) => counter))}::text[]) AS c (machine, counter)
        CROSS JOIN LATERAL (SELECT machine, counter, day, value, reset FROM counter_reading r
          WHERE r.site = ${site} AND r.machine = c.machine AND r.counter = c.counter ORDER BY day LIMIT 1) f
      ORDER BY machine, counter, day`),
    query<{ machine: string; day: string; prints: boolean }>(
      sql`SELECT machine, day, prints FROM print_day_change WHERE site = ${site} AND day >= ${window.from} ${mine}`,
    ),
    query<{ machine: string; kind: "prompt" | "sign"; what: string; day: string }>(sql`
      SELECT machine, kind, what, day FROM report WHERE site = ${site} AND day BETWEEN ${window.readingsFrom} AND ${window.until} ${mine}`),
    query<{ machine: string; routine: string; due: string; toDay: string }>(sql`
      SELECT machine, routine, due, to_day AS "toDay" FROM occurrence_move WHERE site = ${site} AND (due >= ${window.readingsFrom} OR to_day >= ${window.readingsFrom}) ${mine}`),
  ]);
  return { settled, readings, changes, reports, moves };
}

export type DueRows = Awaited<ReturnType<typeof dueRows>>;

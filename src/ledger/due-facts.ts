import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

/** A counter of a machine, with the counted routine that needs its growth since that was last done, if any. */
export type CounterNeed = { machine: string; counter: string; routine: string | null };

/**
 * What the due engine reads of a site (or of some machines): a bounded number of rows a machine, never the ledger. Of
 * each counter the readings round its last 28 days and, where a routine counts on it, those since that was done before;
 * its first reading as well, from which a count begins that was never done. Of each routine the last doing before the window
 * too, and the last that was done and not skipped, which settles what it covers.
 */
export async function dueRows(
  db: Connection,
  site: string,
  window: { from: string; until: string; readingsFrom: string },
  needs: readonly CounterNeed[],
  machines?: string[],
) {
  const mine = machines ? sql`AND machine = ANY(${sql.param(machines)})` : sql``;
  const query = <Row extends Record<string, unknown>>(text: ReturnType<typeof sql>) => db.execute<Row>(text).then(({ rows }) => rows);
  const [settled, readings, changes, reports, moves] = await Promise.all([
    query<{ machine: string; routine: string; day: string; outcome: "done" | "skipped" }>(sql`
      SELECT machine, routine, day, outcome FROM settled_day WHERE site = ${site} AND day BETWEEN ${window.from} AND ${window.until} ${mine}
      UNION ALL SELECT machine, routine, day, outcome FROM last_settled WHERE site = ${site} AND day < ${window.from} AND outcome = 'done' ${mine}
      UNION ALL SELECT before.* FROM last_settled l CROSS JOIN LATERAL (
        (SELECT machine, routine, day, outcome FROM settled_day s WHERE s.site = ${site} AND s.machine = l.machine AND s.routine = l.routine
          AND day < ${window.from} ORDER BY day DESC LIMIT 1)
        UNION (SELECT machine, routine, day, outcome FROM settled_day s WHERE s.site = ${site} AND s.machine = l.machine AND s.routine = l.routine
          AND day < ${window.from} AND outcome = 'done' ORDER BY day DESC LIMIT 1)) before
        WHERE l.site = ${site} AND (l.day >= ${window.from} OR l.outcome <> 'done') ${machines ? sql`AND l.machine = ANY(${sql.param(machines)})` : sql``}`),
    query<{ machine: string; counter: string; day: string; value: number; reset: boolean }>(sql`
      WITH need AS (
        SELECT n.machine, n.counter, min(least(${window.until}::date - 28, CASE WHEN n.routine IS NOT NULL THEN coalesce(done.day, ${window.readingsFrom}::date) END)) AS since
        FROM unnest(${sql.param(needs.map(({ machine }) => machine))}::text[], ${sql.param(needs.map(({ counter }) => counter))}::text[],
          ${sql.param(needs.map(({ routine }) => routine))}::text[]) AS n (machine, counter, routine)
        LEFT JOIN LATERAL (SELECT day FROM settled_day s WHERE s.site = ${site} AND s.machine = n.machine AND s.routine = n.routine
          AND s.day < ${window.until} ORDER BY day DESC LIMIT 1) done ON true
        GROUP BY n.machine, n.counter),
      span AS (
        SELECT need.machine, need.counter, first.day AS first, coalesce(start.day, first.day) AS start FROM need
        CROSS JOIN LATERAL (SELECT day FROM counter_reading r
          WHERE r.site = ${site} AND r.machine = need.machine AND r.counter = need.counter ORDER BY day LIMIT 1) first
        LEFT JOIN LATERAL (SELECT day FROM counter_reading r WHERE r.site = ${site} AND r.machine = need.machine AND r.counter = need.counter
          AND r.day <= ${window.until} ORDER BY day DESC LIMIT 1) last ON true
        LEFT JOIN LATERAL (SELECT day FROM counter_reading r WHERE r.site = ${site} AND r.machine = need.machine AND r.counter = need.counter
          AND r.day <= least(need.since, last.day - 28) ORDER BY day DESC LIMIT 1) start ON true)
      SELECT r.machine, r.counter, r.day, r.value, r.reset FROM span CROSS JOIN LATERAL (
        SELECT machine, counter, day, value, reset FROM counter_reading c
          WHERE c.site = ${site} AND c.machine = span.machine AND c.counter = span.counter AND c.day = span.first AND span.first < span.start
        UNION ALL SELECT machine, counter, day, value, reset FROM counter_reading c
          WHERE c.site = ${site} AND c.machine = span.machine AND c.counter = span.counter AND c.day BETWEEN span.start AND ${window.until}) r
      ORDER BY r.machine, r.counter, r.day`),
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

/** Which of some routines were done at machines between two days. */
export async function maintenanceIn(db: Connection, site: string, machines: string[], routines: string[], from: string, to: string) {
  const { rows } = await db.execute<{ machine: string; routine: string; at: Date }>(sql`
    SELECT machine, routine, happened_at AS at FROM settled_day WHERE site = ${site} AND day BETWEEN ${from} AND ${to} AND outcome = 'done'
      AND machine = ANY(${sql.param(machines)}) AND routine = ANY(${sql.param(routines)}) ORDER BY happened_at LIMIT 400`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

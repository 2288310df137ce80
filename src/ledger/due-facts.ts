import { and, asc, between, eq, gte, inArray, or, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { entry, occurrenceMove, printDayChange, report, settledDay } from "./tables.ts";

/** A counter of a machine, with the counted routine that needs its growth since that was last done, if any. */
export type CounterNeed = { machine: string; counter: string; routine: string | null };

/**
 * What the due engine reads of a site (or of some machines): a bounded number of rows a machine, never the ledger. Of
 * each counter the readings round its last 28 days and, where a routine counts on it, those since that was done before;
 * its first reading as well, from which a count begins that was never done. Of each routine the last doing before the window
 * too, and the last that was done and not skipped, which settles what it covers. Of the window's last day the moments of doing and of printing.
 */
export async function dueRows(
  db: Connection,
  site: string,
  window: { from: string; until: string; readingsFrom: string },
  needs: readonly CounterNeed[],
  machines?: readonly string[],
) {
  const mine = machines ? sql`AND machine = ANY(${sql.param([...machines])})` : sql``;
  const query = <Row extends Record<string, unknown>>(text: ReturnType<typeof sql>) => db.execute<Row>(text).then(({ rows }) => rows);
  const move = occurrenceMove;
  const [settled, readings, changes, reports, moves, done, printed] = await Promise.all([
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
    db
      .select({ machine: printDayChange.machine, day: printDayChange.day, prints: printDayChange.prints })
      .from(printDayChange)
      .where(
        and(eq(printDayChange.site, site), gte(printDayChange.day, window.from), machines && inArray(printDayChange.machine, machines)),
      ),
    db
      .select({ machine: report.machine, kind: report.kind, what: report.what, day: report.day })
      .from(report)
      .where(
        and(eq(report.site, site), between(report.day, window.readingsFrom, window.until), machines && inArray(report.machine, machines)),
      ),
    db
      .select({ machine: move.machine, routine: move.routine, due: move.due, toDay: move.toDay })
      .from(move)
      .where(
        and(
          eq(move.site, site),
          or(gte(move.due, window.readingsFrom), gte(move.toDay, window.readingsFrom)),
          machines && inArray(move.machine, machines),
        ),
      ),
    db
      .select({ machine: settledDay.machine, routine: settledDay.routine, at: settledDay.happenedAt })
      .from(settledDay)
      .where(
        and(
          eq(settledDay.site, site),
          eq(settledDay.day, window.until),
          eq(settledDay.outcome, "done"),
          machines && inArray(settledDay.machine, machines),
        ),
      ),
    db
      .select({ machine: sql<string>`${effectiveEntry.machine}`, at: effectiveEntry.happenedAt })
      .from(effectiveEntry)
      .where(
        and(
          eq(effectiveEntry.site, site),
          machines && inArray(effectiveEntry.machine, machines),
          inArray(
            effectiveEntry.id,
            db
              .select({ id: entry.id })
              .from(entry)
              .where(and(eq(entry.site, site), eq(entry.localDay, window.until), eq(entry.kind, "busy"))),
          ),
        ),
      ),
  ]);
  return { settled, readings, changes, reports, moves, done, printed };
}

export type DueRows = Awaited<ReturnType<typeof dueRows>>;

/** Which of some routines were done at machines between two days. */
export const maintenanceIn = (db: Connection, site: string, machines: string[], routines: string[], from: string, to: string) => {
  const { machine, routine, happenedAt, day, outcome } = settledDay;
  return db
    .select({ machine, routine, at: happenedAt })
    .from(settledDay)
    .where(
      and(eq(settledDay.site, site), between(day, from, to), eq(outcome, "done"), inArray(machine, machines), inArray(routine, routines)),
    )
    .orderBy(asc(happenedAt))
    .limit(400);
};

import { and, between, count, eq, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { dayOutcome, settledDay } from "./tables.ts";

/** What a month's page is worked out from, between two days. */
export async function monthRows(db: Connection, site: string, from: string, to: string) {
  // An amendment may move an entry by some days: it is looked for around the month, and taken by the day it has now.
  const around = (
    kinds: string[],
  ) => sql`effective_entry e JOIN (SELECT site, seq FROM entry WHERE site = ${site} AND kind = ANY(${sql.param(kinds)})
    AND local_day BETWEEN ${from}::date - 14 AND ${to}::date + 14) raw ON raw.site = e.site AND raw.seq = e.seq`;
  const query = <Row extends Record<string, unknown>>(text: ReturnType<typeof sql>) => db.execute<Row>(text).then(({ rows }) => rows);
  const [done, missed, care, checks, parts] = await Promise.all([
    db
      .select({ machine: settledDay.machine, routine: settledDay.routine, drew: settledDay.drew, times: count() })
      .from(settledDay)
      .where(and(eq(settledDay.site, site), between(settledDay.day, from, to), eq(settledDay.outcome, "done")))
      .groupBy(settledDay.machine, settledDay.routine, settledDay.drew),
    db
      .select({ machine: dayOutcome.machine, times: count() })
      .from(dayOutcome)
      .where(and(eq(dayOutcome.site, site), between(dayOutcome.day, from, to), eq(dayOutcome.outcome, "missed")))
      .groupBy(dayOutcome.machine),
    query<{ machine: string; what: string; strength: string | null; ml: number | null; minutes: number | null; times: number }>(sql`
      SELECT machine, body ->> 'what' AS what, body ->> 'strength' AS strength, (body ->> 'ml')::float8 AS ml, (body ->> 'minutes')::float8 AS minutes, count(*)::int AS times FROM ${around(["care"])}
      WHERE local_day BETWEEN ${from} AND ${to} AND body ->> 'what' IN ('clean', 'load', 'flush') AND NOT coalesce((body ->> 'inFluid')::boolean, false)
      GROUP BY 1, 2, 3, 4, 5`),
    query<{ machine: string; kind: string; at: Date; body: Record<string, unknown> }>(sql`
      SELECT machine, kind, happened_at AS at, body FROM ${around(["check", "release"])} WHERE local_day BETWEEN ${from} AND ${to}
      ORDER BY machine, happened_at, id LIMIT 20000`),
    query<{ machine: string; part: string }>(sql`
      SELECT machine, body ->> 'part' AS part FROM ${around(["part"])} WHERE body ->> 'event' = 'replaced' AND local_day BETWEEN ${from} AND ${to}`),
  ]);
  return { done, missed, care, parts, checks: checks.map((row) => ({ ...row, at: new Date(row.at) })) };
}

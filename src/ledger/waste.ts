import { and, asc, between, eq, sql } from "drizzle-orm";
import type { Draw } from "../core/routines/effects.ts";
import type { Connection } from "./database.ts";
import { run } from "./floor-tables.ts";
import { wasteMove } from "./stores-tables.ts";

export type WasteMark = {
  machine: string;
  vessel: string | null;
  event: "level" | "emptied" | "replaced" | "reset";
  ml: number | null;
  percent: number | null;
  at: Date;
  entry: string;
};

/** The last looks at waste vessels and emptyings of each machine, oldest first: a bounded number of each. */
export async function wasteMarks(db: Connection, site: string, machines: string[], limit = 12): Promise<WasteMark[]> {
  const { rows } = await db.execute<WasteMark>(sql`
    SELECT m.* FROM unnest(${sql.param(machines)}::text[]) AS x (machine) CROSS JOIN LATERAL (
      SELECT machine, vessel, event, ml, percent, happened_at AS at, entry_id AS entry FROM waste_move w
      WHERE w.site = ${site} AND w.machine = x.machine ORDER BY happened_at DESC, entry_id DESC LIMIT ${limit}) m ORDER BY m.machine, m.at, m.entry`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** Cleans, loads and flushes entered at machines since each one's moment; found by when they were entered for, so that old ones are not read. */
export async function careSince(db: Connection, site: string, since: ReadonlyMap<string, Date>) {
  const { rows } = await db.execute<{ machine: string; at: Date; body: Record<string, unknown> }>(sql`
    SELECT e.machine, e.happened_at AS at, e.body FROM unnest(${sql.param([...since.keys()])}::text[], ${sql.param([...since.values()].map((at) => at.toISOString()))}::timestamptz[]) AS x (machine, since)
    JOIN entry raw ON raw.site = ${site} AND raw.machine = x.machine AND raw.kind = 'care' AND raw.amends IS NULL AND raw.happened_at > x.since - interval '7 days'
    JOIN effective_entry e ON e.site = raw.site AND e.seq = raw.seq AND e.happened_at > x.since
    WHERE e.body ->> 'what' IN ('clean', 'load', 'flush', 'seal-test', 'colour-flag') ORDER BY e.happened_at LIMIT 20000`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** Routines done at machines since each one's day, with what a run said that it drew. */
export async function doneSince(db: Connection, site: string, since: ReadonlyMap<string, Date>, routines: string[]) {
  const { rows } = await db.execute<{ machine: string; routine: string; at: Date; drew: Draw[] | null }>(sql`
    SELECT s.machine, s.routine, s.happened_at AS at, s.drew FROM unnest(${sql.param([...since.keys()])}::text[], ${sql.param([...since.values()].map((at) => at.toISOString()))}::timestamptz[]) AS x (machine, since)
    JOIN settled_day s ON s.site = ${site} AND s.machine = x.machine AND s.day >= (x.since - interval '1 day')::date AND s.happened_at > x.since
    WHERE s.outcome = 'done' AND s.routine = ANY(${sql.param(routines)})`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

export type ContainerRow = {
  container: string;
  ml: number;
  since: string | null;
  /** The last pick-up that took more than the record held: its day, what left, and by how much more. */
  more: { day: string; ml: number; byMl: number } | null;
};

/** What is in each container: all that was emptied into it, less what left. A pick-up larger than that leaves it empty, and is asked about. */
export async function containerRows(db: Connection, site: string): Promise<ContainerRow[]> {
  const { rows } = await db.execute<ContainerRow>(sql`
    WITH moved AS (SELECT container, day, event, moved_ml, happened_at, entry_id, sum(moved_ml) OVER w AS total FROM waste_move
        WHERE site = ${site} AND container IS NOT NULL WINDOW w AS (PARTITION BY container ORDER BY happened_at, entry_id)),
    lowest AS (SELECT *, least(0, min(total) OVER w) AS low, coalesce(least(0, min(total) OVER (w ROWS BETWEEN UNBOUNDED PRECEDING AND 1 PRECEDING)), 0) AS low_before,
        row_number() OVER (PARTITION BY container ORDER BY happened_at DESC, entry_id DESC) AS back FROM moved WINDOW w AS (PARTITION BY container ORDER BY happened_at, entry_id)),
    gone AS (SELECT container, max(happened_at) AS at FROM moved WHERE event = 'out' GROUP BY container)
    SELECT l.container, max(l.total - l.low) FILTER (WHERE back = 1)::float8 AS ml,
      min(l.day) FILTER (WHERE l.moved_ml > 0 AND l.happened_at > coalesce(g.at, '-infinity'::timestamptz)) AS since,
      (array_agg(jsonb_build_object('day', l.day, 'ml', -l.moved_ml, 'byMl', l.low_before - l.low) ORDER BY l.happened_at DESC)
        FILTER (WHERE l.event = 'out' AND l.low < l.low_before))[1] AS more
    FROM lowest l LEFT JOIN gone g USING (container) GROUP BY l.container`);
  return rows;
}

/** Waste that left the house between two days. */
export const outRows = (db: Connection, site: string, from: string, to: string) => {
  const w = wasteMove;
  return db
    .select({
      id: w.entryId,
      day: w.day,
      container: sql<string>`${w.container}`,
      ml: sql<number>`-${w.movedMl}`,
      person: w.person,
      body: w.body,
    })
    .from(w)
    .where(and(eq(w.site, site), eq(w.event, "out"), between(w.day, from, to)))
    .orderBy(asc(w.day), asc(w.entryId))
    .limit(2000);
};

/** Whether a run of a routine at a machine was ended, and when. */
export async function endedRun(
  db: Connection,
  site: string,
  id: string,
): Promise<{ machine: string; routine: string; lastAt: Date } | undefined> {
  const [row] = await db
    .select({ machine: run.machine, routine: run.routine, lastAt: run.lastAt })
    .from(run)
    .where(and(eq(run.site, site), eq(run.run, id), eq(run.status, "ended")));
  return row;
}

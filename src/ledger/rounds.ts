import { and, desc, eq, sql } from "drizzle-orm";
import type { Body } from "../core/record/entries.ts";
import type { Connection } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";

export type RoundRow = { id: string; seq: number; happenedAt: Date; person: string | null; body: Body<"round"> };

/** The newest rounds, newest first; each stands in the place of older ones of its day. */
export async function newestRounds(db: Connection, site: string, limit = 20): Promise<RoundRow[]> {
  const { id, seq, happenedAt, person, body } = effectiveEntry;
  const rows = await db
    .select({ id, seq, happenedAt, person, body })
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), eq(effectiveEntry.kind, "round")))
    .orderBy(desc(seq))
    .limit(limit);
  return rows.map((row) => ({ ...row, body: row.body as RoundRow["body"] }));
}

/**
 * By routine, how often it was put off or done since a day, and how often its machine had a check that holds it within three days after.
 * A check holds where a channel is gone, misses more than two, or misses neighbours: the usual tolerance, as the record can't know later ones.
 */
export async function timesPutOff(
  db: Connection,
  site: string,
  since: string,
): Promise<Record<string, { putOff: number; putOffHeld: number; done: number; doneHeld: number }>> {
  const { rows } = await db.execute<{ routine: string; putOff: number; putOffHeld: number; done: number; doneHeld: number }>(sql`
    WITH o AS (
      SELECT (e.body ->> 'day')::date AS day, x ->> 'machine' AS machine, x ->> 'routine' AS routine, x ->> 'outcome' AS outcome
      FROM effective_entry e, jsonb_array_elements(e.body -> 'outcomes') x
      WHERE e.site = ${site} AND e.kind = 'day-closed' AND e.local_day >= ${since}
    ), held AS (
      SELECT DISTINCT e.machine, e.local_day::date AS day FROM effective_entry e
      WHERE e.site = ${site} AND e.kind = 'check' AND e.local_day >= ${since} AND EXISTS (
        SELECT 1 FROM jsonb_array_elements(e.body -> 'channels') c
        WHERE (c ->> 'missing')::int > 2 OR (c ->> 'neighbours')::boolean OR coalesce((c ->> 'gone')::boolean, false))
    ), seen AS (
      SELECT o.routine, o.outcome, EXISTS (SELECT 1 FROM held h WHERE h.machine = o.machine AND h.day > o.day AND h.day <= o.day + 3) AS held
      FROM o WHERE o.outcome IN ('missed', 'skipped', 'open', 'done')
    )
    SELECT routine, count(*) FILTER (WHERE outcome <> 'done')::int AS "putOff", count(*) FILTER (WHERE outcome <> 'done' AND held)::int AS "putOffHeld",
      count(*) FILTER (WHERE outcome = 'done')::int AS done, count(*) FILTER (WHERE outcome = 'done' AND held)::int AS "doneHeld"
    FROM seen GROUP BY routine`);
  return Object.fromEntries(rows.map(({ routine, ...counts }) => [routine, counts]));
}

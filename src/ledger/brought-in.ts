import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type FactEntry = { kind: string; machine: string; routine: string | null; localDay: string; body: Record<string, unknown> };

/**
 * The effective entries that a fleet file carries besides settings, in their order in the ledger: what was brought in
 * whole, and of what was done here each routine's last days of doing (this week, the week before, and the last).
 */
export async function fleetFacts(db: Connection, site: string, recentFrom: string): Promise<FactEntry[]> {
  const { rows } = await db.execute<FactEntry>(sql`
    (SELECT e.kind, e.machine, e.routine, e.local_day AS "localDay", e.body FROM effective_entry e
    WHERE e.site = ${site} AND e.machine IS NOT NULL AND (
      (e.kind IN ('counter', 'print-day', 'prompt', 'sign', 'move'))
      OR (e.kind = 'routine' AND (e.body ->> 'broughtIn')::boolean)) ORDER BY e.seq)
    UNION ALL SELECT * FROM (
      SELECT 'done', s.machine, s.routine, s.day, jsonb_build_object('outcome', s.outcome) FROM settled_day s
      JOIN last_settled l ON l.site = s.site AND l.machine = s.machine AND l.routine = s.routine
      JOIN effective_entry e ON e.site = s.site AND e.id = s.entry_id
      WHERE s.site = ${site} AND (s.day >= ${recentFrom} OR s.day = l.day) AND (e.body ->> 'broughtIn')::boolean IS NOT TRUE
      ORDER BY s.machine, s.day, s.routine) live`);
  return rows;
}

/** What a site holds already of what a fleet file may bring in, as comparable names. */
export async function factNames(db: Connection, site: string): Promise<Set<string>> {
  const { rows } = await db.execute<{ name: string }>(sql`
    SELECT concat_ws('|', 'history', machine, routine, day, outcome) AS name FROM settled_day WHERE site = ${site}
    UNION SELECT concat_ws('|', 'counter', machine, counter, day, value) FROM counter_reading WHERE site = ${site}
    UNION SELECT concat_ws('|', kind, machine, what, day) FROM report WHERE site = ${site}
    UNION SELECT concat_ws('|', 'move', machine, routine, due, to_day) FROM occurrence_move WHERE site = ${site}
    UNION SELECT concat_ws('|', 'print-day', machine, day, prints::text) FROM print_day_change WHERE site = ${site}`);
  return new Set(rows.map(({ name }) => name));
}

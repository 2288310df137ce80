import { sql } from "drizzle-orm";
import type { Body } from "../core/record/entries.ts";
import type { Connection } from "./database.ts";
import type { RunRow } from "./runs.ts";

export type RoundRow = { id: string; seq: number; happenedAt: Date; person: string | null; body: Body<"round"> };

/** The newest rounds, newest first; each stands in the place of older ones of its day. */
export async function newestRounds(db: Connection, site: string, limit = 20): Promise<RoundRow[]> {
  const { rows } = await db.execute<RoundRow>(sql`
    SELECT id, seq, happened_at AS "happenedAt", person, body FROM effective_entry
    WHERE site = ${site} AND kind = 'round' ORDER BY seq DESC LIMIT ${limit}`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

/** The last guided runs that came to their end, of all routines, newest first. */
export async function lastRuns(db: Connection, site: string, limit: number): Promise<RunRow[]> {
  const { rows } = await db.execute<RunRow>(sql`
    SELECT run, machine, routine, key, form, status, person, device, started_at AS "startedAt", last_at AS "lastAt", day FROM run
    WHERE site = ${site} AND status = 'ended' AND form = 'guided' ORDER BY last_at DESC LIMIT ${limit}`);
  return rows.map((row) => ({ ...row, startedAt: new Date(row.startedAt), lastAt: new Date(row.lastAt) }));
}

import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { COLUMNS, type EntryRow } from "./reading.ts";

/** The newest entries with words of people's own in them that hold all these word beginnings. */
export async function searchNotes(db: Connection, site: string, beginnings: string[], limit: number): Promise<EntryRow[]> {
  const query = beginnings.map((word) => `${word}:*`).join(" & ");
  const { rows } = await db.execute<EntryRow>(sql`
    SELECT ${COLUMNS}, NULL AS "amendedBy", NULL AS struck
    FROM entry e WHERE e.site = ${site} AND e.search @@ to_tsquery('simple', ${query})
      AND (e.kind in ('note', 'handover', 'one-off', 'repair') or e.body ? 'note')
    ORDER BY e.seq DESC LIMIT ${limit}`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt), recordedAt: new Date(row.recordedAt) }));
}

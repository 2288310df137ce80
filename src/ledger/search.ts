import { and, desc, eq, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { ENTRY_COLUMNS, type EntryRow } from "./reading.ts";
import { entry } from "./tables.ts";

/** The newest entries with words of people's own in them that hold all these word beginnings. */
export async function searchNotes(db: Connection, site: string, beginnings: string[], limit: number): Promise<EntryRow[]> {
  const query = beginnings.map((word) => `${word}:*`).join(" & ");
  const rows = await db
    .select(ENTRY_COLUMNS)
    .from(entry)
    .where(
      and(
        eq(entry.site, site),
        sql`${entry.search} @@ to_tsquery('simple', ${query})`,
        // As the words of the index have it.
        sql`(${entry.kind} in ('note', 'handover', 'one-off', 'repair') or ${entry.body} ? 'note')`,
      ),
    )
    .orderBy(desc(entry.seq))
    .limit(limit);
  return rows.map((row) => ({ ...row, amendedBy: null, struck: null }));
}

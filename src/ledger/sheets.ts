import { sql } from "drizzle-orm";
import type { Body } from "../core/record/entries.ts";
import type { Connection } from "./database.ts";

/** A sheet that was printed, and the entry that says it was typed in. */
export type SheetRow = {
  id: string;
  seq: number;
  happenedAt: Date;
  madeBy: string | null;
  body: Body<"sheet">;
  inAt: Date | null;
  inBy: string | null;
};

const SELECT = sql`SELECT e.id, e.seq, e.happened_at AS "happenedAt", e.person AS "madeBy", e.body, i.happened_at AS "inAt", i.person AS "inBy" FROM entry e
  LEFT JOIN LATERAL (
    SELECT x.happened_at, x.person FROM entry x WHERE x.site = e.site AND x.body ->> 'of' = e.id::text AND x.body ? 'of' AND x.kind = 'sheet-in' ORDER BY x.seq LIMIT 1
  ) i ON true`;

/** The newest sheets, without those crossed out. */
export async function sheetsMade(db: Connection, site: string, { before, limit }: { before?: number; limit: number }): Promise<SheetRow[]> {
  const { rows } = await db.execute<SheetRow>(sql`
    ${SELECT} WHERE e.site = ${site} AND e.kind = 'sheet' ${before === undefined ? sql`` : sql`AND e.seq < ${before}`}
    AND NOT EXISTS (SELECT 1 FROM entry a WHERE a.site = e.site AND a.amends = e.id AND (a.body ->> 'struck')::boolean)
    ORDER BY e.seq DESC LIMIT ${limit}`);
  return rows.map(dated);
}

export async function sheetRow(db: Connection, site: string, id: string): Promise<SheetRow | undefined> {
  const { rows } = await db.execute<SheetRow>(sql`${SELECT} WHERE e.site = ${site} AND e.id = ${id} AND e.kind = 'sheet'`);
  return rows.map(dated)[0];
}

const dated = (row: SheetRow): SheetRow => ({
  ...row,
  happenedAt: new Date(row.happenedAt),
  inAt: row.inAt ? new Date(row.inAt) : null,
});

import { and, asc, eq, gte, isNull, sql } from "drizzle-orm";
import { type Connection, columnsOf, type RowOf } from "./database.ts";
import { openSign } from "./floor-tables.ts";

export type SignRow = RowOf<typeof openSign>;

/** Signs reported and not explained yet, since a day; older ones say nothing of the machine as it stands. */
export const openSigns = (db: Connection, site: string, since: string): Promise<SignRow[]> =>
  db
    .select(columnsOf(openSign))
    .from(openSign)
    .where(and(eq(openSign.site, site), isNull(openSign.overAt), gte(openSign.seenDay, since)))
    .orderBy(asc(openSign.seenAt))
    .limit(200);

export async function signRow(db: Connection, site: string, id: string): Promise<SignRow | undefined> {
  const [row] = await db
    .select(columnsOf(openSign))
    .from(openSign)
    .where(and(eq(openSign.site, site), eq(openSign.id, id)));
  return row;
}

/** How often each sign was found to come from each cause, since its count was last set back. */
export async function causesFound(db: Connection, site: string): Promise<{ sign: string; cause: string; found: number }[]> {
  const { rows } = await db.execute<{ sign: string; cause: string; found: number }>(sql`
    SELECT s.sign, s.cause, count(*)::int AS found FROM open_sign s
    LEFT JOIN (SELECT body ->> 'sign' AS sign, max(happened_at) AS at FROM effective_entry WHERE site = ${site} AND kind = 'sign-reset' GROUP BY 1) r ON r.sign = s.sign
    WHERE s.site = ${site} AND s.over_at IS NOT NULL AND (r.at IS NULL OR s.over_at > r.at) GROUP BY s.sign, s.cause`);
  return rows;
}

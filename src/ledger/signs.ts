import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type SignRow = {
  id: string;
  machine: string;
  sign: string;
  seenAt: Date;
  seenDay: string;
  person: string | null;
  note: string | null;
  overAt: Date | null;
  cause: string | null;
};

const COLUMNS = sql`id, machine, sign, seen_at AS "seenAt", seen_day AS "seenDay", person, note, over_at AS "overAt", cause`;
const dated = (row: SignRow): SignRow => ({ ...row, seenAt: new Date(row.seenAt), overAt: row.overAt ? new Date(row.overAt) : null });

/** Signs reported and not explained yet, since a day; older ones say nothing of the machine as it stands. */
export async function openSigns(db: Connection, site: string, since: string): Promise<SignRow[]> {
  const { rows } = await db.execute<SignRow>(
    sql`SELECT ${COLUMNS} FROM open_sign WHERE site = ${site} AND over_at IS NULL AND seen_day >= ${since} ORDER BY seen_at LIMIT 200`,
  );
  return rows.map(dated);
}

export async function signRow(db: Connection, site: string, id: string): Promise<SignRow | undefined> {
  const { rows } = await db.execute<SignRow>(sql`SELECT ${COLUMNS} FROM open_sign WHERE site = ${site} AND id = ${id}`);
  return rows.map(dated)[0];
}

/** How often each sign was found to come from each cause, since its count was last set back. */
export async function causesFound(db: Connection, site: string): Promise<{ sign: string; cause: string; found: number }[]> {
  const { rows } = await db.execute<{ sign: string; cause: string; found: number }>(sql`
    SELECT s.sign, s.cause, count(*)::int AS found FROM open_sign s
    LEFT JOIN (SELECT body ->> 'sign' AS sign, max(happened_at) AS at FROM effective_entry WHERE site = ${site} AND kind = 'sign-reset' GROUP BY 1) r ON r.sign = s.sign
    WHERE s.site = ${site} AND s.over_at IS NOT NULL AND (r.at IS NULL OR s.over_at > r.at) GROUP BY s.sign, s.cause`);
  return rows;
}

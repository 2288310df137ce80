import { sql } from "drizzle-orm";
import { FOUND_AS, type FoundAs } from "../core/routines/step.ts";
import type { Connection } from "./database.ts";

/** The worst that each doing of a routine found, newest first: at most `last` a machine. Of one routine, or of all that there are. */
export async function foundLately(
  db: Connection,
  site: string,
  { last, routine }: { last: number; routine?: string },
): Promise<{ routine: string; machine: string; found: FoundAs[] }[]> {
  const { rows } = await db.execute<{ routine: string; machine: string; found: string[] }>(sql`
    SELECT m.routine, m.machine, d.found FROM (
      SELECT DISTINCT routine, machine FROM found_as WHERE site = ${site} ${routine === undefined ? sql`` : sql`AND routine = ${routine}`}) m
    CROSS JOIN LATERAL (
      SELECT array_agg(found) AS found, day FROM found_as f
      WHERE f.site = ${site} AND f.routine = m.routine AND f.machine = m.machine GROUP BY day ORDER BY day DESC LIMIT ${last}) d
    ORDER BY m.routine, m.machine, d.day DESC`);
  const lists = new Map<string, { routine: string; machine: string; found: FoundAs[] }>();
  for (const { routine: id, machine, found } of rows) {
    const worst = [...FOUND_AS].reverse().find((each) => found.includes(each));
    const list = lists.get(`${id}/${machine}`) ?? { routine: id, machine, found: [] };
    if (worst) list.found.push(worst);
    lists.set(`${id}/${machine}`, list);
  }
  return [...lists.values()];
}

import { sql } from "drizzle-orm";
import { FOUND_AS, type FoundAs } from "../core/routines/step.ts";
import type { Connection } from "./database.ts";

/** The worst that each doing of a routine found, by machine, newest first: at most `last` of each. */
export async function foundOf(db: Connection, site: string, routine: string, last: number): Promise<Map<string, FoundAs[]>> {
  const { rows } = await db.execute<{ machine: string; found: string[] }>(sql`
    SELECT m.machine, d.found FROM (SELECT DISTINCT machine FROM found_as WHERE site = ${site} AND routine = ${routine}) m
    CROSS JOIN LATERAL (
      SELECT array_agg(found) AS found, day FROM found_as f
      WHERE f.site = ${site} AND f.routine = ${routine} AND f.machine = m.machine GROUP BY day ORDER BY day DESC LIMIT ${last}) d
    ORDER BY m.machine, d.day DESC`);
  const byMachine = new Map<string, FoundAs[]>();
  for (const { machine, found } of rows) {
    const worst = [...FOUND_AS].reverse().find((each) => found.includes(each));
    if (worst) byMachine.set(machine, [...(byMachine.get(machine) ?? []), worst]);
  }
  return byMachine;
}

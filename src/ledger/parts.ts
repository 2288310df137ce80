import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type PartRow = {
  id: string;
  kind: "part" | "cap-drain";
  machine: string;
  happenedAt: Date;
  localDay: string;
  body: Record<string, unknown>;
};

/** Parts replaced, taken off and fitted, and measured fills of caps, oldest first; of all machines or some. */
export async function partRows(db: Connection, site: string, machines?: string[]): Promise<PartRow[]> {
  const mine = machines ? sql`AND machine = ANY(${sql.param(machines)})` : sql``;
  const { rows } = await db.execute<PartRow>(sql`
    SELECT id, kind, machine, happened_at AS "happenedAt", local_day AS "localDay", body FROM effective_entry
    WHERE site = ${site} AND kind IN ('part', 'cap-drain') AND machine IS NOT NULL ${mine} ORDER BY happened_at, id`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

/** The last day on which each routine was done at a machine. */
export async function lastDone(db: Connection, site: string, machine: string): Promise<Map<string, { day: string; at: Date }>> {
  const { rows } = await db.execute<{ routine: string; day: string; at: Date }>(sql`
    SELECT DISTINCT ON (routine) routine, day, happened_at AS at FROM settled_day
    WHERE site = ${site} AND machine = ${machine} AND outcome = 'done' ORDER BY routine, day DESC`);
  return new Map(rows.map(({ routine, day, at }) => [routine, { day, at: new Date(at) }]));
}

/** Until when a machine was said to print, the last time somebody said so. */
export async function lastBusy(db: Connection, site: string, machine: string): Promise<Date | undefined> {
  const { rows } = await db.execute<{ until: string }>(
    sql`SELECT body ->> 'until' AS until FROM machine_fact WHERE site = ${site} AND machine = ${machine} AND fact = 'busy'`,
  );
  return rows.map(({ until }) => new Date(until))[0];
}

import { and, eq } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { machineFact } from "./tables.ts";

/** The ink lines of each machine place by place, where somebody wrote them down, with when. */
export async function positionRows(db: Connection, site: string, machine?: string) {
  const { body, happenedAt, fact } = machineFact;
  const rows = await db
    .select({ machine: machineFact.machine, body, at: happenedAt })
    .from(machineFact)
    .where(and(eq(machineFact.site, site), eq(fact, "positions"), machine === undefined ? undefined : eq(machineFact.machine, machine)));
  return new Map(rows.map((row) => [row.machine, { order: (row.body as { order: string[] }).order, at: row.at }]));
}

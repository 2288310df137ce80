import { and, asc, desc, eq, inArray, isNotNull } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { machineFact, settledDay } from "./tables.ts";

export type PartRow = {
  id: string;
  kind: string;
  machine: string;
  happenedAt: Date;
  localDay: string;
  body: Record<string, unknown>;
};

/** Parts replaced, taken off and fitted, and measured fills of caps, oldest first; of all machines or some. */
export async function partRows(db: Connection, site: string, machines?: string[]): Promise<PartRow[]> {
  const { id, kind, machine, happenedAt, localDay, body } = effectiveEntry;
  const rows = await db
    .select({ id, kind, machine, happenedAt, localDay, body })
    .from(effectiveEntry)
    .where(
      and(eq(effectiveEntry.site, site), inArray(kind, ["part", "cap-drain"]), isNotNull(machine), machines && inArray(machine, machines)),
    )
    .orderBy(asc(happenedAt), asc(id));
  return rows.map((row) => ({ ...row, machine: row.machine ?? "" }));
}

/** The last day on which each routine was done at a machine. */
export async function lastDone(db: Connection, site: string, machine: string): Promise<Map<string, { day: string; at: Date }>> {
  const { routine, day, happenedAt } = settledDay;
  const rows = await db
    .selectDistinctOn([routine], { routine, day, at: happenedAt })
    .from(settledDay)
    .where(and(eq(settledDay.site, site), eq(settledDay.machine, machine), eq(settledDay.outcome, "done")))
    .orderBy(asc(routine), desc(day));
  return new Map(rows.map(({ routine: id, ...last }) => [id, last]));
}

/** Until when a machine was said to print, the last time somebody said so. */
export async function lastBusy(db: Connection, site: string, machine: string): Promise<Date | undefined> {
  const [row] = await db
    .select({ body: machineFact.body })
    .from(machineFact)
    .where(and(eq(machineFact.site, site), eq(machineFact.machine, machine), eq(machineFact.fact, "busy")));
  return typeof row?.body.until === "string" ? new Date(row.body.until) : undefined;
}

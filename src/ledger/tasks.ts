import { and, asc, desc, eq, gt, gte, isNull, lte, or } from "drizzle-orm";
import { type Connection, columnsOf, type RowOf } from "./database.ts";
import { handover, oneOff, repair, rosterChange, task } from "./floor-tables.ts";
import { machineFact } from "./tables.ts";

export type TaskRow = RowOf<typeof task>;

/** What people gave or changed of work lately. */
export const tasksSince = (db: Connection, site: string, since: Date): Promise<TaskRow[]> =>
  db
    .select(columnsOf(task))
    .from(task)
    .where(and(eq(task.site, site), gte(task.happenedAt, since)))
    .orderBy(asc(task.key))
    .limit(5000);

export async function taskOf(db: Connection, site: string, key: string): Promise<TaskRow | undefined> {
  const [row] = await db
    .select(columnsOf(task))
    .from(task)
    .where(and(eq(task.site, site), eq(task.key, key)));
  return row;
}

export type OneOffRow = RowOf<typeof oneOff>;

/** One-off work that is open, of days up to `until`, and what was over on `day`. */
export const oneOffs = (db: Connection, site: string, day: string, until: string): Promise<OneOffRow[]> =>
  db
    .select(columnsOf(oneOff))
    .from(oneOff)
    .where(and(eq(oneOff.site, site), lte(oneOff.day, until), or(isNull(oneOff.outcome), eq(oneOff.overDay, day))))
    .orderBy(asc(oneOff.day), asc(oneOff.id))
    .limit(500);

export async function oneOffRow(db: Connection, site: string, id: string): Promise<OneOffRow | undefined> {
  const [row] = await db
    .select(columnsOf(oneOff))
    .from(oneOff)
    .where(and(eq(oneOff.site, site), eq(oneOff.id, id)));
  return row;
}

export type RosterRow = Awaited<ReturnType<typeof rosterSince>>[number];

/** Changes of who is there that reach into `from` or later. */
export const rosterSince = (db: Connection, site: string, from: string) =>
  db
    .select({
      entryId: rosterChange.entryId,
      person: rosterChange.person,
      from: rosterChange.fromDay,
      to: rosterChange.toDay,
      shifts: rosterChange.shifts,
      why: rosterChange.why,
      happenedAt: rosterChange.happenedAt,
    })
    .from(rosterChange)
    .where(and(eq(rosterChange.site, site), gte(rosterChange.toDay, from)))
    .orderBy(asc(rosterChange.fromDay), asc(rosterChange.person))
    .limit(1000);

export type HandoverRow = RowOf<typeof handover>;

/** The newest handovers. */
export const handovers = (db: Connection, site: string, limit: number): Promise<HandoverRow[]> =>
  db.select(columnsOf(handover)).from(handover).where(eq(handover.site, site)).orderBy(desc(handover.happenedAt)).limit(limit);

export async function handoverIs(db: Connection, site: string, id: string): Promise<boolean> {
  const rows = await db
    .select({ id: handover.id })
    .from(handover)
    .where(and(eq(handover.site, site), eq(handover.id, id)));
  return rows.length > 0;
}

export type RepairRow = RowOf<typeof repair>;

/** Machines out of order now. */
export const openRepairs = (db: Connection, site: string): Promise<RepairRow[]> =>
  db
    .select(columnsOf(repair))
    .from(repair)
    .where(and(eq(repair.site, site), isNull(repair.closedAt)))
    .orderBy(asc(repair.openedAt));

/** A machine's repairs, newest first. */
export const repairsOf = (db: Connection, site: string, machine: string): Promise<RepairRow[]> =>
  db
    .select(columnsOf(repair))
    .from(repair)
    .where(and(eq(repair.site, site), eq(repair.machine, machine)))
    .orderBy(desc(repair.openedAt))
    .limit(20);

export async function repairRow(db: Connection, site: string, id: string): Promise<RepairRow | undefined> {
  const [row] = await db
    .select(columnsOf(repair))
    .from(repair)
    .where(and(eq(repair.site, site), eq(repair.id, id)));
  return row;
}

/** Whether a check was entered for a machine since a moment. */
export async function checkedSince(db: Connection, site: string, machine: string, since: Date): Promise<boolean> {
  const rows = await db
    .select({ at: machineFact.happenedAt })
    .from(machineFact)
    .where(
      and(eq(machineFact.site, site), eq(machineFact.machine, machine), eq(machineFact.fact, "active"), gt(machineFact.happenedAt, since)),
    );
  return rows.length > 0;
}

/** Repairs that were open all through a day: opened before it or on it, and not closed by its end. */
export const repairsOnDay = (db: Connection, site: string, day: string): Promise<RepairRow[]> =>
  db
    .select(columnsOf(repair))
    .from(repair)
    .where(and(eq(repair.site, site), lte(repair.openedDay, day), or(isNull(repair.closedDay), gt(repair.closedDay, day))));

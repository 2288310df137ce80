import { sql } from "drizzle-orm";
import type { RepairSaid } from "../core/floor/floor-view.ts";
import type { Connection } from "./database.ts";

export type TaskRow = {
  key: string;
  machine: string | null;
  routine: string | null;
  due: string | null;
  person: string | null;
  why: string | null;
  by: string | null;
  entryId: string;
  happenedAt: Date;
};

/** What people laid over work lately. */
export async function tasksSince(db: Connection, site: string, since: Date): Promise<TaskRow[]> {
  const { rows } = await db.execute<TaskRow>(sql`
    SELECT key, machine, routine, due, person, why, by, entry_id AS "entryId", happened_at AS "happenedAt"
    FROM task WHERE site = ${site} AND happened_at >= ${since} ORDER BY key LIMIT 5000`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

export async function taskOf(db: Connection, site: string, key: string): Promise<TaskRow | undefined> {
  const { rows } = await db.execute<TaskRow>(sql`
    SELECT key, machine, routine, due, person, why, by, entry_id AS "entryId", happened_at AS "happenedAt" FROM task WHERE site = ${site} AND key = ${key}`);
  return rows[0];
}

export type OneOffRow = {
  id: string;
  machine: string | null;
  title: string;
  day: string;
  minutes: number;
  skill: string | null;
  routine: string | null;
  outcome: string | null;
  overDay: string | null;
  overBy: string | null;
  overAt: Date | null;
};

/** One-off work that is open, of days up to `until`, and what was over on `day`. */
export async function oneOffs(db: Connection, site: string, day: string, until: string): Promise<OneOffRow[]> {
  const { rows } = await db.execute<OneOffRow>(sql`
    SELECT id, machine, title, day, minutes, skill, routine, outcome, over_day AS "overDay", over_by AS "overBy", over_at AS "overAt" FROM one_off
    WHERE site = ${site} AND day <= ${until} AND (outcome IS NULL OR over_day = ${day}) ORDER BY day, id LIMIT 500`);
  return rows.map((row) => ({ ...row, overAt: row.overAt ? new Date(row.overAt) : null }));
}

export async function oneOffRow(db: Connection, site: string, id: string): Promise<OneOffRow | undefined> {
  const { rows } = await db.execute<OneOffRow>(sql`
    SELECT id, machine, title, day, minutes, skill, routine, outcome, over_day AS "overDay", over_by AS "overBy", over_at AS "overAt" FROM one_off WHERE site = ${site} AND id = ${id}`);
  return rows.map((row) => ({ ...row, overAt: row.overAt ? new Date(row.overAt) : null }))[0];
}

export type RosterRow = { entryId: string; person: string; from: string; to: string; shifts: string[]; why: string; happenedAt: Date };

/** Changes of who is there that reach into `from` or later. */
export async function rosterSince(db: Connection, site: string, from: string): Promise<RosterRow[]> {
  const { rows } = await db.execute<RosterRow>(sql`
    SELECT entry_id AS "entryId", person, from_day AS "from", to_day AS "to", shifts, why, happened_at AS "happenedAt"
    FROM roster_change WHERE site = ${site} AND to_day >= ${from} ORDER BY from_day, person LIMIT 1000`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

export type HandoverRow = {
  id: string;
  day: string;
  shift: string;
  person: string | null;
  happenedAt: Date;
  body: { day: string; shift: string; items: { kind: string; words: string; machine?: string; key?: string }[]; free?: string };
  seenBy: string | null;
  seenAt: Date | null;
};

/** The newest handovers. */
export async function handovers(db: Connection, site: string, limit: number): Promise<HandoverRow[]> {
  const { rows } = await db.execute<HandoverRow>(sql`
    SELECT id, day, shift, person, happened_at AS "happenedAt", body, seen_by AS "seenBy", seen_at AS "seenAt"
    FROM handover WHERE site = ${site} ORDER BY happened_at DESC LIMIT ${limit}`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt), seenAt: row.seenAt ? new Date(row.seenAt) : null }));
}

export async function handoverIs(db: Connection, site: string, id: string): Promise<boolean> {
  const { rowCount } = await db.execute(sql`SELECT 1 FROM handover WHERE site = ${site} AND id = ${id}`);
  return Boolean(rowCount);
}

export type RepairRow = {
  id: string;
  machine: string;
  openedAt: Date;
  openedDay: string;
  person: string | null;
  body: RepairSaid;
  closedAt: Date | null;
  closedDay: string | null;
  closedBy: string | null;
};

const REPAIR = sql`id, machine, opened_at AS "openedAt", opened_day AS "openedDay", person, body, closed_at AS "closedAt", closed_day AS "closedDay", closed_by AS "closedBy"`;
const dated = (row: RepairRow): RepairRow => ({
  ...row,
  openedAt: new Date(row.openedAt),
  closedAt: row.closedAt ? new Date(row.closedAt) : null,
});

/** Machines out of order now. */
export async function openRepairs(db: Connection, site: string): Promise<RepairRow[]> {
  const { rows } = await db.execute<RepairRow>(
    sql`SELECT ${REPAIR} FROM repair WHERE site = ${site} AND closed_at IS NULL ORDER BY opened_at`,
  );
  return rows.map(dated);
}

/** A machine's repairs, newest first. */
export async function repairsOf(db: Connection, site: string, machine: string): Promise<RepairRow[]> {
  const { rows } = await db.execute<RepairRow>(
    sql`SELECT ${REPAIR} FROM repair WHERE site = ${site} AND machine = ${machine} ORDER BY opened_at DESC LIMIT 20`,
  );
  return rows.map(dated);
}

export async function repairRow(db: Connection, site: string, id: string): Promise<RepairRow | undefined> {
  const { rows } = await db.execute<RepairRow>(sql`SELECT ${REPAIR} FROM repair WHERE site = ${site} AND id = ${id}`);
  return rows.map(dated)[0];
}

/** Whether a check was entered for a machine since a moment. */
export async function checkedSince(db: Connection, site: string, machine: string, since: Date): Promise<boolean> {
  const { rowCount } = await db.execute(sql`
    SELECT 1 FROM machine_fact WHERE site = ${site} AND machine = ${machine} AND fact = 'active' AND happened_at > ${since}`);
  return Boolean(rowCount);
}

/** Repairs that were open all through a day: opened before it or on it, and not closed by its end. */
export async function repairsOnDay(db: Connection, site: string, day: string): Promise<RepairRow[]> {
  const { rows } = await db.execute<RepairRow>(
    sql`SELECT ${REPAIR} FROM repair WHERE site = ${site} AND opened_day <= ${day} AND (closed_day IS NULL OR closed_day > ${day})`,
  );
  return rows.map(dated);
}

import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type FactRow = {
  machine: string;
  fact: "busy" | "release" | "active" | "voided";
  entryId: string;
  happenedAt: Date;
  person: string | null;
  body: Record<string, unknown>;
  /** The run that it was entered in. */
  run: string | null;
};
export type CheckRow = {
  machine: string;
  channel: string;
  missing: number;
  weak: number;
  deflected: number;
  neighbours: boolean;
  unread: boolean;
  entryId: string;
  happenedAt: Date;
  localDay: string;
};
export type DoneRow = {
  machine: string;
  routine: string;
  day: string;
  happenedAt: Date;
  outcome: string;
  entryId: string;
  run: string | null;
};

/** What a machine's state word is judged from: last facts, last check by channel, what was done today and yesterday. */
export async function conditionRows(db: Connection, site: string, days: { from: string; today: string }, machines?: string[]) {
  const of = (table: string) => (machines ? sql`AND ${sql.raw(table)}.machine = ANY(${sql.param(machines)})` : sql``);
  const mine = machines ? sql`AND machine = ANY(${sql.param(machines)})` : sql``;
  const [facts, checks, done, missed] = await Promise.all([
    db.execute<FactRow>(
      sql`SELECT f.machine, f.fact, f.entry_id AS "entryId", f.happened_at AS "happenedAt", f.person, f.body, e.run FROM machine_fact f
        JOIN entry e ON e.site = f.site AND e.id = f.entry_id WHERE f.site = ${site} ${of("f")}`,
    ),
    db.execute<CheckRow>(sql`
      SELECT machine, channel, missing, weak, deflected, neighbours, unread, entry_id AS "entryId", happened_at AS "happenedAt", local_day AS "localDay"
      FROM latest_check WHERE site = ${site} ${mine} ORDER BY machine, channel`),
    db.execute<DoneRow>(sql`
      SELECT d.machine, d.routine, d.day, d.happened_at AS "happenedAt", d.outcome, d.entry_id AS "entryId", e.run FROM settled_day d
        JOIN entry e ON e.site = d.site AND e.id = d.entry_id WHERE d.site = ${site} AND d.day BETWEEN ${days.from} AND ${days.today} ${of("d")}`),
    db.execute<{ machine: string; day: string; routine: string; beat: string | null; key: string }>(sql`
      SELECT machine, day, routine, beat, key FROM day_outcome WHERE site = ${site} AND outcome = 'missed' AND day >= ${days.from} AND day < ${days.today} ${mine} ORDER BY day DESC, routine`),
  ]);
  // Raw queries give instants as text or Date by driver setting; hold them to Date here.
  const dated = <Row extends { happenedAt: Date }>(rows: Row[]) => rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
  return { facts: dated(facts.rows), checks: dated(checks.rows), done: dated(done.rows), missed: missed.rows };
}

export type ConditionRows = Awaited<ReturnType<typeof conditionRows>>;

/** What was settled on a day. */
export async function doneOn(
  db: Connection,
  site: string,
  day: string,
): Promise<Pick<DoneRow, "machine" | "routine" | "happenedAt" | "entryId">[]> {
  const { rows } = await db.execute<Pick<DoneRow, "machine" | "routine" | "happenedAt" | "entryId">>(
    sql`SELECT machine, routine, happened_at AS "happenedAt", entry_id AS "entryId" FROM settled_day WHERE site = ${site} AND day = ${day}`,
  );
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

/** What settled a routine on a day, and who. */
export async function settledOn(
  db: Connection,
  site: string,
  machine: string,
  routine: string,
  day: string,
): Promise<{ entryId: string; person: string | null; happenedAt: Date } | undefined> {
  const { rows } = await db.execute<{ entryId: string; person: string | null; happenedAt: string }>(sql`
    SELECT s.entry_id AS "entryId", e.person, s.happened_at AS "happenedAt" FROM settled_day s JOIN entry e ON e.site = s.site AND e.id = s.entry_id
    WHERE s.site = ${site} AND s.machine = ${machine} AND s.routine = ${routine} AND s.day = ${day} AND s.outcome = 'done'`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }))[0];
}

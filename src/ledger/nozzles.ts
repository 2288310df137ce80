import { type SQL, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type NozzleRow = {
  id: string;
  kind: string;
  machine: string;
  routine: string | null;
  person: string | null;
  happenedAt: Date;
  localDay: string;
  body: Record<string, unknown>;
};

const KINDS = sql`('check', 'care', 'release', 'busy', 'pin')`;
const NOZZLE_COLUMNS = sql`e.id, e.kind, e.machine, e.routine, e.person, e.happened_at AS "happenedAt", e.local_day AS "localDay", e.body`;
const dated = (row: NozzleRow): NozzleRow => ({ ...row, happenedAt: new Date(row.happenedAt) });

/** Checks, cleans and what else was done for a machine's nozzles since a moment, oldest first, amended as they are. */
export async function nozzleRows(
  db: Connection,
  site: string,
  { machines, since, until, routines }: { machines: string[]; since: Date; until?: Date; routines: readonly string[] },
): Promise<NozzleRow[]> {
  const between: SQL = until ? sql`e.happened_at BETWEEN ${since} AND ${until}` : sql`e.happened_at >= ${since}`;
  // An amended time counts as amended; looking a day further back finds what was moved across the border.
  const { rows } = await db.execute<NozzleRow>(sql`
    SELECT ${NOZZLE_COLUMNS} FROM effective_entry e
    WHERE e.site = ${site} AND e.machine = ANY(${sql.param(machines)}) AND ${between} AND e.id IN (
      SELECT id FROM entry WHERE site = ${site} AND machine = ANY(${sql.param(machines)}) AND kind IN ${KINDS}
        AND happened_at >= ${new Date(since.getTime() - 86_400_000)}
      UNION ALL
      SELECT entry_id FROM settled_day WHERE site = ${site} AND machine = ANY(${sql.param(machines)}) AND outcome = 'done'
        AND routine = ANY(${sql.param([...new Set(routines)])}) AND happened_at >= ${since}
      UNION ALL
      SELECT id FROM open_sign WHERE site = ${site} AND machine = ANY(${sql.param(machines)}) AND sign = 'mixed-colours' AND seen_at >= ${since}
    ) ORDER BY e.happened_at, e.id`);
  return rows.map(dated);
}

/** A machine's last checks, newest first. */
export async function lastChecks(db: Connection, site: string, machine: string, limit: number): Promise<NozzleRow[]> {
  const { rows } = await db.execute<NozzleRow>(sql`
    SELECT ${NOZZLE_COLUMNS} FROM effective_entry e
    WHERE e.site = ${site} AND e.machine = ${machine} AND e.kind = 'check' AND e.id IN (
      SELECT id FROM entry WHERE site = ${site} AND machine = ${machine} AND kind = 'check' ORDER BY happened_at DESC LIMIT ${limit + 20})
    ORDER BY e.happened_at DESC, e.id DESC LIMIT ${limit}`);
  return rows.map(dated);
}

/** Who entered anything at a machine between two moments. */
export async function peopleBetween(db: Connection, site: string, machine: string, from: Date, to: Date): Promise<string[]> {
  const { rows } = await db.execute<{ person: string }>(sql`
    SELECT DISTINCT person FROM effective_entry WHERE site = ${site} AND machine = ${machine} AND happened_at > ${from} AND happened_at < ${to}
      AND person IS NOT NULL ORDER BY person LIMIT 20`);
  return rows.map(({ person }) => person);
}

/** A machine's readings of one counter, oldest first. */
export async function counterTimes(
  db: Connection,
  site: string,
  machine: string,
  counter: string,
  since: Date,
): Promise<{ at: number; value: number; reset: boolean }[]> {
  const { rows } = await db.execute<{ at: Date; value: number; reset: boolean }>(sql`
    SELECT happened_at AS at, value, reset FROM counter_reading WHERE site = ${site} AND machine = ${machine} AND counter = ${counter}
      AND happened_at >= ${since} ORDER BY happened_at LIMIT 1000`);
  return rows.map(({ at, value, reset }) => ({ at: new Date(at).getTime(), value, reset }));
}

/** Which check a machine's later ones are held against: the newest such entry. */
export async function lastPin(db: Connection, site: string, machine: string): Promise<NozzleRow | undefined> {
  const { rows } = await db.execute<NozzleRow>(sql`
    SELECT ${NOZZLE_COLUMNS} FROM effective_entry e WHERE e.site = ${site} AND e.machine = ${machine} AND e.kind = 'pin' ORDER BY e.happened_at DESC, e.id DESC LIMIT 1`);
  return rows.map(dated)[0];
}

export async function checkById(db: Connection, site: string, id: string): Promise<NozzleRow | undefined> {
  const { rows } = await db.execute<NozzleRow>(
    sql`SELECT ${NOZZLE_COLUMNS} FROM effective_entry e WHERE e.site = ${site} AND e.id = ${id} AND e.kind = 'check'`,
  );
  return rows.map(dated)[0];
}

/** What a channel missed in each check of a machine between two days, oldest first. */
export async function checksBetween(db: Connection, site: string, machine: string, channel: string, from: string, to: string) {
  const { rows } = await db.execute<{ day: string; missing: number }>(sql`
    SELECT e.local_day AS day, (c ->> 'missing')::int AS missing
    FROM entry raw JOIN effective_entry e ON e.site = raw.site AND e.seq = raw.seq, jsonb_array_elements(e.body -> 'channels') c
    WHERE raw.site = ${site} AND raw.machine = ${machine} AND raw.kind = 'check' AND raw.happened_at BETWEEN ${from}::date - interval '14 days' AND ${to}::date + interval '14 days'
      AND e.local_day BETWEEN ${from} AND ${to} AND c ->> 'id' = ${channel} ORDER BY e.happened_at LIMIT 2000`);
  return rows;
}

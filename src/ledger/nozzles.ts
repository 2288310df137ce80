import { and, asc, desc, eq, gt, gte, inArray, isNotNull, lt, lte, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { openSign } from "./floor-tables.ts";
import { counterReading, entry, settledDay } from "./tables.ts";

const { id, kind, machine, routine, person, happenedAt, localDay, body } = effectiveEntry;
const NOZZLE_COLUMNS = { id, kind, machine: sql<string>`${machine}`, routine, person, happenedAt, localDay, body };

export type NozzleRow = Awaited<ReturnType<typeof lastChecks>>[number];

/** Checks, cleans and what else was done for a machine's nozzles since a moment, oldest first, amended as they are. */
export const nozzleRows = (
  db: Connection,
  site: string,
  { machines, since, until, routines }: { machines: string[]; since: Date; until?: Date; routines: readonly string[] },
): Promise<NozzleRow[]> => {
  // An amended time counts as amended; looking a day further back finds what was moved across the border.
  const early = new Date(since.getTime() - 86_400_000);
  const entered = db
    .select({ id: entry.id })
    .from(entry)
    .where(
      and(
        eq(entry.site, site),
        inArray(entry.machine, machines),
        inArray(entry.kind, ["check", "care", "release", "busy", "pin", "part"]),
        gte(entry.happenedAt, early),
      ),
    );
  const done = db
    .select({ id: settledDay.entryId })
    .from(settledDay)
    .where(
      and(
        eq(settledDay.site, site),
        inArray(settledDay.machine, machines),
        eq(settledDay.outcome, "done"),
        inArray(settledDay.routine, [...new Set(routines)]),
        gte(settledDay.happenedAt, since),
      ),
    );
  const mixed = db
    .select({ id: openSign.id })
    .from(openSign)
    .where(
      and(eq(openSign.site, site), inArray(openSign.machine, machines), eq(openSign.sign, "mixed-colours"), gte(openSign.seenAt, since)),
    );
  return db
    .select(NOZZLE_COLUMNS)
    .from(effectiveEntry)
    .where(
      and(
        eq(effectiveEntry.site, site),
        inArray(machine, machines),
        gte(happenedAt, since),
        until && lte(happenedAt, until),
        inArray(id, entered.unionAll(done).unionAll(mixed)),
      ),
    )
    .orderBy(asc(happenedAt), asc(id));
};

/** A machine's last checks, newest first. */
export const lastChecks = (db: Connection, site: string, of: string, limit: number) => {
  // A few more than asked for: some may have been taken back.
  const newest = db
    .select({ id: entry.id })
    .from(entry)
    .where(and(eq(entry.site, site), eq(entry.machine, of), eq(entry.kind, "check")))
    .orderBy(desc(entry.happenedAt))
    .limit(limit + 20);
  return db
    .select(NOZZLE_COLUMNS)
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), eq(machine, of), eq(kind, "check"), inArray(id, newest)))
    .orderBy(desc(happenedAt), desc(id))
    .limit(limit);
};

/** Who entered anything at a machine between two moments. */
export async function peopleBetween(db: Connection, site: string, of: string, from: Date, to: Date): Promise<string[]> {
  const rows = await db
    .selectDistinct({ person })
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), eq(machine, of), gt(happenedAt, from), lt(happenedAt, to), isNotNull(person)))
    .orderBy(asc(person))
    .limit(20);
  return rows.flatMap((row) => row.person ?? []);
}

/** A machine's readings of one counter, oldest first. */
export async function counterTimes(
  db: Connection,
  site: string,
  of: string,
  counter: string,
  since: Date,
): Promise<{ at: number; value: number; reset: boolean }[]> {
  const c = counterReading;
  const rows = await db
    .select({ at: c.happenedAt, value: c.value, reset: c.reset })
    .from(c)
    .where(and(eq(c.site, site), eq(c.machine, of), eq(c.counter, counter), gte(c.happenedAt, since)))
    .orderBy(asc(c.happenedAt))
    .limit(1000);
  return rows.map((row) => ({ ...row, at: row.at.getTime() }));
}

/** Which check a machine's later ones are held against: the newest such entry. */
export async function lastPin(db: Connection, site: string, of: string): Promise<NozzleRow | undefined> {
  const [row] = await db
    .select(NOZZLE_COLUMNS)
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), eq(machine, of), eq(kind, "pin")))
    .orderBy(desc(happenedAt), desc(id))
    .limit(1);
  return row;
}

export async function checkById(db: Connection, site: string, check: string): Promise<NozzleRow | undefined> {
  const [row] = await db
    .select(NOZZLE_COLUMNS)
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), eq(id, check), eq(kind, "check")));
  return row;
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

import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type SleepRow = {
  machine: string;
  entryId: string;
  downAt: Date;
  downDay: string;
  regime: string;
  routines: string[];
  contents: string | null;
  until: string | null;
  person: string | null;
  upAt: Date | null;
  upDay: string | null;
  upEntry: string | null;
};

const COLUMNS = sql`machine, entry_id AS "entryId", down_at AS "downAt", down_day AS "downDay", regime, routines, contents, until, person,
  up_at AS "upAt", up_day AS "upDay", up_entry AS "upEntry"`;
const dated = (row: SleepRow): SleepRow => ({ ...row, downAt: new Date(row.downAt), upAt: row.upAt ? new Date(row.upAt) : null });

/** Sleeps that touch a span of days, of some machines or all; one that is not over touches all days after it. */
export async function sleepRows(db: Connection, site: string, from: string, to: string, machines?: readonly string[]): Promise<SleepRow[]> {
  const mine = machines ? sql`AND machine = ANY(${sql.param([...machines])})` : sql``;
  const { rows } = await db.execute<SleepRow>(sql`
    SELECT ${COLUMNS} FROM sleep WHERE site = ${site} AND down_day <= ${to} AND (up_day IS NULL OR up_day >= ${from}) ${mine} ORDER BY machine, down_at LIMIT 5000`);
  return rows.map(dated);
}

/** The sleep that a moment lies in at a machine. */
export async function sleepAt(db: Connection, site: string, machine: string, at: Date): Promise<SleepRow | undefined> {
  const { rows } = await db.execute<SleepRow>(sql`
    SELECT ${COLUMNS} FROM sleep WHERE site = ${site} AND machine = ${machine} AND down_at < ${at} AND (up_at IS NULL OR up_at > ${at}) ORDER BY down_at DESC LIMIT 1`);
  return rows.map(dated)[0];
}

export type SeasonRow = { from: string; entryId: string; happenedAt: Date; person: string | null; body: Record<string, unknown> };

/** Plans in force of closures that begin from a day on, the next first. */
export async function seasonRows(db: Connection, site: string, from: string): Promise<SeasonRow[]> {
  const { rows } = await db.execute<SeasonRow>(sql`
    SELECT from_day AS "from", entry_id AS "entryId", happened_at AS "happenedAt", person, body FROM season_plan
    WHERE site = ${site} AND (from_day >= ${from} OR (body ->> 'to')::date >= ${from}::date - 30) ORDER BY from_day LIMIT 50`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

export type DoorRow = { machine: string; power: string | null; capped: string | null; cappedAt: Date | null };

/** What was said at the door on a day. */
export async function doorRows(db: Connection, site: string, day: string): Promise<DoorRow[]> {
  const { rows } = await db.execute<DoorRow>(
    sql`SELECT machine, power, capped, capped_at AS "cappedAt" FROM door_seen WHERE site = ${site} AND day = ${day}`,
  );
  return rows.map(datedCap);
}

const datedCap = (row: DoorRow): DoorRow => ({ ...row, cappedAt: row.cappedAt ? new Date(row.cappedAt) : null });

/** When each machine last did some routines, where that was the last that was entered of them. */
export async function lastDoneOf(db: Connection, site: string, routines: readonly string[], since: string) {
  const { rows } = await db.execute<{ machine: string; routine: string; at: Date }>(sql`
    SELECT l.machine, l.routine, s.happened_at AS at FROM last_settled l
    JOIN settled_day s ON s.site = l.site AND s.machine = l.machine AND s.routine = l.routine AND s.day = l.day
    WHERE l.site = ${site} AND l.routine = ANY(${sql.param([...routines])}) AND l.day >= ${since} AND l.outcome = 'done'`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** What was answered at one step of a routine's runs at a machine between two moments: the last of them. */
export async function lastAnswer(
  db: Connection,
  site: string,
  ask: { machine: string; routine: string; step: string; from: Date; to: Date },
) {
  const { rows } = await db.execute<{ choice: string | null }>(sql`
    SELECT body -> 'result' ->> 'choice' AS choice FROM effective_entry
    WHERE site = ${site} AND machine = ${ask.machine} AND happened_at BETWEEN ${ask.from} AND ${ask.to} AND kind = 'run' AND routine = ${ask.routine}
      AND body ->> 'step' = ${ask.step} ORDER BY happened_at DESC, id DESC LIMIT 1`);
  return rows[0]?.choice ?? null;
}

/** The checks of some machines since a day, oldest first. */
export async function checksSince(db: Connection, site: string, machines: readonly string[], since: string) {
  const { rows } = await db.execute<{ machine: string; day: string; at: Date; entry: string; body: Record<string, unknown> }>(sql`
    SELECT machine, local_day AS day, happened_at AS at, id AS entry, body FROM effective_entry
    WHERE site = ${site} AND machine = ANY(${sql.param([...machines])}) AND kind = 'check' AND local_day >= ${since}
    ORDER BY machine, happened_at, id LIMIT 20000`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** When anything was last done at some machines on each day, oldest first, and whether they were exercised on it as on idle days. */
export async function lastDoings(db: Connection, site: string, machines: readonly string[], since: string, exercises: readonly string[]) {
  const { rows } = await db.execute<{ machine: string; day: string; at: Date; exercised: boolean }>(sql`
    SELECT machine, day, max(happened_at) AS at, bool_or(routine = ANY(${sql.param([...exercises])})) AS exercised FROM settled_day
    WHERE site = ${site} AND machine = ANY(${sql.param([...machines])}) AND day >= ${since} AND outcome = 'done' GROUP BY machine, day ORDER BY machine, day`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** Seconds logged at one step of each of some routines' runs, by what it was done on (`line`). */
export async function loggedSeconds(
  db: Connection,
  site: string,
  steps: readonly { routine: string; step: string }[],
  machines: readonly string[],
) {
  const { rows } = await db.execute<{ machine: string; line: string; seconds: number; at: Date }>(sql`
    SELECT machine, split_part(body ->> 'step', '@', 2) AS line, (body ->> 'tookSeconds')::float8 AS seconds, happened_at AS at FROM effective_entry
    WHERE site = ${site} AND kind = 'run' AND machine = ANY(${sql.param([...machines])}) AND body ->> 'step' LIKE '%@%'
      AND (routine, split_part(body ->> 'step', '@', 1)) IN (SELECT * FROM unnest(${sql.param(steps.map(({ routine }) => routine))}::text[], ${sql.param(steps.map(({ step }) => step))}::text[]))
      AND body ->> 'tookSeconds' IS NOT NULL ORDER BY happened_at DESC LIMIT 500`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** When each machine was last known to print or be checked, or its ink moved: until then it did not stand. */
export async function lastActive(db: Connection, site: string, machines: readonly string[]): Promise<Map<string, Date>> {
  const { rows } = await db.execute<{ machine: string; at: Date }>(sql`
    SELECT machine, max(CASE WHEN fact = 'busy' THEN greatest(happened_at, (body ->> 'until')::timestamptz) ELSE happened_at END) AS at FROM machine_fact
    WHERE site = ${site} AND machine = ANY(${sql.param([...machines])}) AND fact IN ('busy', 'active', 'voided') GROUP BY machine`);
  return new Map(rows.map(({ machine, at }) => [machine, new Date(at)]));
}

/** How each machine was last said to be capped at the door, since a day. */
export async function lastCapped(db: Connection, site: string, since: string): Promise<DoorRow[]> {
  const { rows } = await db.execute<DoorRow>(sql`
    SELECT DISTINCT ON (machine) machine, power, capped, capped_at AS "cappedAt" FROM door_seen
    WHERE site = ${site} AND day >= ${since} AND capped IS NOT NULL ORDER BY machine, day DESC`);
  return rows.map(datedCap);
}

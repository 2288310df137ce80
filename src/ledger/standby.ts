import { and, asc, desc, eq, gt, gte, inArray, isNotNull, isNull, lt, lte, max, or, sql } from "drizzle-orm";
import { type Connection, columnsOf, type RowOf } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { doorSeen, seasonPlan, sleep } from "./standby-tables.ts";
import { lastSettled, machineFact, settledDay } from "./tables.ts";

export type SleepRow = RowOf<typeof sleep>;

/** Sleeps that touch a span of days, of some machines or all; one that is not over touches all days after it. */
export const sleepRows = (db: Connection, site: string, from: string, to: string, machines?: readonly string[]): Promise<SleepRow[]> =>
  db
    .select(columnsOf(sleep))
    .from(sleep)
    .where(
      and(
        eq(sleep.site, site),
        lte(sleep.downDay, to),
        or(isNull(sleep.upDay), gte(sleep.upDay, from)),
        machines && inArray(sleep.machine, [...machines]),
      ),
    )
    .orderBy(asc(sleep.machine), asc(sleep.downAt))
    .limit(5000);

/** The sleep that a moment lies in at a machine. */
export async function sleepAt(db: Connection, site: string, machine: string, at: Date): Promise<SleepRow | undefined> {
  const [row] = await db
    .select(columnsOf(sleep))
    .from(sleep)
    .where(and(eq(sleep.site, site), eq(sleep.machine, machine), lt(sleep.downAt, at), or(isNull(sleep.upAt), gt(sleep.upAt, at))))
    .orderBy(desc(sleep.downAt))
    .limit(1);
  return row;
}

export type SeasonRow = Awaited<ReturnType<typeof seasonRows>>[number];

/** Plans in force of closures that begin from a day on, the next first. */
export const seasonRows = (db: Connection, site: string, from: string) => {
  const { fromDay, entryId, happenedAt, person, body } = seasonPlan;
  return db
    .select({ from: fromDay, entryId, happenedAt, person, body })
    .from(seasonPlan)
    .where(and(eq(seasonPlan.site, site), or(gte(fromDay, from), sql`(${body} ->> 'to')::date >= ${from}::date - 30`)))
    .orderBy(asc(fromDay))
    .limit(50);
};

const DOOR = { machine: doorSeen.machine, power: doorSeen.power, capped: doorSeen.capped, cappedAt: doorSeen.cappedAt };
export type DoorRow = Awaited<ReturnType<typeof doorRows>>[number];

/** What was said at the door on a day. */
export const doorRows = (db: Connection, site: string, day: string) =>
  db
    .select(DOOR)
    .from(doorSeen)
    .where(and(eq(doorSeen.site, site), eq(doorSeen.day, day)));

/** How each machine was last said to be capped at the door, since a day. */
export const lastCapped = (db: Connection, site: string, since: string): Promise<DoorRow[]> =>
  db
    .selectDistinctOn([doorSeen.machine], DOOR)
    .from(doorSeen)
    .where(and(eq(doorSeen.site, site), gte(doorSeen.day, since), isNotNull(doorSeen.capped)))
    .orderBy(asc(doorSeen.machine), desc(doorSeen.day));

/** When each machine last did some routines, where that was the last that was entered of them. */
export const lastDoneOf = (db: Connection, site: string, routines: readonly string[], since: string) =>
  db
    .select({ machine: lastSettled.machine, routine: lastSettled.routine, at: settledDay.happenedAt })
    .from(lastSettled)
    .innerJoin(
      settledDay,
      and(
        eq(settledDay.site, lastSettled.site),
        eq(settledDay.machine, lastSettled.machine),
        eq(settledDay.routine, lastSettled.routine),
        eq(settledDay.day, lastSettled.day),
      ),
    )
    .where(
      and(
        eq(lastSettled.site, site),
        inArray(lastSettled.routine, [...routines]),
        gte(lastSettled.day, since),
        eq(lastSettled.outcome, "done"),
      ),
    );

/** What was answered at one step of a routine's runs at a machine between two moments: the last of them. */
export async function lastAnswer(
  db: Connection,
  site: string,
  ask: { machine: string; routine: string; step: string; from: Date; to: Date },
): Promise<string | null> {
  const { machine, happenedAt, kind, routine, body, id } = effectiveEntry;
  const [row] = await db
    .select({ choice: sql<string | null>`${body} -> 'result' ->> 'choice'` })
    .from(effectiveEntry)
    .where(
      and(
        eq(effectiveEntry.site, site),
        eq(machine, ask.machine),
        gte(happenedAt, ask.from),
        lte(happenedAt, ask.to),
        eq(kind, "run"),
        eq(routine, ask.routine),
        sql`${body} ->> 'step' = ${ask.step}`,
      ),
    )
    .orderBy(desc(happenedAt), desc(id))
    .limit(1);
  return row?.choice ?? null;
}

/** The checks of some machines since a day, oldest first. */
export async function checksSince(db: Connection, site: string, machines: readonly string[], since: string) {
  const { machine, localDay, happenedAt, id, kind, body } = effectiveEntry;
  const rows = await db
    .select({ machine, day: localDay, at: happenedAt, entry: id, body })
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), inArray(machine, [...machines]), eq(kind, "check"), gte(localDay, since)))
    .orderBy(asc(machine), asc(happenedAt), asc(id))
    .limit(20_000);
  return rows.map((row) => ({ ...row, machine: row.machine ?? "" }));
}

/** When anything was last done at some machines on each day, oldest first, and whether they were exercised on it as on idle days. */
export const lastDoings = (db: Connection, site: string, machines: readonly string[], since: string, exercises: readonly string[]) => {
  const { machine, day, happenedAt, routine, outcome } = settledDay;
  return db
    .select({
      machine,
      day,
      at: sql<Date>`max(${happenedAt})`.mapWith(happenedAt),
      exercised: sql<boolean>`bool_or(${routine} = ANY(${sql.param([...exercises])}))`,
    })
    .from(settledDay)
    .where(and(eq(settledDay.site, site), inArray(machine, [...machines]), gte(day, since), eq(outcome, "done")))
    .groupBy(machine, day)
    .orderBy(asc(machine), asc(day));
};

/** Seconds logged at one step of each of some routines' runs, by what it was done on (`line`). */
export async function loggedSeconds(
  db: Connection,
  site: string,
  steps: readonly { routine: string; step: string }[],
  machines: readonly string[],
) {
  const { machine, body, happenedAt, kind, routine } = effectiveEntry;
  const asked = sql`SELECT * FROM unnest(${sql.param(steps.map((each) => each.routine))}::text[], ${sql.param(steps.map((each) => each.step))}::text[])`;
  const rows = await db
    .select({
      machine,
      line: sql<string>`split_part(${body} ->> 'step', '@', 2)`,
      seconds: sql<number>`(${body} ->> 'tookSeconds')::float8`,
      at: happenedAt,
    })
    .from(effectiveEntry)
    .where(
      and(
        eq(effectiveEntry.site, site),
        eq(kind, "run"),
        inArray(machine, [...machines]),
        sql`${body} ->> 'step' LIKE '%@%'`,
        sql`(${routine}, split_part(${body} ->> 'step', '@', 1)) IN (${asked})`,
        sql`${body} ->> 'tookSeconds' IS NOT NULL AND ${body} ->> 'early' IS NULL`,
      ),
    )
    .orderBy(desc(happenedAt))
    .limit(500);
  return rows.map((row) => ({ ...row, machine: row.machine ?? "" }));
}

/** When each machine was last known to print or be checked, or its ink moved: until then it did not stand. */
export async function lastActive(db: Connection, site: string, machines: readonly string[]): Promise<Map<string, Date>> {
  const { machine, fact, happenedAt, body } = machineFact;
  const rows = await db
    .select({
      machine,
      at: max(
        sql<Date>`CASE WHEN ${fact} = 'busy' THEN greatest(${happenedAt}, (${body} ->> 'until')::timestamptz) ELSE ${happenedAt} END`.mapWith(
          happenedAt,
        ),
      ),
    })
    .from(machineFact)
    .where(and(eq(machineFact.site, site), inArray(machine, [...machines]), inArray(fact, ["busy", "active", "voided"])))
    .groupBy(machine);
  return new Map(rows.flatMap((row) => (row.at ? [[row.machine, new Date(row.at)] as const] : [])));
}

/** Changes with whatever may change how idle times ended: a check, work done since a day, a sleep, an amendment, a sheet typed in. */
export async function idleMark(db: Connection, site: string, since: string): Promise<string> {
  const { rows } = await db.execute<{ mark: string }>(sql`
    SELECT concat_ws('/', (SELECT max(seq) FROM entry WHERE site = ${site} AND kind = 'check'),
      (SELECT max(seq) FROM entry WHERE site = ${site} AND kind = 'routine'), (SELECT max(seq) FROM entry WHERE site = ${site} AND kind = 'sleep'),
      (SELECT max(seq) FROM entry WHERE site = ${site} AND kind = 'amendment'), (SELECT max(seq) FROM entry WHERE site = ${site} AND kind = 'sheet-in'),
      (SELECT count(*) || '/' || max(happened_at) FROM settled_day WHERE site = ${site} AND day >= ${since})) AS mark`);
  return rows[0]?.mark ?? "";
}

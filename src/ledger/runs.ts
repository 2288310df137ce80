import { rollup } from "d3-array";
import { and, asc, count, desc, eq, gte, inArray, max, or, sql } from "drizzle-orm";
import type { RunBody, RunEvent } from "../core/runs/events.ts";
import type { CleanRuns } from "../core/runs/practised.ts";
import { type Connection, columnsOf, type RowOf } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { run } from "./floor-tables.ts";
import { settingsVersion } from "./tables.ts";

export type RunRow = RowOf<typeof run>;

const isOpen = inArray(run.status, ["running", "stopped"]);

/** Runs that are open, and those of a day. */
export const runsOn = (db: Connection, site: string, day: string): Promise<RunRow[]> =>
  db
    .select(columnsOf(run))
    .from(run)
    .where(and(eq(run.site, site), or(isOpen, eq(run.day, day))))
    .orderBy(asc(run.startedAt))
    .limit(500);

/** Runs that are open. */
export const openRuns = (db: Connection, site: string): Promise<RunRow[]> =>
  db
    .select(columnsOf(run))
    .from(run)
    .where(and(eq(run.site, site), isOpen))
    .orderBy(asc(run.startedAt))
    .limit(200);

export async function runRow(db: Connection, site: string, id: string): Promise<RunRow | undefined> {
  const [row] = await db
    .select(columnsOf(run))
    .from(run)
    .where(and(eq(run.site, site), eq(run.run, id)));
  return row;
}

/** The last guided runs that came to their end, of some routines or all, newest first. */
export const lastRuns = (
  db: Connection,
  site: string,
  { routines, limit }: { routines?: readonly string[]; limit: number },
): Promise<RunRow[]> =>
  db
    .select(columnsOf(run))
    .from(run)
    .where(
      and(eq(run.site, site), eq(run.status, "ended"), eq(run.form, "guided"), routines ? inArray(run.routine, [...routines]) : undefined),
    )
    .orderBy(desc(run.lastAt))
    .limit(limit);

/** A mark that changes with each guided run of a site that comes to its end, or is no longer at it. */
export async function endsMark(db: Connection, site: string): Promise<string> {
  const [row] = await db
    .select({ runs: count(), last: max(run.lastAt) })
    .from(run)
    .where(and(eq(run.site, site), eq(run.status, "ended"), eq(run.form, "guided")));
  return `${row?.runs ?? 0}/${row?.last?.getTime() ?? 0}`;
}

/** How many guided runs of each routine's steps each person brought to an end since an instant with no step left out. */
export async function cleanRuns(db: Connection, site: string, since: Date): Promise<CleanRuns[]> {
  const { body } = effectiveEntry;
  const version = sql<string>`max(${body} ->> 'version')`;
  const whole = db
    .select({ run: effectiveEntry.run, version: version.as("version") })
    .from(effectiveEntry)
    .innerJoin(run, and(eq(run.site, effectiveEntry.site), eq(run.run, effectiveEntry.run)))
    .where(
      and(
        eq(run.site, site),
        eq(run.status, "ended"),
        eq(run.form, "guided"),
        gte(run.lastAt, since),
        eq(effectiveEntry.kind, "run"),
        inArray(sql`${body} ->> 'event'`, ["start", "pass"]),
      ),
    )
    .groupBy(effectiveEntry.run)
    .having(sql`bool_and(${body} ->> 'event' = 'start')`)
    .as("whole");
  const rows = await db
    .select({ person: run.person, routine: run.routine, version: whole.version, runs: sql<number>`count(*)::int` })
    .from(whole)
    .innerJoin(run, and(eq(run.site, site), eq(run.run, whole.run)))
    .groupBy(run.person, run.routine, whole.version);
  return rows.flatMap(({ person, ...rest }) => (person ? [{ person, ...rest }] : []));
}

/** Open runs of a piece of work. */
export const openRunsOf = (db: Connection, site: string, key: string): Promise<RunRow[]> =>
  db
    .select(columnsOf(run))
    .from(run)
    .where(and(eq(run.site, site), eq(run.key, key), isOpen));

/** The events of runs in the order of their doing; the check of a run's nozzle-check step is known by its entry. */
export async function runEvents(db: Connection, site: string, runs: string[]): Promise<Map<string, RunEvent[]>> {
  const { id, happenedAt, person, device, body } = effectiveEntry;
  const rows = await db
    .select({ run: effectiveEntry.run, id, happenedAt, person, device, body })
    .from(effectiveEntry)
    .where(and(eq(effectiveEntry.site, site), inArray(effectiveEntry.run, runs), eq(effectiveEntry.kind, "run")))
    .orderBy(sql`(${body} ->> 'event' = 'start') DESC`, asc(happenedAt), asc(effectiveEntry.seq));
  return rollup(
    rows,
    (events) =>
      events.map(
        (row): RunEvent => ({
          id: row.id,
          at: row.happenedAt.getTime(),
          person: row.person,
          device: row.device,
          body: row.body as RunBody,
        }),
      ),
    (row) => row.run ?? "",
  );
}

/** The steps that a routine had under a mark. */
export async function stepsUnder(db: Connection, site: string, routine: string, version: string): Promise<unknown> {
  const { subject, id, body } = settingsVersion;
  const [row] = await db
    .select({ body })
    .from(settingsVersion)
    .where(and(eq(settingsVersion.site, site), eq(subject, "steps"), eq(id, routine), sql`${body} ->> 'mark' = ${version}`))
    .limit(1);
  return row?.body.steps;
}

/** Ended runs of some routines at machines since a day, newest first. */
export const runsOf = (db: Connection, site: string, routines: readonly string[], machines: readonly string[], since: string) =>
  db
    .select({ run: run.run, machine: run.machine, day: run.day, person: run.person })
    .from(run)
    .where(
      and(
        eq(run.site, site),
        inArray(run.routine, [...routines]),
        inArray(run.machine, [...machines]),
        eq(run.status, "ended"),
        gte(run.day, since),
      ),
    )
    .orderBy(desc(run.lastAt))
    .limit(50);

/** What some routines' steps put through each channel of machines, in millilitres over all time. */
export async function solventTally(db: Connection, site: string, machines: string[], steps: readonly { routine: string; step: string }[]) {
  if (machines.length === 0 || steps.length === 0) return [];
  const { rows } = await db.execute<{ machine: string; channel: string; ml: number; times: number; last: string }>(sql`
    SELECT e.machine, coalesce(nullif(split_part(body ->> 'step', '@', 2), ''), 'all flushed together') AS channel, sum((body -> 'result' ->> 'value')::float8)::float8 AS ml,
      count(*)::int AS times, max(local_day) AS last FROM run r JOIN effective_entry e ON e.site = r.site AND e.run = r.run AND e.kind = 'run'
      JOIN unnest(${sql.param(steps.map(({ routine }) => routine))}::text[], ${sql.param(steps.map(({ step }) => step))}::text[]) AS s (routine, step) ON s.routine = r.routine
    WHERE r.site = ${site} AND r.machine = ANY(${sql.param(machines)}) AND body ->> 'step' LIKE s.step || '%' AND body -> 'result' ->> 'value' IS NOT NULL
    GROUP BY 1, 2 ORDER BY 1, 2`);
  return rows;
}

import { sql } from "drizzle-orm";
import type { RunBody, RunEvent } from "../core/runs/events.ts";
import type { Connection } from "./database.ts";

export type RunRow = {
  run: string;
  machine: string;
  routine: string;
  key: string | null;
  form: string;
  status: "running" | "stopped" | "ended" | "abandoned";
  person: string | null;
  device: string | null;
  startedAt: Date;
  lastAt: Date;
  day: string;
};

const COLUMNS = sql`run, machine, routine, key, form, status, person, device, started_at AS "startedAt", last_at AS "lastAt", day`;
const dated = (row: RunRow): RunRow => ({ ...row, startedAt: new Date(row.startedAt), lastAt: new Date(row.lastAt) });

/** Runs that are open, and those of a day. */
export async function runsOn(db: Connection, site: string, day: string): Promise<RunRow[]> {
  const { rows } = await db.execute<RunRow>(sql`
    SELECT ${COLUMNS} FROM run WHERE site = ${site} AND (status IN ('running', 'stopped') OR day = ${day}) ORDER BY started_at LIMIT 500`);
  return rows.map(dated);
}

/** Runs that are open. */
export async function openRuns(db: Connection, site: string): Promise<RunRow[]> {
  const { rows } = await db.execute<RunRow>(
    sql`SELECT ${COLUMNS} FROM run WHERE site = ${site} AND status IN ('running', 'stopped') ORDER BY started_at LIMIT 200`,
  );
  return rows.map(dated);
}

export async function runRow(db: Connection, site: string, run: string): Promise<RunRow | undefined> {
  const { rows } = await db.execute<RunRow>(sql`SELECT ${COLUMNS} FROM run WHERE site = ${site} AND run = ${run}`);
  return rows.map(dated)[0];
}

/** The last runs of routines that came to their end, newest first. */
export async function lastRunsOf(db: Connection, site: string, routines: string[], limit = 60): Promise<RunRow[]> {
  if (routines.length === 0) return [];
  const { rows } = await db.execute<RunRow>(sql`
    SELECT ${COLUMNS} FROM run WHERE site = ${site} AND routine = ANY(${sql.param(routines)}) AND status = 'ended' AND form = 'guided'
    ORDER BY last_at DESC LIMIT ${limit}`);
  return rows.map(dated);
}

/** Open runs of a piece of work. */
export async function openRunsOf(db: Connection, site: string, key: string): Promise<RunRow[]> {
  const { rows } = await db.execute<RunRow>(sql`
    SELECT ${COLUMNS} FROM run WHERE site = ${site} AND key = ${key} AND status IN ('running', 'stopped')`);
  return rows.map(dated);
}

/** The events of runs in the order of their doing; the check of a run's nozzle-check step is known by its entry. */
export async function runEvents(db: Connection, site: string, runs: string[]): Promise<Map<string, RunEvent[]>> {
  const found = new Map<string, RunEvent[]>();
  if (runs.length === 0) return found;
  const { rows } = await db.execute<{
    run: string;
    id: string;
    at: string;
    person: string | null;
    device: string | null;
    body: RunBody;
  }>(sql`
    SELECT run, id, happened_at AS at, person, device, body FROM effective_entry
    WHERE site = ${site} AND run = ANY(${sql.param(runs)}::uuid[]) AND kind = 'run' ORDER BY (body ->> 'event' = 'start') DESC, happened_at, seq`);
  for (const { run, id, at, person, device, body } of rows) {
    const events = found.get(run) ?? [];
    events.push({ id, at: new Date(at).getTime(), person, device, body });
    found.set(run, events);
  }
  return found;
}

/** The steps that a routine had under a mark. */
export async function stepsUnder(db: Connection, site: string, routine: string, version: string): Promise<unknown> {
  const { rows } = await db.execute<{ steps: unknown }>(sql`
    SELECT body -> 'steps' AS steps FROM settings_version WHERE site = ${site} AND subject = 'steps' AND id = ${routine} AND body ->> 'mark' = ${version} LIMIT 1`);
  return rows[0]?.steps;
}

/** Ended runs of some routines at machines since a day, newest first. */
export async function runsOf(db: Connection, site: string, routines: readonly string[], machines: string[], since: string) {
  if (machines.length === 0) return [];
  const { rows } = await db.execute<{ run: string; machine: string; day: string; person: string | null }>(sql`
    SELECT run, machine, day, person FROM run WHERE site = ${site} AND routine = ANY(${sql.param([...routines])}) AND machine = ANY(${sql.param(machines)}) AND status = 'ended' AND day >= ${since}
    ORDER BY last_at DESC LIMIT 50`);
  return rows;
}

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

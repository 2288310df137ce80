import { type SQL, sql } from "drizzle-orm";
import { VOIDING_CARE } from "../core/record/care.ts";
import type { Connection } from "./database.ts";
import { SLEEP_ROUTINES, STANDBY_OF_KIND, STANDBY_PROJECTIONS } from "./standby-projections.ts";
import {
  movedBy,
  refoldStock,
  STOCK_DAY_COLUMNS,
  STOCK_NOW_COLUMNS,
  STOCK_OF_KIND,
  STOCK_PROJECTIONS,
  stockDayRows,
  stockNowRows,
} from "./stock-projections.ts";

/**
 * The projections, each as one query over effective entries in the order (happened_at, id). The same query refolds a
 * few rows after a write (narrowed by `where`), rebuilds a site, and proves both: `./zesty rebuild --check`.
 */
export type Projection = {
  table: string;
  columns: string;
  /** Where the latest entry of a key counts: the key. A new entry is then merged without looking at older ones. */
  key?: string;
  /** What a refold after an entry is narrowed to, in the table and among the entries; left out: the entry's machine. */
  narrow?: (touched: Touched) => { table: SQL; entries: SQL };
  /** Rows from `source`, a relation shaped like `effective_entry`; `where` narrows it. */
  rows: (source: SQL, where: SQL) => SQL;
};

/** What an entry touches: refolding the rows of these keys after it is enough. */
export type Touched = {
  site: string;
  id: string;
  kind: string;
  machine: string | null;
  routine: string | null;
  days: string[];
  run: string | null;
  body: Record<string, unknown>;
  /** Neither an amendment nor amended already. */
  plain: boolean;
};

/** Facts of which the latest counts, by the kinds of entry that state them. */
const FACT = sql`CASE kind WHEN 'busy' THEN 'busy' WHEN 'release' THEN 'release' WHEN 'check' THEN 'active' WHEN 'care' THEN CASE WHEN body ->> 'what' = ANY(${sql.param(VOIDING_CARE)}::text[]) THEN 'voided' END END`;

const EVENT = sql`(body ->> 'event')`;
const both = (where: SQL) => ({ table: where, entries: where });

/** What was opened by one entry and is changed or ended by others that name it by `of`. */
function ofOriginal({ site, id, body }: Touched): { table: SQL; entries: SQL } {
  const original = typeof body.of === "string" ? body.of : id;
  return {
    table: sql`site = ${site} AND id = ${original}`,
    entries: sql`site = ${site} AND (id = ${original} OR (body ? 'of' AND body ->> 'of' = ${original}))`,
  };
}

export const PROJECTIONS: Record<string, Projection> = {
  settledDay: {
    table: "settled_day",
    columns: "site, machine, routine, day, outcome, entry_id, happened_at",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, routine, local_day) site, machine, routine, local_day,
        CASE WHEN kind IN ('check', 'run') THEN 'done' ELSE coalesce(body ->> 'outcome', 'done') END, id, happened_at
      FROM ${source} e WHERE machine IS NOT NULL AND routine IS NOT NULL
        AND (kind IN ('routine', 'check') OR (kind = 'run' AND body ->> 'event' = 'end')) AND ${where}
      ORDER BY site, machine, routine, local_day, (kind <> 'routine' OR coalesce(body ->> 'outcome', 'done') = 'done') DESC, happened_at DESC, id DESC`,
  },
  latestCheck: {
    table: "latest_check",
    columns: "site, machine, channel, missing, weak, deflected, neighbours, unread, entry_id, happened_at, local_day",
    key: "site, machine, channel",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, c ->> 'id') site, machine, c ->> 'id', (c ->> 'missing')::int, (c ->> 'weak')::int, (c ->> 'deflected')::int,
        (c ->> 'neighbours')::boolean, coalesce((c ->> 'unread')::boolean, false), id, happened_at, local_day
      FROM ${source} e, jsonb_array_elements(body -> 'channels') c WHERE kind = 'check' AND machine IS NOT NULL AND ${where}
      ORDER BY site, machine, c ->> 'id', happened_at DESC, id DESC`,
  },
  counterReading: {
    table: "counter_reading",
    columns: "site, machine, counter, day, value, reset, entry_id, happened_at",
    key: "site, machine, counter, day",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, body ->> 'counter', local_day) site, machine, body ->> 'counter', local_day,
        (body ->> 'value')::float8, coalesce((body ->> 'reset')::boolean, false), id, happened_at
      FROM ${source} e WHERE kind = 'counter' AND machine IS NOT NULL AND ${where}
      ORDER BY site, machine, body ->> 'counter', local_day, happened_at DESC, id DESC`,
  },
  machineFact: {
    table: "machine_fact",
    columns: "site, machine, fact, entry_id, happened_at, person, body",
    key: "site, machine, fact",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, fact) site, machine, fact, id, happened_at, person, body
      FROM (SELECT *, ${FACT} AS fact FROM ${source} e WHERE machine IS NOT NULL AND kind IN ('busy', 'release', 'check', 'care') AND ${where}) f WHERE fact IS NOT NULL
      ORDER BY site, machine, fact, happened_at DESC, id DESC`,
  },
  printDayChange: {
    table: "print_day_change",
    columns: "site, machine, day, prints, entry_id, happened_at",
    key: "site, machine, day",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, body ->> 'date') site, machine, (body ->> 'date')::date, (body ->> 'prints')::boolean, id, happened_at
      FROM ${source} e WHERE kind = 'print-day' AND machine IS NOT NULL AND ${where}
      ORDER BY site, machine, body ->> 'date', happened_at DESC, id DESC`,
  },
  report: {
    table: "report",
    columns: "site, machine, kind, what, day, entry_id",
    rows: (source, where) => sql`
      SELECT site, machine, kind, coalesce(routine, body ->> 'sign'), local_day, id
      FROM ${source} e WHERE kind IN ('prompt', 'sign') AND machine IS NOT NULL AND ${where}`,
  },
  occurrenceMove: {
    table: "occurrence_move",
    columns: "site, machine, routine, due, to_day, entry_id, happened_at",
    key: "site, machine, routine, due",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, routine, body ->> 'due') site, machine, routine, (body ->> 'due')::date, (body ->> 'to')::date, id, happened_at
      FROM ${source} e WHERE kind = 'move' AND machine IS NOT NULL AND routine IS NOT NULL AND ${where}
      ORDER BY site, machine, routine, body ->> 'due', happened_at DESC, id DESC`,
  },
  run: {
    table: "run",
    columns: "site, run, machine, routine, key, form, status, person, device, started_at, last_at, day",
    narrow: ({ site, run }) => both(sql`site = ${site} AND run = ${run}`),
    rows: (source, where) => sql`
      SELECT site, run, min(machine), min(routine), min(body ->> 'key') FILTER (WHERE ${EVENT} = 'start'), min(body ->> 'form') FILTER (WHERE ${EVENT} = 'start'),
        CASE WHEN bool_or(${EVENT} = 'end') THEN 'ended' WHEN bool_or(${EVENT} = 'abandon') THEN 'abandoned'
          WHEN (array_agg(${EVENT} ORDER BY happened_at DESC, id DESC) FILTER (WHERE ${EVENT} IN ('start', 'step', 'pass', 'stop', 'resume')))[1] = 'stop' THEN 'stopped' ELSE 'running' END,
        (array_agg(CASE WHEN ${EVENT} = 'hand' THEN body ->> 'to' ELSE person END ORDER BY happened_at DESC, id DESC) FILTER (WHERE ${EVENT} IN ('start', 'resume', 'hand')))[1],
        (array_agg(device ORDER BY happened_at DESC, id DESC) FILTER (WHERE ${EVENT} IN ('start', 'resume')))[1],
        min(happened_at), max(happened_at), min(local_day)
      FROM ${source} e WHERE kind = 'run' AND run IS NOT NULL AND ${where} GROUP BY site, run HAVING bool_or(${EVENT} = 'start')`,
  },
  task: {
    table: "task",
    columns: "site, key, machine, routine, due, person, why, by, entry_id, happened_at",
    key: "site, key",
    narrow: ({ site, body }) => ({
      table: sql`site = ${site} AND key = ${body.key}`,
      entries: sql`site = ${site} AND kind = 'task' AND body ->> 'key' = ${body.key}`,
    }),
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, body ->> 'key') site, body ->> 'key', machine, routine, (body ->> 'due')::date, body ->> 'person', body ->> 'why', person, id, happened_at
      FROM ${source} e WHERE kind = 'task' AND ${where} ORDER BY site, body ->> 'key', happened_at DESC, id DESC`,
  },
  oneOff: {
    table: "one_off",
    columns: "site, id, machine, title, day, minutes, skill, routine, outcome, over_day, over_by, over_at",
    narrow: ofOriginal,
    rows: (source, where) => sql`
      SELECT b.site, b.id, b.machine, b.body ->> 'title', (b.body ->> 'on')::date, (b.body ->> 'minutes')::int, b.body ->> 'skill', b.body ->> 'routine',
        o.outcome, o.local_day, o.person, o.happened_at
      FROM (SELECT * FROM ${source} e WHERE kind = 'one-off' AND ${where}) b
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, body ->> 'outcome' AS outcome, local_day, person, happened_at
        FROM ${source} e WHERE kind = 'one-off-over' AND ${where} ORDER BY site, body ->> 'of', (body ->> 'outcome' = 'done') DESC, happened_at, id) o
      ON o.site = b.site AND o.of = b.id::text`,
  },
  openSign: {
    table: "open_sign",
    columns: "site, id, machine, sign, seen_at, seen_day, person, note, over_at, over_by, cause",
    narrow: ofOriginal,
    rows: (source, where) => sql`
      SELECT b.site, b.id, b.machine, b.body ->> 'sign', b.happened_at, b.local_day, b.person, b.body ->> 'note', o.happened_at, o.person, o.cause
      FROM (SELECT * FROM ${source} e WHERE kind = 'sign' AND machine IS NOT NULL AND NOT body ? 'broughtIn' AND ${where}) b
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, body ->> 'cause' AS cause, person, happened_at
        FROM ${source} e WHERE kind = 'sign-over' AND ${where} ORDER BY site, body ->> 'of', happened_at DESC, id DESC) o
      ON o.site = b.site AND o.of = b.id::text`,
  },
  foundAs: {
    table: "found_as",
    columns: "site, entry_id, machine, routine, step, found, day, happened_at",
    narrow: ({ site, id }) => ({ table: sql`site = ${site} AND entry_id = ${id}`, entries: sql`site = ${site} AND id = ${id}` }),
    rows: (source, where) => sql`
      SELECT site, id, machine, routine, body ->> 'step', body -> 'result' ->> 'found', local_day, happened_at
      FROM ${source} e WHERE kind = 'run' AND body -> 'result' ->> 'found' IS NOT NULL AND machine IS NOT NULL AND routine IS NOT NULL AND ${where}`,
  },
  rosterChange: {
    table: "roster_change",
    columns: "site, entry_id, person, from_day, to_day, shifts, why, happened_at",
    narrow: ({ site, id }) => ({ table: sql`site = ${site} AND entry_id = ${id}`, entries: sql`site = ${site} AND id = ${id}` }),
    rows: (source, where) => sql`
      SELECT site, id, body ->> 'person', (body ->> 'from')::date, (body ->> 'to')::date, body -> 'shifts', body ->> 'why', happened_at
      FROM ${source} e WHERE kind = 'roster' AND ${where}`,
  },
  handover: {
    table: "handover",
    columns: "site, id, day, shift, person, happened_at, body, seen_by, seen_at",
    narrow: ofOriginal,
    rows: (source, where) => sql`
      SELECT b.site, b.id, (b.body ->> 'day')::date, b.body ->> 'shift', b.person, b.happened_at, b.body, s.person, s.happened_at
      FROM (SELECT * FROM ${source} e WHERE kind = 'handover' AND ${where}) b
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, person, happened_at
        FROM ${source} e WHERE kind = 'handover-seen' AND ${where} ORDER BY site, body ->> 'of', happened_at, id) s
      ON s.site = b.site AND s.of = b.id::text`,
  },
  repair: {
    table: "repair",
    columns: "site, id, machine, opened_at, opened_day, person, body, closed_at, closed_day, closed_by",
    narrow: ofOriginal,
    rows: (source, where) => sql`
      SELECT b.site, b.id, b.machine, b.happened_at, b.local_day, b.person, b.body || coalesce(c.body, '{}'::jsonb) - 'event' - 'of' - 'note', x.happened_at, x.local_day, x.person
      FROM (SELECT * FROM ${source} e WHERE kind = 'repair' AND ${EVENT} = 'open' AND machine IS NOT NULL AND ${where}) b
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, body
        FROM ${source} e WHERE kind = 'repair' AND ${EVENT} = 'change' AND ${where} ORDER BY site, body ->> 'of', happened_at DESC, id DESC) c
      ON c.site = b.site AND c.of = b.id::text
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, person, happened_at, local_day
        FROM ${source} e WHERE kind = 'repair' AND ${EVENT} = 'close' AND ${where} ORDER BY site, body ->> 'of', happened_at, id) x
      ON x.site = b.site AND x.of = b.id::text`,
  },
  ...STOCK_PROJECTIONS,
  ...STANDBY_PROJECTIONS,
};

/** Which projections an entry of a kind changes. */
const OF_KIND: Record<string, string[]> = {
  routine: ["settledDay", "sleep"],
  check: ["settledDay", "latestCheck", "machineFact"],
  counter: ["counterReading"],
  busy: ["machineFact"],
  release: ["machineFact"],
  care: ["machineFact"],
  "print-day": ["printDayChange"],
  prompt: ["report"],
  sign: ["report", "openSign"],
  "sign-over": ["openSign"],
  move: ["occurrenceMove"],
  run: ["settledDay", "run", "foundAs", "wasteMove", "sleep"],
  task: ["task"],
  "one-off": ["oneOff"],
  "one-off-over": ["oneOff"],
  roster: ["rosterChange"],
  handover: ["handover"],
  "handover-seen": ["handover"],
  repair: ["repair"],
  ...STOCK_OF_KIND,
  ...STANDBY_OF_KIND,
};

const EFFECTIVE = sql`effective_entry`;
const insert = ({ table, columns }: Projection, rows: SQL) => sql`INSERT INTO ${sql.raw(table)} (${sql.raw(columns)}) ${rows}`;

/** Takes a new entry over where it is the latest of its key. */
const merge = ({ table, columns, key = "" }: Projection, rows: SQL) => {
  const names = columns.split(", ").filter((name) => !key.split(", ").includes(name));
  return sql.join(
    [
      insert({ table, columns } as Projection, rows),
      sql.raw(`ON CONFLICT (${key}) DO UPDATE SET ${names.map((name) => `${name} = excluded.${name}`).join(", ")}
      WHERE (excluded.happened_at, excluded.entry_id) > (${table}.happened_at, ${table}.entry_id)`),
    ],
    sql` `,
  );
};

/** Refolds what an entry touched; several of one key, one after the other, come to the same as all at once. */
export async function refold(tx: Connection, touched: Touched): Promise<void> {
  const { site, id, machine, routine, kind, days, plain } = touched;
  if (kind === "day-closed") return refoldOutcomes(tx, sql`site = ${site}`, days, true);
  const ofMachine = sql`site = ${site} AND machine = ${machine}`;
  const movesStock = OF_KIND[kind]?.includes("stockMove") ?? false;
  const before = movesStock && !plain ? await movedBy(tx, site, id) : [];
  for (const name of OF_KIND[kind] ?? []) {
    const projection = PROJECTIONS[name];
    if (!projection) continue;
    // Only a step of a run can read a waste vessel.
    if (name === "wasteMove" && kind === "run" && plain && touched.body.event !== "step") continue;
    if (
      name === "sleep" &&
      kind !== "sleep" &&
      !(SLEEP_ROUTINES.includes(routine ?? "") && !(kind === "run" && plain && touched.body.event !== "end"))
    )
      continue;
    if (name === "settledDay") {
      if (kind === "run" && plain && touched.body.event !== "end") continue;
      if (routine !== null) await refoldSettled(tx, projection, sql`${ofMachine} AND routine = ${routine}`, days);
    } else if (plain && projection.key) {
      await tx.execute(merge(projection, projection.rows(EFFECTIVE, sql`site = ${site} AND id = ${id}`)));
    } else {
      const { table, entries } = projection.narrow?.(touched) ?? both(ofMachine);
      await tx.execute(sql`DELETE FROM ${sql.raw(projection.table)} WHERE ${table}`);
      await tx.execute(insert(projection, projection.rows(EFFECTIVE, entries)));
    }
  }
  if (movesStock) await refoldStock(tx, site, [...before, ...(await movedBy(tx, site, id))]);
  if (routine !== null && machine !== null && kind !== "task") await refoldOutcomes(tx, ofMachine, days);
}

async function refoldSettled(tx: Connection, projection: Projection, ofRoutine: SQL, days: string[]): Promise<void> {
  const list = sql`ANY(${sql.param(days)}::date[])`;
  await tx.execute(sql`DELETE FROM settled_day WHERE ${ofRoutine} AND day = ${list}`);
  await tx.execute(insert(projection, projection.rows(EFFECTIVE, sql`${ofRoutine} AND local_day = ${list}`)));
  await tx.execute(sql`DELETE FROM last_settled WHERE ${ofRoutine}`);
  await tx.execute(sql`INSERT INTO last_settled (site, machine, routine, day, outcome) ${lastSettledRows(sql`settled_day`, ofRoutine)}`);
}

export const lastSettledRows = (settled: SQL, where: SQL) => sql`
  SELECT DISTINCT ON (site, machine, routine) site, machine, routine, day, outcome FROM ${settled} s WHERE ${where}
  ORDER BY site, machine, routine, day DESC`;

/** Outcomes of closed days: as recorded, but done (or skipped) where a late entry of that day says so. */
export const outcomeRows = (source: SQL, settled: SQL, where: SQL, sourceWhere: SQL = sql`true`) => sql`
  SELECT d.site, d.machine, d.day, d.key, d.routine, d.due, d.beat,
    coalesce(CASE WHEN bool_or(s.outcome = 'done') THEN 'done' WHEN bool_or(s.outcome = 'skipped') THEN 'skipped' END, d.outcome)
  FROM (
    SELECT * FROM (
      SELECT DISTINCT ON (e.site, o ->> 'machine', (e.body ->> 'day')::date, o ->> 'key')
        e.site, o ->> 'machine' AS machine, (e.body ->> 'day')::date AS day, o ->> 'key' AS key, o ->> 'routine' AS routine,
        (o ->> 'due')::date AS due, o ->> 'beat' AS beat, o ->> 'outcome' AS outcome, o -> 'by' AS by
      FROM ${source} e, jsonb_array_elements(e.body -> 'outcomes') o WHERE e.kind = 'day-closed' AND ${sourceWhere}
      ORDER BY e.site, o ->> 'machine', (e.body ->> 'day')::date, o ->> 'key', e.happened_at DESC, e.id DESC
    ) latest WHERE ${where}
  ) d
  LEFT JOIN ${settled} s ON s.site = d.site AND s.machine = d.machine AND s.day = d.day
    AND (s.routine = d.routine OR (s.outcome = 'done' AND d.by ? s.routine))
  GROUP BY d.site, d.machine, d.day, d.key, d.routine, d.due, d.beat, d.outcome`;

export const OUTCOME_COLUMNS = sql.raw("site, machine, day, key, routine, due, beat, outcome");

/** Outcomes of closed days among `days`; `closing` where one of them is being closed just now. */
async function refoldOutcomes(tx: Connection, where: SQL, days: string[], closing = false): Promise<void> {
  const list = sql`ANY(${sql.param(days)}::date[])`;
  if (!closing) {
    const { rowCount } = await tx.execute(sql`SELECT 1 FROM day_outcome WHERE ${where} AND day = ${list} LIMIT 1`);
    if (!rowCount) return;
  }
  await tx.execute(sql`DELETE FROM day_outcome WHERE ${where} AND day = ${list}`);
  await tx.execute(
    sql`INSERT INTO day_outcome (${OUTCOME_COLUMNS}) ${outcomeRows(EFFECTIVE, sql`settled_day`, sql`${where} AND day = ${list}`, sql`e.local_day = ${list}`)}`,
  );
}

/** Makes all projections of a site anew from the ledger alone. */
export async function rebuildSite(tx: Connection, site: string): Promise<void> {
  const ofSite = sql`site = ${site}`;
  for (const projection of Object.values(PROJECTIONS)) {
    await tx.execute(sql`DELETE FROM ${sql.raw(projection.table)} WHERE ${ofSite}`);
    await tx.execute(insert(projection, projection.rows(EFFECTIVE, ofSite)));
  }
  await tx.execute(sql`DELETE FROM last_settled WHERE ${ofSite}`);
  await tx.execute(sql`INSERT INTO last_settled (site, machine, routine, day, outcome) ${lastSettledRows(sql`settled_day`, ofSite)}`);
  await tx.execute(sql`DELETE FROM stock_day WHERE ${ofSite}`);
  await tx.execute(sql`INSERT INTO stock_day (${sql.raw(STOCK_DAY_COLUMNS)}) ${stockDayRows(sql`stock_move`, ofSite)}`);
  await tx.execute(sql`DELETE FROM stock_now WHERE ${ofSite}`);
  await tx.execute(sql`INSERT INTO stock_now (${sql.raw(STOCK_NOW_COLUMNS)}) ${stockNowRows(sql`stock_move`, ofSite)}`);
  await tx.execute(sql`DELETE FROM day_outcome WHERE ${ofSite}`);
  await tx.execute(sql`INSERT INTO day_outcome (${OUTCOME_COLUMNS}) ${outcomeRows(EFFECTIVE, sql`settled_day`, ofSite)}`);
}

import { and, eq, type SQL, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { stockMove } from "./stores-tables.ts";

/** Projections that are folded from other projections, or from these and the closed days. */

export type Derived = { table: string; columns: string; rows: (source: (table: string) => SQL, where: SQL) => SQL };

/** The entries themselves, as `source` names them. */
export const ENTRIES = "effective_entry";

const LAST_SETTLED: Derived = {
  table: "last_settled",
  columns: "site, machine, routine, day, outcome",
  rows: (source, where) => sql`
    SELECT DISTINCT ON (site, machine, routine) site, machine, routine, day, outcome FROM ${source("settled_day")} s WHERE ${where}
    ORDER BY site, machine, routine, day DESC`,
};

/** What is there: the last count of each item, lot and place, and all that moved after it. */
const STOCK_NOW: Derived = {
  table: "stock_now",
  columns: "site, item, lot, place, amount, expiry, opened_on, received_on, counted_on, last_box_on, last_at",
  rows: (source, where) => sql`
    WITH moved AS (SELECT * FROM ${source("stock_move")} s WHERE ${where}),
    count AS (SELECT DISTINCT ON (site, item, lot, place) site, item, lot, place, happened_at, entry_id, amount, day FROM moved WHERE counted
      ORDER BY site, item, lot, place, happened_at DESC, entry_id DESC)
    SELECT m.site, m.item, m.lot, m.place,
      coalesce(max(c.amount), 0) + coalesce(sum(m.amount) FILTER (WHERE NOT m.counted AND (c.entry_id IS NULL OR (m.happened_at, m.entry_id) > (c.happened_at, c.entry_id))), 0),
      min(m.expiry), min(m.day) FILTER (WHERE m.event = 'opened'), min(m.day) FILTER (WHERE m.event IN ('received', 'mixed', 'kit-opened')), max(c.day),
      CASE WHEN max(m.happened_at) FILTER (WHERE m.event = 'last-box') > coalesce(max(m.happened_at) FILTER (WHERE m.event = 'received'), '-infinity')
        THEN max(m.day) FILTER (WHERE m.event = 'last-box') END,
      max(m.happened_at)
    FROM moved m LEFT JOIN count c ON c.site = m.site AND c.item = m.item AND c.lot = m.lot AND c.place = m.place
    GROUP BY m.site, m.item, m.lot, m.place`,
};

/** What left the shelf for good, added up by day. */
const STOCK_DAY: Derived = {
  table: "stock_day",
  columns: "site, item, day, machine, event, listed, amount, moves",
  rows: (source, where) => sql`
    SELECT site, item, day, coalesce(machine, ''), event, routine IS NOT NULL, sum(-amount), count(*)::int FROM ${source("stock_move")} s
    WHERE event IN ('used', 'discarded', 'mixed in') AND ${where} GROUP BY 1, 2, 3, 4, 5, 6`,
};

/** Outcomes of closed days: as recorded, but done (or skipped) where a late entry of that day says so. */
const OUTCOME_COLUMNS = "site, machine, day, key, routine, due, beat, outcome";
const outcomeRows = (source: (table: string) => SQL, where: SQL, sourceWhere: SQL = sql`true`) => sql`
  SELECT d.site, d.machine, d.day, d.key, d.routine, d.due, d.beat,
    coalesce(CASE WHEN bool_or(s.outcome = 'done') THEN 'done' WHEN bool_or(s.outcome = 'skipped') THEN 'skipped' END, d.outcome)
  FROM (
    SELECT * FROM (
      SELECT DISTINCT ON (e.site, o ->> 'machine', (e.body ->> 'day')::date, o ->> 'key')
        e.site, o ->> 'machine' AS machine, (e.body ->> 'day')::date AS day, o ->> 'key' AS key, o ->> 'routine' AS routine,
        (o ->> 'due')::date AS due, o ->> 'beat' AS beat, o ->> 'outcome' AS outcome, o -> 'by' AS by
      FROM ${source(ENTRIES)} e, jsonb_array_elements(e.body -> 'outcomes') o WHERE e.kind = 'day-closed' AND ${sourceWhere}
      ORDER BY e.site, o ->> 'machine', (e.body ->> 'day')::date, o ->> 'key', e.happened_at DESC, e.id DESC
    ) latest WHERE ${where}
  ) d
  LEFT JOIN ${source("settled_day")} s ON s.site = d.site AND s.machine = d.machine AND s.day = d.day
    AND (s.routine = d.routine OR (s.outcome = 'done' AND d.by ? s.routine))
  GROUP BY d.site, d.machine, d.day, d.key, d.routine, d.due, d.beat, d.outcome`;
const DAY_OUTCOME: Derived = { table: "day_outcome", columns: OUTCOME_COLUMNS, rows: outcomeRows };

/** In the order in which they can be folded. */
export const DERIVED: readonly Derived[] = [LAST_SETTLED, STOCK_DAY, STOCK_NOW, DAY_OUTCOME];

const tables = (table: string) => sql.raw(table);

/** Folds again the rows of a derived projection that `where` names. */
export async function refoldDerived(tx: Connection, { table, columns, rows }: Derived, where: SQL): Promise<void> {
  await tx.execute(sql`DELETE FROM ${sql.raw(table)} WHERE ${where}`);
  await tx.execute(sql`INSERT INTO ${sql.raw(table)} (${sql.raw(columns)}) ${rows(tables, where)}`);
}

export const refoldLastSettled = (tx: Connection, where: SQL): Promise<void> => refoldDerived(tx, LAST_SETTLED, where);

/** Outcomes of closed days among `days`; `closing` where one of them is being closed just now. */
export async function refoldOutcomes(tx: Connection, where: SQL, days: string[], closing = false): Promise<void> {
  const list = sql`ANY(${sql.param(days)}::date[])`;
  if (!closing) {
    const { rowCount } = await tx.execute(sql`SELECT 1 FROM day_outcome WHERE ${where} AND day = ${list} LIMIT 1`);
    if (!rowCount) return;
  }
  await tx.execute(sql`DELETE FROM day_outcome WHERE ${where} AND day = ${list}`);
  await tx.execute(
    sql`INSERT INTO day_outcome (${sql.raw(OUTCOME_COLUMNS)}) ${outcomeRows(tables, sql`${where} AND day = ${list}`, sql`e.local_day = ${list}`)}`,
  );
}

/** An item, lot and day that an entry moves. */
export type Moved = { item: string; lot: string; day: string };

/** What an entry moves as the projection has it now. */
export const movedBy = (tx: Connection, site: string, id: string): Promise<Moved[]> =>
  tx
    .selectDistinct({ item: stockMove.item, lot: stockMove.lot, day: stockMove.day })
    .from(stockMove)
    .where(and(eq(stockMove.site, site), eq(stockMove.entryId, id)));

export async function refoldStock(tx: Connection, site: string, moved: readonly Moved[]): Promise<void> {
  if (moved.length === 0) return;
  const pairs = (other: "day" | "lot", type: SQL) =>
    sql`site = ${site} AND (item, ${sql.raw(other)}) IN (SELECT * FROM unnest(${sql.param(moved.map(({ item }) => item))}::text[], ${sql.param(moved.map((each) => each[other]))}::${type}[]))`;
  await refoldDerived(tx, STOCK_DAY, pairs("day", sql`date`));
  await refoldDerived(tx, STOCK_NOW, pairs("lot", sql`text`));
}

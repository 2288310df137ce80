import { type SQL, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import type { Projection } from "./projections.ts";

/** Projections of the store: what moved, what is there, orders, waste, ink. */

const ofEntry: Projection["narrow"] = ({ site, id }) => ({
  table: sql`site = ${site} AND entry_id = ${id}`,
  entries: sql`site = ${site} AND id = ${id}`,
});

/** Runs that read a waste vessel: in which step, and whether it is what was in it before it was emptied. */
const RUN_LEVELS = sql`kind = 'run' AND body ->> 'event' = 'step' AND body -> 'result' ->> 'value' IS NOT NULL AND (
  (routine = 'R08' AND body ->> 'step' = 'level') OR (routine = 'R45' AND body ->> 'step' IN ('before', 'after')) OR (routine IN ('R42', 'R44') AND body ->> 'step' = 'after'))`;

export const STOCK_PROJECTIONS: Record<string, Projection> = {
  stockMove: {
    table: "stock_move",
    columns:
      "site, entry_id, line, happened_at, day, event, item, lot, place, amount, counted, expiry, machine, routine, channel, person, run, order_id, supplier, delivery",
    narrow: ofEntry,
    rows: (source, where) => sql`
      SELECT site, id, n::int, happened_at, local_day, body ->> 'event', v ->> 'item', coalesce(v ->> 'lot', ''), coalesce(v ->> 'place', ''),
        (v ->> 'amount')::numeric(16, 3) * CASE body ->> 'event' WHEN 'used' THEN -1 WHEN 'discarded' THEN -1 WHEN 'moved' THEN -1 WHEN 'opened' THEN 0 WHEN 'last-box' THEN 0
          WHEN 'kit-opened' THEN CASE WHEN n = 1 THEN -1 ELSE 1 END ELSE 1 END,
        body ->> 'event' = 'counted', (v ->> 'expiry')::date, machine, routine, v ->> 'channel', person, run, (body ->> 'order')::uuid, body ->> 'supplier', body ->> 'delivery'
      FROM ${source} e CROSS JOIN LATERAL jsonb_array_elements(body -> 'lines') WITH ORDINALITY l (v, n) WHERE kind = 'stock' AND ${where}
      UNION ALL
      SELECT site, id, n::int + 1000, happened_at, local_day, 'moved', v ->> 'item', coalesce(v ->> 'lot', ''), coalesce(body ->> 'to', ''), (v ->> 'amount')::numeric(16, 3),
        false, (v ->> 'expiry')::date, machine, routine, NULL, person, run, NULL, NULL, NULL
      FROM ${source} e CROSS JOIN LATERAL jsonb_array_elements(body -> 'lines') WITH ORDINALITY l (v, n) WHERE kind = 'stock' AND body ->> 'event' = 'moved' AND ${where}
      UNION ALL
      SELECT site, id, 0, happened_at, local_day, 'mixed', body ->> 'item', body ->> 'lot', '', (body ->> 'amountMl')::numeric(16, 3), false, (body ->> 'useBy')::date, machine,
        NULL, NULL, person, run, NULL, NULL, NULL
      FROM ${source} e WHERE kind = 'mix' AND ${where}
      UNION ALL
      SELECT site, id, n::int, happened_at, local_day, 'mixed in', v ->> 'item', coalesce(v ->> 'lot', ''), coalesce(v ->> 'place', ''), -(v ->> 'ml')::numeric(16, 3), false, NULL,
        machine, NULL, NULL, person, run, NULL, NULL, NULL
      FROM ${source} e CROSS JOIN LATERAL jsonb_array_elements(body -> 'parts') WITH ORDINALITY l (v, n) WHERE kind = 'mix' AND ${where}`,
  },
  purchase: {
    table: "purchase",
    columns: "site, id, supplier, placed_at, day, person, body, closed_at, closed_why",
    narrow: ({ site, id, body }) => {
      const original = typeof body.of === "string" ? body.of : id;
      return {
        table: sql`site = ${site} AND id::text = ${original}`,
        entries: sql`site = ${site} AND (id::text = ${original} OR body ->> 'of' = ${original})`,
      };
    },
    rows: (source, where) => sql`
      SELECT b.site, b.id, b.body ->> 'supplier', b.happened_at, b.local_day, b.person, b.body, c.happened_at, c.reason
      FROM (SELECT * FROM ${source} e WHERE kind = 'order' AND body ->> 'event' = 'placed' AND ${where}) b
      LEFT JOIN (SELECT DISTINCT ON (site, body ->> 'of') site, body ->> 'of' AS of, body ->> 'reason' AS reason, happened_at
        FROM ${source} e WHERE kind = 'order' AND body ->> 'event' = 'closed' AND ${where} ORDER BY site, body ->> 'of', happened_at, id) c
      ON c.site = b.site AND c.of = b.id::text`,
  },
  wasteMove: {
    table: "waste_move",
    columns: "site, entry_id, happened_at, day, event, machine, vessel, ml, percent, before_ml, container, moved_ml, person, body",
    narrow: ofEntry,
    rows: (source, where) => sql`
      SELECT site, id, happened_at, local_day, body ->> 'event', machine, body ->> 'vessel', coalesce((body ->> 'ml')::float8, 0), NULL::float8, (body ->> 'beforeMl')::float8,
        body ->> 'into', CASE WHEN body ->> 'event' = 'emptied' THEN greatest(0, coalesce((body ->> 'beforeMl')::float8, 0) - coalesce((body ->> 'ml')::float8, 0)) END, person, body
      FROM ${source} e WHERE kind = 'vessel' AND ${where}
      UNION ALL
      SELECT site, id, happened_at, local_day, CASE WHEN body ->> 'step' = 'after' THEN CASE routine WHEN 'R45' THEN 'emptied' WHEN 'R42' THEN 'replaced' ELSE 'reset' END ELSE 'level' END,
        machine, NULL, CASE WHEN routine IN ('R08', 'R45') THEN (body -> 'result' ->> 'value')::float8 END,
        CASE WHEN routine IN ('R42', 'R44') THEN (body -> 'result' ->> 'value')::float8 END, NULL, NULL, NULL, person, body
      FROM ${source} e WHERE ${RUN_LEVELS} AND machine IS NOT NULL AND ${where}
      UNION ALL
      SELECT site, id, happened_at, local_day, 'out', machine, NULL, NULL, NULL, NULL, body ->> 'container', -(body ->> 'ml')::float8, person, body
      FROM ${source} e WHERE kind = 'waste-out' AND ${where}`,
  },
  inkLevel: {
    table: "ink_level",
    columns: "site, machine, channel, percent, entry_id, happened_at",
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, machine, v ->> 'channel') site, machine, v ->> 'channel', (v ->> 'percent')::float8, id, happened_at
      FROM ${source} e CROSS JOIN LATERAL jsonb_array_elements(body -> 'channels') v WHERE kind = 'ink-level' AND machine IS NOT NULL AND ${where}
      ORDER BY site, machine, v ->> 'channel', happened_at DESC, id DESC`,
  },
};

/** Which of them an entry of a kind changes. */
export const STOCK_OF_KIND: Record<string, string[]> = {
  stock: ["stockMove"],
  mix: ["stockMove"],
  order: ["purchase"],
  vessel: ["wasteMove"],
  "waste-out": ["wasteMove"],
  "ink-level": ["inkLevel"],
};

export const STOCK_NOW_COLUMNS = "site, item, lot, place, amount, expiry, opened_on, received_on, counted_on, last_box_on, last_at";

/** What is there: the last count of each item, lot and place, and all that moved after it. */
export const stockNowRows = (moves: SQL, where: SQL) => sql`
  WITH moved AS (SELECT * FROM ${moves} s WHERE ${where}),
  count AS (SELECT DISTINCT ON (site, item, lot, place) site, item, lot, place, happened_at, entry_id, amount, day FROM moved WHERE counted
    ORDER BY site, item, lot, place, happened_at DESC, entry_id DESC)
  SELECT m.site, m.item, m.lot, m.place,
    coalesce(max(c.amount), 0) + coalesce(sum(m.amount) FILTER (WHERE NOT m.counted AND (c.entry_id IS NULL OR (m.happened_at, m.entry_id) > (c.happened_at, c.entry_id))), 0),
    min(m.expiry), min(m.day) FILTER (WHERE m.event = 'opened'), min(m.day) FILTER (WHERE m.event IN ('received', 'mixed', 'kit-opened')), max(c.day),
    CASE WHEN max(m.happened_at) FILTER (WHERE m.event = 'last-box') > coalesce(max(m.happened_at) FILTER (WHERE m.event = 'received'), '-infinity')
      THEN max(m.day) FILTER (WHERE m.event = 'last-box') END,
    max(m.happened_at)
  FROM moved m LEFT JOIN count c ON c.site = m.site AND c.item = m.item AND c.lot = m.lot AND c.place = m.place
  GROUP BY m.site, m.item, m.lot, m.place`;

export const STOCK_DAY_COLUMNS = "site, item, day, machine, event, listed, amount, moves";

/** What left the shelf for good, added up by day. */
export const stockDayRows = (moves: SQL, where: SQL) => sql`
  SELECT site, item, day, coalesce(machine, ''), event, routine IS NOT NULL, sum(-amount), count(*)::int FROM ${moves} s
  WHERE event IN ('used', 'discarded', 'mixed in') AND ${where} GROUP BY 1, 2, 3, 4, 5, 6`;

/** An item, lot and day that an entry moves. */
export type Moved = { item: string; lot: string; day: string };

/** What an entry moves as the projection has it now. */
export async function movedBy(tx: Connection, site: string, id: string): Promise<Moved[]> {
  const { rows } = await tx.execute<Moved>(sql`SELECT DISTINCT item, lot, day FROM stock_move WHERE site = ${site} AND entry_id = ${id}`);
  return rows;
}

export async function refoldStock(tx: Connection, site: string, lots: readonly Moved[]): Promise<void> {
  if (lots.length === 0) return;
  const days = sql`site = ${site} AND (item, day) IN (SELECT * FROM unnest(${sql.param(lots.map(({ item }) => item))}::text[], ${sql.param(lots.map(({ day }) => day))}::date[]))`;
  await tx.execute(sql`DELETE FROM stock_day WHERE ${days}`);
  await tx.execute(sql`INSERT INTO stock_day (${sql.raw(STOCK_DAY_COLUMNS)}) ${stockDayRows(sql`stock_move`, days)}`);
  const where = sql`site = ${site} AND (item, lot) IN (SELECT * FROM unnest(${sql.param(lots.map(({ item }) => item))}::text[], ${sql.param(lots.map(({ lot }) => lot))}::text[]))`;
  await tx.execute(sql`DELETE FROM stock_now WHERE ${where}`);
  await tx.execute(sql`INSERT INTO stock_now (${sql.raw(STOCK_NOW_COLUMNS)}) ${stockNowRows(sql`stock_move`, where)}`);
}

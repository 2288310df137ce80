import { sql } from "drizzle-orm";
import type { Held } from "../core/stores/shelf.ts";
import type { Connection } from "./database.ts";

export type HeldRow = Held & { countedOn: string | null; lastBoxOn: string | null };

/** What is there of all items, or of some. Lots that are used up are left out unless `all`. */
export async function stockRows(db: Connection, site: string, items?: string[], all = false): Promise<HeldRow[]> {
  const { rows } = await db.execute<HeldRow>(sql`
    SELECT item, lot, place, amount::float8 AS amount, expiry, opened_on AS "openedOn", received_on AS "receivedOn", counted_on AS "countedOn", last_box_on AS "lastBoxOn"
    FROM stock_now WHERE site = ${site} ${items ? sql`AND item = ANY(${sql.param(items)})` : sql``}
      ${all ? sql`` : sql`AND (amount <> 0 OR lot = '')`} ORDER BY item, lot, place`);
  return rows;
}

export type MoveRow = {
  entryId: string;
  line: number;
  happenedAt: Date;
  day: string;
  event: string;
  item: string;
  lot: string;
  place: string;
  amount: number;
  machine: string | null;
  channel: string | null;
  person: string | null;
  run: string | null;
  delivery: string | null;
};

/** Movements, newest first, a page at a time: those before a moment and entry. */
export async function moveRows(
  db: Connection,
  site: string,
  { item, lot, before, limit }: { item?: string; lot?: string; before?: { at: string; id: string }; limit: number },
): Promise<MoveRow[]> {
  const { rows } = await db.execute<MoveRow>(sql`
    SELECT entry_id AS "entryId", line, happened_at AS "happenedAt", day, event, item, lot, place, amount::float8 AS amount, machine, channel, person, run, delivery
    FROM stock_move WHERE site = ${site} ${item ? sql`AND item = ${item}` : sql``} ${lot !== undefined ? sql`AND lot = ${lot}` : sql``}
      ${before ? sql`AND (happened_at, entry_id) < (${before.at}::timestamptz, ${before.id}::uuid)` : sql``}
    ORDER BY happened_at DESC, entry_id DESC, line LIMIT ${limit}`);
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

/** What was there of an item and lot at a place up to a moment: the last count before it and what moved since. */
export async function stockAt(
  db: Connection,
  site: string,
  of: { item: string; lot: string; place: string; at: Date; not: string },
): Promise<number> {
  const { rows } = await db.execute<{ amount: number }>(sql`
    WITH moved AS (SELECT * FROM stock_move WHERE site = ${site} AND item = ${of.item} AND lot = ${of.lot} AND place = ${of.place}
      AND entry_id <> ${of.not} AND (happened_at, entry_id) < (${of.at}, ${of.not}::uuid)),
    count AS (SELECT happened_at, entry_id, amount FROM moved WHERE counted ORDER BY happened_at DESC, entry_id DESC LIMIT 1)
    SELECT (coalesce((SELECT amount FROM count), 0) + coalesce(sum(m.amount) FILTER (WHERE NOT m.counted AND (c.entry_id IS NULL OR (m.happened_at, m.entry_id) > (c.happened_at, c.entry_id))), 0))::float8 AS amount
    FROM moved m LEFT JOIN count c ON true`);
  return rows[0]?.amount ?? 0;
}

/** Whether a supplier's delivery with an item and lot is in the ledger already. */
export async function deliveredBefore(
  db: Connection,
  site: string,
  of: { delivery: string; supplier: string | null; item: string; lot: string; not: string },
): Promise<{ day: string; person: string | null } | undefined> {
  const { rows } = await db.execute<{ day: string; person: string | null }>(sql`
    SELECT day, person FROM stock_move WHERE site = ${site} AND delivery = ${of.delivery} AND coalesce(supplier, '') = ${of.supplier ?? ""}
      AND event = 'received' AND item = ${of.item} AND lot = ${of.lot} AND entry_id <> ${of.not} LIMIT 1`);
  return rows[0];
}

/** What was used of each item in each week back from a day: week 0 is the seven days that end on it. `lists` counts what routines' lists took. */
export async function usedByWeek(
  db: Connection,
  site: string,
  on: string,
  weeks: number,
): Promise<{ item: string; week: number; lists: number; besides: number }[]> {
  const { rows } = await db.execute<{ item: string; week: number; lists: number; besides: number }>(sql`
    SELECT item, ((${on}::date - day) / 7)::int AS week, coalesce(sum(amount) FILTER (WHERE listed), 0)::float8 AS lists,
      coalesce(sum(amount) FILTER (WHERE NOT listed), 0)::float8 AS besides
    FROM stock_day WHERE site = ${site} AND event <> 'discarded' AND day > ${on}::date - ${weeks * 7}::int AND day <= ${on}::date GROUP BY 1, 2`);
  return rows;
}

export type PurchaseRow = {
  id: string;
  supplier: string;
  day: string;
  person: string | null;
  body: { lines: { item: string; packs: number; amount: number; priceCents: number }[]; note?: string };
  closedAt: Date | null;
  closedWhy: string | null;
  received: Record<string, number>;
};

/** Orders, newest first, with what came of each. */
export async function purchaseRows(db: Connection, site: string, limit: number, openSince?: string): Promise<PurchaseRow[]> {
  const { rows } = await db.execute<PurchaseRow>(sql`
    SELECT p.id, p.supplier, p.day, p.person, p.body, p.closed_at AS "closedAt", p.closed_why AS "closedWhy",
      coalesce((SELECT jsonb_object_agg(item, amount) FROM (SELECT item, sum(amount)::float8 AS amount FROM stock_move m
        WHERE m.site = p.site AND m.order_id = p.id AND m.event = 'received' GROUP BY item) r), '{}'::jsonb) AS received
    FROM purchase p WHERE p.site = ${site} ${openSince ? sql`AND p.closed_at IS NULL AND p.day >= ${openSince}` : sql``} ORDER BY p.placed_at DESC LIMIT ${limit}`);
  return rows;
}

export async function purchaseRow(db: Connection, site: string, id: string): Promise<PurchaseRow | undefined> {
  return (await purchaseRows(db, site, 1000)).find((row) => row.id === id);
}

/** Volatile fluids let out: what was used or thrown away, by item, machine and day. */
export async function letOut(db: Connection, site: string, items: string[], from: string, to: string) {
  const { rows } = await db.execute<{ item: string; machine: string | null; day: string; amount: number }>(sql`
    SELECT item, nullif(machine, '') AS machine, day, sum(amount)::float8 AS amount FROM stock_day
    WHERE site = ${site} AND event <> 'mixed in' AND item = ANY(${sql.param(items)}) AND day BETWEEN ${from} AND ${to} GROUP BY 1, 2, 3 ORDER BY day, item`);
  return rows;
}

/** The same added up by item over a longer time. */
export async function letOutByItem(db: Connection, site: string, items: string[], from: string, to: string) {
  const { rows } = await db.execute<{ item: string; amount: number }>(sql`
    SELECT item, sum(amount)::float8 AS amount FROM stock_day
    WHERE site = ${site} AND event <> 'mixed in' AND item = ANY(${sql.param(items)}) AND day BETWEEN ${from} AND ${to} GROUP BY item`);
  return rows;
}

/** What was used at machines between two days, by item. */
export async function usedAtMachines(db: Connection, site: string, from: string, to: string) {
  const { rows } = await db.execute<{ item: string; machine: string | null; amount: number }>(sql`
    SELECT item, nullif(machine, '') AS machine, sum(amount)::float8 AS amount FROM stock_day
    WHERE site = ${site} AND event <> 'mixed in' AND day BETWEEN ${from} AND ${to} GROUP BY 1, 2`);
  return rows;
}

/** Lots put into channels, of one item and lot or of one machine. */
export async function fillRows(db: Connection, site: string, machines?: string[]) {
  const { rows } = await db.execute<{ machine: string; channel: string; item: string; lot: string; day: string; entry: string }>(sql`
    SELECT machine, channel, item, lot, day, entry_id AS entry FROM stock_move WHERE site = ${site} AND channel IS NOT NULL AND machine IS NOT NULL AND lot <> ''
      AND event = 'used' ${machines ? sql`AND machine = ANY(${sql.param(machines)})` : sql``} ORDER BY happened_at, entry_id LIMIT 20000`);
  return rows;
}

export async function inkLevels(db: Connection, site: string) {
  const { rows } = await db.execute<{ machine: string; channel: string; percent: number; happenedAt: Date }>(
    sql`SELECT machine, channel, percent, happened_at AS "happenedAt" FROM ink_level WHERE site = ${site}`,
  );
  return rows.map((row) => ({ ...row, happenedAt: new Date(row.happenedAt) }));
}

/** Batches mixed of an item on a day, for the number of the next. */
export async function batchesOn(db: Connection, site: string, item: string, day: string): Promise<number> {
  const { rows } = await db.execute<{ count: number }>(
    sql`SELECT count(*)::int AS count FROM stock_move WHERE site = ${site} AND item = ${item} AND event = 'mixed' AND day = ${day}`,
  );
  return rows[0]?.count ?? 0;
}

/** The batch that a lot of an item was made as. */
export async function mixOf(db: Connection, site: string, item: string, lot: string) {
  const { rows } = await db.execute<{ body: Record<string, unknown>; day: string; person: string | null }>(sql`
    SELECT e.body, e.local_day AS day, e.person FROM stock_move m JOIN effective_entry e ON e.site = m.site AND e.id = m.entry_id
    WHERE m.site = ${site} AND m.item = ${item} AND m.lot = ${lot} AND m.event = 'mixed' LIMIT 1`);
  return rows[0];
}

/** The last batches mixed, newest first. */
export async function lastMixes(db: Connection, site: string, limit: number) {
  const { rows } = await db.execute<{
    id: string;
    item: string;
    lot: string;
    ml: number;
    day: string;
    useBy: string;
    person: string | null;
  }>(sql`
    SELECT entry_id AS id, item, lot, amount::float8 AS ml, day, expiry AS "useBy", person FROM stock_move
    WHERE site = ${site} AND event = 'mixed' ORDER BY happened_at DESC LIMIT ${limit}`);
  return rows;
}

/** The expiry that another entry than one says of a lot. */
export async function expiryElsewhere(
  db: Connection,
  site: string,
  of: { item: string; lot: string; not: string },
): Promise<string | undefined> {
  const { rows } = await db.execute<{ expiry: string }>(sql`
    SELECT expiry FROM stock_move WHERE site = ${site} AND item = ${of.item} AND lot = ${of.lot} AND expiry IS NOT NULL AND entry_id <> ${of.not} LIMIT 1`);
  return rows[0]?.expiry;
}

/** The items that were filled into a machine's channels since a day. */
export async function filledAt(db: Connection, site: string, machine: string, since: string): Promise<string[]> {
  const { rows } = await db.execute<{ item: string }>(sql`
    SELECT DISTINCT item FROM stock_move WHERE site = ${site} AND machine = ${machine} AND day >= ${since} AND channel IS NOT NULL ORDER BY item LIMIT 200`);
  return rows.map(({ item }) => item);
}

import { and, asc, between, count, desc, eq, gte, inArray, isNotNull, isNull, ne, or, type SQL, sql } from "drizzle-orm";
import { type Connection, columnsOf } from "./database.ts";
import { effectiveEntry } from "./effective-entry.ts";
import { inkLevel, purchase, stockDay, stockMove, stockNow } from "./stores-tables.ts";

export type HeldRow = Awaited<ReturnType<typeof stockRows>>[number];

/** What is there of all items, or of some. Lots that are used up are left out unless `all`. */
export const stockRows = (db: Connection, site: string, items?: string[], all = false) => {
  const { lastAt: _, ...columns } = columnsOf(stockNow);
  return db
    .select(columns)
    .from(stockNow)
    .where(
      and(
        eq(stockNow.site, site),
        items && inArray(stockNow.item, items),
        all ? undefined : or(ne(stockNow.amount, 0), eq(stockNow.lot, "")),
      ),
    )
    .orderBy(asc(stockNow.item), asc(stockNow.lot), asc(stockNow.place));
};

export type MoveRow = Awaited<ReturnType<typeof moveRows>>[number];

/** Movements, newest first, a page at a time: those before a moment and entry. */
export const moveRows = (
  db: Connection,
  site: string,
  { item, lot, before, limit }: { item?: string; lot?: string; before?: { at: string; id: string }; limit: number },
) => {
  const { expiry: _e, routine: _r, orderId: _o, supplier: _s, ...columns } = columnsOf(stockMove);
  return db
    .select(columns)
    .from(stockMove)
    .where(
      and(
        eq(stockMove.site, site),
        item ? eq(stockMove.item, item) : undefined,
        lot === undefined ? undefined : eq(stockMove.lot, lot),
        before && sql`(${stockMove.happenedAt}, ${stockMove.entryId}) < (${before.at}::timestamptz, ${before.id}::uuid)`,
      ),
    )
    .orderBy(desc(stockMove.happenedAt), desc(stockMove.entryId), asc(stockMove.line))
    .limit(limit);
};

/** What an entry moved. */
export const movesOfEntry = (db: Connection, site: string, entry: string) =>
  db
    .select({ item: stockMove.item, amount: stockMove.amount, counted: stockMove.counted })
    .from(stockMove)
    .where(and(eq(stockMove.site, site), eq(stockMove.entryId, entry)))
    .orderBy(asc(stockMove.line));

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
  const m = stockMove;
  const [row] = await db
    .select({ day: m.day, person: m.person })
    .from(m)
    .where(
      and(
        eq(m.site, site),
        eq(m.delivery, of.delivery),
        eq(sql`coalesce(${m.supplier}, '')`, of.supplier ?? ""),
        eq(m.event, "received"),
        eq(m.item, of.item),
        eq(m.lot, of.lot),
        ne(m.entryId, of.not),
      ),
    )
    .limit(1);
  return row;
}

/** An amount added up. */
const added = (where?: SQL): SQL<number> =>
  sql`coalesce(sum(${stockDay.amount}) ${where ? sql`FILTER (WHERE ${where})` : sql``}, 0)`.mapWith(Number) as SQL<number>;

/** What was used of each item on each day between two, both counted in. `lists` counts what routines' lists took. */
export const usedByDay = (db: Connection, site: string, from: string, to: string) => {
  const { item, day, listed, event } = stockDay;
  return db
    .select({ item, day, lists: added(sql`${listed}`), besides: added(sql`NOT ${listed}`) })
    .from(stockDay)
    .where(and(eq(stockDay.site, site), ne(event, "discarded"), between(day, from, to)))
    .groupBy(item, day);
};

/** The day of the first movement of all; `null` where there is none. */
export async function firstStockDay(db: Connection, site: string): Promise<string | null> {
  const [row] = await db
    .select({ day: stockMove.day })
    .from(stockMove)
    .where(eq(stockMove.site, site))
    .orderBy(asc(stockMove.day))
    .limit(1);
  return row?.day ?? null;
}

export type StockSpan = { item: string; first: string; empty: [after: string, before: string | null][] };

/** The day of each item's first entry, and the spans in which there was none of it: after a day, before another (`null`: since then). */
export async function stockSpans(db: Connection, site: string): Promise<StockSpan[]> {
  const { rows } = await db.execute<StockSpan>(sql`
    WITH moved AS (SELECT item, lot, place, day, happened_at, entry_id, line, amount,
        sum(counted::int) OVER (PARTITION BY item, lot, place ORDER BY happened_at, entry_id, line) AS since_count FROM stock_move WHERE site = ${site}),
    lot_level AS (SELECT *, sum(amount) OVER (PARTITION BY item, lot, place, since_count ORDER BY happened_at, entry_id, line) AS level FROM moved),
    change AS (SELECT *, level - coalesce(lag(level) OVER (PARTITION BY item, lot, place ORDER BY happened_at, entry_id, line), 0) AS by_so_much FROM lot_level),
    item_level AS (SELECT item, day, sum(by_so_much) OVER w AS total, lead(day) OVER w AS next FROM change
        WINDOW w AS (PARTITION BY item ORDER BY happened_at, entry_id, line))
    SELECT item, min(day)::text AS first,
      coalesce(jsonb_agg(jsonb_build_array(day, next)) FILTER (WHERE total < 0.001 AND (next IS NULL OR next > day + 1)), '[]'::jsonb) AS empty
    FROM item_level GROUP BY item`);
  return rows;
}

export type PurchaseRow = Awaited<ReturnType<typeof purchaseRows>>[number];

/** Orders, newest first, with what came of each. */
export const purchaseRows = (db: Connection, site: string, limit: number, openSince?: string) => {
  const { placedAt: _, ...columns } = columnsOf(purchase);
  const received = sql<Record<string, number>>`coalesce((SELECT jsonb_object_agg(item, amount) FROM (
    SELECT item, sum(amount)::float8 AS amount FROM stock_move m
    WHERE m.site = ${purchase.site} AND m.order_id = ${purchase.id} AND m.event = 'received' GROUP BY item) r), '{}'::jsonb)`;
  return db
    .select({ ...columns, received })
    .from(purchase)
    .where(and(eq(purchase.site, site), openSince ? and(isNull(purchase.closedAt), gte(purchase.day, openSince)) : undefined))
    .orderBy(desc(purchase.placedAt))
    .limit(limit);
};

export async function purchaseRow(db: Connection, site: string, id: string): Promise<PurchaseRow | undefined> {
  return (await purchaseRows(db, site, 1000)).find((row) => row.id === id);
}

/** What left the shelf for good between two days, of some items or all; what was mixed into another item is in that. */
const gone = (site: string, from: string, to: string, items?: string[]) =>
  and(eq(stockDay.site, site), ne(stockDay.event, "mixed in"), items && inArray(stockDay.item, items), between(stockDay.day, from, to));

const atMachine = sql<string | null>`nullif(${stockDay.machine}, '')`;

/** Volatile fluids let out: what was used or thrown away, by item, machine and day. */
export const letOut = (db: Connection, site: string, items: string[], from: string, to: string) =>
  db
    .select({ item: stockDay.item, machine: atMachine, day: stockDay.day, amount: added() })
    .from(stockDay)
    .where(gone(site, from, to, items))
    .groupBy(stockDay.item, stockDay.machine, stockDay.day)
    .orderBy(asc(stockDay.day), asc(stockDay.item));

/** The same added up by item over a longer time. */
export const letOutByItem = (db: Connection, site: string, items: string[], from: string, to: string) =>
  db
    .select({ item: stockDay.item, amount: added() })
    .from(stockDay)
    .where(gone(site, from, to, items))
    .groupBy(stockDay.item);

/** What was used at machines between two days, by item. */
export const usedAtMachines = (db: Connection, site: string, from: string, to: string) =>
  db
    .select({ item: stockDay.item, machine: atMachine, amount: added() })
    .from(stockDay)
    .where(gone(site, from, to))
    .groupBy(stockDay.item, stockDay.machine);

/** Lots put into channels, of one item and lot or of one machine. */
export const fillRows = (db: Connection, site: string, machines?: string[]) => {
  const m = stockMove;
  return db
    .select({
      machine: sql<string>`${m.machine}`,
      channel: sql<string>`${m.channel}`,
      item: m.item,
      lot: m.lot,
      day: m.day,
      entry: m.entryId,
    })
    .from(m)
    .where(
      and(
        eq(m.site, site),
        isNotNull(m.channel),
        isNotNull(m.machine),
        ne(m.lot, ""),
        eq(m.event, "used"),
        machines && inArray(m.machine, machines),
      ),
    )
    .orderBy(asc(m.happenedAt), asc(m.entryId))
    .limit(20_000);
};

export const inkLevels = (db: Connection, site: string) => {
  const { machine, channel, percent, happenedAt } = inkLevel;
  return db.select({ machine, channel, percent, happenedAt }).from(inkLevel).where(eq(inkLevel.site, site));
};

/** Batches mixed of an item on a day, for the number of the next. */
export async function batchesOn(db: Connection, site: string, item: string, day: string): Promise<number> {
  const [row] = await db
    .select({ made: count() })
    .from(stockMove)
    .where(and(eq(stockMove.site, site), eq(stockMove.item, item), eq(stockMove.event, "mixed"), eq(stockMove.day, day)));
  return row?.made ?? 0;
}

/** The batch that a lot of an item was made as. */
export async function mixOf(db: Connection, site: string, item: string, lot: string) {
  const { body, localDay, person } = effectiveEntry;
  const [row] = await db
    .select({ body, day: localDay, person })
    .from(stockMove)
    .innerJoin(effectiveEntry, and(eq(effectiveEntry.site, stockMove.site), eq(effectiveEntry.id, stockMove.entryId)))
    .where(and(eq(stockMove.site, site), eq(stockMove.item, item), eq(stockMove.lot, lot), eq(stockMove.event, "mixed")))
    .limit(1);
  return row;
}

/** The last batches mixed, newest first. */
export const lastMixes = (db: Connection, site: string, limit: number) => {
  const m = stockMove;
  return db
    .select({ id: m.entryId, item: m.item, lot: m.lot, ml: m.amount, day: m.day, useBy: sql<string>`${m.expiry}`, person: m.person })
    .from(m)
    .where(and(eq(m.site, site), eq(m.event, "mixed")))
    .orderBy(desc(m.happenedAt))
    .limit(limit);
};

/** The expiry that another entry than one says of a lot. */
export async function expiryElsewhere(
  db: Connection,
  site: string,
  of: { item: string; lot: string; not: string },
): Promise<string | undefined> {
  const m = stockMove;
  const [row] = await db
    .select({ expiry: m.expiry })
    .from(m)
    .where(and(eq(m.site, site), eq(m.item, of.item), eq(m.lot, of.lot), isNotNull(m.expiry), ne(m.entryId, of.not)))
    .limit(1);
  return row?.expiry ?? undefined;
}

/** The items that were filled into a machine's channels since a day. */
export async function filledAt(db: Connection, site: string, machine: string, since: string): Promise<string[]> {
  const m = stockMove;
  const rows = await db
    .selectDistinct({ item: m.item })
    .from(m)
    .where(and(eq(m.site, site), eq(m.machine, machine), gte(m.day, since), isNotNull(m.channel)))
    .orderBy(asc(m.item))
    .limit(200);
  return rows.map(({ item }) => item);
}

/** Which lots were in some channels of a machine between two moments: what each was filled with last before, and what went in meanwhile. */
export async function lotsInChannels(
  db: Connection,
  site: string,
  machine: string,
  channels: readonly string[],
  { from, to }: { from: Date; to: Date },
): Promise<{ channel: string; item: string; lot: string; at: Date }[]> {
  const m = stockMove;
  const { rows } = await db.execute<{ channel: string; item: string; lot: string; at: Date }>(sql`
    SELECT channel, item, lot, happened_at AS at FROM (
      SELECT ${m.channel} AS channel, ${m.item} AS item, ${m.lot} AS lot, ${m.happenedAt} AS happened_at,
        row_number() OVER (PARTITION BY ${m.channel}, ${m.happenedAt} > ${from.toISOString()}::timestamptz ORDER BY ${m.happenedAt} DESC) AS place
      FROM ${m}
      WHERE ${m.site} = ${site} AND ${m.machine} = ${machine} AND ${m.channel} = ANY(${sql.param([...channels])})
        AND ${m.event} = 'used' AND ${m.happenedAt} <= ${to.toISOString()}::timestamptz
    ) AS filled
    WHERE place = 1 OR happened_at > ${from.toISOString()}::timestamptz
    ORDER BY channel, happened_at LIMIT 100`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** Lines of orders placed since a day that came: when they were placed, and when the first of the item was received for them. */
export async function deliveredOrders(
  db: Connection,
  site: string,
  since: string,
): Promise<{ item: string; placed: string; received: string }[]> {
  const { rows } = await db.execute<{ item: string; placed: string; received: string }>(sql`
    SELECT m.item, p.day::text AS placed, min(m.day)::text AS received
    FROM ${purchase} AS p JOIN ${stockMove} AS m ON m.site = p.site AND m.order_id = p.id AND m.event = 'received'
    WHERE p.site = ${site} AND p.day >= ${since}::date GROUP BY p.id, p.day, m.item ORDER BY p.day LIMIT 2000`);
  return rows;
}

import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  real,
  text,
  uuid,
} from "drizzle-orm/pg-core";

import { STOCK_EVENTS } from "../core/stores/movement.ts";
import { instant, oneOf } from "./tables.ts";

/** What the store and the rooms remember. All but the facts of instruments are projections of the ledger. */

/** Each line of what moved stock; signed by which way it went, or what was counted. */
export const stockMove = pgTable(
  "stock_move",
  {
    site: text().notNull(),
    entryId: uuid().notNull(),
    line: integer().notNull(),
    happenedAt: instant().notNull(),
    day: date({ mode: "string" }).notNull(),
    event: text().notNull(),
    item: text().notNull(),
    /** Empty where it is kept without lots; and the place where it is the item's own. */
    lot: text().notNull(),
    place: text().notNull(),
    amount: numeric({ precision: 16, scale: 3, mode: "number" }).notNull(),
    counted: boolean().notNull(),
    expiry: date({ mode: "string" }),
    machine: text(),
    /** The routine whose list it was. */
    routine: text(),
    channel: text(),
    person: text(),
    run: uuid(),
    orderId: uuid(),
    supplier: text(),
    delivery: text(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.entryId, t.line] }),
    index().on(t.site, t.item, t.lot, t.place, t.happenedAt),
    index().on(t.site, t.item, t.happenedAt, t.entryId),
    index().on(t.site, t.item, t.day),
    index().on(t.site, t.orderId).where(sql`order_id is not null`),
    index().on(t.site, t.delivery).where(sql`delivery is not null`),
    index().on(t.site, t.machine, t.channel).where(sql`channel is not null`),
    oneOf("stock_move", "event", [...STOCK_EVENTS, "mixed", "mixed in"]),
  ],
);

/** What is there of each item, by lot and place: the last count and what moved since. */
export const stockNow = pgTable(
  "stock_now",
  {
    site: text().notNull(),
    item: text().notNull(),
    lot: text().notNull(),
    place: text().notNull(),
    amount: numeric({ precision: 16, scale: 3, mode: "number" }).notNull(),
    expiry: date({ mode: "string" }),
    openedOn: date({ mode: "string" }),
    receivedOn: date({ mode: "string" }),
    countedOn: date({ mode: "string" }),
    lastBoxOn: date({ mode: "string" }),
    lastAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.item, t.lot, t.place] })],
);

/** What was used, thrown away and mixed in of an item on a day at a machine, added up; `listed` where a routine's list said so. */
export const stockDay = pgTable(
  "stock_day",
  {
    site: text().notNull(),
    item: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    /** Empty: at none. */
    machine: text().notNull(),
    event: text().notNull(),
    listed: boolean().notNull(),
    amount: numeric({ precision: 16, scale: 3, mode: "number" }).notNull(),
    moves: integer().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.item, t.day, t.machine, t.event, t.listed] }),
    index().on(t.site, t.day, t.item, t.listed, t.event, t.amount),
  ],
);

/** Orders that were placed, and whether more is to come. */
export const purchase = pgTable(
  "purchase",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    supplier: text().notNull(),
    placedAt: instant().notNull(),
    day: date({ mode: "string" }).notNull(),
    person: text(),
    body: jsonb().$type<{ lines: { item: string; packs: number; amount: number; priceCents: number }[]; note?: string }>().notNull(),
    closedAt: instant(),
    closedWhy: text(),
  },
  (t) => [primaryKey({ columns: [t.site, t.id] }), index().on(t.site, t.placedAt)],
);

const WASTE_EVENTS = ["level", "emptied", "replaced", "reset", "out"] as const;
/** Waste vessels looked at and emptied, and what left the house. */
export const wasteMove = pgTable(
  "waste_move",
  {
    site: text().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    day: date({ mode: "string" }).notNull(),
    event: text({ enum: WASTE_EVENTS }).notNull(),
    machine: text(),
    vessel: text(),
    /** What is in it now; of a cartridge read in per cent, that. */
    ml: doublePrecision(),
    percent: doublePrecision(),
    beforeMl: doublePrecision(),
    container: text(),
    /** What went into the container, or out of the house. */
    movedMl: doublePrecision(),
    person: text(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.entryId] }),
    index().on(t.site, t.machine, t.happenedAt),
    index().on(t.site, t.container, t.happenedAt).where(sql`container is not null`),
    oneOf("waste_move", "event", WASTE_EVENTS),
  ],
);

/** How much ink each channel had when it was last read. */
export const inkLevel = pgTable(
  "ink_level",
  {
    site: text().notNull(),
    machine: text().notNull(),
    channel: text().notNull(),
    percent: doublePrecision().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.channel] })],
);

/* Facts of instruments: not what people did, so not in the ledger; append-only all the same. */

/** The air of areas as sensors and files give it, one reading a minute and sensor at most. */
export const roomReading = pgTable(
  "room_reading",
  {
    site: text().notNull(),
    area: text().notNull(),
    sensor: text().notNull(),
    at: instant().notNull(),
    celsius: real().notNull(),
    humidity: real().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.area, t.at, t.sensor] }),
    /** What no room has is looked for by itself. */
    index("room_reading_strange_index")
      .on(t.site, t.area, t.at)
      .where(sql`humidity not between 2 and 99 or celsius not between -10 and 60`),
  ],
);

/** The readings of each hour as one, of those that can be true. */
export const roomHour = pgTable(
  "room_hour",
  {
    site: text().notNull(),
    area: text().notNull(),
    hour: instant().notNull(),
    celsius: real().notNull(),
    humidity: real().notNull(),
    readings: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.area, t.hour] })],
);

/** What came from each sensor, good or not; only the last of each is kept. */
export const sensorNow = pgTable(
  "sensor_now",
  {
    site: text().notNull(),
    area: text().notNull(),
    sensor: text().notNull(),
    seenAt: instant().notNull(),
    messages: bigint({ mode: "number" }).notNull(),
    kept: bigint({ mode: "number" }).notNull(),
    refused: bigint({ mode: "number" }).notNull(),
    refusedWhy: text(),
    refusedAt: instant(),
  },
  (t) => [primaryKey({ columns: [t.site, t.area, t.sensor] })],
);

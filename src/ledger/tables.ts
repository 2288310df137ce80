import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  customType,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from "drizzle-orm/pg-core";

/**
 * What Zesty Anvil remembers. Every key begins with the site. `entry` is the ledger: append-only, held by a trigger
 * and by rights; everything under "projections" is a function of its effective entries and can be rebuilt from it.
 */

const instant = () => timestamp({ withTimezone: true, mode: "date" });
const tsvector = customType<{ data: string }>({ dataType: () => "tsvector" });

export const entry = pgTable(
  "entry",
  {
    site: text().notNull(),
    /** Gapless, in commit order. */
    seq: bigint({ mode: "number" }).notNull(),
    /** UUIDv7, made by the client: a retry counts once. */
    id: uuid().notNull(),
    kind: text().notNull(),
    machine: text(),
    routine: text(),
    run: uuid(),
    step: text(),
    person: text(),
    device: text(),
    happenedAt: instant().notNull(),
    recordedAt: instant().notNull().defaultNow(),
    /** The site's day it belongs to, fixed at write. Of an amendment: the day it gives to what it amends. */
    localDay: date({ mode: "string" }).notNull(),
    schemaVersion: smallint().notNull().default(1),
    amends: uuid(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
    /** What a search looks through: names as they were at write, notes. */
    words: text().notNull().default(""),
    search: tsvector().generatedAlwaysAs(sql`to_tsvector('simple', words)`),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.seq] }),
    uniqueIndex().on(t.site, t.id),
    index().on(t.site, t.amends).where(sql`amends is not null`),
    index().on(t.site, t.machine, t.seq),
    index().on(t.site, t.machine, t.person, t.seq),
    index().on(t.site, t.kind, t.seq),
    index().on(t.site, t.person, t.seq),
    index().on(t.site, t.localDay, t.seq),
    index().on(t.site, t.machine, t.happenedAt),
    index().using("gin", t.search),
  ],
);

/** One row a site; locked in each write, so that `seq` has no gaps. */
export const siteHead = pgTable("site_head", { site: text().primaryKey(), seq: bigint({ mode: "number" }).notNull().default(0) });

/** Settings as immutable versions; the newest is in force, and putting it in force is an entry. */
export const settingsVersion = pgTable(
  "settings_version",
  {
    site: text().notNull(),
    /** `shop`, `person`, `machine`, `routine`, `readiness`. */
    subject: text().notNull(),
    id: text().notNull(),
    version: integer().notNull(),
    /** Walking order among its subject. */
    place: integer().notNull().default(0),
    archived: boolean().notNull().default(false),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
    madeAt: instant().notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.site, t.subject, t.id, t.version] })],
);

/* Projections. */

export const settledDay = pgTable(
  "settled_day",
  {
    site: text().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    outcome: text().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.routine, t.day] }), index().on(t.site, t.day)],
);

export const lastSettled = pgTable(
  "last_settled",
  {
    site: text().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    outcome: text().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.routine] })],
);

export const latestCheck = pgTable(
  "latest_check",
  {
    site: text().notNull(),
    machine: text().notNull(),
    channel: text().notNull(),
    missing: integer().notNull(),
    weak: integer().notNull(),
    deflected: integer().notNull(),
    neighbours: boolean().notNull(),
    unread: boolean().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    localDay: date({ mode: "string" }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.channel] })],
);

export const counterReading = pgTable(
  "counter_reading",
  {
    site: text().notNull(),
    machine: text().notNull(),
    counter: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    value: doublePrecision().notNull(),
    reset: boolean().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.counter, t.day] })],
);

/** The latest of each kind of fact about a machine: `busy`, `release`, `voided` (what took a check's force), `active`. */
export const machineFact = pgTable(
  "machine_fact",
  {
    site: text().notNull(),
    machine: text().notNull(),
    fact: text().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    person: text(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.fact] })],
);

export const printDayChange = pgTable(
  "print_day_change",
  {
    site: text().notNull(),
    machine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    prints: boolean().notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.day] })],
);

/** What a machine asked for (`prompt`) and what was seen on it (`sign`). */
export const report = pgTable(
  "report",
  {
    site: text().notNull(),
    machine: text().notNull(),
    kind: text().notNull(),
    what: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    entryId: uuid().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.kind, t.entryId] })],
);

export const occurrenceMove = pgTable(
  "occurrence_move",
  {
    site: text().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    due: date({ mode: "string" }).notNull(),
    toDay: date({ mode: "string" }).notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.routine, t.due] })],
);

/** What became of each occurrence of a closed day, under the settings then in force. */
export const dayOutcome = pgTable(
  "day_outcome",
  {
    site: text().notNull(),
    machine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    key: text().notNull(),
    routine: text().notNull(),
    due: date({ mode: "string" }).notNull(),
    beat: text(),
    outcome: text().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.day, t.key] }), index().on(t.site, t.day)],
);

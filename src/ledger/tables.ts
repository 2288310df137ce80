import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  check,
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

import { DAY_OUTCOMES, OUTCOMES } from "../core/fleet/schema.ts";
import type { Draw, Effects } from "../core/routines/effects.ts";

/**
 * What Zesty Anvil remembers. Every key begins with the site. `entry` is the ledger: append-only, held by a trigger
 * and by rights; everything under "projections" is a function of its effective entries and can be rebuilt from it.
 */

/** A moment, in UTC. */
export const instant = () => timestamp({ withTimezone: true, mode: "date" });
/** A column holds one of these; the names are those of the core. */
export const oneOf = (table: string, column: string, values: readonly string[]) =>
  check(`${table}_${column}_check`, sql.raw(`${column} IN (${values.map((value) => `'${value}'`).join(", ")})`));
const bytea = customType<{ data: Buffer }>({ dataType: () => "bytea" });
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
    /** What the device's own clock said, where it said otherwise. */
    deviceAt: instant(),
    /** How it is known who acted: `session`, `pin`, `unproven` where a claimed PIN was wrong, `paper` where a sheet says so. */
    proof: text(),
    /** Who typed it in from a sheet; otherwise null. */
    typedBy: text(),
    /** The site's day it belongs to, fixed at write. Of an amendment: the day it gives to what it amends. */
    localDay: date({ mode: "string" }).notNull(),
    schemaVersion: smallint().notNull().default(1),
    amends: uuid(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
    /** What its routine did, where projections rest on it: a routine may be changed later. Older entries have none; see `core/record/effects-sql.ts`. */
    effects: jsonb().$type<Effects>(),
    /** What a search looks through: names as they were at write, notes. */
    words: text().notNull().default(""),
    search: tsvector().generatedAlwaysAs(sql`to_tsvector('simple', words)`),
  },
  // Each is walked by a query of `./zesty bench ledger years`, whose EXPLAIN names it.
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
    index().on(t.site, t.run, t.seq).where(sql`run is not null`),
    index("entry_site_of_index").on(t.site, sql`(body ->> 'of')`).where(sql`body ? 'of'`),
    index("entry_site_task_index").on(t.site, sql`(body ->> 'key')`).where(sql`kind = 'task'`),
    index().using("gin", t.search),
    /** Notes are searched as one types, among whatever else there is. */
    index("entry_notes_index").using("gin", t.search).where(sql`kind in ('note', 'handover', 'one-off', 'repair') or body ? 'note'`),
  ],
);

/** One row a site; locked in each write, so that `seq` has no gaps. */
export const ledgerEnd = pgTable("ledger_end", { site: text().primaryKey(), seq: bigint({ mode: "number" }).notNull().default(0) });

/** Settings as immutable versions; the newest is in force, and putting it in force is an entry. */
export const settingsVersion = pgTable(
  "settings_version",
  {
    site: text().notNull(),
    /** `shop`, `person`, `machine`, `routine`, `item`, `room` and so on. */
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
    outcome: text({ enum: OUTCOMES }).notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    /** What the run let run into the waste, where it told. */
    drew: jsonb().$type<Draw[]>(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.machine, t.routine, t.day] }),
    index().on(t.site, t.day),
    oneOf("settled_day", "outcome", OUTCOMES),
  ],
);

export const lastSettled = pgTable(
  "last_settled",
  {
    site: text().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    outcome: text({ enum: OUTCOMES }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.routine] }), oneOf("last_settled", "outcome", OUTCOMES)],
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

const FACTS = ["busy", "release", "active", "voided", "positions"] as const;
/** The latest of each kind of fact about a machine: `busy`, `release`, `voided` (what took a check's force), `active`, `positions` of its inks. */
export const machineFact = pgTable(
  "machine_fact",
  {
    site: text().notNull(),
    machine: text().notNull(),
    fact: text({ enum: FACTS }).notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    person: text(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.machine, t.fact] }), oneOf("machine_fact", "fact", FACTS)],
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
    kind: text({ enum: ["prompt", "sign"] }).notNull(),
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
    outcome: text({ enum: DAY_OUTCOMES }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.machine, t.day, t.key] }),
    index().on(t.site, t.day),
    oneOf("day_outcome", "outcome", DAY_OUTCOMES),
  ],
);

/** Entries that could not be kept for a reason that nobody foresaw. Outside the ledger; a supervisor settles each. */
export const setAside = pgTable(
  "set_aside",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    receivedAt: instant().notNull(),
    /** Who was signed in, and the device that sent it. */
    person: text(),
    device: text(),
    /** As it was sent: JSON text, since what is wrong may be that the database has no place for it. */
    sent: text().notNull(),
    reason: text().notNull(),
    settledAt: instant(),
    settledBy: text(),
    /** `noted`: kept as a note; `discarded`: with a reason. */
    settledHow: text({ enum: ["noted", "discarded"] }),
    settledWhy: text(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.id] }),
    index().on(t.site, t.receivedAt).where(sql`settled_at is null`),
    oneOf("set_aside", "settled_how", ["noted", "discarded"]),
  ],
);

/** Pictures, by the hash of what is kept. */
export const picture = pgTable(
  "picture",
  {
    site: text().notNull(),
    hash: text().notNull(),
    type: text().notNull(),
    bytes: bytea().notNull(),
    addedBy: text(),
    addedAt: instant().notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.site, t.hash] })],
);

/** Of which build the projections are: what it lacks is folded at the next start. */
export const projectionsMade = pgTable("projections_made", { mark: text().primaryKey() });

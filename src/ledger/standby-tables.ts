import { sql } from "drizzle-orm";
import { date, index, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";

import { REGIMES } from "../core/standby/regime.ts";
import { CAPPED } from "../core/standby/said.ts";
import { instant, oneOf } from "./tables.ts";

/** What is known of machines that stand: projections of the ledger. */

/** Each sleep of a machine: from the first that put it to sleep to what woke it; `up_at` null: it sleeps now. */
export const sleep = pgTable(
  "sleep",
  {
    site: text().notNull(),
    machine: text().notNull(),
    entryId: uuid().notNull(),
    downAt: instant().notNull(),
    downDay: date({ mode: "string" }).notNull(),
    regime: text({ enum: REGIMES }).notNull(),
    routines: jsonb().$type<string[]>().notNull(),
    contents: text(),
    until: date({ mode: "string" }),
    person: text(),
    upAt: instant(),
    upDay: date({ mode: "string" }),
    upEntry: uuid(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.machine, t.entryId] }),
    index("sleep_open_index").on(t.site).where(sql`up_at IS NULL`),
    oneOf("sleep", "regime", REGIMES),
  ],
);

/** Published plans of closures; the newest of each counts. */
export const seasonPlan = pgTable(
  "season_plan",
  {
    site: text().notNull(),
    fromDay: date({ mode: "string" }).notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    person: text(),
    body: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.fromDay] })],
);

/** What was said of a machine at the door, by day: of its power and of its cap each the newest. */
export const doorSeen = pgTable(
  "door_seen",
  {
    site: text().notNull(),
    machine: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
    person: text(),
    power: text({ enum: ["on", "off"] }),
    capped: text({ enum: CAPPED }),
    cappedAt: instant(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.machine, t.day] }),
    oneOf("door_seen", "power", ["on", "off"]),
    oneOf("door_seen", "capped", CAPPED),
  ],
);

import { sql } from "drizzle-orm";
import { date, index, integer, jsonb, pgTable, primaryKey, text, uuid } from "drizzle-orm/pg-core";

import { OUTCOMES } from "../core/fleet/schema.ts";
import type { RepairSaid } from "../core/floor/floor-view.ts";
import type { Body } from "../core/record/entries.ts";
import { FOUND_AS } from "../core/routines/step.ts";
import { FORMS } from "../core/runs/events.ts";
import { instant, oneOf } from "./tables.ts";

/** Work on the floor: who has what, runs, handovers, repairs, signs. All are projections of the ledger. */

const STATUSES = ["running", "stopped", "ended", "abandoned"] as const;
/** Runs of routines, as far as lists need them; what a run's events leave is worked out by the core. */
export const run = pgTable(
  "run",
  {
    site: text().notNull(),
    run: uuid().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    key: text(),
    form: text({ enum: FORMS }).notNull(),
    status: text({ enum: STATUSES }).notNull(),
    person: text(),
    device: text(),
    startedAt: instant().notNull(),
    lastAt: instant().notNull(),
    day: date({ mode: "string" }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.run] }),
    index().on(t.site, t.day),
    index().on(t.site, t.lastAt).where(sql`status in ('running', 'stopped')`),
    oneOf("run", "status", STATUSES),
    oneOf("run", "form", FORMS),
  ],
);

/** Who has what: only what people gave or changed. */
export const task = pgTable(
  "task",
  {
    site: text().notNull(),
    key: text().notNull(),
    machine: text(),
    routine: text(),
    due: date({ mode: "string" }),
    person: text(),
    why: text(),
    by: text(),
    entryId: uuid().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.key] }), index().on(t.site, t.happenedAt)],
);

export const oneOff = pgTable(
  "one_off",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    machine: text(),
    title: text().notNull(),
    day: date({ mode: "string" }).notNull(),
    minutes: integer().notNull(),
    skill: text(),
    /** The routine that it is done by. */
    routine: text(),
    outcome: text({ enum: OUTCOMES }),
    overDay: date({ mode: "string" }),
    overBy: text(),
    overAt: instant(),
  },
  (t) => [primaryKey({ columns: [t.site, t.id] }), index().on(t.site, t.day), oneOf("one_off", "outcome", OUTCOMES)],
);

export const rosterChange = pgTable(
  "roster_change",
  {
    site: text().notNull(),
    entryId: uuid().notNull(),
    person: text().notNull(),
    fromDay: date({ mode: "string" }).notNull(),
    toDay: date({ mode: "string" }).notNull(),
    shifts: jsonb().$type<string[]>().notNull(),
    why: text().notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [primaryKey({ columns: [t.site, t.entryId] }), index().on(t.site, t.toDay)],
);

export const handover = pgTable(
  "handover",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    day: date({ mode: "string" }).notNull(),
    shift: text().notNull(),
    person: text(),
    happenedAt: instant().notNull(),
    body: jsonb().$type<Body<"handover">>().notNull(),
    seenBy: text(),
    seenAt: instant(),
  },
  (t) => [primaryKey({ columns: [t.site, t.id] }), index().on(t.site, t.happenedAt)],
);

/** Machines out of order, now and before. */
export const repair = pgTable(
  "repair",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    machine: text().notNull(),
    openedAt: instant().notNull(),
    openedDay: date({ mode: "string" }).notNull(),
    person: text(),
    /** What was said last of each: symptom, waitsFor, expected, costCents, goOn. */
    body: jsonb().$type<RepairSaid>().notNull(),
    closedAt: instant(),
    closedDay: date({ mode: "string" }),
    closedBy: text(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.id] }),
    index().on(t.site, t.machine),
    index().on(t.site, t.openedAt).where(sql`closed_at is null`),
  ],
);

/** Signs that were reported, and what they were found to come from. Brought in ones are history, and not among them. */
export const openSign = pgTable(
  "open_sign",
  {
    site: text().notNull(),
    id: uuid().notNull(),
    machine: text().notNull(),
    sign: text().notNull(),
    seenAt: instant().notNull(),
    seenDay: date({ mode: "string" }).notNull(),
    person: text(),
    note: text(),
    overAt: instant(),
    overBy: text(),
    cause: text(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.id] }),
    index().on(t.site, t.machine),
    index().on(t.site, t.sign, t.overAt),
    index().on(t.site, t.seenAt).where(sql`over_at is null`),
  ],
);

/** How parts were found by care, look by look. */
export const foundAs = pgTable(
  "found_as",
  {
    site: text().notNull(),
    entryId: uuid().notNull(),
    machine: text().notNull(),
    routine: text().notNull(),
    step: text().notNull(),
    found: text({ enum: FOUND_AS }).notNull(),
    day: date({ mode: "string" }).notNull(),
    happenedAt: instant().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.site, t.entryId] }),
    index().on(t.site, t.routine, t.machine, t.happenedAt),
    oneOf("found_as", "found", FOUND_AS),
  ],
);

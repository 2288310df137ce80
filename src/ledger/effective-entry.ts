import { bigint, date, jsonb, pgView, text, uuid } from "drizzle-orm/pg-core";
import type { Effects } from "../core/routines/effects.ts";
import { instant } from "./tables.ts";

/** Entries as their last amendment has them, those taken back left out. The view is made in the migrations. */
export const effectiveEntry = pgView("effective_entry", {
  site: text().notNull(),
  seq: bigint({ mode: "number" }).notNull(),
  id: uuid().notNull(),
  kind: text().notNull(),
  machine: text(),
  routine: text(),
  person: text(),
  happenedAt: instant().notNull(),
  localDay: date({ mode: "string" }).notNull(),
  body: jsonb().$type<Record<string, unknown>>().notNull(),
  run: uuid(),
  device: text(),
  effects: jsonb().$type<Effects>(),
}).existing();

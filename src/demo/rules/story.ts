import type { Day } from "../../core/calendar/day.ts";
import { localDay } from "../../core/calendar/site-time.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { NewEntry } from "../../ledger/append.ts";
import { founding } from "../../work/shop/fleet.ts";
import { DEMO_SITE, DEMO_ZONE } from "../clock.ts";
import { DEMO_DAYS, demoHistory } from "../history.ts";
import { demoHouse } from "../house.ts";
import { storeSettings } from "../store-items.ts";

/** The demo house as it is made at a moment. */
export type Story = { shop: Shop; entries: readonly NewEntry[]; now: Date; today: Day; from: Day };

/** What a practitioner would take for granted of a shop's record; each fault in a sentence. */
export type DemoRule = { says: string; faults: (story: Story) => string[] };

/** Made without a database. */
export function demoStory(now: Date): Story {
  const today = localDay(now, { timeZone: DEMO_ZONE });
  const { shop } = founding(DEMO_SITE, demoHouse(today), storeSettings());
  return { shop, entries: demoHistory(shop, today, now), now, today, from: today - DEMO_DAYS };
}

type Line = { item: string; amount: number; lot?: string; channel?: string };
export type Move = { event: string; order?: string; lines: Line[] };
export const movesOf = (entries: readonly NewEntry[]) =>
  entries.flatMap((entry) => (entry.kind === "stock" ? [{ ...entry, body: entry.body as unknown as Move }] : []));
export const ofKind = (entries: readonly NewEntry[], kind: NewEntry["kind"]) => entries.filter((entry) => entry.kind === kind);
export const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

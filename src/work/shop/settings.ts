import { uuidv7 } from "uuidv7";
import { isoDay } from "../../core/calendar/day.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import type { Setting, Shop } from "../../core/shop/shop.ts";
import { append, canonical, type NewEntry } from "../../ledger/append.ts";
import type { Connection } from "../../ledger/database.ts";
import { addSettings } from "../../ledger/settings.ts";
import { now } from "../clock.ts";
import { dayAt, shopOf } from "./shop.ts";

/** A change of settings: a new version of one subject, and what changed in words. */
export type SettingChange = {
  subject: Setting["subject"];
  id: string;
  body: Record<string, unknown>;
  place?: number;
  archived?: boolean;
  what: string;
};

/** Puts new versions in force, each with its entry; what would change nothing is left out. */
export async function putSettings(tx: Connection, shop: Shop, personId: string | null, changes: SettingChange[]): Promise<number> {
  const { settings, entries } = versionsOf(shop, personId, changes);
  if (settings.length === 0) return 0;
  await addSettings(tx, shop.id, settings);
  await append(tx, shop.id, entries, now());
  return settings.length;
}

/** The versions and entries of changes, for a caller that writes them itself. */
export function versionsOf(shop: Shop, personId: string | null, changes: SettingChange[]): { settings: Setting[]; entries: NewEntry[] } {
  const settings: Setting[] = [];
  const entries: NewEntry[] = [];
  for (const { subject, id, body, what, ...rest } of changes) {
    const before = shop.settings.find((each) => each.subject === subject && each.id === id);
    const place = rest.place ?? before?.place ?? 0;
    const archived = rest.archived ?? false;
    if (before && before.archived === archived && before.place === place && canonical(before.body) === canonical(body)) continue;
    const version = (before?.version ?? 0) + 1;
    settings.push({ subject, id, version, place, archived, body });
    const entry = { subject, id, version, what };
    entries.push({
      id: uuidv7(),
      kind: "settings",
      machine: subject === "machine" ? id : null,
      person: personId,
      happenedAt: now(),
      localDay: isoDay(dayAt(shop)),
      body: entry,
      words: wordsOf(shop, personId, "settings", subject === "machine" ? id : null, null, entry),
    });
  }
  return { settings, entries };
}

/** A shop as it would be after changes, to be looked at before they are made. */
export function shopAfter(shop: Shop, changes: SettingChange[]): Shop {
  const { settings } = versionsOf(shop, null, changes);
  const replaced = new Map(shop.settings.map((each) => [`${each.subject}/${each.id}`, each]));
  for (const each of settings) replaced.set(`${each.subject}/${each.id}`, each);
  const all = [...replaced.values()].sort((a, b) =>
    a.subject < b.subject ? -1 : a.subject > b.subject ? 1 : a.place - b.place || (a.id < b.id ? -1 : 1),
  );
  return shopOf(shop.id, shop.mark, all) ?? shop;
}

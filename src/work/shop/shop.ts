import { type Day, spokenDay, toDay } from "../../core/calendar/day.ts";
import { calendarDay, clockTime } from "../../core/calendar/site-time.ts";
import { ROOM_SETTINGS } from "../../core/condition/room/room.ts";
import { shopRules } from "../../core/due/facts.ts";
import type { Area, Calendar, Machine, Person, Policies, Site } from "../../core/fleet/schema.ts";
import { withPolicies } from "../../core/fleet/schools.ts";
import type { LadderSettings } from "../../core/nozzles/ladder/settings.ts";
import type { NozzlePattern } from "../../core/nozzles/pattern.ts";
import type { ReadinessSettings } from "../../core/nozzles/readiness.ts";
import type { Routine } from "../../core/routines/routine.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { dayOf, type Setting, type Shop } from "../../core/shop/shop.ts";
import type { Plumbing, StandbyChange } from "../../core/standby/settings.ts";
import { type Container, type Item, STORES_SETTINGS, type StoresSettings, type Supplier } from "../../core/stores/item.ts";
import type { Connection } from "../../ledger/database.ts";
import { currentSettings, settingsMark } from "../../ledger/settings.ts";
import { now } from "../clock.ts";

export type ShopBody = { site: Site; areas?: Area[]; calendar: Calendar; lists?: string[] };

const kept = globalThis as { zestyShops?: Map<string, Shop> };

/** A site's shop; read again only when its settings have changed. @throws Refusal 404 where there is none. */
export async function loadShop(db: Connection, siteId: string): Promise<Shop> {
  kept.zestyShops ??= new Map();
  const mark = await settingsMark(db, siteId);
  const known = kept.zestyShops.get(siteId);
  if (known?.mark === mark) return known;
  const shop = shopOf(siteId, mark, await currentSettings(db, siteId));
  if (!shop) throw new Refusal(404, "This shop has not been set up yet.");
  kept.zestyShops.set(siteId, shop);
  return shop;
}

export function shopOf(siteId: string, mark: number, settings: Setting[]): Shop | undefined {
  // Settings passed their schema when they were written; the database keeps them as they were.
  const bodies = <Body>(subject: string) =>
    settings.filter((each) => each.subject === subject && !each.archived).map(({ body }) => body as unknown as Body);
  const shop = bodies<ShopBody>("shop")[0];
  if (!shop) return undefined;
  const routines = bodies<Routine>("routine");
  const ownMachines = bodies<Machine>("machine");
  const policies = new Map(settings.filter(({ subject }) => subject === "policy").map(({ id, body }) => [id, body as Policies]));
  return {
    id: siteId,
    mark,
    site: shop.site,
    areas: shop.areas ?? [],
    calendar: shop.calendar,
    people: bodies<Person>("person"),
    machines: ownMachines.map((machine) => withPolicies(machine, policies)),
    ownMachines,
    policies,
    routines,
    rules: shopRules(shop.calendar, routines),
    readiness: new Map(
      settings.filter(({ subject }) => subject === "readiness").map(({ id, body }) => [id, body as Partial<ReadinessSettings>]),
    ),
    ladder: new Map(settings.filter(({ subject }) => subject === "ladder").map(({ id, body }) => [id, body as Partial<LadderSettings>])),
    patterns: new Map(settings.filter(({ subject }) => subject === "pattern").map(({ id, body }) => [id, body as NozzlePattern])),
    items: bodies<Item>("item"),
    suppliers: bodies<Supplier>("supplier"),
    containers: bodies<Container>("container"),
    stores: { ...STORES_SETTINGS, ...bodies<Partial<StoresSettings>>("stores")[0] },
    rooms: new Map(
      (shop.areas ?? []).map(({ id }) => [
        id,
        { ...ROOM_SETTINGS, ...settings.find((each) => each.subject === "room" && each.id === id)?.body },
      ]),
    ),
    standby: new Map(settings.filter(({ subject }) => subject === "standby").map(({ id, body }) => [id, body as StandbyChange])),
    plumbing: new Map(settings.filter(({ subject }) => subject === "plumbing").map(({ id, body }) => [id, body as Plumbing])),
    settings,
  };
}

/** The site's day of an instant, the present one by default. */
export const dayAt = (shop: Pick<Shop, "site">, instant: Date = now()): Day => dayOf(shop, instant);

/** The date on the wall at an instant: what is shown of one. Its work may belong to the day before. */
export const calendarAt = (shop: Pick<Shop, "site">, instant: Date = now()): Day => calendarDay(instant, shop.site.timeZone);

/** An instant as people say it there. @example momentSaid(shop, "2026-11-25T06:40:00Z") → "Wed 25 Nov, 06:40" */
export function momentSaid(shop: Pick<Shop, "site">, instant: string | Date): string {
  const at = new Date(instant);
  return `${spokenDay(calendarAt(shop, at))}, ${clockTime(at, shop.site.timeZone)}`;
}

export const sinceDay = (machine: Machine): Day => toDay(machine.since);

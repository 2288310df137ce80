import { type Day, toDay } from "../core/calendar/day.ts";
import { localDay } from "../core/calendar/site-time.ts";
import { ROOM_SETTINGS, type RoomSettings } from "../core/condition/room/room.ts";
import { type ShopRules, shopRules } from "../core/due/facts.ts";
import type { Area, Calendar, Machine, Person, Policies, Site } from "../core/fleet/schema.ts";
import { withPolicies } from "../core/fleet/schools.ts";
import type { LadderSettings } from "../core/nozzles/ladder/settings.ts";
import type { NozzlePattern } from "../core/nozzles/pattern.ts";
import type { ReadinessSettings } from "../core/nozzles/readiness.ts";
import type { Routine } from "../core/routines/routine.ts";
import type { Plumbing, StandbyChange } from "../core/standby/settings.ts";
import { type Container, type Item, STORES_SETTINGS, type StoresSettings, type Supplier } from "../core/stores/item.ts";
import type { Connection } from "../ledger/database.ts";
import { currentSettings, type Setting, settingsMark } from "../ledger/settings.ts";
import { now } from "./clock.ts";
import { Refusal } from "./refusal.ts";

/** The shop as its settings in force say. Print day changes and readings are not in `machines`: they are entries. */
export type Shop = {
  id: string;
  mark: number;
  site: Site;
  areas: Area[];
  calendar: Calendar;
  people: Person[];
  /** With the policies in force on them: their own before their class's before the site's. */
  machines: Machine[];
  /** As they were written. */
  ownMachines: Machine[];
  /** The house's own, as it wrote them. */
  routines: Routine[];
  rules: ShopRules;
  readiness: ReadonlyMap<string, Partial<ReadinessSettings>>;
  ladder: ReadonlyMap<string, Partial<LadderSettings>>;
  /** How machines print their checks. */
  patterns: ReadonlyMap<string, NozzlePattern>;
  /** Chosen for the site and for classes. */
  policies: ReadonlyMap<string, Policies>;
  items: Item[];
  suppliers: Supplier[];
  containers: Container[];
  stores: StoresSettings;
  /** By area: its room and the air it is to have. */
  rooms: ReadonlyMap<string, RoomSettings>;
  /** How standing machines are held: by site, class, machine. */
  standby: ReadonlyMap<string, StandbyChange>;
  /** Lines, dampers, pump and own cleans, by machine, where they are known. */
  plumbing: ReadonlyMap<string, Plumbing>;
  settings: Setting[];
};

export type ShopBody = { site: Site; areas?: Area[]; calendar: Calendar; lists?: string[] };

const kept = globalThis as { zestyShops?: Map<string, Shop> };

/** A site's shop; read anew only when its settings have changed. @throws Refusal 404 where there is none. */
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
export const dayAt = (shop: Shop, instant: Date = now()): Day => localDay(instant, shop.site.timeZone);

export const personName = (shop: Shop, id: string | null | undefined): string =>
  id ? (shop.people.find((person) => person.id === id)?.name ?? id) : "the application";

export function machineOf(shop: Shop, id: string): Machine {
  const machine = shop.machines.find((each) => each.id === id);
  if (!machine) throw new Refusal(404, `There is no machine “${id.slice(0, 60)}” in this shop.`);
  return machine;
}

export const sinceDay = (machine: Machine): Day => toDay(machine.since);

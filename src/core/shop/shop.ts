import type { Day } from "../calendar/day.ts";
import { localDay } from "../calendar/site-time.ts";
import type { RoomSettings } from "../condition/room/room.ts";
import type { ShopRules } from "../due/facts.ts";
import type { Area, Calendar, Machine, Person, Policies, Site } from "../fleet/schema.ts";
import type { LadderSettings } from "../nozzles/ladder/settings.ts";
import type { NozzlePattern } from "../nozzles/pattern.ts";
import type { ReadinessSettings } from "../nozzles/readiness.ts";
import type { Routine } from "../routines/routine.ts";
import type { Plumbing, StandbyChange } from "../standby/settings.ts";
import type { Container, Item, StoresSettings, Supplier } from "../stores/item.ts";
import { Refusal } from "./refusal.ts";

/** One version of a setting, as the ledger keeps it. */
export type Setting = { subject: string; id: string; version: number; place: number; archived: boolean; body: Record<string, unknown> };

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
  /** The shop's own, as it wrote them. */
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

/** The site's day of an instant. */
export const dayOf = (shop: Pick<Shop, "site">, instant: Date): Day => localDay(instant, shop.site);

export const personName = (shop: Pick<Shop, "people">, id: string | null | undefined): string =>
  id ? (shop.people.find((person) => person.id === id)?.name ?? id) : "the application";

export const machineName = (shop: Pick<Shop, "machines">, id: string): string => shop.machines.find((each) => each.id === id)?.name ?? id;

export const routineName = (shop: Pick<Shop, "rules">, id: string): string => shop.rules.book.get(id)?.name ?? id;

/** @throws Refusal 404 where the shop has no such machine */
export function machineOf(shop: Pick<Shop, "machines">, id: string): Machine {
  const machine = shop.machines.find((each) => each.id === id);
  if (!machine) throw new Refusal(404, `There is no machine “${id.slice(0, 60)}” in this shop.`);
  return machine;
}

/** @throws Refusal 400 where the store has no such item */
export function itemOf(shop: Pick<Shop, "items">, id: string): Item {
  const item = shop.items.find((each) => each.id === id);
  if (!item) throw new Refusal(400, `There is no item “${id.slice(0, 60)}” in the store.`);
  return item;
}

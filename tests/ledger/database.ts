import { uuidv7 } from "uuidv7";
import { toDay } from "../../src/core/calendar/day.ts";
import type { Machine } from "../../src/core/fleet/schema.ts";
import type { Shop } from "../../src/core/shop/shop.ts";
import { demoHistory } from "../../src/demo/history.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { storeSettings } from "../../src/demo/store-items.ts";
import type { NewEntry } from "../../src/ledger/append.ts";
import { openDatabase } from "../../src/ledger/database.ts";
import { foundSite } from "../../src/work/shop/fleet.ts";

/** The tests' own database, as the application's role; `./zesty test` makes and drops it. */
const url = process.env.DATABASE_URL ?? "";
if (!url) throw new Error("These tests need a database: run them by ./zesty test");
export const { db, pool } = openDatabase(url, 8);

let sites = 0;
const TODAY = toDay("2026-11-25");
/** A new site with the demo's machines; with the demo's store and its ninety days up to now where they are asked for. */
export async function newSite({
  stores = false,
  history = false,
  machines = (all) => all,
}: {
  stores?: boolean;
  history?: boolean;
  machines?: (all: readonly Machine[]) => readonly Machine[];
} = {}): Promise<string> {
  const site = `test-${process.pid}-${Date.now().toString(36)}-${sites++}`;
  const days = history ? (shop: Shop) => demoHistory(shop, TODAY, new Date(process.env.ZESTY_NOW ?? "")) : undefined;
  const house = demoHouse(TODAY);
  await foundSite(db, site, { ...house, machines: [...machines(house.machines)] }, days, stores || history ? storeSettings() : []);
  return site;
}

export function checkEntry(machine: string, at: string, missing = 0, rest: Partial<NewEntry> = {}): NewEntry {
  return {
    id: uuidv7(),
    kind: "check",
    machine,
    routine: "R01",
    person: "bram",
    happenedAt: new Date(at),
    localDay: at.slice(0, 10),
    words: `check ${machine}`,
    body: {
      channels: [
        { id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false },
        { id: "H2/W1", missing: 0, weak: 1, deflected: 0, neighbours: false },
      ],
    },
    ...rest,
  };
}

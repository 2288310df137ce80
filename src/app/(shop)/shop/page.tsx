import { Refusal } from "../../../core/shop/refusal.ts";
import { ShopPage } from "../../../ui/shop/shop-page.tsx";
import { authorise } from "../../../work/actor.ts";
import { database } from "../../../work/database.ts";
import { devicesOf } from "../../../work/devices.ts";
import { ladderRows } from "../../../work/ladder-settings.ts";
import { people } from "../../../work/people.ts";
import { pinsOf } from "../../../work/pin.ts";
import { policiesView } from "../../../work/policies.ts";
import { readinessRows } from "../../../work/readiness.ts";
import { neededRows, routineRows } from "../../../work/routines.ts";
import { loadShop } from "../../../work/shop.ts";
import { signCounts } from "../../../work/signs.ts";
import { wallsOf } from "../../../work/wall.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Shop" };

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const actor = await pageActor();
  const tab = (await searchParams).tab;
  try {
    authorise(actor, "set-up");
  } catch (error) {
    if (error instanceof Refusal)
      return (
        <main className="px-4 py-8">
          <h1>Shop</h1>
          <p className="mt-2">{error.message}</p>
        </main>
      );
    throw error;
  }
  const shop = await loadShop(database(), actor.site);
  const pins = await pinsOf(actor.site);
  return (
    <ShopPage
      tab={typeof tab === "string" ? tab : "people"}
      people={await people(database(), actor)}
      calendar={{ ...shop.calendar, name: shop.site.name, areas: shop.areas }}
      readiness={await readinessRows(database(), actor)}
      ladder={await ladderRows(database(), actor)}
      tablets={{
        devices: await devicesOf(actor),
        walls: await wallsOf(actor),
        people: shop.people.filter(({ role }) => role !== "viewer").map(({ id, name }) => ({ id, name, hasPin: pins.has(id) })),
      }}
      routines={{ rows: routineRows(shop), needed: await neededRows(database(), shop) }}
      policies={await policiesView(database(), actor)}
      signs={await signCounts(database(), actor)}
      timeZone={shop.site.timeZone}
      machines={shop.machines.map(({ id, name, class: kind, area }) => ({
        id,
        name,
        class: kind,
        area: shop.areas.find((each) => each.id === area)?.name ?? null,
      }))}
    />
  );
}

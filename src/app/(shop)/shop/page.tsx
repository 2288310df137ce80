import { Refusal } from "../../../core/shop/refusal.ts";
import { Empty } from "../../../ui/kit/card.tsx";
import { Room } from "../../../ui/kit/room.tsx";
import { isSection } from "../../../ui/shop/sections.ts";
import { ShopPage } from "../../../ui/shop/shop-page.tsx";
import words from "../../../words/en/shop.json";
import { devicesOf } from "../../../work/access/devices.ts";
import { people } from "../../../work/access/people.ts";
import { pinsOf } from "../../../work/access/pin.ts";
import { authorise } from "../../../work/actor.ts";
import { wallsOf } from "../../../work/board/wall.ts";
import { database } from "../../../work/database.ts";
import { policiesView } from "../../../work/routines/policies.ts";
import { neededRows, routineRows } from "../../../work/routines/routines.ts";
import { signCounts } from "../../../work/routines/signs.ts";
import { ladderRows } from "../../../work/shop/ladder-settings.ts";
import { readinessRows } from "../../../work/shop/readiness.ts";
import { loadShop, momentSaid } from "../../../work/shop/shop.ts";
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
        <Room title={words.title}>
          <Empty title={words.noRight} />
        </Room>
      );
    throw error;
  }
  const shop = await loadShop(database(), actor.site);
  const pins = await pinsOf(actor.site);
  return (
    <ShopPage
      section={isSection(tab) ? tab : "people"}
      people={await people(database(), actor)}
      calendar={{ ...shop.calendar, name: shop.site.name, areas: shop.areas, dayStartsAtHour: shop.site.dayStartsAtHour }}
      readiness={await readinessRows(database(), actor)}
      ladder={await ladderRows(database(), actor)}
      tablets={{
        devices: (await devicesOf(actor)).map((device) => ({ ...device, seenWords: device.seen && momentSaid(shop, device.seen) })),
        walls: await wallsOf(actor),
        people: shop.people.filter(({ role }) => role !== "viewer").map(({ id, name }) => ({ id, name, hasPin: pins.has(id) })),
      }}
      routines={{ rows: routineRows(shop), needed: await neededRows(database(), shop) }}
      policies={await policiesView(database(), actor)}
      signs={await signCounts(database(), actor)}
      machines={shop.machines.map(({ id, name, class: kind, area }) => ({
        id,
        name,
        class: kind,
        area: shop.areas.find((each) => each.id === area)?.name ?? null,
      }))}
    />
  );
}

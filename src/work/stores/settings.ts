import { type Static, type TSchema, Type } from "typebox";
import { RoomSettings } from "../../core/condition/room/room.ts";
import { Id } from "../../core/fleet/schema.ts";
import type { Problem } from "../../core/fleet/validate.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { Container, Item, itemProblems, StoresSettings, Supplier } from "../../core/stores/item.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { putSettings } from "../shop/settings.ts";
import { loadShop } from "../shop/shop.ts";

/** Where sensors of the air are heard. */
export const Network = Type.Object(
  {
    /** Of a broker (MQTT), like `mqtt://192.168.1.20:1883`; empty: none; `stand-in`: the simulated one of the demo. */
    broker: Type.String({ pattern: "^$|^stand-in$|^mqtts?://[^\\s]+$", maxLength: 300 }),
    /** With `+` where the area stands. */
    topic: Type.String({ pattern: "^[^#\\s+]*\\+[^#\\s+]*$", minLength: 1, maxLength: 200 }),
    /** The sensors whose readings are kept, each as `area/sensor`; left out: those that were kept before there was such a list. */
    sensors: Type.Optional(
      Type.Array(Type.String({ pattern: "^[^/\\s]+/[^/\\s]+$", maxLength: 121 }), { maxItems: 500, uniqueItems: true }),
    ),
  },
  { additionalProperties: false },
);
export type Network = Static<typeof Network>;

const BODIES = {
  item: Item,
  supplier: Supplier,
  container: Container,
  stores: StoresSettings,
  room: RoomSettings,
  network: Network,
} as const;
type Subject = keyof typeof BODIES;

const Change = Type.Object(
  {
    subject: Type.Enum(Object.keys(BODIES) as Subject[]),
    id: Id,
    body: Type.Object({}),
    /** Taken off the list; what is on record stays. */
    archived: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);

export type StoreSetUp = {
  items: Item[];
  suppliers: Supplier[];
  containers: Container[];
  stores: StoresSettings;
  rooms: { id: string; name: string; settings: RoomSettings }[];
  network: Network;
};

export const networkOf = (shop: Shop): Network => {
  const body = shop.settings.find(({ subject, id }) => subject === "network" && id === "air")?.body;
  const accepted = body ? accept(Network, body) : undefined;
  return accepted && "value" in accepted ? accepted.value : { broker: "", topic: "zesty/+/air" };
};

export async function storeSetUp(db: Connection, actor: Actor): Promise<StoreSetUp> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  return {
    items: shop.items,
    suppliers: shop.suppliers,
    containers: shop.containers,
    stores: shop.stores,
    rooms: shop.areas.flatMap(({ id, name }) => {
      const settings = shop.rooms.get(id);
      return settings ? [{ id, name, settings }] : [];
    }),
    network: networkOf(shop),
  };
}

/** Puts a setting of the store in force from now on. @throws Refusal with each place */
export async function saveStoreSetting(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "set-up");
  const change = accept(Change, value);
  if ("problems" in change) throw new Refusal(400, "This can't be saved:", change.problems);
  const { subject, id, archived } = change.value;
  const schema: TSchema = BODIES[subject];
  const accepted = accept(schema, change.value.body);
  if ("problems" in accepted) throw new Refusal(400, "This can't be saved:", accepted.problems);
  const body = accepted.value as Record<string, unknown>;
  const shop = await loadShop(db, actor.site);
  const problems = await problemsOf(db, shop, subject, id, body, archived ?? false);
  if (problems.length) throw new Refusal(400, "This can't be saved:", problems);
  const name = typeof body.name === "string" ? body.name : `${subject} ${id}`;
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      {
        subject,
        id,
        body,
        place: shop.settings.find((each) => each.subject === subject && each.id === id)?.place ?? shop.items.length,
        archived: archived ?? false,
        what: `${name} ${archived ? "taken off the list" : "set up"}`,
      },
    ]),
  );
}

async function problemsOf(
  db: Connection,
  shop: Shop,
  subject: Subject,
  id: string,
  body: Record<string, unknown>,
  archived: boolean,
): Promise<Problem[]> {
  if ("id" in body && body.id !== id) return [{ path: "$.id", message: `is “${String(body.id).slice(0, 60)}”, expected “${id}”` }];
  if (subject === "room")
    return shop.areas.some((area) => area.id === id)
      ? roomProblems(body as RoomSettings)
      : [{ path: "$.id", message: "there is no such area" }];
  if (subject === "supplier" && archived && shop.items.some(({ supplier }) => supplier === id))
    return [{ path: "$.id", message: "items are bought from it: give them another first" }];
  if (subject !== "item") return [];
  const item = body as Item;
  const before = shop.items.find((each) => each.id === id);
  const problems = itemProblems(item, shop.items, shop.suppliers);
  if (before && before.unit !== item.unit && (await stockRows(db, shop.id, [id])).some(({ amount }) => amount !== 0))
    problems.push({ path: "$.unit", message: `its stock is kept in ${before.unit}: count it to nothing first, or make another item` });
  return problems;
}

function roomProblems({ floorPercent, targetPercent, highPercent }: RoomSettings): Problem[] {
  return floorPercent <= targetPercent && targetPercent <= highPercent
    ? []
    : [{ path: "$.targetPercent", message: "is between the floor and the upper bound" }];
}

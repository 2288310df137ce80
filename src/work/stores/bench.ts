import { isoDay } from "../../core/calendar/day.ts";
import { personName } from "../../core/shop/shop.ts";
import type { FluidFamily } from "../../core/stores/fluids.ts";
import type { Item } from "../../core/stores/item.ts";
import { batchLot, batchUseBy } from "../../core/stores/mixing.ts";
import { lotsInOrder } from "../../core/stores/shelf.ts";
import type { Connection } from "../../ledger/database.ts";
import { batchesOn, lastMixes, stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type BenchFluid = {
  item: Item;
  family: FluidFamily;
  lots: { lot: string; place: string; amount: number; useBy: string | null }[];
  onShelf: number | null;
};
export type BenchProduct = { item: Item; nextLot: string; useBy: string };
export type BenchView = {
  today: string;
  fluids: BenchFluid[];
  /** What is mixed here by recipe. */
  products: BenchProduct[];
  batches: { id: string; item: string; name: string; lot: string; ml: number; day: string; useBy: string; person: string }[];
};

/** The mixing bench: what is on the shelf to mix, what is mixed by recipe, the last batches. */
export async function benchView(db: Connection, actor: Actor): Promise<BenchView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const fluids = shop.items.flatMap((item) => (item.fluid && item.unit === "mL" ? [{ item, family: item.fluid.family }] : []));
  const [held, batches] = await Promise.all([
    stockRows(
      db,
      shop.id,
      fluids.map(({ item }) => item.id),
    ),
    lastMixes(db, shop.id, 15),
  ]);
  const products: BenchProduct[] = [];
  for (const { item } of fluids) {
    if (!item.recipe) continue;
    products.push({
      item,
      nextLot: batchLot(item.id, today, await batchesOn(db, shop.id, item.id, isoDay(today))),
      useBy: isoDay(batchUseBy(item, today, [])),
    });
  }
  return {
    today: isoDay(today),
    fluids: fluids.map(({ item, family }) => {
      const lots = lotsInOrder(item, held, today).filter((lot) => !lot.expired && lot.amount > 0);
      return {
        item,
        family,
        lots: lots.map(({ lot, place, amount, useBy }) => ({ lot, place, amount, useBy: useBy === null ? null : isoDay(useBy) })),
        onShelf: item.keeping === "listed" || item.keeping === "two-boxes" ? null : lots.reduce((sum, { amount }) => sum + amount, 0),
      };
    }),
    products,
    batches: batches.map((row) => ({
      id: row.id,
      item: row.item,
      name: shop.items.find(({ id }) => id === row.item)?.name ?? row.item,
      lot: row.lot,
      ml: row.ml,
      day: row.day,
      useBy: row.useBy,
      person: personName(shop, row.person),
    })),
  };
}

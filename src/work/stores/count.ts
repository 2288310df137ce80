import { isoDay } from "../../core/calendar/day.ts";
import type { Item } from "../../core/stores/item.ts";
import { lotsInOrder } from "../../core/stores/shelf.ts";
import type { Connection } from "../../ledger/database.ts";
import { stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type CountLine = {
  item: string;
  name: string;
  unit: Item["unit"];
  lot: string;
  place: string;
  expected: number;
  countedOn: string | null;
};
export type CountView = { places: { name: string; lines: CountLine[] }[]; today: string };

/** What there is to count, place by place, as the record has it. */
export async function countView(db: Connection, actor: Actor): Promise<CountView> {
  authorise(actor, "record");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const held = await stockRows(db, shop.id);
  const lines = shop.items.flatMap((item): CountLine[] => {
    if (item.keeping !== "lot" && item.keeping !== "counted") return [];
    const rows = lotsInOrder(item, held, today).filter(({ lot, amount }) => lot !== "" || amount !== 0 || item.keeping === "counted");
    const known = rows.length ? rows : item.keeping === "counted" ? [{ lot: "", place: "", amount: 0 }] : [];
    return known.map(({ lot, place, amount }) => ({
      item: item.id,
      name: item.name,
      unit: item.unit,
      lot,
      place,
      expected: amount,
      countedOn: held.find((row) => row.item === item.id && row.lot === lot && row.place === place)?.countedOn ?? null,
    }));
  });
  const placeOf = ({ item, place }: CountLine) => place || (shop.items.find(({ id }) => id === item)?.place ?? "");
  const places = [...new Set(lines.map(placeOf))].sort();
  return { today: isoDay(today), places: places.map((name) => ({ name, lines: lines.filter((line) => placeOf(line) === name) })) };
}

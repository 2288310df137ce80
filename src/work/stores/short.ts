import type { ShortItem } from "../../core/board/needs.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { firstShortDay, lotsInOrder, usable } from "../../core/stores/shelf.ts";
import type { Connection } from "../../ledger/database.ts";
import { stockRows } from "../../ledger/stock.ts";
import { dayAt } from "../shop/shop.ts";
import { plannedUse } from "./demand.ts";

const WEEK_DAYS = 7;

/** Items of which the work due in the next seven days uses more than is in stock, the first to run out first. What is on order counts once it has come. */
export async function shortThisWeek(db: Connection, shop: Shop): Promise<ShortItem[]> {
  const today = dayAt(shop);
  const [planned, held] = await Promise.all([plannedUse(db, shop, today, WEEK_DAYS), stockRows(db, shop.id)]);
  return shop.items
    .flatMap((item): ShortItem[] => {
      const use = planned.get(item.id);
      const days = use && item.keeping === "counted" ? firstShortDay(usable(lotsInOrder(item, held, today)), use.byDay) : null;
      return days === null ? [] : [{ item: item.id, name: item.name, days }];
    })
    .sort((a, b) => a.days - b.days);
}

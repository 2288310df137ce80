import type { ShortItem } from "../../core/board/needs.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { dayAt } from "../shop/shop.ts";
import { demand } from "./demand.ts";

const WEEK_DAYS = 7;

/** Items that won't last this week, as the shelf counts their days left, the first to run out first. */
export async function shortThisWeek(db: Connection, shop: Shop): Promise<ShortItem[]> {
  const { advice } = await demand(db, shop);
  const today = dayAt(shop);
  return shop.items
    .flatMap((item): ShortItem[] => {
      const runsOutOn = advice.get(item.id)?.runsOutOn ?? null;
      return runsOutOn === null || runsOutOn >= today + WEEK_DAYS
        ? []
        : [{ item: item.id, name: item.name, days: Math.max(0, runsOutOn - today) }];
    })
    .sort((a, b) => a.days - b.days);
}

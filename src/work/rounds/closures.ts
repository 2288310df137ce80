import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { relativeDay } from "../../core/calendar/said.ts";
import type { Connection } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type ClosuresView = {
  closures: { from: string; fromWords: string; toWords: string; name: string; days: number; startsInDays: number; startsWords: string }[];
};

/** The closures that are not over, the next first. */
export async function closuresView(db: Connection, actor: Actor): Promise<ClosuresView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  return {
    closures: (shop.calendar.closures ?? [])
      .map(({ from, to, name }) => ({ from: toDay(from), to: toDay(to), name }))
      .filter(({ to }) => to >= today)
      .sort((a, b) => a.from - b.from)
      .map(({ from, to, name }) => ({
        from: isoDay(from),
        fromWords: spokenDay(from),
        toWords: spokenDay(to),
        name: name ?? "Closure",
        days: to - from + 1,
        startsInDays: from - today,
        startsWords: relativeDay(from, today),
      })),
  };
}

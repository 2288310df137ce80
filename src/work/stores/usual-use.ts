import { isoDay } from "../../core/calendar/day.ts";
import { effectsOfRun, followingEntries } from "../../core/runs/effects-of-run.ts";
import { runPlan } from "../../core/runs/plan.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { Leaving, ShelfItem } from "../../core/stores/run-materials.ts";
import { shelfItems } from "../../core/stores/shelf-items.ts";
import type { Connection } from "../../ledger/database.ts";
import { stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

/** What the shelf holds now, as far as routines use it up. */
export const shelfNow = async (db: Connection, shop: Shop): Promise<ShelfItem[]> =>
  shelfItems(shop.items, await stockRows(db, shop.id), dayAt(shop));

export type UsualUse = { day: string; takes: Leaving[]; following: ReturnType<typeof followingEntries> };

/** What a routine takes from the shelf when it is done as usual, for a desk that enters it without its steps. @throws Refusal */
export async function usualUse(db: Connection, actor: Actor, machineId: string | null, routineId: string | null): Promise<UsualUse> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, machineId ?? "");
  const routine = shop.rules.book.get(routineId ?? "");
  if (!routine) throw new Refusal(404, "There is no such routine.");
  const run = { routine, plan: runPlan(routine.steps ?? [], machine), done: { answers: {} } };
  const isCheck = (id: string) => shop.rules.book.get(id)?.isCheck ?? false;
  const effects = effectsOfRun(run, { machine, shelf: await shelfNow(db, shop), isCheck });
  return { day: isoDay(dayAt(shop)), takes: effects.takes, following: followingEntries(run, effects) };
}

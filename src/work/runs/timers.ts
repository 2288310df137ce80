import { personName } from "../../core/shop/shop.ts";
import type { Database } from "../../ledger/database.ts";
import { openRuns } from "../../ledger/runs.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { runBook } from "../facts/run-book.ts";
import { loadShop } from "../shop/shop.ts";

export type TimerView = { id: string; run: string; machine: string; what: string; person: string; endsAt: number };

/** The timers of all runs under way, for every screen that is open. */
export async function timers(db: Database, actor: Actor): Promise<{ now: number; timers: TimerView[] }> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const book = await runBook(db, shop, await openRuns(db, shop.id));
  return {
    now: now().getTime(),
    timers: book.flatMap(({ row, state }) =>
      state.timer && state.status === "running"
        ? [
            {
              id: `${row.run}/${state.timer.step}/${state.timer.endsAt}`,
              run: row.run,
              machine: shop.machines.find(({ id }) => id === row.machine)?.name ?? row.machine,
              what: shop.rules.book.get(row.routine)?.short ?? row.routine,
              person: personName(shop, state.person),
              endsAt: state.timer.endsAt,
            },
          ]
        : [],
    ),
  };
}

import { canPrint, type Need, needsOf } from "../../core/board/needs.ts";
import { goneBy } from "../../core/calendar/roster.ts";
import { skillFor } from "../../core/routines/routine.ts";
import { routineFor } from "../../core/routines/routine-for.ts";
import type { Database } from "../../ledger/database.ts";
import type { Actor } from "../actor.ts";
import { type BoardView, board } from "../board/board.ts";
import { now } from "../clock.ts";
import { rosterChanges } from "../day/day.ts";
import { dayView } from "../day/day-view.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { shortThisWeek } from "../stores/short.ts";

export type NeedsView = { seq: number; today: string; canPrint: number; machines: number; needs: Need[] };

/** What needs somebody now, ranked, with who could do it. @param known the Board, where it is asked for already */
export async function boardNeeds(db: Database, actor: Actor, known?: BoardView): Promise<NeedsView> {
  const shop = await loadShop(db, actor.site);
  const [view, day, short] = await Promise.all([known ?? board(db, actor), dayView(db, actor, null), shortThisWeek(db, shop)]);
  const today = dayAt(shop);
  const gone = goneBy(shop, today, now(), await rosterChanges(db, shop, today));
  const needs = needsOf({
    rows: view.machines,
    tasks: day.tasks,
    // Nobody is asked who has gone home.
    people: day.people.filter(({ id }) => !gone.has(id)),
    areas: view.areas,
    clock: day.clock,
    short,
    empties: (routine) => shop.rules.book.get(routine)?.effects?.job === "empty-waste",
    skillOf: (id) => {
      const machine = shop.machines.find((each) => each.id === id);
      const check = machine && routineFor("opening-check", machine, shop.rules.book);
      return machine && check ? skillFor(check, machine) : null;
    },
  });
  return {
    seq: view.seq,
    today: view.today,
    canPrint: view.machines.filter(({ word }) => canPrint(word)).length,
    machines: view.machines.length,
    needs,
  };
}

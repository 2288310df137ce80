import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { personName } from "../../core/shop/shop.ts";
import { REGIME_NAMES } from "../../core/standby/regime.ts";
import { adviseRegime } from "../../core/standby/regimes.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { type Actor, authorise } from "../actor.ts";
import { lastUses, standingTooLong } from "../idle/idle.ts";
import { sleepingNow, sleepWords } from "../idle/sleeps.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { overlappingClosures, plannedClosures, tonight } from "./gap.ts";
import { printDayChanges } from "./machine.ts";
import { gapFacts, isStaffed, standbyMaterial } from "./material.ts";

export type OverviewRow = {
  id: string;
  name: string;
  class: Machine["class"];
  area: string;
  asleep: string | null;
  stored: boolean;
  gapWords: string;
  until: string;
  regime: string;
  why: string;
  beyond: boolean;
  /** It has stood longer than its cap allows. */
  tooLong: string | null;
};
export type OverviewView = {
  seq: number;
  rows: OverviewRow[];
  closures: {
    from: string;
    to: string;
    name: string;
    days: number;
    words: string;
    startsIn: number;
    planned: string | null;
    soon: boolean;
  }[];
  overlaps: string[];
};

/** Every machine with the gap it stands in from tonight, and the closures ahead. */
export async function standbyOverview(db: Connection, actor: Actor): Promise<OverviewView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const [material, changes, seq, plans, tooLong] = await Promise.all([
    standbyMaterial(db, shop),
    printDayChanges(
      db,
      shop,
      shop.machines.map(({ id }) => id),
    ),
    lastSeq(db, shop.id),
    seasonRows(db, shop.id, isoDay(today)),
    Promise.all([sleepingNow(db, shop), lastUses(db, shop)]).then(([sleeps, useOf]) =>
      standingTooLong(db, shop, shop.machines, sleeps, useOf),
    ),
  ]);
  return {
    seq,
    overlaps: overlappingClosures(shop),
    rows: shop.machines.map((machine): OverviewRow => {
      const mine = material.of(machine);
      const gap = tonight(shop, machine, changes.get(machine.id) ?? []);
      const advice = adviseRegime(
        machine,
        gapFacts(mine, material.skills, gap.hours, gap.to !== null && isStaffed(shop, gap.fromDay, gap.toDay), { short: {} }),
        mine.settings,
      );
      return {
        id: machine.id,
        name: machine.name,
        class: machine.class,
        area: shop.areas.find(({ id }) => id === machine.area)?.name ?? "",
        asleep: mine.sleep ? sleepWords(mine.sleep) : null,
        stored: Boolean(mine.sleep),
        gapWords: gap.words,
        until: gap.to ? spokenDay(gap.toDay) : "nobody knows",
        regime: REGIME_NAMES[advice.advised],
        why: advice.steps.join("; "),
        beyond: advice.beyond,
        tooLong: tooLong.get(machine.id) ?? null,
      };
    }),
    closures: plannedClosures(shop, today).map((closure) => {
      const row = plans.find(({ from }) => from === closure.from);
      const startsIn = toDay(closure.from) - today;
      const weeks = material.of(shop.machines[0] as Machine).settings.planWeeks;
      return {
        ...closure,
        days: toDay(closure.to) - toDay(closure.from) + 1,
        words: `${spokenDay(toDay(closure.from))} to ${spokenDay(toDay(closure.to), true)}`,
        startsIn,
        planned: row ? `in force since ${spokenDay(dayAt(shop, row.happenedAt))}, by ${personName(shop, row.person)}` : null,
        soon: startsIn <= weeks * 7,
      };
    }),
  };
}

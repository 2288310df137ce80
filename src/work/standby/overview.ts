import { plannedClosures } from "../../core/calendar/closures-ahead.ts";
import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { dayStart } from "../../core/calendar/site-time.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { personName } from "../../core/shop/shop.ts";
import type { Regime } from "../../core/standby/regime.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { lastUses, standingTooLong } from "../idle/idle.ts";
import { standbyOf } from "../idle/of.ts";
import { sleepingNow, sleepWords } from "../idle/sleeps.ts";
import { calendarAt, dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { openingOf, overlappingClosures } from "./gap.ts";
import { plansTonight } from "./tonight.ts";

export type OverviewRow = {
  id: string;
  name: string;
  class: Machine["class"];
  area: string;
  asleep: string | null;
  /** From its last print to its first, in milliseconds; `null`: nobody knows. Of a sleeping machine from when it was put to sleep. */
  from: number;
  to: number | null;
  fromWords: string;
  untilWords: string | null;
  gapWords: string;
  regime: Regime;
  /** Each step of the advice. */
  steps: string[];
  beyond: boolean;
  /** It has stood longer than its cap allows. */
  tooLong: string | null;
};
export type OverviewView = {
  seq: number;
  /** In milliseconds. */
  now: number;
  /** When each of the days after today begins. */
  days: { at: number; words: string }[];
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

const SHOWN_DAYS = 7;

/** Every machine with the gap it stands in from tonight, and the closures ahead. */
export async function standbyOverview(db: Connection, actor: Actor): Promise<OverviewView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const [planOf, seq, plans, tooLong] = await Promise.all([
    plansTonight(db, shop),
    lastSeq(db, shop.id),
    seasonRows(db, shop.id, isoDay(today)),
    Promise.all([sleepingNow(db, shop), lastUses(db, shop)]).then(([sleeps, useOf]) =>
      standingTooLong(db, shop, shop.machines, sleeps, useOf),
    ),
  ]);
  const said = (at: Date) => momentSaid(shop, at);
  const [first] = shop.machines;
  return {
    seq,
    now: now().getTime(),
    days: Array.from({ length: SHOWN_DAYS }, (_, index) => ({
      at: dayStart(today + 1 + index, shop.site).getTime(),
      words: spokenDay(today + 1 + index)
        .split(" ")
        .slice(0, 2)
        .join(" "),
    })),
    overlaps: overlappingClosures(shop),
    rows: shop.machines.map((machine): OverviewRow => {
      const {
        mine,
        gap,
        plan: { advice },
      } = planOf(machine);
      return {
        id: machine.id,
        name: machine.name,
        class: machine.class,
        area: shop.areas.find(({ id }) => id === machine.area)?.name ?? "",
        asleep: mine.sleep ? sleepWords(mine.sleep) : null,
        from: mine.sleep ? mine.sleep.since : gap.from.getTime(),
        to: mine.sleep ? (mine.sleep.until ? openingOf(shop, toDay(mine.sleep.until)).getTime() : null) : (gap.to?.getTime() ?? null),
        fromWords: said(mine.sleep ? new Date(mine.sleep.since) : gap.from),
        untilWords: mine.sleep ? (mine.sleep.until ? spokenDay(toDay(mine.sleep.until)) : null) : gap.to ? said(gap.to) : null,
        gapWords: gap.words,
        regime: mine.sleep ? mine.sleep.regime : advice.advised,
        steps: advice.steps,
        beyond: advice.beyond,
        tooLong: tooLong.get(machine.id) ?? null,
      };
    }),
    closures: plannedClosures(shop.calendar.closures ?? [], today).map((closure) => {
      const row = plans.find(({ from }) => from === closure.from);
      const startsIn = toDay(closure.from) - today;
      const weeks = first ? standbyOf(shop, first).planWeeks : 0;
      return {
        ...closure,
        days: toDay(closure.to) - toDay(closure.from) + 1,
        words: `${spokenDay(toDay(closure.from))} to ${spokenDay(toDay(closure.to), true)}`,
        startsIn,
        planned: row ? `published ${spokenDay(calendarAt(shop, row.happenedAt))} by ${personName(shop, row.person)}` : null,
        soon: startsIn <= weeks * 7,
      };
    }),
  };
}

import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import type { Connection } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { workAhead } from "./week.ts";

/** Work that comes seldom enough to be seen on a month's plan. */
export type LongJob = {
  key: string;
  name: string;
  short: string;
  /** Days from today; `opens` and `last` are the window it may be done in. */
  at: number;
  opens: number;
  last: number;
  dueWords: string;
  minutes: number;
  late: boolean;
  inClosure: boolean;
};
export type LongJobsView = {
  days: { day: string; words: string; works: boolean }[];
  closures: { name: string; from: number; to: number }[];
  machines: { id: string; name: string; jobs: LongJob[] }[];
};

const DAYS = 45;
/** Work that comes back sooner is the week's. */
const SELDOM_DAYS = 13;

/** What falls due seldom over the next weeks, machine by machine, with the window of each and the closures between. */
export async function longJobsView(db: Connection, actor: Actor): Promise<LongJobsView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const ahead = await workAhead(db, shop, today, DAYS);
  const closures = (shop.calendar.closures ?? []).map(({ from, to, name }) => ({
    name: name ?? "Closure",
    from: toDay(from) - today,
    to: toDay(to) - today,
  }));
  const carried = ahead.work.filter(({ beat, key }) => beat === undefined && !key.endsWith("/idle"));
  const often = (machine: string, routine: string) => {
    const dues = carried.filter((each) => each.machine === machine && each.routine === routine).map(({ due }) => due);
    return dues.length > 1 && (Math.max(...dues) - Math.min(...dues)) / (dues.length - 1) < SELDOM_DAYS;
  };
  const jobs = carried.filter((each) => !often(each.machine, each.routine));
  return {
    days: Array.from({ length: DAYS }, (_, later) => today + later).map((day) => ({
      day: isoDay(day),
      words: spokenDay(day),
      works: shop.rules.works(day),
    })),
    closures: closures.filter(({ to, from }) => to >= 0 && from < DAYS),
    machines: shop.machines.map(({ id, name }) => ({
      id,
      name,
      jobs: jobs
        .filter(({ machine }) => machine === id)
        .map((each) => ({
          key: each.key,
          name: each.name,
          short: shop.rules.book.get(each.routine)?.short ?? each.name,
          at: Math.max(0, each.due - today),
          opens: Math.max(0, each.opens - today),
          last: Math.max(0, each.lastDay - today),
          dueWords: spokenDay(each.due),
          minutes: each.minutes,
          late: each.state === "overdue",
          inClosure: closures.some(({ from, to }) => each.due - today >= from && each.due - today <= to),
        })),
    })),
  };
}

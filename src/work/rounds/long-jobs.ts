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
  /** Waits for the end of a closure: due on the first working day after it, with a window that opens earlier. */
  inClosure: boolean;
  /** Waits for the end of a closure and can be done before it: on the working day with the least work, of the last ones before. */
  ahead: { routine: string; from: string; to: string; toWords: string } | null;
};
export type LongJobsView = {
  days: { day: string; words: string; works: boolean }[];
  closures: { name: string; from: number; to: number }[];
  machines: { id: string; name: string; jobs: LongJob[] }[];
};

const DAYS = 45;
/** Work that comes back sooner is the week's. */
const SELDOM_DAYS = 13;
/** Jobs that would fall into a closure are spread over so many working days before it. */
const DAYS_BEFORE = 5;

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
  const workingAfter = (day: number) => {
    let next = day + 1;
    while (!shop.rules.works(next) && next < day + DAYS) next++;
    return next;
  };
  const closureOf = (due: number, opens: number) =>
    closures.find(({ from, to }) => opens <= today + to && due >= today + from && due <= workingAfter(today + to));
  const load = new Map<number, number>();
  const adds = (day: number, minutes: number) => load.set(day, (load.get(day) ?? 0) + minutes);
  for (const { due, minutes } of ahead.work) adds(due, minutes);
  const aheadOf = ({ due, opens, routine, minutes }: (typeof ahead.work)[number]): LongJob["ahead"] => {
    const closure = closureOf(due, opens);
    if (!closure) return null;
    const before: number[] = [];
    for (let day = today + closure.from - 1; day >= today && before.length < DAYS_BEFORE; day--)
      if (shop.rules.works(day)) before.push(day);
    const day = before.sort((a, b) => (load.get(a) ?? 0) - (load.get(b) ?? 0))[0];
    if (day === undefined) return null;
    adds(day, minutes);
    return { routine, from: isoDay(due), to: isoDay(day), toWords: spokenDay(day) };
  };
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
          inClosure: closureOf(each.due, each.opens) !== undefined,
          ahead: aheadOf(each),
        })),
    })),
  };
}

import { addMonths, isoDay, toDay } from "../../core/calendar/day.ts";
import { dayStart } from "../../core/calendar/site-time.ts";
import { channelsOf, printsChecks } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { type RungSum, recoverySums } from "../../core/nozzles/ladder/month.ts";
import { checksOf, cleansOf, missingIn, type Recovery, recoveries, spent } from "../../core/nozzles/ladder/recovery.ts";
import { outsideTolerance } from "../../core/nozzles/tolerance.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { nozzleRows } from "../../ledger/nozzles.ts";
import { type Actor, authorise } from "../actor.ts";
import { byHandRoutines, eventsOf, judgingOf, nozzleRoutines } from "../facts/nozzles.ts";
import { dayAt, loadShop, momentSaid } from "../shop/shop.ts";

export type RecoveryView = {
  /** “Wed 25 Nov, 06:40”. */
  began: string;
  over: "within" | "released" | "left" | null;
  counts: number[];
  cleans: number;
  rungs: string[];
  ml: number;
  minutes: number;
  rests: number;
};
export type MonthOfRecoveries = {
  month: string;
  before: string;
  after: string;
  machines: {
    id: string;
    name: string;
    recoveries: number;
    well: number;
    cleans: number;
    ml: number;
    minutes: number;
    byRung: RungSum[];
  }[];
};

const headCount = (machine: Machine): number => new Set(channelsOf(machine).map(({ head }) => head)).size;

export function recoveryViews(shop: Shop, machine: Machine, list: readonly Recovery[]): RecoveryView[] {
  const judging = judgingOf(shop, machine);
  return list.map((recovery) => {
    const began = new Date(recovery.startedAt);
    const inIt = new Set([
      ...(recovery.first ? outsideTolerance(recovery.first.channels, judging.readiness, judging.nozzles) : []),
      ...checksOf(recovery.events).flatMap(({ channels }) => outsideTolerance(channels, judging.readiness, judging.nozzles)),
    ]);
    const cost = spent(recovery.events, judging.ladder, headCount(machine));
    return {
      began: momentSaid(shop, began),
      over: recovery.over?.how ?? null,
      counts: checksOf(recovery.events).map((check) => missingIn(check, inIt, judging.nozzles)),
      cleans: cost.cleans,
      rungs: cleansOf(recovery.events).map(({ rung }) => rung),
      ml: cost.ml,
      minutes: cost.minutes,
      rests: recovery.rests,
    };
  });
}

const monthAfter = (month: string, by: number): string => isoDay(addMonths(toDay(`${month}-01`), by)).slice(0, 7);

/** What bringing nozzles back cost in a month (`2026-11`; the present one where none is named), by machine and rung. */
export async function monthOfRecoveries(db: Connection, actor: Actor, wanted: string): Promise<MonthOfRecoveries> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const month = /^\d{4}-(0[1-9]|1[0-2])$/.test(wanted) ? wanted : isoDay(dayAt(shop)).slice(0, 7);
  const [from, to] = [month, monthAfter(month, 1)].map((each) => dayStart(toDay(`${each}-01`), shop.site));
  const machines = shop.machines.filter(printsChecks);
  const rows = await nozzleRows(db, shop.id, {
    machines: machines.map(({ id }) => id),
    // A recovery that began in the month needs the good check before it, and may end after it.
    since: new Date((from?.getTime() ?? 0) - 3 * 86_400_000),
    until: new Date((to?.getTime() ?? 0) + 3 * 86_400_000),
    routines: [...nozzleRoutines(shop), ...machines.flatMap((machine) => byHandRoutines(shop, machine))],
  });
  return {
    month,
    before: monthAfter(month, -1),
    after: monthAfter(month, 1),
    machines: machines.flatMap((machine) => {
      const judging = judgingOf(shop, machine);
      const events = eventsOf(
        shop,
        machine,
        rows.filter((row) => row.machine === machine.id),
      );
      const mine = recoveries(events, judging).filter(
        ({ startedAt }) => startedAt >= (from?.getTime() ?? 0) && startedAt < (to?.getTime() ?? 0),
      );
      if (mine.length === 0) return [];
      const { all, byRung } = recoverySums(mine, judging, headCount(machine));
      return [{ id: machine.id, name: machine.name, ...all, byRung }];
    }),
  };
}

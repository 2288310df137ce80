import { isoDay } from "../../core/calendar/day.ts";
import { channelsOf, printsChecks } from "../../core/fleet/channels.ts";
import { cleansKept, type Kept, type KeptShare, keptShare, levelsKept, minutesKept, waitsKept } from "../../core/forecasts/kept.ts";
import { recoveries } from "../../core/nozzles/ladder/recovery.ts";
import { runTime } from "../../core/rounds/durations.ts";
import { keptPromises } from "../../core/standby/first-print.ts";
import type { Connection } from "../../ledger/database.ts";
import { nozzleRows } from "../../ledger/nozzles.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { lastRuns } from "../../ledger/runs.ts";
import { deliveredOrders, stockSpans } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { byHandRoutines, eventsOf, judgingOf, nozzleRoutines } from "../facts/nozzles.ts";
import { runBook } from "../facts/run-book.ts";
import { vesselPasts } from "../facts/vessels.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { standbyMaterial } from "../standby/material.ts";

export const FORECASTS = ["first-print", "wait", "level", "minutes", "cleans"] as const;
export type Forecast = (typeof FORECASTS)[number];
export type ForecastView = {
  kind: Forecast;
  share: KeptShare;
  /** The last ones that did not hold, newest first, and how many there are. */
  missed: (Kept & { name: string })[];
};
export type ForecastsView = { seq: number; days: number; forecasts: ForecastView[] };

const DAYS = 90;
/** Estimates of cleans learn from so long before. */
const LEARNT_DAYS = 400;
const RUNS = 400;
const MISSED_SHOWN = 20;
/** What the tools that make these forecasts promise: four of five, or nine of ten. */
const [FOUR_OF_FIVE, NINE_OF_TEN] = [0.8, 0.9];

/** Each kind of forecast of the last days, made again from what was known before it, held against what came. */
export async function forecastsView(db: Connection, actor: Actor): Promise<ForecastsView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const since = isoDay(today - DAYS);
  const checked = shop.machines.filter(printsChecks);
  const [seq, material, orders, spans, pasts, rows, runs] = await Promise.all([
    lastSeq(db, shop.id),
    standbyMaterial(db, shop),
    deliveredOrders(db, shop.id, since),
    stockSpans(db, shop.id),
    vesselPasts(db, shop),
    nozzleRows(db, shop.id, {
      machines: checked.map(({ id }) => id),
      since: new Date(now().getTime() - LEARNT_DAYS * 86_400_000),
      routines: [...nozzleRoutines(shop), ...checked.flatMap((machine) => byHandRoutines(shop, machine))],
    }),
    lastRuns(db, shop.id, { limit: RUNS }),
  ]);
  const dayOf = (at: number) => isoDay(dayAt(shop, new Date(at)));
  const book = await runBook(db, shop, runs);
  const classes = new Map(shop.machines.map((machine) => [machine.class, machine] as const));
  const promiseShare = Math.min(...[...classes.values()].map((machine) => material.of(machine).settings.promiseShare), 1);
  const firstPrints: Kept[] = [];
  for (const machine of classes.values()) {
    await breathe();
    const { mornings, settings } = material.of(machine);
    for (const { machine: of, day, minutes, goodMinutes, held } of keptPromises(mornings, { share: settings.promiseShare, since }))
      firstPrints.push({ of, day, high: minutes, came: goodMinutes, unit: "min", held });
  }
  await breathe();
  const found: Record<Forecast, [Kept[], number]> = {
    "first-print": [firstPrints, promiseShare],
    wait: [waitsKept(orders, new Map(spans.map(({ item, empty }) => [item, empty]))), shop.stores.serviceLevel],
    level: [
      pasts.flatMap(({ machine, volumeMl, marks, inflows, settings }) => levelsKept(machine, volumeMl, marks, inflows, settings, dayOf)),
      FOUR_OF_FIVE,
    ],
    minutes: [
      minutesKept(book.map(({ row, plan, state }) => ({ ...runTime(row, plan, state), day: dayOf(row.lastAt.getTime()) })).reverse()),
      FOUR_OF_FIVE,
    ],
    cleans: [
      checked.flatMap((machine) => {
        const judging = judgingOf(shop, machine);
        const events = eventsOf(
          shop,
          machine,
          rows.filter((row) => row.machine === machine.id),
        );
        const heads = new Set(channelsOf(machine).map(({ head }) => head)).size;
        return cleansKept(machine.id, recoveries(events, judging), { judging, machineClass: machine.class, heads }, dayOf);
      }),
      NINE_OF_TEN,
    ],
  };
  const names = new Map<string, string>([...shop.items, ...shop.machines].map(({ id, name }) => [id, name]));
  const routineName = (id: string | undefined) => (id ? shop.rules.book.get(id)?.name : undefined);
  return {
    seq,
    days: DAYS,
    forecasts: FORECASTS.map((kind): ForecastView => {
      const [all, promised] = found[kind];
      const kept = all.filter(({ day }) => day >= since);
      return {
        kind,
        share: keptShare(kept, promised),
        missed: kept
          .filter(({ held }) => !held)
          .sort((a, b) => (a.day < b.day ? 1 : -1))
          .slice(0, MISSED_SHOWN)
          .map((each) => ({ ...each, name: [names.get(each.of) ?? each.of, routineName(each.what)].filter(Boolean).join(": ") })),
      };
    }),
  };
}

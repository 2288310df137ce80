import { isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { counterSeries, totalOn } from "../../core/due/counter.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { type Stay, stays, staysAt, staysOfLot } from "../../core/stores/trace.ts";
import { counterRows } from "../../ledger/counters.ts";
import type { Connection } from "../../ledger/database.ts";
import { checksBetween } from "../../ledger/nozzles.ts";
import { fillRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type StayView = {
  machine: string;
  machineName: string;
  channel: string;
  item: string;
  itemName: string;
  lot: string;
  from: string;
  to: string | null;
  words: string;
  /** What the machine's counter grew by in those days. */
  printed: string;
  /** Missing nozzles of the channel in checks of those days: first, last. */
  checks: string;
  entry: string;
};
export type TraceView = {
  items: { id: string; name: string }[];
  lots: { item: string; lot: string }[];
  machines: { id: string; name: string }[];
  asked: { item: string; lot: string; machine: string; from: string; to: string };
  stays: StayView[];
};

/** From a lot to machines, days and prints; from a machine and days to the lots that were in it. */
export async function traceView(db: Connection, actor: Actor, asked: Partial<TraceView["asked"]>): Promise<TraceView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const rows = await fillRows(db, shop.id);
  const all = stays(rows.map((row) => ({ ...row, day: toDay(row.day) })));
  const to = readDay(asked.to ?? "") ?? today;
  const from = readDay(asked.from ?? "") ?? to - 30;
  const { item = "", lot = "", machine = "" } = asked;
  const found = item && lot ? staysOfLot(all, item, lot) : machine ? staysAt(all, machine, from, to) : [];
  const views: StayView[] = [];
  for (const stay of found.slice(0, 100)) views.push(await stayView(db, shop, stay));
  return {
    items: shop.items.filter(({ id }) => rows.some((row) => row.item === id)).map(({ id, name }) => ({ id, name })),
    lots: [...new Map(rows.map((row) => [`${row.item}/${row.lot}`, { item: row.item, lot: row.lot }])).values()].slice(-400),
    machines: shop.machines.filter(({ id }) => rows.some((row) => row.machine === id)).map(({ id, name }) => ({ id, name })),
    asked: { item, lot, machine, from: isoDay(from), to: isoDay(to) },
    stays: views,
  };
}

async function stayView(db: Connection, shop: Shop, stay: Stay): Promise<StayView> {
  const machine = shop.machines.find(({ id }) => id === stay.machine);
  const until = stay.to ?? dayAt(shop);
  const counter = machine?.counters?.find(({ name }) => name === "prints" || name === "square-metres") ?? machine?.counters?.[0];
  const [readings, checks] = await Promise.all([
    counterRows(db, shop.id, stay.machine, isoDay(stay.day - 40)),
    checksBetween(db, shop.id, stay.machine, stay.channel, isoDay(stay.day), isoDay(until)),
  ]);
  const series = counterSeries(
    readings.filter((row) => row.counter === counter?.name).map(({ day, value, reset }) => ({ on: day, value, reset })),
    until,
  );
  const grown = series.days.length ? Math.round(totalOn(series, until) - totalOn(series, stay.day)) : null;
  const [first, last] = [checks[0], checks.at(-1)];
  return {
    machine: stay.machine,
    machineName: machine?.name ?? stay.machine,
    channel: stay.channel,
    item: stay.item,
    itemName: shop.items.find(({ id }) => id === stay.item)?.name ?? stay.item,
    lot: stay.lot,
    from: isoDay(stay.day),
    to: stay.to === null ? null : isoDay(stay.to),
    words: `${spokenDay(stay.day, true)} to ${stay.to === null ? "now" : spokenDay(stay.to, true)}`,
    printed: counter && grown !== null ? `${grown.toLocaleString("en-GB")} ${counter.name.replace("-", " ")}` : "not counted",
    checks:
      first && last
        ? `${checks.length} checks, missing ${first.missing} at first, ${last.missing} at last, ${Math.max(...checks.map(({ missing }) => missing))} at worst`
        : "no check",
    entry: stay.entry,
  };
}

import Papa from "papaparse";
import { type Day, isoDay, readDay, toDay, weekday } from "../../core/calendar/day.ts";
import { monthName } from "../../core/calendar/said.ts";
import { dayStart, instantOf } from "../../core/calendar/site-time.ts";
import { type HoldMark, holdHours } from "../../core/condition/hold-hours.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import type { ChannelReading } from "../../core/nozzles/channel-reading.ts";
import { machineState, readinessSettings } from "../../core/nozzles/readiness.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Item } from "../../core/stores/item.ts";
import { drawMl, rungMl } from "../../core/stores/waste/draws.ts";
import type { Connection } from "../../ledger/database.ts";
import { monthRows } from "../../ledger/month.ts";
import { usedAtMachines } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { breathe } from "../breathe.ts";
import { now as clock } from "../clock.ts";
import { ladderOf } from "../facts/vessels.ts";
import { fillAt } from "../idle/of.ts";
import { nozzlesOf } from "../shop/patterns.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { inkPrice } from "./ink-price.ts";
import { monthOf } from "./solvent.ts";

/** What looking after a machine cost in a month; money in hundredths. */
export type CostRow = {
  handsMinutes: number;
  handsCents: number;
  inkMl: number;
  inkCents: number;
  fluidCents: number;
  partCents: number;
  headCents: number;
  headsReplaced: number;
  otherCents: number;
  holdHours: number;
  missed: number;
  cents: number;
};
export type MachineCost = { id: string; name: string; area: string; now: CostRow; before: CostRow };
export type MonthView = {
  month: string;
  words: string;
  beforeWords: string;
  months: string[];
  machines: MachineCost[];
  shared: { now: CostRow; before: CostRow };
  total: { now: CostRow; before: CostRow };
  hourCents: number;
  inkCentsAMl: number;
  partial: boolean;
};

/** Hands at a load of ink that was entered without its minutes (a guess). */
const LOAD_MINUTES = 1;

const NOTHING: CostRow = {
  handsMinutes: 0,
  handsCents: 0,
  inkMl: 0,
  inkCents: 0,
  fluidCents: 0,
  partCents: 0,
  headCents: 0,
  headsReplaced: 0,
  otherCents: 0,
  holdHours: 0,
  missed: 0,
  cents: 0,
};
/** A month of one's upkeep against the month before, by machine and for the house. */
export async function monthView(db: Connection, actor: Actor, asked: string): Promise<MonthView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const month = /^\d{4}-(0[1-9]|1[0-2])$/.test(asked) && readDay(`${asked}-01`) !== undefined ? asked : monthOf(today);
  const before = monthOf(toDay(`${month}-01`) - 1);
  const [now, then] = await Promise.all([costs(db, shop, month), costs(db, shop, before)]);
  const machines = shop.machines.map(({ id, name, area }) => ({
    id,
    name,
    area: shop.areas.find((each) => each.id === area)?.name ?? "",
    now: now.get(id) ?? NOTHING,
    before: then.get(id) ?? NOTHING,
  }));
  return {
    month,
    words: monthName(month),
    beforeWords: monthName(before),
    months: Array.from({ length: 12 }, (_, back) => monthOf(toDay(`${monthOf(today)}-15`) - Math.round(back * 30.44))),
    machines,
    shared: { now: now.get("") ?? NOTHING, before: then.get("") ?? NOTHING },
    total: { now: sum([...now.values()]), before: sum([...then.values()]) },
    hourCents: shop.stores.hourCents,
    inkCentsAMl: shop.stores.inkCentsAMl,
    partial: month === monthOf(today),
  };
}

function sum(rows: readonly CostRow[]): CostRow {
  const all = { ...NOTHING };
  for (const row of rows) for (const key of Object.keys(NOTHING) as (keyof CostRow)[]) all[key] += row[key];
  return all;
}

/** By machine; under "" what was used at none. */
async function costs(db: Connection, shop: Shop, month: string): Promise<Map<string, CostRow>> {
  const first = toDay(`${month}-01`);
  const last = toDay(`${monthOf(first + 31)}-01`) - 1;
  const [rows, used] = await Promise.all([
    monthRows(db, shop.id, isoDay(first), isoDay(last)),
    usedAtMachines(db, shop.id, isoDay(first), isoDay(last)),
  ]);
  const found = new Map<string, CostRow>();
  const at = (id: string): CostRow => {
    const known = found.get(id) ?? { ...NOTHING };
    found.set(id, known);
    return known;
  };
  for (const machine of shop.machines) {
    await breathe();
    const row = at(machine.id);
    const ladder = ladderOf(shop, machine);
    const fill = fillAt(shop, machine);
    for (const { routine, drew, times } of rows.done.filter((each) => each.machine === machine.id)) {
      row.handsMinutes += times * (shop.rules.book.get(routine)?.handsMinutes ?? 0);
      row.inkMl += times * drawMl(drew ?? shop.rules.book.get(routine)?.effects?.draws, ladder, fill).inkMl;
    }
    for (const { what, strength, ml, minutes, times } of rows.care.filter((each) => each.machine === machine.id)) {
      const rung = ladder.rungs.find(({ id }) => id === (strength ?? "normal"));
      row.handsMinutes += times * (minutes ?? (what === "clean" ? (rung?.minutes ?? 0) : LOAD_MINUTES));
      row.inkMl += times * (ml ?? (what === "clean" ? rungMl(ladder, strength ?? "normal") : what === "load" ? ladder.loadMl : 0));
    }
    row.missed = rows.missed.find((each) => each.machine === machine.id)?.times ?? 0;
    row.headsReplaced = rows.parts.filter(
      ({ machine: of, part }) => of === machine.id && machine.heads?.some(({ id }) => id === part),
    ).length;
    row.holdHours = holdHours(marks(shop, machine, rows.checks), clock().getTime(), (when) =>
      printTime(shop, machine, dayAt(shop, new Date(when))),
    );
    row.handsCents = (row.handsMinutes / 60) * shop.stores.hourCents;
    row.inkCents = row.inkMl * inkPrice(shop, machine);
  }
  for (const { item: id, machine, amount } of used) {
    const item = shop.items.find((each) => each.id === id);
    // Ink filled in is mostly printed; what of it is cleaned away is counted above.
    if (!item || item.group === "ink") continue;
    const row = at(shop.machines.some((each) => each.id === machine) ? (machine ?? "") : "");
    row[costOf(item)] += (amount / item.pack) * item.priceCents;
  }
  for (const row of found.values())
    row.cents = row.handsCents + row.inkCents + row.fluidCents + row.partCents + row.headCents + row.otherCents;
  return found;
}

function costOf(item: Item): "fluidCents" | "partCents" | "headCents" | "otherCents" {
  if (item.names?.includes("heads")) return "headCents";
  return item.group === "fluid" ? "fluidCents" : item.group === "part" || item.group === "kit" ? "partCents" : "otherCents";
}

/** From when to when a machine should print on a day: its first shift's begin to its last one's end; `null` where it does not print. */
function printTime(shop: Shop, machine: Machine, day: Day): [from: number, to: number] | null {
  const changed = machine.printDayChanges?.find(({ date }) => toDay(date) === day);
  if (!(changed?.prints ?? (shop.rules.works(day) && (machine.printDays?.includes(weekday(day)) ?? true)))) return null;
  const shifts = (shop.calendar.shifts ?? []).filter(({ days }) => days?.includes(weekday(day)) ?? true);
  if (shifts.length === 0) return [dayStart(day, shop.site).getTime(), dayStart(day + 1, shop.site).getTime()];
  const ends = shifts.map(({ from, to }) => instantOf(to > from ? day : day + 1, to, shop.site).getTime());
  return [Math.min(...shifts.map(({ from }) => instantOf(day, from, shop.site).getTime())), Math.max(...ends)];
}

function marks(shop: Shop, machine: Shop["machines"][number], checks: Awaited<ReturnType<typeof monthRows>>["checks"]): HoldMark[] {
  const settings = readinessSettings(
    machine.class,
    ["site", machine.class, machine.id].flatMap((id) => shop.readiness.get(id) ?? []),
  );
  return checks
    .filter((each) => each.machine === machine.id)
    .map(({ kind, at, body }) => {
      if (kind === "release") return { at: at.getTime(), held: false };
      const day = isoDay(dayAt(shop, at));
      // A check's body passed its schema when it was written.
      const channels = (body.channels ?? []) as ChannelReading[];
      const { word } = machineState(
        {
          now: at,
          today: day,
          printsChecks: true,
          check: { at, day, channels, entry: "" },
          asleep: false,
          channels: channelsOf(machine).map(({ id }) => id),
          nozzles: nozzlesOf(shop, machine.id),
        },
        settings,
      );
      return { at: at.getTime(), held: word === "Hold" };
    });
}

export async function monthCsv(db: Connection, actor: Actor, asked: string): Promise<{ name: string; text: string }> {
  const view = await monthView(db, actor, asked);
  const line = (name: string, area: string, month: string, row: CostRow) => [
    name,
    area,
    month,
    row.handsMinutes.toFixed(0),
    (row.handsCents / 100).toFixed(2),
    row.inkMl.toFixed(0),
    (row.inkCents / 100).toFixed(2),
    (row.fluidCents / 100).toFixed(2),
    (row.partCents / 100).toFixed(2),
    (row.headCents / 100).toFixed(2),
    (row.otherCents / 100).toFixed(2),
    row.holdHours.toFixed(1),
    row.missed,
    (row.cents / 100).toFixed(2),
  ];
  return {
    name: `month-${view.month}.csv`,
    text: Papa.unparse(
      {
        fields: [
          "machine",
          "area",
          "month",
          "hands min",
          "hands",
          "ink mL",
          "ink",
          "fluids",
          "parts",
          "heads",
          "other",
          "hold h",
          "missed",
          "sum",
        ],
        data: [
          ...view.machines.flatMap(({ name, area, now, before }) => [
            line(name, area, view.words, now),
            line(name, area, view.beforeWords, before),
          ]),
          line("no machine", "", view.words, view.shared.now),
          line("the house", "", view.words, view.total.now),
          line("the house", "", view.beforeWords, view.total.before),
        ],
      },
      { escapeFormulae: ESCAPE_FORMULAE },
    ),
  };
}

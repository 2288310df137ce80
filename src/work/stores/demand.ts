import { group } from "d3-array";
import { type Day, isoDay, toDay } from "../../core/calendar/day.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { Use } from "../../core/routines/step.ts";
import { runPlan } from "../../core/runs/plan.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { SeasonBody } from "../../core/standby/said.ts";
import type { Item } from "../../core/stores/item.ts";
import { type OrderAdvice, orderAdvice } from "../../core/stores/order-advice.ts";
import { itemFor, usualMaterials } from "../../core/stores/run-materials.ts";
import type { DayUsed } from "../../core/stores/seen-demand.ts";
import { lotsInOrder } from "../../core/stores/shelf.ts";
import { goesOn } from "../../core/tasks/of-day.ts";
import type { Connection } from "../../ledger/database.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { type HeldRow, purchaseRows, type StockSpan, stockRows, stockSpans, usedByDay } from "../../ledger/stock.ts";
import { openRepairs } from "../../ledger/tasks.ts";
import { breathe } from "../breathe.ts";
import { dueFacts } from "../facts/due.ts";
import { dayAt } from "../shop/shop.ts";

/** How far ahead the plan is asked, and how far back what was used. */
export const AHEAD_DAYS = 90;
const BACK_DAYS = 182;

export type PlannedUse = { byDay: number[]; from: { routine: string; machine: string; times: number; amount: number }[] };
export type Demand = {
  advice: Map<string, OrderAdvice>;
  planned: Map<string, PlannedUse>;
  held: HeldRow[];
  open: Awaited<ReturnType<typeof purchaseRows>>;
};

/** What the plan uses of each item on each day ahead: due work of all machines × the lists of its routines. */
export async function plannedUse(db: Connection, shop: Shop, today: Day, days: number): Promise<Map<string, PlannedUse>> {
  const [facts, repairs, seasons] = await Promise.all([
    dueFacts(db, shop, today, shop.machines),
    openRepairs(db, shop.id),
    seasonRows(db, shop.id, isoDay(today)),
  ]);
  const uses = new Map<string, PlannedUse>();
  // What the plans of closures in force take off the shelf on the last print days.
  for (const { body } of seasons)
    for (const { item, amount, on, machine, routine } of (body as unknown as SeasonBody).uses) {
      const day = toDay(on) - today;
      if (day < 0 || day >= days) continue;
      const known = uses.get(item) ?? { byDay: new Array<number>(days).fill(0), from: [] };
      uses.set(item, known);
      known.byDay[day] = (known.byDay[day] ?? 0) + amount;
      known.from.push({ routine, machine, times: 1, amount });
    }
  for (const [index, machine] of shop.machines.entries()) {
    await breathe();
    const mine = facts[index];
    if (!mine) continue;
    const lists = new Map<string, { item: Item; use: Use }[]>();
    const listOf = (routine: string) => {
      const known = lists.get(routine);
      if (known) return known;
      const list = usualMaterials(runPlan(shop.rules.book.get(routine)?.steps ?? [], machine), machine).flatMap((use) => {
        const item = itemFor(shop.items, use, machine);
        return item ? [{ item, use }] : [];
      });
      lists.set(routine, list);
      return list;
    };
    const repair = repairs.find((each) => each.machine === machine.id);
    for (const { routine, due, state } of goesOn(dueOfMachine(mine, shop.rules, today, days), repair?.body)) {
      if (state === "done" || state === "skipped") continue;
      const day = Math.max(0, due - today);
      for (const { item, use } of listOf(routine)) {
        let known = uses.get(item.id);
        if (!known) {
          known = { byDay: new Array<number>(days).fill(0), from: [] };
          uses.set(item.id, known);
        }
        known.byDay[day] = (known.byDay[day] ?? 0) + use.amount;
        const from = known.from.find((each) => each.routine === routine && each.machine === machine.id);
        if (from) {
          from.times++;
          from.amount += use.amount;
        } else known.from.push({ routine, machine: machine.id, times: 1, amount: use.amount });
      }
    }
  }
  return uses;
}

export const leadDaysOf = (shop: Shop, item: Item): number =>
  item.leadDays ?? shop.suppliers.find(({ id }) => id === item.supplier)?.leadDays ?? 7;

/** What is to be ordered of each item kept, when and why. */
export async function demand(db: Connection, shop: Shop): Promise<Demand> {
  const today = dayAt(shop);
  const [planned, held, used, spans, open] = await Promise.all([
    plannedUse(db, shop, today, AHEAD_DAYS),
    stockRows(db, shop.id),
    usedByDay(db, shop.id, isoDay(today - BACK_DAYS), isoDay(today - 1)),
    stockSpans(db, shop.id),
    purchaseRows(db, shop.id, 500, isoDay(today - 180)),
  ]);
  const usedOf = group(used, ({ item }) => item);
  const spanOf = new Map(spans.map((span) => [span.item, span]));
  const advice = new Map<string, OrderAdvice>();
  for (const item of shop.items) {
    if (item.keeping === "listed" || item.recipe) continue;
    await breathe();
    const lots = lotsInOrder(item, held, today);
    const onOrder = open.reduce((sum, order) => {
      const line = order.body.lines.find((each) => each.item === item.id);
      return sum + (line ? Math.max(0, line.amount - (order.received[item.id] ?? 0)) : 0);
    }, 0);
    const lastBox = held.find((row) => row.item === item.id && row.lastBoxOn)?.lastBoxOn;
    advice.set(
      item.id,
      orderAdvice({
        item,
        lots,
        today,
        planned: planned.get(item.id)?.byDay ?? new Array<number>(AHEAD_DAYS).fill(0),
        unplannedDays: unplannedDays(spanOf.get(item.id), usedOf.get(item.id) ?? [], today, planned.has(item.id)),
        onOrder,
        leadDays: leadDaysOf(shop, item),
        settings: shop.stores,
        ...(lastBox ? { lastBoxOn: toDay(lastBox) } : {}),
      }),
    );
  }
  return { advice, planned, held, open };
}

/** What was used of an item besides the plan on each day since its first entry. What no plan foresees is learned whole. */
function unplannedDays(
  span: StockSpan | undefined,
  used: readonly { day: string; lists: number; besides: number }[],
  today: Day,
  isPlanned: boolean,
): DayUsed[] {
  if (!span) return [];
  const first = Math.max(today - BACK_DAYS, toDay(span.first));
  const days: DayUsed[] = Array.from({ length: Math.max(0, today - first) }, () => ({ used: 0, without: false }));
  for (const { day, lists, besides } of used) {
    const at = days[toDay(day) - first];
    if (at) at.used += besides + (isPlanned ? 0 : lists);
  }
  for (const [after, before] of span.empty)
    for (let day = Math.max(first, toDay(after) + 1); day < (before === null ? today : toDay(before)); day++) {
      const at = days[day - first];
      if (at) at.without = true;
    }
  return days;
}

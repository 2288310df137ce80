import { type Day, spokenDay } from "../calendar/day.ts";
import { normalQuantile } from "../statistics/quantiles.ts";
import { amountWords } from "./amount-words.ts";
import type { Item, StoresSettings } from "./item.ts";
import { type Lot, round, usable } from "./shelf.ts";
import { type UnevenDemand, unevenDemand } from "./uneven-demand.ts";

/** What an item's orders are worked out from. Days count from today, which is 0. */
export type OrderFacts = {
  item: Item;
  lots: readonly Lot[];
  today: Day;
  /** What the plan uses on each day ahead, in the item's unit: due work × its list. */
  planned: readonly number[];
  /** What was used besides in each of the last weeks, oldest first. */
  unplannedWeeks: readonly number[];
  onOrder: number;
  leadDays: number;
  settings: StoresSettings;
  /** Of two boxes: the day the last one was opened. */
  lastBoxOn?: Day;
};

export type OrderAdvice = {
  item: string;
  /** Usable today. */
  onHand: number;
  onOrder: number;
  /** To be expected a day, over the days looked at. */
  perDay: number;
  coverDays: number | null;
  runsOutOn: Day | null;
  orderOn: Day | null;
  safety: number;
  /** What is left at the end of each day from today on, as planned and with what is on order. */
  ahead: number[];
  /** To order now, in packs; 0 where nothing is to be ordered yet. */
  packs: number;
  /** What it would be ordered as, whenever that day comes. */
  packsThen: number;
  costCents: number;
  uneven: UnevenDemand | null;
  /** What will lie past its day unused. */
  wasted: { lot: string; amount: number; on: Day }[];
  why: string[];
};

/**
 * When an item is to be ordered and how much. It would run out on the first day that the lots then in date do not cover;
 * it is ordered so long before the stock comes down to its safety as the supplier needs. Safety stock by the service level over the lead time
 * (normal tables); quantity for lead time and cover, at least the economic order quantity √(2DS/H) (Harris 1913), in packs.
 */
export function orderAdvice(facts: OrderFacts): OrderAdvice {
  const { item, lots, today, planned, unplannedWeeks, onOrder, leadDays, settings } = facts;
  const onHand = usable(lots);
  const uneven = unevenDemand(unplannedWeeks, settings.alpha) ?? null;
  const besides = (uneven?.rate ?? 0) / 7;
  const horizon = planned.length;
  const plannedSum = planned.reduce((sum, use) => sum + use, 0);
  const perDay = horizon ? plannedSum / horizon + besides : besides;
  const say = (amount: number) => amountWords(amount, item.unit);
  const why: string[] = [];
  if (item.keeping === "two-boxes") return twoBoxes(facts, why);
  why.push(
    `${say(onHand)} usable in stock${onOrder ? `, ${say(onOrder)} on order` : ""}`,
    plannedSum > 0
      ? `planned work uses ${say(plannedSum)} in the next ${horizon} days`
      : `no planned work uses it in the next ${horizon} days`,
  );
  if (uneven)
    why.push(
      `also about ${say(uneven.size)} every ${oneDigit(uneven.interval)} weeks, seen over ${unplannedWeeks.length} weeks (Croston, corrected by 1 − α/2, α ${settings.alpha}): ${say(uneven.rate * 4)} in 4 weeks, ± ${say(uneven.spread * 2)}`,
    );
  const meanPlanned = horizon ? plannedSum / horizon : 0;
  const dailyVariance = (uneven ? uneven.spread ** 2 / 7 : 0) + (settings.planSpread * meanPlanned) ** 2;
  const z = normalQuantile(settings.serviceLevel);
  const safety = round(z * Math.sqrt(Math.max(1, leadDays) * dailyVariance));
  const walk = walkDown(lots, today, planned, besides, onOrder, leadDays, safety);
  const runsOutOn = walk.runsOut === null ? null : today + walk.runsOut;
  const orderOn = walk.atSafety === null ? null : today + walk.atSafety - leadDays;
  if (perDay > 0)
    why.push(
      `safety stock ${say(safety)}, so that ${Math.round(settings.serviceLevel * 1000) / 10} % of deliveries come in time (${oneDigit(z, 3)} standard deviations over ${leadDays} days)`,
    );
  const overCover = Math.min(horizon, leadDays + settings.coverDays);
  const need = planned.slice(0, overCover).reduce((sum, use) => sum + use, 0) + besides * overCover + safety - onHand - onOrder;
  const economic = economicOrder(perDay * 365, settings.orderCostCents, (settings.holdingShare * item.priceCents) / item.pack);
  const keeps = Math.min(item.shelfDays ?? Number.POSITIVE_INFINITY, 730);
  const wanted = Math.max(need, Math.min(economic, perDay * keeps - onHand));
  const packsThen = perDay > 0 ? Math.max(item.minPacks, Math.ceil(wanted / item.pack - 1e-9)) : 0;
  const due = orderOn !== null && orderOn <= today;
  if (runsOutOn !== null && orderOn !== null)
    why.push(
      `it runs out on ${spokenDay(runsOutOn)} and is at its safety stock on ${spokenDay(today + (walk.atSafety ?? 0))}; delivery takes ${leadDays} days, so order ${due ? "now" : `on ${spokenDay(orderOn)}`}`,
      `${packsThen} × ${say(item.pack)}: lasts ${leadDays} + ${settings.coverDays} days, at least ${item.minPacks} ${item.minPacks === 1 ? "pack" : "packs"}, at least the economic quantity of ${say(Math.min(economic, 1e6))}`,
    );
  else if (perDay > 0) why.push(`it lasts longer than ${horizon} days`);
  for (const { lot, amount, on } of walk.wasted)
    why.push(`${say(amount)}${lot ? ` of lot ${lot}` : ""} will expire on ${spokenDay(today + on)} before it is used`);
  return {
    item: item.id,
    onHand,
    onOrder,
    perDay,
    coverDays: walk.runsOut,
    runsOutOn,
    orderOn,
    safety,
    ahead: walk.ahead,
    packs: due ? packsThen : 0,
    packsThen,
    costCents: (due ? packsThen : 0) * item.priceCents,
    uneven,
    wasted: walk.wasted.map(({ lot, amount, on }) => ({ lot, amount, on: today + on })),
    why,
  };
}

/** √(2DS/H): demand a year, cost of an order, cost of keeping one unit for a year (Harris 1913). */
export const economicOrder = (aYear: number, orderCost: number, holdingCost: number): number =>
  holdingCost > 0 ? Math.sqrt((2 * aYear * orderCost) / holdingCost) : 0;

/** Goes through the days ahead, earliest use-by leaving first; what is on order comes after the lead time. */
function walkDown(
  lots: readonly Lot[],
  today: Day,
  planned: readonly number[],
  besides: number,
  onOrder: number,
  leadDays: number,
  safety: number,
) {
  const stock = lots
    .filter(({ expired, amount }) => !expired && amount > 0)
    .map(({ lot, amount, useBy }) => ({ lot, amount, useBy: useBy === null ? null : useBy - today }));
  let runsOut: number | null = null;
  let atSafety: number | null = null;
  const wasted: { lot: string; amount: number; on: number }[] = [];
  const ahead: number[] = [];
  for (let day = 0; day < planned.length; day++) {
    if (day === leadDays && onOrder > 0) stock.push({ lot: "", amount: onOrder, useBy: null });
    for (const each of stock)
      if (each.useBy !== null && each.useBy < day && each.amount > 1e-9) {
        wasted.push({ lot: each.lot, amount: round(each.amount), on: day });
        each.amount = 0;
      }
    let rest = (planned[day] ?? 0) + besides;
    for (const each of stock) {
      const taken = Math.min(each.amount, rest);
      each.amount -= taken;
      rest -= taken;
    }
    const left = stock.reduce((sum, { amount }) => sum + amount, 0);
    ahead.push(round(left));
    if (atSafety === null && (rest > 1e-9 || (safety > 0 && left <= safety))) atSafety = day;
    if (runsOut === null && rest > 1e-9) {
      runsOut = day;
      break;
    }
  }
  return { runsOut, atSafety, wasted, ahead };
}

function twoBoxes({ item, onOrder, leadDays, lastBoxOn, today }: OrderFacts, why: string[]): OrderAdvice {
  const due = lastBoxOn !== undefined && onOrder <= 0;
  why.push(
    lastBoxOn === undefined
      ? "the last box is not opened yet, so nothing to order"
      : `the last box was opened on ${spokenDay(lastBoxOn)}; ${onOrder > 0 ? "the next are on order" : `order now, delivery takes ${leadDays} days`}`,
  );
  return {
    item: item.id,
    onHand: 0,
    onOrder,
    perDay: 0,
    coverDays: null,
    runsOutOn: null,
    orderOn: due ? Math.max(lastBoxOn, today - 365) : null,
    safety: 0,
    ahead: [],
    packs: due ? item.minPacks : 0,
    packsThen: item.minPacks,
    costCents: due ? item.minPacks * item.priceCents : 0,
    uneven: null,
    wasted: [],
    why,
  };
}

const oneDigit = (value: number, digits = 1): string => String(Number(value.toFixed(digits)));

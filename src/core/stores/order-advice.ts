import { type Day, spokenDay } from "../calendar/day.ts";
import { normalQuantile } from "../statistics/quantiles.ts";
import { amountWords } from "./amount-words.ts";
import type { Item, StoresSettings } from "./item.ts";
import { type DayUsed, type SeenDemand, seenDemand } from "./seen-demand.ts";
import { type Lot, netted, round, usable } from "./shelf.ts";

/** What an item's orders are worked out from. Days count from today, which is 0. */
export type OrderFacts = {
  item: Item;
  lots: readonly Lot[];
  today: Day;
  /** What the plan uses on each day ahead, in the item's unit: due work × its list. */
  planned: readonly number[];
  /** What was used besides on each day of its record, oldest first, up to yesterday. */
  unplannedDays: readonly DayUsed[];
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
  /** What is used besides the plan, as its record shows it. */
  seen: SeenDemand | null;
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
  const { item, lots, today, planned, unplannedDays, onOrder, leadDays, settings } = facts;
  const onHand = usable(lots);
  const seen = seenDemand(unplannedDays, settings.alpha) ?? null;
  const besides = (seen?.rate ?? 0) / 7;
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
  if (seen) why.push(seenWords(seen, say, settings.alpha));
  const meanPlanned = horizon ? plannedSum / horizon : 0;
  const z = normalQuantile(settings.serviceLevel);
  const lead = Math.max(1, leadDays);
  const plannedVariance = lead * (settings.planSpread * meanPlanned) ** 2;
  const safety = round(
    seen?.uneven ? unevenSafety(seen, lead, plannedVariance, z) : z * Math.sqrt(lead * (seen ? seen.spread ** 2 / 7 : 0) + plannedVariance),
  );
  const walk = walkDown(lots, today, planned, besides, onOrder, leadDays, safety);
  const runsOutOn = walk.runsOut === null ? null : today + walk.runsOut;
  const orderOn = walk.atSafety === null ? null : today + walk.atSafety - leadDays;
  if (perDay > 0)
    why.push(
      `safety stock ${say(safety)}, so that ${Math.round(settings.serviceLevel * 1000) / 10} % of deliveries come in time (${oneDigit(z, 3)} standard deviations over ${leadDays} days${seen?.uneven ? ", and what one heap takes past the mark" : ""})`,
    );
  const overCover = Math.min(horizon, leadDays + settings.coverDays);
  const need = planned.slice(0, overCover).reduce((sum, use) => sum + use, 0) + besides * overCover + safety - onHand - onOrder;
  const economic = economicOrder(perDay * 365, settings.orderCostCents, (settings.holdingShare * item.priceCents) / item.pack);
  const span = settings.orderSpanDays ?? DEFAULT_SPAN_DAYS;
  const keeps = Math.max(0, perDay * (item.shelfDays ?? Number.POSITIVE_INFINITY) - onHand - onOrder);
  // The cheapest lot is a wish: whole packs of it, no more than the span holds, and none that would expire.
  const cheapest = Math.floor(Math.min(economic, perDay * span) / item.pack);
  const packsOf = (amount: number) => Math.ceil(amount / item.pack - 1e-9);
  const packsThen = perDay > 0 ? Math.max(item.minPacks, Math.min(Math.max(packsOf(need), cheapest), packsOf(keeps))) : 0;
  const due = orderOn !== null && orderOn <= today;
  if (runsOutOn !== null && orderOn !== null)
    why.push(
      `it runs out on ${spokenDay(runsOutOn)} and is at its safety stock on ${spokenDay(today + (walk.atSafety ?? 0))}; delivery takes ${leadDays} days, so order ${due ? "now" : `on ${spokenDay(orderOn)}`}`,
      `${packsThen} × ${say(item.pack)}: lasts ${leadDays} + ${settings.coverDays} days, at least ${item.minPacks} ${item.minPacks === 1 ? "pack" : "packs"}, the cheapest lot is ${say(Math.min(economic, 1e6))}, at most ${span} days' use${item.shelfDays ? ` and what keeps ${item.shelfDays} days` : ""}`,
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
    seen,
    wasted: walk.wasted.map(({ lot, amount, on }) => ({ lot, amount, on: today + on })),
    why,
  };
}

/**
 * Safety stock of what is used in heaps. A heap takes the stock past its mark before the order goes out, by E(x²)/2E(x) on average (renewal
 * theory, from memory); and what is used meanwhile is skew: its quantile is a gamma's with the same mean and variance, by Wilson and
 * Hilferty (1931, from memory). Sizes of heaps are taken as gamma, too.
 *
 * @param z standard deviations of the service level
 * @param besides variance of what the plan uses over the lead time
 */
function unevenSafety({ rate, spread, uneven, variation }: SeenDemand, leadDays: number, besides: number, z: number): number {
  const size = uneven?.size ?? 0;
  const past = (size * (1 + variation)) / 2;
  const pastVariance = Math.max(0, (size ** 2 * (1 + variation) * (1 + 2 * variation)) / 3 - past ** 2);
  const used = (rate / 7) * leadDays;
  const mean = used + past;
  const variance = (spread ** 2 / 7) * leadDays + besides + pastVariance;
  const shape = mean ** 2 / variance;
  const quantile = mean * Math.max(0, 1 - 1 / (9 * shape) + z / (3 * Math.sqrt(shape))) ** 3;
  return Math.max(0, quantile - used);
}

/** An order lasts three months at most, where a shop said nothing (a guess). */
const DEFAULT_SPAN_DAYS = 91;

function seenWords(seen: SeenDemand, say: (amount: number) => string, alpha: number): string {
  const { rate, spread, weeks, uneven, isGuess, daysWithout } = seen;
  const record = `${weeks < 1 ? "less than a week" : weeks === 1 ? "one week" : `${weeks} weeks`} of its record`;
  const left = daysWithout ? `, ${daysWithout} ${daysWithout === 1 ? "day" : "days"} without stock left out` : "";
  const guess = isGuess ? "; a guess, the record is short" : "";
  return uneven
    ? `also about ${say(uneven.size)} every ${oneDigit(uneven.interval)} weeks, by ${record}${left} (Croston, corrected by 1 − α/2, α ${alpha}): ${say(rate * 4)} in 4 weeks, ± ${say(spread * 2)}${guess}`
    : `also about ${say(rate)} a week, ± ${say(spread)}, by ${record}${left}${guess}`;
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
  const stock = netted(lots)
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
    seen: null,
    wasted: [],
    why,
  };
}

const oneDigit = (value: number, digits = 1): string => String(Number(value.toFixed(digits)));

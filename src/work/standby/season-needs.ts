import { type Day, isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Regime } from "../../core/standby/regime.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { PurchaseRow } from "../../ledger/stock.ts";
import { dayAt } from "../shop/shop.ts";
import { leadDaysOf } from "../stores/demand.ts";
import type { MachinePlan } from "./methods.ts";

export type SeasonNeed = {
  item: string;
  name: string;
  words: string;
  heldWords: string;
  short: boolean;
  orderBy: string | null;
  orderByWords: string | null;
  /** It can't come in time, or what is on its way will not. */
  late: boolean;
  risk: string | null;
  machines: string[];
};

/** What a closure takes off the shelf, item by item: what is there, what is on its way, and the day by which the rest must be ordered. */
export function seasonNeeds(
  shop: Shop,
  machines: readonly { machine: Machine; plan: MachinePlan; regime: Regime; stopsOn: string }[],
  orders: readonly PurchaseRow[],
  last: Day,
): SeasonNeed[] {
  const found = new Map<string, { item: string; amount: number; held: number; heldWords: string; on: Day; machines: string[] }>();
  for (const { machine, plan, regime, stopsOn } of machines)
    for (const line of plan.options.find((each) => each.regime === regime)?.needs ?? []) {
      const known = found.get(line.name);
      if (known) {
        known.amount += line.amount;
        known.machines.push(machine.name);
        known.on = Math.min(known.on, toDay(stopsOn));
      } else
        found.set(line.name, {
          item: line.item ?? "",
          amount: line.amount,
          held: line.heldAmount,
          heldWords: line.heldWords,
          on: Math.min(last, toDay(stopsOn)),
          machines: [machine.name],
        });
    }
  return [...found].map(([name, { item: id, amount, held, heldWords, on, machines: names }]): SeasonNeed => {
    const item = shop.items.find((each) => each.id === id);
    if (!item)
      return {
        item: "",
        name,
        words: `${amount}`,
        heldWords,
        short: true,
        orderBy: null,
        orderByWords: null,
        late: false,
        risk: null,
        machines: names,
      };
    const lead = leadDaysOf(shop, item);
    const coming = orders.flatMap((order) => {
      const line = order.body.lines.find((each) => each.item === id);
      const rest = line ? Math.max(0, line.amount - (order.received[id] ?? 0)) : 0;
      return rest > 0 ? [{ rest, expected: toDay(order.day) + lead }] : [];
    });
    const inTime = coming.filter(({ expected }) => expected <= on && expected >= dayAt(shop)).reduce((sum, { rest }) => sum + rest, 0);
    const tooLate = coming.filter(({ expected }) => expected > on || expected < dayAt(shop));
    const short = held + inTime + 1e-9 < amount && item.keeping !== "two-boxes";
    const orderBy = isoDay(on - lead);
    return {
      item: id,
      name,
      words: amountWords(amount, item.unit),
      heldWords: `${heldWords}${
        coming.length
          ? `, ${amountWords(
              coming.reduce((sum, { rest }) => sum + rest, 0),
              item.unit,
            )} on order`
          : ""
      }`,
      short,
      orderBy,
      orderByWords: spokenDay(on - lead),
      late: short && orderBy < isoDay(dayAt(shop)),
      risk:
        tooLate.length && held + inTime < amount
          ? `ordered, expected ${tooLate.map(({ expected }) => spokenDay(expected)).join(", ")}${(tooLate[0]?.expected ?? 0) < dayAt(shop) ? ", not here yet" : ""}`
          : null,
      machines: names,
    };
  });
}

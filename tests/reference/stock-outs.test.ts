import { describe, expect, test } from "vitest";
import { randomFrom } from "../../src/core/random.ts";
import { type Item, STORES_SETTINGS } from "../../src/core/stores/item.ts";
import { orderAdvice } from "../../src/core/stores/order-advice.ts";
import type { DayUsed } from "../../src/core/stores/seen-demand.ts";
import type { Lot } from "../../src/core/stores/shelf.ts";

/**
 * Simulated shops that order on the day they are told to, as much as they are told: of the waits for a delivery as many go by without
 * running out as the service level promises, within the interval of so many waits (binomial, normal approximation).
 */

const item: Item = {
  id: "ink",
  name: "Ink",
  group: "ink",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents: 9000,
  minPacks: 1,
  place: "shelf",
};
const lotOf = (amount: number): Lot => ({
  item: "ink",
  lot: "A",
  place: "",
  amount,
  expiry: null,
  openedOn: null,
  receivedOn: null,
  useBy: null,
  why: "",
  expired: false,
});
const noPlan = new Array<number>(90).fill(0);

/** Waits for a delivery of one shop over so many days, and those in which it ran out. */
function simulated(
  seed: number,
  demandOf: (random: () => number, day: number) => number,
  serviceLevel: number,
): { waits: number; out: number } {
  const random = randomFrom(seed);
  const leadDays = 3 + Math.floor(random() * 8);
  const settings = { ...STORES_SETTINGS, serviceLevel, coverDays: 14, orderSpanDays: 14 };
  const days: DayUsed[] = [];
  let [stock, waits, out] = [6000, 0, 0];
  let coming: { on: number; amount: number } | undefined;
  let ranOut = false;
  for (let day = 0; day < 520; day++) {
    if (coming?.on === day) {
      stock += coming.amount;
      coming = undefined;
      // The record must be long enough to know the use by.
      if (day > 120) {
        waits++;
        if (ranOut) out++;
      }
      ranOut = false;
    }
    const advice = orderAdvice({
      item,
      today: 20_000 + day,
      lots: [lotOf(stock)],
      planned: noPlan,
      unplannedDays: days.slice(-182),
      onOrder: coming?.amount ?? 0,
      leadDays,
      settings,
    });
    if (!coming && advice.packs > 0) coming = { on: day + leadDays, amount: advice.packs * item.pack };
    const wanted = demandOf(random, day);
    if (wanted > stock) ranOut = true;
    days.push({ used: Math.min(stock, wanted), without: stock < wanted });
    stock = Math.max(0, stock - wanted);
  }
  return { waits, out };
}

const bell = (random: () => number) => random() + random() + random() + random() - 2;
const SHOPS: readonly (readonly [name: string, demandOf: (random: () => number, day: number) => number])[] = [
  ["used each day, more or less", (random) => Math.max(0, 200 + 120 * bell(random))],
  ["used in heaps, most weeks none", (random) => (random() < 0.06 ? 400 + 600 * random() : 0)],
];

describe("as many waits without running out as promised", () => {
  test.each(SHOPS)("%s", (_name, demandOf) => {
    for (const level of [0.9, 0.95]) {
      let [waits, out] = [0, 0];
      for (let shop = 0; shop < 30; shop++) {
        const found = simulated(1000 + shop, demandOf, level);
        waits += found.waits;
        out += found.out;
      }
      const kept = 1 - out / waits;
      const within = 1.96 * Math.sqrt((level * (1 - level)) / waits);
      expect(waits).toBeGreaterThan(150);
      expect(kept).toBeGreaterThanOrEqual(level - within);
    }
  });
});

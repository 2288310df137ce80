import fc from "fast-check";
import { cumulativeStdNormalProbability } from "simple-statistics";
import { expect, test } from "vitest";
import { normalQuantile } from "../statistics/quantiles.ts";
import type { Item } from "./item.ts";
import { STORES_SETTINGS } from "./item.ts";
import { economicOrder, orderAdvice } from "./order-advice.ts";
import type { Lot } from "./shelf.ts";

const item: Item = {
  id: "cleaner",
  name: "Cleaner",
  group: "fluid",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents: 2400,
  minPacks: 2,
  place: "cabinet",
  shelfDays: 365,
};
const lot = (amount: number, useBy: number | null = null, name = "A"): Lot => ({
  item: "cleaner",
  lot: name,
  place: "",
  amount,
  expiry: null,
  openedOn: null,
  receivedOn: null,
  useBy,
  why: "",
  expired: false,
});
const facts = { item, today: 20_000, unplannedDays: [], onOrder: 0, leadDays: 5, settings: STORES_SETTINGS };
const flat = (perDay: number, days = 90) => new Array<number>(days).fill(perDay);

test("z is 1.645 at 95 % and 2.326 at 99 % (normal tables), and the inverse of another library's table", () => {
  expect(normalQuantile(0.95)).toBeCloseTo(1.645, 3);
  expect(normalQuantile(0.99)).toBeCloseTo(2.326, 3);
  for (const z of [0.1, 0.5, 1, 1.5, 2, 2.5]) expect(normalQuantile(cumulativeStdNormalProbability(z))).toBeCloseTo(z, 2);
});

test("economic order quantity √(2DS/H) (Harris 1913): 1,000 a year, 10 an order, 0.5 a unit and year make 200", () => {
  expect(economicOrder(1000, 10, 0.5)).toBeCloseTo(200, 9);
  expect(economicOrder(1000, 10, 0)).toBe(0);
});

test("worked by hand: 40 mL a day, 500 there: out after 12 days; safety 1.645 · √5 · 10; ordered 5 days before it is reached", () => {
  const advice = orderAdvice({ ...facts, lots: [lot(500)], planned: flat(40) });
  expect(advice.safety).toBeCloseTo(1.645 * Math.sqrt(5) * 10, 0);
  // 500 − 40·d falls to 36.8 on day 11 (after twelve days' use, 20 are left); the thirteenth can't be met.
  expect(advice.runsOutOn).toBe(20_012);
  expect(advice.orderOn).toBe(20_011 - 5);
  expect(advice.packs).toBe(0);
  // 35 days at 40 and the safety, less 500: 937 mL, but never under two packs; keeping is cheaper than ordering often.
  expect(advice.packsThen).toBeGreaterThanOrEqual(2);
});

test("what is on order counts from when it comes", () => {
  const advice = orderAdvice({ ...facts, lots: [lot(500)], planned: flat(40), onOrder: 2000 });
  expect(advice.runsOutOn).toBe(20_062);
});

test("a lot that will be past its day before it is used is told of, and does not count as cover", () => {
  const advice = orderAdvice({ ...facts, lots: [lot(600, 20_004, "B"), lot(400, null, "C")], planned: flat(40) });
  expect(advice.wasted).toEqual([{ lot: "B", amount: 400, on: 20_005 }]);
  expect(advice.runsOutOn).toBe(20_015);
});

test("two boxes: the last one opened orders the next, once", () => {
  const boxes: Item = { ...item, unit: "pieces", keeping: "two-boxes", pack: 250 };
  expect(orderAdvice({ ...facts, item: boxes, lots: [], planned: flat(9), lastBoxOn: 19_999 })).toMatchObject({ packs: 2 });
  expect(orderAdvice({ ...facts, item: boxes, lots: [], planned: flat(9) }).packs).toBe(0);
  expect(orderAdvice({ ...facts, item: boxes, lots: [], planned: flat(9), lastBoxOn: 19_999, onOrder: 500 }).packs).toBe(0);
});

test("more was taken of one lot than it held: the others hold that much less, in the stock, its cover and its curve", () => {
  const below = { ...lot(-200, null, "A"), place: "shelf" };
  const advice = orderAdvice({ ...facts, lots: [below, lot(500, null, "B")], planned: flat(40) });
  // 500 − 200 = 300 mL at 40 a day: seven days, the eighth can't be met whole.
  expect(advice).toMatchObject({ onHand: 300, runsOutOn: 20_007 });
  expect(advice.ahead[0]).toBe(260);
  expect(orderAdvice({ ...facts, lots: [below], planned: flat(40) }).onHand).toBe(0);
});

test("the cheapest lot never lasts longer than the span, nor than it keeps", () => {
  // 2 mL a day cost 10.00 an order: √(2 · 730 · 1000 / 0.48) is 1,744 mL, of which the span of 91 days holds 182.
  const cheap = { ...item, pack: 10, priceCents: 24, minPacks: 1, shelfDays: 3650 };
  const settings = { ...STORES_SETTINGS, orderCostCents: 1000, holdingShare: 0.2, coverDays: 10, orderSpanDays: 91 };
  expect(Math.round(economicOrder(730, 1000, 0.48))).toBe(1744);
  const advice = orderAdvice({ ...facts, item: cheap, lots: [], planned: flat(2), settings });
  expect(advice.packsThen).toBe(18);
  expect(orderAdvice({ ...facts, item: { ...cheap, shelfDays: 30 }, lots: [], planned: flat(2), settings }).packsThen).toBe(6);
});

test("white ink filled up daily for four weeks of record: 5 days of cover, not 25", () => {
  // Worked by hand: 600 mL a day on six days a week, 28 days of record: 3.6 L a week; 2.6 L last 5 days at 514 mL a day.
  const days = Array.from({ length: 28 }, (_, day) => ({ used: day % 7 === 6 ? 0 : 600, without: false }));
  const advice = orderAdvice({ ...facts, lots: [lot(2600)], planned: flat(0), unplannedDays: days });
  expect(advice.seen).toMatchObject({ kind: "steady", rate: 3600, weeks: 4, isGuess: false });
  expect(advice.coverDays).toBe(5);
  expect(advice.why.join(" ")).toContain("3.6 L a week, ± 0 mL, by 4 weeks of its record");
});

test("nothing used and nothing planned: nothing to order", () => {
  expect(orderAdvice({ ...facts, lots: [lot(10)], planned: flat(0) })).toMatchObject({ packs: 0, packsThen: 0, orderOn: null });
});

test("who orders on the day it says, as much as it says, never runs out under the demand that was planned", () => {
  fc.assert(
    fc.property(
      fc.record({
        perDay: fc.integer({ min: 1, max: 90 }),
        start: fc.integer({ min: 800, max: 4000 }),
        leadDays: fc.integer({ min: 1, max: 14 }),
        spread: fc.double({ min: 0, max: 0.5, noNaN: true }),
      }),
      ({ perDay, start, leadDays, spread }) => {
        let stock = start;
        const coming: { day: number; amount: number }[] = [];
        for (let day = 0; day < 200; day++) {
          stock += coming.filter((each) => each.day === day).reduce((sum, { amount }) => sum + amount, 0);
          const onOrder = coming.filter((each) => each.day > day).reduce((sum, { amount }) => sum + amount, 0);
          const advice = orderAdvice({
            ...facts,
            today: 20_000 + day,
            lots: [lot(stock)],
            planned: flat(perDay),
            onOrder,
            leadDays,
            settings: { ...STORES_SETTINGS, planSpread: spread },
          });
          if (advice.packs > 0 && onOrder === 0) coming.push({ day: day + leadDays, amount: advice.packs * item.pack });
          stock -= perDay;
          if (day > leadDays + 1 || start > perDay * (leadDays + 2)) expect(stock).toBeGreaterThanOrEqual(0);
          stock = Math.max(stock, 0);
        }
      },
    ),
    { numRuns: 25 },
  );
});

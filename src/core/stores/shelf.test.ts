import fc from "fast-check";
import { expect, test } from "vitest";
import { choices } from "../../../tests/fixtures/machine.ts";
import { toDay } from "../calendar/day.ts";
import type { Machine } from "../fleet/schema.ts";
import { runPlan } from "../runs/plan.ts";
import { amountWords } from "./amount-words.ts";
import type { FluidFamily } from "./fluids.ts";
import { type Item, itemProblems } from "./item.ts";
import { itemNamed } from "./item-named.ts";
import { itemFor, leavesShelf, leavingOf, usedMaterials, usualMaterials } from "./run-materials.ts";
import { differenceWords, expiringWithin, type Held, lotsInOrder, netted, takeFrom, usable, useByOf } from "./shelf.ts";
import { stays, staysAt, staysOfLot } from "./trace.ts";

const item: Item = {
  id: "ink",
  name: "Ink",
  group: "ink",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents: 1,
  minPacks: 1,
  place: "shelf",
  openDays: 90,
  names: ["white ink"],
};
const held = (lot: string, amount: number, rest: Partial<Held> = {}): Held => ({
  item: "ink",
  lot,
  place: "",
  amount,
  expiry: null,
  openedOn: null,
  receivedOn: null,
  ...rest,
});
const today = toDay("2026-11-26");

test("a lot's clock: its label, its shelf life, and from the opening on its open life if that ends before", () => {
  expect(useByOf(item, held("A", 1, { expiry: "2027-01-10" }))).toMatchObject({ useBy: toDay("2027-01-10") });
  expect(useByOf(item, held("A", 1, { expiry: "2027-06-01", openedOn: "2026-11-01" }))).toMatchObject({ useBy: toDay("2026-11-01") + 90 });
  expect(useByOf({ shelfDays: 30 }, held("A", 1, { receivedOn: "2026-11-01" }))).toMatchObject({ useBy: toDay("2026-12-01") });
  expect(useByOf({}, held("A", 1))).toMatchObject({ useBy: null });
});

test("earliest use-by leaves first, an expired lot never by itself", () => {
  const lots = lotsInOrder(
    item,
    [
      held("late", 300, { expiry: "2027-03-01" }),
      held("old", 500, { expiry: "2026-11-25" }),
      held("soon", 100, { expiry: "2026-12-05" }),
      held("none", 50),
    ],
    today,
  );
  expect(lots.map(({ lot }) => lot)).toEqual(["old", "soon", "late", "none"]);
  expect(lots[0]?.expired).toBe(true);
  expect(takeFrom(lots, 250).takes).toEqual([
    { lot: "soon", place: "", amount: 100 },
    { lot: "late", place: "", amount: 150 },
  ]);
  expect(takeFrom(lots, 1000)).toMatchObject({ short: 550 });
  expect(usable(lots)).toBe(450);
  expect(expiringWithin(lots, today, 21).map(({ lot }) => lot)).toEqual(["soon"]);
});

test("what is taken and what is short make the amount, and no lot gives more than it holds", () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 8 }), fc.integer({ min: 1, max: 3000 }), (amounts, wanted) => {
      const lots = lotsInOrder(
        item,
        amounts.map((amount, index) => held(`L${index}`, amount)),
        today,
      );
      const { takes, short } = takeFrom(lots, wanted);
      expect(takes.reduce((sum, { amount }) => sum + amount, 0) + short).toBeCloseTo(wanted, 6);
      for (const { lot, amount } of takes) expect(amount).toBeLessThanOrEqual(lots.find((each) => each.lot === lot)?.amount ?? 0);
    }),
  );
});

test("a count that differs is explained, one that agrees is not", () => {
  expect(differenceWords(5, 5, "pieces")).toBeNull();
  expect(differenceWords(3, 5, "pieces")).toContain("2 pieces fewer");
  expect(differenceWords(600, 500, "mL")).toContain("100 mL more");
});

test("items are found by what routines call them, in their unit", () => {
  expect(itemNamed([item], "White ink", "mL")).toBe(item);
  expect(itemNamed([item], "white ink", "pieces")).toBeUndefined();
  expect([amountWords(1250, "mL"), amountWords(40, "mL"), amountWords(1, "pieces"), amountWords(2500, "g")]).toEqual([
    "1.25 L",
    "40 mL",
    "1 piece",
    "2.5 kg",
  ]);
});

test("an item that can't be is named by its place", () => {
  const kit: Item = { ...item, id: "kit", group: "part", contents: [{ item: "nothing", amount: 1 }], supplier: "nobody" };
  expect(itemProblems(kit, [item], []).map(({ path }) => path)).toEqual(["$.supplier", "$.contents", "$.contents[0].item"]);
  expect(
    itemProblems(
      {
        ...item,
        id: "mix",
        recipe: [
          { item: "ink", parts: 1 },
          { item: "mix", parts: 2 },
        ],
      },
      [item],
      [],
    ).map(({ path }) => path),
  ).toEqual(["$.recipe[0].item", "$.recipe[1].item"]);
});

const machine: Machine = { id: "m", name: "M", class: "dtf", since: "2026-01-01" };
const uses = (amount: number) => [{ item: "white ink", amount, unit: "mL" }];
const plan = runPlan(
  [
    {
      kind: "decide",
      id: "long",
      text: "Long?",
      choices: choices(["yes", "yes"], ["no", "no"]),
    },
    { kind: "do", id: "usual", text: "Usual", uses: uses(5) },
    { kind: "do", id: "more", text: "More", uses: uses(7), when: { recorded: "long", is: "yes" } },
  ],
  machine,
);

test("a usual run's list takes each choice's first answer until there is another; a run's own list is what was done", () => {
  expect(usualMaterials(plan, machine)).toEqual([{ item: "white ink", amount: 12, unit: "mL" }]);
  expect(usualMaterials(plan, machine, { long: "no" })).toEqual([{ item: "white ink", amount: 5, unit: "mL" }]);
  expect(usedMaterials(plan, [{ step: "long" }, { step: "usual" }, { step: "more", passed: "none left" }])).toEqual([
    { item: "white ink", amount: 5, unit: "mL" },
  ]);
  expect(usedMaterials(plan, [{ step: "usual" }, { step: "more" }])).toEqual([{ item: "white ink", amount: 12, unit: "mL" }]);
});

test("a list leaves the shelf by lots; nobody logs single swabs; only an expired lot is no lot", () => {
  const shelf = [
    { ...item, lots: lotsInOrder(item, [held("A", 4, { expiry: "2026-12-01" }), held("B", 50, { expiry: "2027-01-01" })], today) },
  ];
  expect(leavesShelf(uses(6), shelf, machine)[0]?.lines).toEqual([
    { item: "ink", amount: 4, unit: "mL", lot: "A" },
    { item: "ink", amount: 2, unit: "mL", lot: "B" },
  ]);
  expect(leavesShelf(uses(6), [{ ...item, keeping: "two-boxes", lots: [] }], machine)).toEqual([]);
  const old = { ...item, lots: lotsInOrder(item, [held("A", 40, { expiry: "2026-11-01" })], today) };
  expect(leavingOf(old, 6, 6)).toMatchObject({ lines: [], note: expect.stringContaining("past its day") });
  expect(leavingOf({ ...item, lots: shelf[0]?.lots ?? [] }, 8, 6).lines.every(({ planned }) => planned === 6)).toBe(true);
});

test("cleaning fluid of a list is the cleaner that fits the machine's ink; what is named otherwise is itself", () => {
  const cleaner = (id: string, family: FluidFamily, names: string[] = []) => ({ name: id, unit: "mL" as const, names, fluid: { family } });
  const shelf = [
    cleaner("water-based", "aqueous-cleaner", ["cleaning fluid"]),
    cleaner("for UV", "uv-cleaner"),
    cleaner("for signs", "solvent-cleaner"),
    cleaner("spirit", "alcohol", ["alcohol"]),
  ];
  const at = (rest: Partial<Machine>) => ({ ...machine, ...rest });
  const use = { item: "cleaning fluid", unit: "mL" };
  expect(itemFor(shelf, use, at({ class: "dtg" }))?.name).toBe("water-based");
  expect(itemFor(shelf, use, at({ class: "uv" }))?.name).toBe("for UV");
  expect(itemFor(shelf, use, at({ class: "wide", family: "solvent" }))?.name).toBe("for signs");
  expect(itemFor(shelf, { item: "alcohol", unit: "mL" }, at({ class: "dtg" }))?.name).toBe("spirit");
});

test("a lot is traced to channels and days, and back", () => {
  const fill = (machineId: string, channel: string, lot: string, day: number) => ({
    machine: machineId,
    channel,
    item: "ink",
    lot,
    day,
    entry: `${machineId}${channel}${day}`,
  });
  const all = stays([
    fill("sprat", "H1/W1", "A", 10),
    fill("smelt", "H1/W1", "A", 12),
    fill("sprat", "H1/W1", "A", 14),
    fill("sprat", "H1/W1", "B", 20),
  ]);
  expect(staysOfLot(all, "ink", "A").map(({ machine: at, day, to }) => [at, day, to])).toEqual([
    ["sprat", 10, 20],
    ["smelt", 12, null],
  ]);
  expect(staysAt(all, "sprat", 20, 25).map(({ lot }) => lot)).toEqual(["A", "B"]);
  expect(staysAt(all, "sprat", 21, 25).map(({ lot }) => lot)).toEqual(["B"]);
});

test("more taken of one lot than it held is gone of the others, earliest first, and never of an expired one", () => {
  const lots = [
    { amount: -30, expired: false },
    { amount: 20, expired: true },
    { amount: 25, expired: false },
    { amount: 40, expired: false },
  ];
  expect(netted(lots).map(({ amount }) => amount)).toEqual([0, 20, 0, 35]);
  expect(netted([{ amount: -30, expired: false }])).toEqual([{ amount: 0, expired: false }]);
});

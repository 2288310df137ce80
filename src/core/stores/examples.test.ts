import { expect, test } from "vitest";
import { toDay } from "../calendar/day.ts";
import type { Item } from "./item.ts";
import { plainFamily } from "./plain-family.ts";
import { shelfItems } from "./shelf-items.ts";
import { volatileGrams } from "./volatile.ts";
import { readSpreadMl } from "./waste/level.ts";

/** An example of each function of the store that other rooms call. */

const item = (id: string, keeping: Item["keeping"]): Item => ({
  id,
  name: id,
  group: "fluid",
  unit: "mL",
  keeping,
  pack: 1000,
  priceCents: 100,
  minPacks: 1,
  place: "shelf",
});

test("a family of fluids as people say it", () => {
  expect(plainFamily("uv-cleaner")).toBe("UV cleaner");
  expect(plainFamily("solvent-cleaner")).toBe("solvent cleaner");
});
test("routines use up what is kept by lot or by count, the lot that expires first before others", () => {
  const held = (lot: string, expiry: string) => ({
    item: "cleaner",
    lot,
    place: "",
    amount: 500,
    expiry,
    openedOn: null,
    receivedOn: null,
  });
  const shelf = shelfItems(
    [item("cleaner", "lot"), item("wipes", "counted"), item("tool", "listed")],
    [held("late", "2027-06-01"), held("early", "2027-01-01")],
    toDay("2026-11-25"),
  );
  expect(shelf.map(({ id }) => id)).toEqual(["cleaner", "wipes"]);
  expect(shelf[0]?.lots.map(({ lot }) => lot)).toEqual(["early", "late"]);
});
test("grams let out are millilitres times what is volatile in one", () => {
  expect(volatileGrams(250, 0.8)).toBe(200);
});
test("a level that was just read is known better than one never looked at", () => {
  const [read, emptied, never] = (["level", "emptied", undefined] as const).map((kind) => readSpreadMl(2000, kind)) as [
    number,
    number,
    number,
  ];
  expect(emptied).toBe(10);
  expect(never).toBe(500);
  expect(read).toBeGreaterThan(emptied);
  expect(read).toBeLessThan(never);
});

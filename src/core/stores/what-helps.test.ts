import { describe, expect, test } from "vitest";
import type { Machine } from "../fleet/schema.ts";
import type { ShelfItem } from "./run-materials.ts";
import { shortOf } from "./what-helps.ts";

const machine: Machine = { id: "m", name: "M", class: "dtf", since: "2026-01-01" };
const lot = (amount: number, expired = false) =>
  ({
    item: "",
    lot: "a",
    place: "",
    amount,
    expired,
    expiry: null,
    openedOn: null,
    receivedOn: null,
    useBy: null,
    why: "",
  }) as ShelfItem["lots"][number];
const item = (id: string, amounts: ReturnType<typeof lot>[], more: Partial<ShelfItem> = {}): ShelfItem => ({
  id,
  name: id,
  unit: "mL",
  keeping: "lot",
  group: "fluid",
  lots: amounts,
  ...more,
});
const family = (name: string) => ({ fluid: { family: name } as ShelfItem["fluid"] });

describe("too little on the shelf", () => {
  test("enough is nothing to tell; what is past its day is not there", () => {
    expect(shortOf(item("a", [lot(40)]), 40, [], machine)).toBeUndefined();
    expect(shortOf(item("a", [lot(40), lot(30, true)]), 50, [], machine)).toMatchObject({ needed: 50, there: 40 });
  });
  // 1 part in 10 of what is missing, 30 mL: 3 mL and 27 mL.
  test("it can be mixed of what is there", () => {
    const solution = item("solution", [lot(20)], {
      recipe: [
        { item: "concentrate", parts: 1 },
        { item: "water", parts: 9 },
      ],
    });
    const shelf = [solution, item("concentrate", [lot(5)]), item("water", [lot(500)])];
    expect(shortOf(solution, 50, shelf, machine)?.helps).toEqual([
      {
        kind: "mix",
        parts: [
          { name: "concentrate", amount: 3, unit: "mL" },
          { name: "water", amount: 27, unit: "mL" },
        ],
      },
    ]);
    expect(shortOf(solution, 100, shelf, machine)?.helps).toEqual([{ kind: "order" }]);
  });
  test("a kit holds it", () => {
    const pad = item("pad", [], { unit: "pieces", keeping: "counted", group: "part" });
    const kit = item("kit", [lot(1)], { unit: "pieces", group: "kit", contents: [{ item: "pad", amount: 2 }] });
    expect(shortOf(pad, 2, [pad, kit], machine)?.helps).toEqual([{ kind: "kit", name: "kit" }]);
  });
  test("another fluid of its kind takes its place, one that clots the ink never does", () => {
    const cleaner = item("cleaner", [], family("aqueous-cleaner"));
    const second = item("second cleaner", [lot(100)], family("aqueous-cleaner"));
    const solvent = item("solvent", [lot(100)], family("solvent-cleaner"));
    expect(shortOf(cleaner, 50, [cleaner, second, solvent], machine)?.helps).toEqual([{ kind: "instead", name: "second cleaner" }]);
    expect(shortOf(cleaner, 200, [cleaner, second], machine)?.helps).toEqual([{ kind: "order" }]);
  });
});

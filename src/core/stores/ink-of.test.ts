import { expect, test } from "vitest";
import { inkCentsAMl, inkFits, inkSystemOf } from "./ink-of.ts";
import type { Item } from "./item.ts";

const ink = (id: string, colour: Item["ink"], priceCents: number, inkOf?: Item["inkOf"]): Item => ({
  id,
  name: id,
  group: "ink",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents,
  minPacks: 1,
  place: "shelf",
  ...(colour ? { ink: colour } : {}),
  ...(inkOf ? { inkOf } : {}),
});
const film = { class: "dtf" as const };
const sign = { class: "wide" as const, family: "solvent" as const };

test("an ink is for one system; of wide format the family counts", () => {
  expect([film, sign, { class: "wide" as const, family: "aqueous" as const }].map((machine) => inkSystemOf(machine))).toEqual([
    "dtf",
    "solvent",
    "aqueous",
  ]);
  expect(inkFits({ inkOf: ["dtf"] }, film)).toBe(true);
  expect(inkFits({ inkOf: ["dtg"] }, film)).toBe(false);
  expect(inkFits({}, film)).toBe(true);
});

test("one price a machine: the mean of its own inks in its own colours, else the shop's figure", () => {
  const items = [
    ink("dtf-black", "black", 8000, ["dtf"]),
    ink("dtf-white", "white", 10_000, ["dtf"]),
    ink("dtf-cyan", "cyan", 90_000, ["dtf"]),
    ink("uv-black", "black", 60_000, ["uv"]),
  ];
  // (80.00 + 100.00) / 2 a litre: 9 hundredths a mL.
  expect(inkCentsAMl(items, film, new Set(["black", "white"]), 12)).toBe(9);
  expect(inkCentsAMl(items, sign, new Set(["black"]), 12)).toBe(12);
});

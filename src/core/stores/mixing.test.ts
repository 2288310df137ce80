import fc from "fast-check";
import { expect, test } from "vitest";
import { FLUID_FAMILIES, mustNotMeet } from "./fluids.ts";
import type { Item } from "./item.ts";
import {
  batchFromShelf,
  batchLot,
  batchUseBy,
  contentLine,
  dilution,
  hazardLines,
  jugStepMl,
  mixture,
  onePartIn,
  partsOfPercent,
  sharesOf,
} from "./mixing.ts";

const fluid = (id: string, family: (typeof FLUID_FAMILIES)[number], statements: string[] = []): Item => ({
  id,
  name: id,
  group: "fluid",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents: 100,
  minPacks: 1,
  place: "x",
  fluid: { family, ...(statements.length ? { statements } : {}) },
});
const items = [
  fluid("concentrate", "capping", ["H319"]),
  fluid("water", "distilled-water"),
  fluid("tap", "tap-water"),
  fluid("alcohol", "alcohol", ["H225", "H336"]),
  fluid("bleach", "chlorine"),
  fluid("vinegar", "acid"),
];
const parts = (a: number, b: number, first = "concentrate", second = "water") =>
  sharesOf([
    { item: first, parts: a },
    { item: second, parts: b },
  ]);

test("1 : 1 is half and half; 1 part in 10 is one of ten of the whole (handbook, stores)", () => {
  expect(parts(1, 1).map(({ share }) => share)).toEqual([0.5, 0.5]);
  expect(parts(...onePartIn(10)).map(({ share }) => share)).toEqual([0.1, 0.9]);
  expect(parts(...partsOfPercent(30)).map(({ share }) => share)).toEqual([0.3, 0.7]);
});

test("C1·V1 = C2·V2: 70 % from 99 % alcohol, 500 mL: 353.5 mL and 146.5 mL of water (by hand)", () => {
  const { stockMl, thinnerMl } = dilution(99, 70, 500);
  expect(stockMl).toBeCloseTo(353.54, 2);
  expect(thinnerMl).toBeCloseTo(146.46, 2);
  expect(() => dilution(50, 70, 500)).toThrow("thinning only weakens");
  expect(() => dilution(0, 70, 500)).toThrow(RangeError);
});

test("a jug measures in steps of about a fiftieth", () => {
  expect([50, 500, 900, 1000, 4000].map(jugStepMl)).toEqual([1, 10, 20, 20, 100]);
});

test("half a litre of 1 part in 10: 50 and 450 mL, and backwards the same ratio", () => {
  const made = mixture(parts(1, 9), 500, items, () => null);
  expect(made.parts.map(({ ml }) => ml)).toEqual([50, 450]);
  expect(made.backwards.map(({ percent }) => percent)).toEqual([10, 90]);
  expect([...made.refused, ...made.warnings]).toEqual([]);
});

test("what is measured makes what was asked, within what a jug can show", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 20 }), fc.integer({ min: 100, max: 20_000 }), (a, b, amount) => {
      const made = mixture(parts(a, b), amount, items, () => null);
      expect(made.amountMl).toBeCloseTo(
        made.parts.reduce((sum, { ml }) => sum + ml, 0),
        6,
      );
      for (const { offPercent } of made.backwards) if (made.warnings.length === 0) expect(Math.abs(offPercent)).toBeLessThanOrEqual(5);
      for (const { ml } of made.parts) expect(ml).toBeGreaterThan(0);
    }),
  );
});

test("the shelf says whether a batch can be made, and how much of one", () => {
  const shelf = (id: string) => (id === "concentrate" ? 30 : 5000);
  expect(mixture(parts(1, 9), 500, items, shelf).refused[0]).toContain("holds 30 mL of concentrate");
  expect(batchFromShelf(parts(1, 9), shelf)).toBe(300);
});

test("families that must not meet are refused with the reason (usual cautions; handbook, safety)", () => {
  expect(mixture(parts(1, 1, "bleach", "vinegar"), 100, items, () => null).refused[0]).toContain("chlorine gas");
  expect(mustNotMeet("chlorine", "ammonia")).toContain("never mix");
  expect(mustNotMeet("alcohol", "uv-cleaner")).toContain("different families");
  expect(mustNotMeet("solvent-cleaner", "distilled-water")).toContain("not thinned with water");
  expect(mustNotMeet("capping", "tap-water")).toContain("distilled water only");
  expect(mustNotMeet("capping", "distilled-water")).toBeUndefined();
  expect(mustNotMeet("ink", "ink")).toContain("not mixed");
});

test("who refuses whom does not hang on the order", () => {
  for (const a of FLUID_FAMILIES)
    for (const b of FLUID_FAMILIES) expect(mustNotMeet(a, b) === undefined, `${a} ${b}`).toBe(mustNotMeet(b, a) === undefined);
});

test("a batch's lot, use-by and label lines", () => {
  expect(batchLot("capping-solution", 20_783, 1)).toBe("CAPPING-SOLU-261126-2");
  const product = { ...fluid("mix", "capping"), openDays: 14 };
  expect(batchUseBy(product, 100, [null, 400])).toBe(114);
  expect(batchUseBy(product, 100, [105, 400])).toBe(105);
  expect(hazardLines([items[0], items[3]])).toEqual([
    "H225 Highly flammable liquid and vapour",
    "H319 Causes serious eye irritation",
    "H336 May cause drowsiness or dizziness",
  ]);
  expect(
    contentLine([
      { name: "Concentrate", ml: 50 },
      { name: "Water", ml: 450 },
    ]),
  ).toBe("Concentrate 10 %, Water 90 %");
});

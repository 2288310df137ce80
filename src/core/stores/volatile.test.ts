import { expect, test } from "vitest";
import { ISOPROPYL, MEK } from "./fluids.ts";
import type { Item } from "./item.ts";
import { airEstimate, mgPerM3, ppmOf, volatileGPerMl } from "./volatile.ts";

const item = (id: string, fluid: Item["fluid"], rest: Partial<Item> = {}): Item => ({
  id,
  name: id,
  group: "fluid",
  unit: "mL",
  keeping: "lot",
  pack: 1000,
  priceCents: 1,
  minPacks: 1,
  place: "x",
  ...(fluid ? { fluid } : {}),
  ...rest,
});
const mek = item("mek", MEK);

test("200 ppm of MEK are 590 mg/m³, 400 ppm of isopropyl alcohol 980 mg/m³ (OSHA Table Z-1, from memory; ppm × M / 24.45, NIOSH)", () => {
  expect(mgPerM3(200, 72.11)).toBeCloseTo(590, 0);
  expect(Math.round(mgPerM3(400, 60.1) / 10) * 10).toBe(980);
  expect(ppmOf(mgPerM3(123, 72.11), 72.11)).toBeCloseTo(123, 9);
});

test("a litre of MEK lets out 805 g, of isopropyl alcohol 785 g (densities: NIOSH Pocket Guide, from memory)", () => {
  expect(volatileGPerMl(mek, []) * 1000).toBeCloseTo(805, 6);
  expect(volatileGPerMl(item("ipa", ISOPROPYL), []) * 1000).toBeCloseTo(785, 6);
  expect(volatileGPerMl(item("unknown", { family: "storage" }), [])).toBe(0);
});

test("what is mixed lets out what its parts do, by volume", () => {
  const water = item("water", { family: "distilled-water", densityGPerMl: 1, volatileShare: 0 });
  const ipa = item("ipa", ISOPROPYL);
  const half = item("half", undefined, {
    recipe: [
      { item: "ipa", parts: 1 },
      { item: "water", parts: 1 },
    ],
  });
  expect(volatileGPerMl(half, [water, ipa, half])).toBeCloseTo(0.3925, 9);
});

test("worked by hand: 30 mL of MEK over an hour in 100 m³ changed twice an hour", () => {
  // 24.15 g; 24,150 mg/h over 200 m³/h is 120.75 mg/m³; after one hour of two changes 1 − e⁻² of it, 104.4 mg/m³, 35.4 ppm.
  const estimate = airEstimate(mek, [], { ml: 30, minutes: 60 }, { volumeM3: 100, airChangesAnHour: 2 });
  expect(estimate?.grams).toBeCloseTo(24.15, 6);
  expect(estimate?.peakPpm).toBeCloseTo(35.4, 1);
  expect(estimate?.over).toEqual([]);
});

test("against a numerical integration of the well-mixed room", () => {
  for (const [ml, minutes, volumeM3, airChangesAnHour] of [
    [50, 15, 60, 4],
    [200, 90, 240, 0.5],
    [10, 5, 30, 12],
  ] as const) {
    const estimate = airEstimate(mek, [], { ml, minutes }, { volumeM3, airChangesAnHour });
    const made = (ml * 805) / (minutes / 60);
    const dt = minutes / 60 / 20_000;
    let [c, sum] = [0, 0];
    for (let step = 0; step < 20_000; step++) {
      sum += c * dt;
      c += ((made - c * volumeM3 * airChangesAnHour) / volumeM3) * dt;
    }
    expect(estimate?.peakPpm).toBeCloseTo(ppmOf(c, 72.11), 0);
    expect((estimate?.eightHoursPpm ?? 0) * 8).toBeCloseTo(ppmOf(sum, 72.11), 0);
  }
});

test("no air changes: all of it stays in the room", () => {
  expect(airEstimate(mek, [], { ml: 100, minutes: 30 }, { volumeM3: 50, airChangesAnHour: 0 })?.peakPpm).toBeCloseTo(
    ppmOf((100 * 805) / 50, 72.11),
    6,
  );
});

test("a tenth of the lower explosive limit of MEK, 1.4 %, is 1,400 ppm; too much for short and for long is said", () => {
  const estimate = airEstimate(mek, [], { ml: 2000, minutes: 60 }, { volumeM3: 50, airChangesAnHour: 1 });
  expect(estimate?.tenthOfExplosivePpm).toBeCloseTo(1400, 9);
  expect(estimate?.over).toEqual(["limit", "short", "explosive"]);
  expect(
    airEstimate(item("unknown", { family: "storage" }), [], { ml: 1, minutes: 1 }, { volumeM3: 1, airChangesAnHour: 1 }),
  ).toBeUndefined();
});

import { expect, test } from "vitest";
import { ISOPROPYL, MEK } from "./fluids.ts";
import type { Item } from "./item.ts";
import { airEstimate, mgPerM3, ppmOf, volatileOf } from "./volatile.ts";

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
  expect((volatileOf(mek, [])?.gPerMl ?? 0) * 1000).toBeCloseTo(805, 6);
  expect((volatileOf(item("ipa", ISOPROPYL), [])?.gPerMl ?? 0) * 1000).toBeCloseTo(785, 6);
  // Not known is not 0.
  expect(volatileOf(item("unknown", { family: "storage" }), [])).toBeUndefined();
  expect(volatileOf(item("water", { family: "distilled-water" }), [])).toEqual({ gPerMl: 0, by: "sheet" });
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
  expect(volatileOf(half, [water, ipa, half])?.gPerMl).toBeCloseTo(0.3925, 9);
  expect(volatileOf(half, [water, item("ipa", { family: "alcohol" }), half])).toBeUndefined();
});

test("an ink evaporates, too: by its sheet, else by a guess that says so", () => {
  const ink = item("sign", undefined, { group: "ink", inkOf: ["solvent"] });
  expect(volatileOf(ink, [])).toEqual({ gPerMl: 0.95 * 0.8, by: "guess" });
  expect(volatileOf({ ...ink, fluid: { family: "solvent-cleaner", densityGPerMl: 0.9, volatileShare: 0.5 } }, [])).toEqual({
    gPerMl: 0.45,
    by: "sheet",
  });
  expect(volatileOf(item("ink", undefined, { group: "ink" }), [])).toBeUndefined();
});

test("who stays after the work goes on breathing it: 30 mL of MEK in five minutes, one air change an hour, 40 m³", () => {
  // 24.15 g in 5 minutes: 289,800 mg/h over 40 m³/h is 7,245 mg/m³ · (1 − e^(−1/12)) = 579.2 mg/m³ at the end, 196 ppm. Falling by one change
  // an hour over the rest it leaves 579 mg·h/m³: all of the 24,150 mg in 40 m³/h, 603.75 mg·h/m³, less what stays, over 8 h are 25.6 ppm.
  const estimate = airEstimate(mek, [], { ml: 30, minutes: 5 }, { volumeM3: 40, airChangesAnHour: 1 });
  expect(estimate?.peakPpm).toBeCloseTo(196.4, 0);
  expect(estimate?.eightHoursPpm).toBeCloseTo(ppmOf(603.75 / 8, 72.11), 1);
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
    // The rest of eight hours in the same room, nothing more evaporating.
    const left = (8 - minutes / 60) / 20_000;
    for (let step = 0; step < 20_000; step++) {
      sum += c * left;
      c -= c * airChangesAnHour * left;
    }
    expect((estimate?.eightHoursPpm ?? 0) * 8).toBeCloseTo(ppmOf(sum, 72.11), -1);
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

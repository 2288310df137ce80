import type { FluidFamily } from "./fluids.ts";
import type { InkSystem } from "./ink-systems.ts";
import type { Item } from "./item.ts";

/** Grams of volatile matter in a millilitre, and where the figure is from: `sheet`, or `guess` for an ink without one. */
export type Volatile = { gPerMl: number; by: "sheet" | "guess" };

/** What evaporates of an ink whose sheet is not at hand: density × share, a guess by what it is made for. Take the sheet's. */
const INK_GUESS: Readonly<Record<InkSystem, number>> = {
  solvent: 0.95 * 0.8,
  cij: 0.85 * 0.7,
  dtf: 1.05 * 0.05,
  dtg: 1.05 * 0.05,
  "heat-cured": 1.05 * 0.05,
  aqueous: 1.05 * 0.05,
  "dye-sublimation": 1.05 * 0.05,
  uv: 1.07 * 0.02,
};
const WATERS: readonly FluidFamily[] = ["distilled-water", "tap-water"];

/**
 * Of an item: density × volatile share by its data sheet; of what is mixed in the house, of its parts by volume; water lets out nothing; an
 * ink without a sheet a marked guess. `undefined` where it is not known: never 0.
 */
export function volatileOf(item: Item, items: readonly Item[], depth = 0): Volatile | undefined {
  if (item.recipe && depth < 4) {
    const all = item.recipe.reduce((sum, { parts }) => sum + parts, 0);
    const parts = item.recipe.map(({ item: id, parts: share }) => {
      const part = items.find((each) => each.id === id);
      const known = part && volatileOf(part, items, depth + 1);
      return known && { gPerMl: (share / all) * known.gPerMl, by: known.by };
    });
    if (parts.some((part) => part === undefined)) return undefined;
    return {
      gPerMl: parts.reduce((sum, part) => sum + (part?.gPerMl ?? 0), 0),
      by: parts.some((part) => part?.by === "guess") ? "guess" : "sheet",
    };
  }
  const { densityGPerMl: density, volatileShare: share, family } = item.fluid ?? {};
  if (share !== undefined && (density !== undefined || share === 0)) return { gPerMl: (density ?? 0) * share, by: "sheet" };
  if (family && WATERS.includes(family)) return { gPerMl: 0, by: "sheet" };
  if (item.group === "ink" && item.inkOf) return { gPerMl: Math.max(...item.inkOf.map((system) => INK_GUESS[system])), by: "guess" };
  return undefined;
}

/** Grams of a volume let out; only what is used or spilt goes into the air. */
export const volatileGrams = (ml: number, gPerMl: number): number => ml * gPerMl;

const WORKDAY_H = 8;

/** Molar volume of air at 25 °C and 1 atm, in litres (NIOSH, from memory). */
const MOLAR_VOLUME_L = 24.45;
export const mgPerM3 = (ppm: number, molarMassGPerMol: number): number => (ppm * molarMassGPerMol) / MOLAR_VOLUME_L;
export const ppmOf = (mgM3: number, molarMassGPerMol: number): number => (mgM3 * MOLAR_VOLUME_L) / molarMassGPerMol;

export type Task = { ml: number; minutes: number };
export type TaskRoom = { volumeM3: number; airChangesAnHour: number };
export type AirEstimate = {
  /** Grams let out over the task. */
  grams: number;
  /** At the task's end, the mean over the task, and over 8 hours for somebody who stays in the room. */
  peakPpm: number;
  meanPpm: number;
  eightHoursPpm: number;
  limitPpm: number | null;
  tenthOfExplosivePpm: number | null;
  /** Over which of the two it goes. */
  over: ("limit" | "explosive" | "short")[];
};

/**
 * The air of a well-mixed room in which a fluid evaporates evenly over a task: C(t) = G/Q · (1 − e^(−Q·t/V)), G in mg an hour, Q = V ×
 * air changes (dilution ventilation, industrial hygiene texts, from memory). An estimate: near the cloth the air is worse than the room's.
 *
 * @returns `undefined` where the fluid's molar mass or density is not known
 */
export function airEstimate(item: Item, items: readonly Item[], task: Task, room: TaskRoom): AirEstimate | undefined {
  const fluid = item.fluid;
  const molarMass = fluid?.molarMassGPerMol;
  const gPerMl = volatileOf(item, items)?.gPerMl ?? 0;
  if (!fluid || !molarMass || gPerMl <= 0) return undefined;
  const grams = volatileGrams(task.ml, gPerMl);
  const hours = Math.max(task.minutes, 1) / 60;
  const flow = room.volumeM3 * room.airChangesAnHour;
  const made = (grams * 1000) / hours;
  const turns = room.airChangesAnHour * hours;
  const peak = flow > 0 ? (made / flow) * (1 - Math.exp(-turns)) : (grams * 1000) / room.volumeM3;
  // The mean of the same curve over the task.
  const mean = flow > 0 ? (made / flow) * (1 - (1 - Math.exp(-turns)) / turns) : peak / 2;
  // Who stays in the room goes on breathing it: after the work it falls by the air changes.
  const rest = Math.max(0, WORKDAY_H - hours);
  const after = room.airChangesAnHour > 0 ? (peak * (1 - Math.exp(-room.airChangesAnHour * rest))) / room.airChangesAnHour : peak * rest;
  const peakPpm = ppmOf(peak, molarMass);
  const meanPpm = ppmOf(mean, molarMass);
  const eightHoursPpm = ppmOf((mean * Math.min(hours, WORKDAY_H) + after) / WORKDAY_H, molarMass);
  const tenth = fluid.lowerExplosivePercent === undefined ? null : (fluid.lowerExplosivePercent * 10_000) / 10;
  const over: AirEstimate["over"] = [];
  if (fluid.limitPpm !== undefined && eightHoursPpm > fluid.limitPpm) over.push("limit");
  if (fluid.shortLimitPpm !== undefined && peakPpm > fluid.shortLimitPpm) over.push("short");
  if (tenth !== null && peakPpm > tenth) over.push("explosive");
  return { grams, peakPpm, meanPpm, eightHoursPpm, limitPpm: fluid.limitPpm ?? null, tenthOfExplosivePpm: tenth, over };
}

export const AIR_DEFERENCE =
  "An estimate of a well-mixed room: where you bend over the cloth the air is worse. The supplier's data sheet, the manual and local rules decide; whoever measures the air by trade can say what it is.";

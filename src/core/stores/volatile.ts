import type { Item } from "./item.ts";

/**
 * Grams of volatile matter in a millilitre: density × volatile share; of what is mixed in the house, of its parts by volume.
 * Nothing where an item's sheet does not say.
 */
export function volatileGPerMl(item: Item, items: readonly Item[], depth = 0): number {
  if (item.recipe && depth < 4) {
    const all = item.recipe.reduce((sum, { parts }) => sum + parts, 0);
    return item.recipe.reduce((sum, { item: id, parts }) => {
      const part = items.find((each) => each.id === id);
      return sum + (part ? (parts / all) * volatileGPerMl(part, items, depth + 1) : 0);
    }, 0);
  }
  return (item.fluid?.densityGPerMl ?? 0) * (item.fluid?.volatileShare ?? 0);
}

/** Grams of a volume let out; only what is used or spilt goes into the air. */
export const volatileGrams = (ml: number, gPerMl: number): number => ml * gPerMl;

/** Molar volume of air at 25 °C and 1 atm, in litres (NIOSH, from memory). */
const MOLAR_VOLUME_L = 24.45;
export const mgPerM3 = (ppm: number, molarMassGPerMol: number): number => (ppm * molarMassGPerMol) / MOLAR_VOLUME_L;
export const ppmOf = (mgM3: number, molarMassGPerMol: number): number => (mgM3 * MOLAR_VOLUME_L) / molarMassGPerMol;

export type Task = { ml: number; minutes: number };
export type TaskRoom = { volumeM3: number; airChangesAnHour: number };
export type AirEstimate = {
  /** Grams let out over the task. */
  grams: number;
  /** At the task's end, the mean over the task, and spread over 8 hours. */
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
  const gPerMl = volatileGPerMl(item, items);
  if (!fluid || !molarMass || gPerMl <= 0) return undefined;
  const grams = volatileGrams(task.ml, gPerMl);
  const hours = Math.max(task.minutes, 1) / 60;
  const flow = room.volumeM3 * room.airChangesAnHour;
  const made = (grams * 1000) / hours;
  const turns = room.airChangesAnHour * hours;
  const peak = flow > 0 ? (made / flow) * (1 - Math.exp(-turns)) : (grams * 1000) / room.volumeM3;
  // The mean of the same curve over the task.
  const mean = flow > 0 ? (made / flow) * (1 - (1 - Math.exp(-turns)) / turns) : peak / 2;
  const peakPpm = ppmOf(peak, molarMass);
  const meanPpm = ppmOf(mean, molarMass);
  const eightHoursPpm = (meanPpm * Math.min(hours, 8)) / 8;
  const tenth = fluid.lowerExplosivePercent === undefined ? null : (fluid.lowerExplosivePercent * 10_000) / 10;
  const over: AirEstimate["over"] = [];
  if (fluid.limitPpm !== undefined && eightHoursPpm > fluid.limitPpm) over.push("limit");
  if (fluid.shortLimitPpm !== undefined && peakPpm > fluid.shortLimitPpm) over.push("short");
  if (tenth !== null && peakPpm > tenth) over.push("explosive");
  return { grams, peakPpm, meanPpm, eightHoursPpm, limitPpm: fluid.limitPpm ?? null, tenthOfExplosivePpm: tenth, over };
}

export const AIR_DEFERENCE =
  "An estimate of a well-mixed room: where you bend over the cloth the air is worse. The supplier's data sheet, the manual and local rules decide; whoever measures the air by trade can say what it is.";

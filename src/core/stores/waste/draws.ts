import type { LadderSettings } from "../../nozzles/ladder/settings.ts";
import type { Draw } from "../../routines/effects.ts";

/** What must be free under the mark for a flush to begin that needs an empty vessel, as a share of it. */
export const EMPTY_SHARE = 0.8;

/** Ink that filling a machine's lines again draws: how many it has, and how much each takes; whole, or only damper and head. */
export type FillMl = { lines: number; lineMl: number; damperMl: number };

/**
 * Millilitres that draws come to under a machine's cleaning ladder, and how much of it is ink: cleans of lines that hold fluid take none.
 * @param fill of this machine; without it a line that is filled counts as a load
 * @example drawMl({ cleans: { strength: "normal", times: 2 }, fluidMl: 5 }, DEFAULT_LADDER) // { ml: 13, inkMl: 8 }
 */
export function drawMl(draws: Draw | readonly Draw[] | undefined, ladder: LadderSettings, fill?: FillMl): { ml: number; inkMl: number } {
  let [ml, inkMl] = [0, 0];
  const filled = (count: Draw["lines"], each: number | undefined) =>
    count === undefined ? 0 : (count === "all" ? (fill?.lines ?? 1) : count) * (each ?? ladder.loadMl);
  for (const { cleans, loads = 0, fluidMl = 0, inFluid = false, lines, dampers } of draws === undefined ? [] : [draws].flat()) {
    const cleaned = (cleans?.times ?? 0) * rungMl(ladder, cleans?.strength ?? "normal");
    const charged = loads * ladder.loadMl + filled(lines, fill?.lineMl) + filled(dampers, fill?.damperMl);
    inkMl += (inFluid ? 0 : cleaned) + charged;
    ml += cleaned + charged + fluidMl;
  }
  return { ml, inkMl };
}

/** The head cleans in draws. @example cleansIn([{ cleans: { strength: "normal", times: 2 } }, { loads: 1 }]) // 2 */
export const cleansIn = (draws: readonly Draw[]): number => draws.reduce((sum, { cleans }) => sum + (cleans?.times ?? 0), 0);

/** Of a clean of some strength; a house's own names fall back to the place of the strength on its ladder. */
export function rungMl({ rungs }: LadderSettings, strength: string): number {
  const named = rungs.find(({ id }) => id === strength);
  if (named) return named.ml;
  const place = ["light", "normal", "medium", "strong"].indexOf(strength);
  return rungs[Math.min(Math.max(place, 0), rungs.length - 1)]?.ml ?? 0;
}

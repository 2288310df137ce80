import type { LadderSettings } from "../../nozzles/ladder/settings.ts";
import type { Draw } from "../../routines/effects.ts";

/** What must be free under the mark for a flush to begin that needs an empty vessel, as a share of it. */
export const EMPTY_SHARE = 0.8;

/** Millilitres that a draw comes to under a machine's cleaning ladder, and how much of it is ink. */
export function drawMl(draw: Draw | undefined, ladder: LadderSettings): { ml: number; inkMl: number } {
  if (!draw) return { ml: 0, inkMl: 0 };
  const { strength, times } = draw.cleans ?? { strength: "normal", times: 0 };
  const inkMl = times * rungMl(ladder, strength) + (draw.loads ?? 0) * ladder.loadMl;
  return { ml: inkMl + (draw.fluidMl ?? 0), inkMl };
}

/** Of a clean of some strength; a house's own names fall back to the place of the strength on its ladder. */
export function rungMl({ rungs }: LadderSettings, strength: string): number {
  const named = rungs.find(({ id }) => id === strength);
  if (named) return named.ml;
  const place = ["light", "normal", "medium", "strong"].indexOf(strength);
  return rungs[Math.min(Math.max(place, 0), rungs.length - 1)]?.ml ?? 0;
}

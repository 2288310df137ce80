import type { LadderSettings } from "../../nozzles/ladder/settings.ts";

/** What a routine lets run into the waste: head cleans by strength, loads, and fluid (common practice, no source). */
export type Draw = { cleans?: [rung: "light" | "normal" | "medium" | "strong", times: number]; loads?: number; fluidMl?: number };

export const DRAWS: Readonly<Record<string, Draw>> = {
  R03: { cleans: ["normal", 3], fluidMl: 5 },
  R04: { cleans: ["normal", 3] },
  R05: { cleans: ["normal", 1], loads: 0.5 },
  R10: { fluidMl: 5 },
  R11: { cleans: ["normal", 1], fluidMl: 5 },
  R12: { cleans: ["light", 1], fluidMl: 40 },
  R13: { fluidMl: 6 },
  R14: { cleans: ["normal", 2] },
  R16: { cleans: ["light", 1] },
  R17: { cleans: ["light", 1], fluidMl: 10 },
  R18: { fluidMl: 10 },
  R19: { cleans: ["light", 1], fluidMl: 10 },
  R20: { cleans: ["normal", 1] },
  R21: { cleans: ["strong", 1], fluidMl: 60 },
  R24: { cleans: ["light", 1] },
  R26: { cleans: ["light", 1] },
  R27: { cleans: ["light", 1], fluidMl: 4 },
  R28: { cleans: ["light", 1], fluidMl: 4 },
  R33: { cleans: ["light", 1] },
  R34: { cleans: ["normal", 1], loads: 1, fluidMl: 7 },
  R37: { cleans: ["normal", 1], fluidMl: 30 },
  R40: { cleans: ["light", 1] },
  R41: { cleans: ["normal", 1], fluidMl: 20 },
  R47: { cleans: ["light", 1] },
  R51: { cleans: ["light", 1], fluidMl: 50 },
  R52: { cleans: ["strong", 4], fluidMl: 300 },
  R53: { cleans: ["normal", 15], fluidMl: 400 },
  R54: { cleans: ["light", 2], fluidMl: 70 },
  R55: { cleans: ["normal", 3], loads: 4 },
};

/** Flushes that begin with an empty vessel and end with one: what they draw is planned line by line, with emptyings in between. */
export const BEGINS_EMPTY: readonly string[] = ["R52", "R53"];
/** What must be free under the mark for them to begin, as a share of it. */
export const EMPTY_SHARE = 0.8;

/** Millilitres that a draw comes to under a machine's cleaning ladder, and how much of it is ink. */
export function drawMl(draw: Draw | undefined, ladder: LadderSettings): { ml: number; inkMl: number } {
  if (!draw) return { ml: 0, inkMl: 0 };
  const [rung, times] = draw.cleans ?? ["normal", 0];
  const inkMl = times * rungMl(ladder, rung) + (draw.loads ?? 0) * ladder.loadMl;
  return { ml: inkMl + (draw.fluidMl ?? 0), inkMl };
}

/** Of a clean of some strength; a house's own names fall back to the place of the strength on its ladder. */
export function rungMl({ rungs }: LadderSettings, strength: string): number {
  const named = rungs.find(({ id }) => id === strength);
  if (named) return named.ml;
  const place = ["light", "normal", "medium", "strong"].indexOf(strength);
  return rungs[Math.min(Math.max(place, 0), rungs.length - 1)]?.ml ?? 0;
}

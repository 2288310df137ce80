import type { Routine } from "./routine.ts";

/** The kinds of work that have a small picture of their own. */
export const GLYPHS = ["check", "waste", "cap", "clean", "wipe", "shake", "flush", "points", "power", "foam", "strip", "tool"] as const;
export type Glyph = (typeof GLYPHS)[number];

/** Parts whose care has a picture, the most telling first. */
const BY_PART: readonly [string, Glyph][] = [
  ["encoder-strip", "strip"],
  ["flushing-foam", "foam"],
  ["drying-cap", "cap"],
  ["cap-pad", "cap"],
];

/** The picture of a routine's kind of work, from what it does. @example glyphOf({ isCheck: true }) → "check" */
export function glyphOf(routine: Pick<Routine, "isCheck" | "effects"> | undefined): Glyph {
  const effects = routine?.effects;
  if (routine?.isCheck) return "check";
  if (effects?.waste) return "waste";
  if (effects?.keepsInkMoving) return "shake";
  if (effects?.caps?.with === "own-cycle") return "power";
  if (effects?.caps) return effects.caps.with === "flush" ? "flush" : "cap";
  if (effects?.nozzles === "flush" || effects?.sleeps === "flush") return "flush";
  const tends = effects?.tends ?? [];
  for (const [part, glyph] of BY_PART) if (tends.includes(part) && !(part === "cap-pad" && tends.includes("wiper"))) return glyph;
  if (tends.includes("cap") && tends.includes("wiper")) return effects?.draws?.cleans ? "clean" : "points";
  if (tends.includes("wiper") || tends.includes("rail")) return "wipe";
  if (effects?.draws?.cleans || tends.length > 0) return "clean";
  return "tool";
}

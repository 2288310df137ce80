import type { Effects } from "../../routines/effects.ts";
import type { StepResult } from "../../runs/events.ts";
import type { VesselView } from "./vessel-view.ts";

/** Why a level is asked about before it is kept: it lies far from the estimate, or an answer beside it says otherwise. */
export type LevelDoubt =
  | { kind: "estimate"; ml: number; estimateMl: number }
  | { kind: "mark"; ml: number; limitMl: number; atMark: boolean };

type Vessel = Pick<VesselView, "ml" | "lowMl" | "highMl" | "limitMl" | "measured">;

/** Twice the four-times-of-five span: about one look in a hundred lies outside by chance. */
const SPANS = 2;
/** Nearer than this share of the mark nobody is asked; a guess. */
const NEAR_SHARE = 0.15;
/** Below this share of the mark nobody says "at the mark"; a guess. */
const AT_MARK_SHARE = 0.8;

/**
 * Whether a level in mL is far from what the vessel is estimated to hold. One that was never looked at has no estimate.
 *
 * @example levelDoubt({ ml: 1100, lowMl: 1040, highMl: 1160, limitMl: 1700, measured: "…" }, 50) → { kind: "estimate", ml: 50, estimateMl: 1100 }
 */
export function levelDoubt(vessel: Vessel, ml: number): LevelDoubt | undefined {
  const off = ml - vessel.ml;
  const span = off < 0 ? vessel.ml - vessel.lowMl : vessel.highMl - vessel.ml;
  return vessel.measured !== null && Math.abs(off) > Math.max(SPANS * span, NEAR_SHARE * vessel.limitMl)
    ? { kind: "estimate", ml, estimateMl: Math.round(vessel.ml) }
    : undefined;
}

/**
 * What is doubtful about one answer of a routine that reads or empties a waste vessel in mL.
 *
 * @param read what was read at an earlier step, in mL
 */
export function doubtOfAnswer(
  waste: Effects["waste"],
  vessel: Vessel | null | undefined,
  { step, result, read }: { step: string; result: StepResult | undefined; read: (step: string) => number | undefined },
): LevelDoubt | undefined {
  if (!waste?.before || !vessel || (waste.does !== "reads" && waste.does !== "empties")) return undefined;
  if (step === waste.before && result?.value !== undefined) return levelDoubt(vessel, result.value);
  const { mark } = waste;
  const ml = read(waste.before);
  if (!mark || step !== mark.step || ml === undefined) return undefined;
  const atMark = result?.choice === mark.at;
  const wrong = atMark ? ml < AT_MARK_SHARE * vessel.limitMl : result?.choice === mark.below && ml >= vessel.limitMl;
  return wrong ? { kind: "mark", ml, limitMl: vessel.limitMl, atMark } : undefined;
}

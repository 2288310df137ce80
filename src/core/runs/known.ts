import type { Knowable } from "../routines/step.ts";
import type { Regime } from "../standby/regime.ts";
import type { PlannedStep } from "./plan.ts";

/** What is known of a machine: the answer's id, and what it rests on in a few words. */
export type Known = Partial<Record<Knowable, { choice: string; words: string }>> & {
  /** What a flush of each line takes by the plan, by the line's id: a guess until this machine's own lines were timed. */
  lines?: Readonly<Record<string, { ml: number; seconds: number }>>;
};

/**
 * Whether water alone lasts over a gap, as R10 asks it. Hours; the bound is `null` where the shop set none.
 * @example gapAnswer(80, 72) // "long"
 */
export const gapAnswer = (hours: number, waterLastsHours: number | null): "short" | "long" =>
  waterLastsHours !== null && hours > waterLastsHours ? "long" : "short";

/**
 * How a machine was capped, as R04 asks it: on water, as long as water lasts.
 * @example cappedAnswer("wet", 9, 72) // "water"
 */
export const cappedAnswer = (regime: Regime, hours: number, waterLastsHours: number | null): "water" | "other" =>
  regime === "wet" && gapAnswer(hours, waterLastsHours) === "short" ? "water" : "other";

/**
 * The answer to a step that is known already; `undefined` where nothing is, or where the step does not offer it.
 * @example knownAnswer({ kind: "do", id: "a", at: "a", text: "Go on." }, {}) // undefined
 */
export function knownAnswer(step: PlannedStep, known: Known | undefined): { choice: string; words: string } | undefined {
  if (!("choices" in step) || !step.knows) return undefined;
  const answer = known?.[step.knows];
  return answer && step.choices.some(({ id }) => id === answer.choice) ? answer : undefined;
}

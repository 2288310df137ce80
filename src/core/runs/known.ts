import type { Knowable } from "../routines/step.ts";
import type { Regime } from "../standby/regime.ts";
import type { FillMl } from "../stores/waste/draws.ts";
import type { PlannedStep } from "./plan.ts";

/** What is known of a machine: the answer's id, and what it rests on in a few words. */
export type Known = Partial<Record<Knowable, { choice: string; words: string }>> & {
  /** What a flush of each line takes by the plan, by the line's id: a guess until this machine's own lines were timed. */
  lines?: Readonly<Record<string, { ml: number; seconds: number }>>;
  /** What filling its lines again takes of ink; a snapshot kept by an earlier build has none. */
  fill?: FillMl & { lineSeconds: number };
};

/**
 * Whether water alone goes into the cap tonight, as R10 asks it, by the method that is advised.
 * @example capAnswer("solution") // "long"
 */
export const capAnswer = (advised: Regime): "short" | "long" => (advised === "night" || advised === "wet" ? "short" : "long");

/**
 * How a machine was capped, as R04 asks it: on water, as long as water lasts. Hours; the bound is `null` where the shop set none.
 * @example cappedAnswer("wet", 9, 72) // "water"
 */
export const cappedAnswer = (regime: Regime, hours: number, waterLastsHours: number | null): "water" | "other" =>
  regime === "wet" && (waterLastsHours === null || hours <= waterLastsHours) ? "water" : "other";

/**
 * The answer to a step that is known already; `undefined` where nothing is, or where the step does not offer it.
 * @example knownAnswer({ kind: "do", id: "a", at: "a", text: "Go on." }, {}) // undefined
 */
export function knownAnswer(step: PlannedStep, known: Known | undefined): { choice: string; words: string } | undefined {
  if (!("choices" in step) || !step.knows) return undefined;
  const answer = known?.[step.knows];
  return answer && step.choices.some(({ id }) => id === answer.choice) ? answer : undefined;
}

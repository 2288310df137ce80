import type { Knowable } from "../routines/step.ts";
import type { PlannedStep } from "./plan.ts";

/** What is known of a machine: the answer's id, and what it rests on in a few words. */
export type Known = Partial<Record<Knowable, { choice: string; words: string }>> & {
  /** What a flush of each line takes by the plan, by the line's id: a guess until this machine's own lines were timed. */
  lines?: Readonly<Record<string, { ml: number; seconds: number }>>;
};

/**
 * The answer to a step that is known already; `undefined` where nothing is, or where the step does not offer it.
 * @example knownAnswer({ kind: "do", id: "a", at: "a", text: "Go on." }, {}) // undefined
 */
export function knownAnswer(step: PlannedStep, known: Known | undefined): { choice: string; words: string } | undefined {
  if (!("choices" in step) || !step.knows) return undefined;
  const answer = known?.[step.knows];
  return answer && step.choices.some(({ id }) => id === answer.choice) ? answer : undefined;
}

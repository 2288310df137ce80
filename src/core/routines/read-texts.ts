import type { Routine } from "./routine.ts";
import type { Step } from "./step.ts";

/** What an operator must be able to read: a step's line, answers, what good and bad look like, what is open. */
const NEEDED = ["text", "good", "bad", "until", "words", "what", "ends"] as const;
/** How and why: they may stay in the language that they were written in. */
const MAY_STAY = ["detail", "why"] as const;
/** The fields of a step, its answers and what it opens that are read; ids, items and amounts are not. */
export const READ_FIELDS: ReadonlySet<string> = new Set<string>([...NEEDED, ...MAY_STAY]);

function textsIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(textsIn);
  if (typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    typeof each === "string" ? ((NEEDED as readonly string[]).includes(key) ? [each] : []) : textsIn(each),
  );
}

/**
 * What a person reads of a routine on the floor, each text once: its name, how the machine stands, gear, the lines of its steps.
 * @example readTexts({ id: "house-x", name: "Belt", steps: [{ kind: "do", id: "a", text: "Tighten it." }] }) // ["Belt", "Tighten it."]
 */
export function readTexts({
  name,
  machineState,
  gear = [],
  steps = [],
}: Pick<Routine, "name" | "machineState" | "gear" | "steps">): string[] {
  return [...new Set([name, ...(machineState ? [machineState] : []), ...textsIn(steps as readonly Step[]), ...gear])];
}

import { readJson } from "../fleet/read.ts";
import type { Problem } from "../fleet/validate.ts";
import { accept } from "../record/validate.ts";
import { NozzlePattern, patternProblems } from "./pattern.ts";

/** A pattern from its JSON text, or each place where it is none. */
export function readPattern(text: string): { pattern: NozzlePattern } | { problems: Problem[] } {
  const read = readJson(text);
  return "problems" in read ? read : acceptPattern(read.value);
}

/** The same from a value. */
export function acceptPattern(value: unknown): { pattern: NozzlePattern } | { problems: Problem[] } {
  const accepted = accept(NozzlePattern, value);
  if ("problems" in accepted) return accepted;
  const problems = patternProblems(accepted.value);
  return problems.length ? { problems } : { pattern: accepted.value };
}

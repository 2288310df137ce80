import type { Step } from "../routines/step.ts";

/**
 * A mark of a routine's steps: another text, another order of steps, another number gives another mark, the order of their
 * keys does not, since a database keeps none (FNV-1a, 64 bits, hexadecimal).
 */
export function stepsVersion(steps: readonly Step[]): string {
  const known = marks.get(steps);
  if (known) return known;
  const mark = markOf(steps);
  marks.set(steps, mark);
  return mark;
}

const marks = new WeakMap<readonly Step[], string>();

function markOf(steps: readonly Step[]): string {
  let hash = 0xcbf29ce484222325n;
  for (const character of JSON.stringify(steps, sorted)) {
    hash ^= BigInt(character.codePointAt(0) ?? 0);
    hash = (hash * 0x100000001b3n) & 0xffffffffffffffffn;
  }
  return hash.toString(16).padStart(16, "0");
}

const sorted = (_: string, value: unknown) =>
  value !== null && typeof value === "object" && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

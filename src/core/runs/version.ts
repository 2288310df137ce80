import type { Step } from "../routines/step.ts";

/** A mark of a routine's steps: another text, another order, another number gives another mark (FNV-1a, 64 bits, hexadecimal). */
export function stepsVersion(steps: readonly Step[]): string {
  let hash = 0xcbf29ce484222325n;
  for (const character of JSON.stringify(steps)) {
    hash ^= BigInt(character.codePointAt(0) ?? 0);
    hash = (hash * 0x100000001b3n) & 0xffffffffffffffffn;
  }
  return hash.toString(16).padStart(16, "0");
}

import { isMap, isScalar, isSeq, LineCounter, parseDocument, stringify } from "yaml";
import type { Problem } from "../fleet/validate.ts";
import type { Routine } from "./routine.ts";

/** A problem with its place in the text, counted from 1. */
export type TextProblem = Problem & { line: number; column: number };

const MAX_CHARACTERS = 2_000_000;
/** A text that means more than it says is refused: aliases can grow without end. */
const MAX_ALIASES = 100;

/**
 * A text in YAML, or in JSON, which is YAML too, as a value; `placed` gives problems of that value their places in the text.
 * Broken text, keys that stand twice and aliases without end come as problems.
 */
export function readText(
  text: string,
): { value: unknown; placed: (problems: readonly Problem[]) => TextProblem[] } | { problems: TextProblem[] } {
  if (text.length > MAX_CHARACTERS) return { problems: [{ path: "$", message: "is too long", line: 1, column: 1 }] };
  const lines = new LineCounter();
  const document = parseDocument(text, { lineCounter: lines, uniqueKeys: true });
  const at = (offset: number) => {
    const { line, col } = lines.linePos(offset);
    return { line: Math.max(1, line), column: Math.max(1, col) };
  };
  if (document.errors.length)
    return {
      problems: document.errors.map(({ message, pos }) => ({ path: "$", message: message.split(" at line")[0] ?? message, ...at(pos[0]) })),
    };
  let value: unknown;
  try {
    value = document.toJS({ maxAliasCount: MAX_ALIASES });
    // A part that holds itself is no text that could be written.
    JSON.stringify(value);
  } catch {
    return { problems: [{ path: "$", message: "names one part too many times, or within itself", line: 1, column: 1 }] };
  }
  const placed = (problems: readonly Problem[]) =>
    problems.map((problem) => ({ ...problem, ...at(offsetOf(document.contents, keysOf(problem.path))) }));
  return { value, placed };
}

/** `$.steps[3].when` as `steps`, 3, `when`. */
function keysOf(path: string): (string | number)[] {
  return [...path.matchAll(/\.([A-Za-z_][A-Za-z0-9_]*)|\[(\d+)\]|\["((?:[^"\\]|\\.)*)"\]/g)].map(([, key, index, quoted]) =>
    index === undefined ? (key ?? quoted ?? "") : Number(index),
  );
}

/** Where the deepest part of a path that is there begins. */
function offsetOf(contents: unknown, keys: readonly (string | number)[]): number {
  let node = contents;
  let offset = 0;
  const begins = (each: unknown) => {
    if ((isMap(each) || isSeq(each) || isScalar(each)) && each.range) offset = each.range[0];
  };
  begins(node);
  for (const key of keys) {
    if (isSeq(node) && typeof key === "number") node = node.items[key];
    else if (isMap(node)) {
      const pair = node.items.find((each) => isScalar(each.key) && each.key.value === key);
      if (!pair) break;
      begins(pair.key);
      node = pair.value;
    } else break;
    if (node === undefined) break;
    if (isSeq(node) || isMap(node)) begins(node);
  }
  return offset;
}

/** A value as a text that reads back as the same value. */
export const writeText = (value: unknown, as: "yaml" | "json"): string =>
  as === "json" ? `${JSON.stringify(value, null, 2)}\n` : stringify(value, { lineWidth: 0, aliasDuplicateObjects: false });

/** A routine's keys in the order in which it is read: what and when first, its steps last. */
const ORDER: readonly (keyof Routine)[] = [
  "id",
  "name",
  "short",
  "rule",
  "calledFor",
  "trigger",
  "window",
  "covers",
  "skill",
  "people",
  "machineState",
  "handsMinutes",
  "waitMinutes",
  "isCheck",
  "voidsCheck",
  "hazards",
  "gear",
  "tools",
  "sheets",
  "steps",
];

export function ordered(routine: Routine): Routine {
  const { id, name } = routine;
  return { id, name, ...Object.fromEntries(ORDER.flatMap((key) => (routine[key] === undefined ? [] : [[key, routine[key]]]))) };
}

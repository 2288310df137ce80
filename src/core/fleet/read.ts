import { type ParseErrorCode, printParseErrorCode, visit } from "jsonc-parser";
import type { FleetFile } from "./schema.ts";
import { asFleet, type Problem } from "./validate.ts";

const MAX_DEPTH = 64;
/** No object of ours comes near it; looking at more names would take longer than anything that is true. */
const MAX_KEYS = 5000;
const MOST_PROBLEMS = 20;

/** A fleet file's text as a fleet, or every reason why it is none (JSON path, or line and column). Changes nothing, throws nothing. */
export function readFleet(text: string): { fleet: FleetFile } | { problems: Problem[] } {
  const parsed = readJson(text);
  return "problems" in parsed ? parsed : asFleet(parsed.value);
}

/** JSON text as a value; what is no JSON, nests too deep or names a key twice is refused with line and column. */
export function readJson(text: string): { value: unknown } | { problems: Problem[] } {
  const body = text.startsWith("\uFEFF") ? text.slice(1) : text;
  const tooDeep = depthProblem(body);
  if (tooDeep) return { problems: [tooDeep] };
  const problems = namingProblems(body);
  if (problems.length) return { problems };
  try {
    return { value: JSON.parse(body) };
  } catch {
    const lines = body.split("\n");
    return { problems: [{ path: place(lines.length - 1, lines.at(-1)?.length ?? 0), message: "is not JSON" }] };
  }
}

class Enough extends Error {}

/** What is no JSON, or names a key twice: the first twenty, with line and column. */
function namingProblems(body: string): Problem[] {
  const problems: Problem[] = [];
  const say = (line: number, column: number, message: string) => {
    problems.push({ path: place(line, column), message });
    if (problems.length >= MOST_PROBLEMS) throw new Enough();
  };
  const keys: Set<string>[] = [];
  try {
    visit(
      body,
      {
        onObjectBegin: () => {
          keys.push(new Set());
        },
        onObjectEnd: () => {
          keys.pop();
        },
        onObjectProperty: (name, _offset, _length, line, column) => {
          const seen = keys.at(-1);
          if (seen?.has(name)) say(line, column, `a second ${JSON.stringify(name)} in the same object`);
          seen?.add(name);
          if (seen && seen.size > MAX_KEYS) {
            say(line, column, `more than ${MAX_KEYS} names in one object`);
            throw new Enough();
          }
        },
        onError: (code: ParseErrorCode, _offset, _length, line, column) =>
          say(line, column, `is not JSON (${words(printParseErrorCode(code))})`),
      },
      { disallowComments: true },
    );
  } catch (error) {
    if (!(error instanceof Enough)) throw error;
  }
  return problems;
}

const place = (line: number, column: number) => `line ${line + 1}, column ${column + 1}`;
const words = (code: string) => code.replace(/([a-z])([A-Z])/g, "$1 $2").toLowerCase();

/** Counted before parsing: a parser that recurses would run out of stack. */
function depthProblem(text: string): Problem | undefined {
  let [depth, line, lineStart] = [0, 0, 0];
  let inString = false;
  for (let index = 0; index < text.length; index++) {
    const char = text[index];
    if (char === "\n") {
      line++;
      lineStart = index + 1;
    }
    if (inString) {
      if (char === "\\") index++;
      else if (char === '"') inString = false;
    } else if (char === '"') inString = true;
    else if (char === "{" || char === "[") {
      if (++depth > MAX_DEPTH) return { path: place(line, index - lineStart), message: `nests more than ${MAX_DEPTH} deep` };
    } else if (char === "}" || char === "]") depth--;
  }
  return undefined;
}

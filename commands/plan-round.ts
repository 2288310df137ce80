import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { planRound, USUAL_EFFORT } from "../src/core/rounds/plan-round.ts";
import { readRoundProblem } from "../src/core/rounds/read-problem.ts";
import { fileFault } from "./file-fault.ts";

const EXPECTED = "plan-round problem.json [--effort 2] [--seed 1]";
const MOST_EFFORT = 3600;

/** `plan-round FILE [--effort N] [--seed N]`: the plan as JSON; anything wrong: exit 2, one line on stderr, nothing on stdout. */
function main(): void {
  let parsed: { values: { effort?: string; seed?: string }; positionals: string[] };
  try {
    parsed = parseArgs({ options: { effort: { type: "string" }, seed: { type: "string" } }, allowPositionals: true });
  } catch (error) {
    return refuse(`${error instanceof Error ? error.message.split("\n")[0] : error}; expected ${EXPECTED}`);
  }
  const { values, positionals } = parsed;
  const [file] = positionals;
  if (file === undefined || positionals.length > 1) return refuse(`which problem? Expected ${EXPECTED}`);
  const effort = values.effort ?? String(USUAL_EFFORT);
  if (!/^(?:\d+\.?\d*|\.\d+)$/.test(effort) || Number(effort) <= 0 || Number(effort) > MOST_EFFORT)
    return refuse(`--effort: “${effort}” is no effort; expected a number above 0, at most ${MOST_EFFORT}, like 0.5`);
  const seed = values.seed ?? "1";
  if (!/^\d{1,9}$/.test(seed)) return refuse(`--seed: “${seed}” is no seed; expected a whole number from 0`);
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(readFileSync(file));
  } catch (error) {
    return refuse(fileFault(file, error));
  }
  const read = readRoundProblem(text);
  if ("problems" in read) {
    const [first] = read.problems;
    const more = read.problems.length > 1 ? ` (and ${read.problems.length - 1} more)` : "";
    return refuse(`${first?.path}: ${first?.message}${more}`);
  }
  // The clock is only a safety stop, at twice as long as the effort is meant to take.
  const stopAt = performance.now() + Math.max(1, Number(effort) * 2) * 1000;
  const search = planRound(read.problem, { effort: Number(effort), seed: Number(seed), isOver: () => performance.now() > stopAt });
  let step = search.next();
  while (!step.done) step = search.next();
  process.stdout.write(`${JSON.stringify(step.value)}\n`);
}

function refuse(reason: string): void {
  process.stderr.write(`${reason.replace(/\s*\n\s*/g, " ")}\n`);
  process.exitCode = 2;
}

main();

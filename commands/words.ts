import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { BUILT_IN } from "../src/core/routines/built-in.ts";
import type { Step } from "../src/core/routines/step.ts";
import { GUIDE } from "../src/core/signs/guide.ts";

/** Prints all that a person can read out of the catalogue, room by room, then routines and signs: to be read in one go. */

type Tree = { [key: string]: string | Tree };
const FOLDER = "src/words/en";

const lines = (tree: Tree, path = ""): string[] =>
  Object.entries(tree).flatMap(([key, value]) =>
    typeof value === "string" ? [`  ${path}${key}: ${value}`] : lines(value, `${path}${key}.`),
  );

/** Whatever a step says, with the steps inside it. */
const said = (steps: readonly Step[]): string[] =>
  steps.flatMap((step) => [
    ...("text" in step && step.text ? [`    ${step.text}`] : []),
    ...("choices" in step ? step.choices.map(({ text }) => `      - ${text}`) : []),
    ...("steps" in step ? said(step.steps) : []),
  ]);

const out: string[] = [];
for (const file of readdirSync(FOLDER).sort()) {
  out.push(`# ${file.replace(".json", "")}`, ...lines(JSON.parse(readFileSync(join(FOLDER, file), "utf8")) as Tree), "");
}
out.push("# routines");
for (const { id, name, steps } of BUILT_IN) {
  out.push(`  ${id} ${name}`);
  out.push(...said(steps ?? []));
}
out.push("", "# signs", ...Object.values(GUIDE).map(({ words }) => `  ${words}`));
process.stdout.write(`${out.join("\n")}\n`);

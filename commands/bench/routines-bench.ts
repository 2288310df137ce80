import type { Machine } from "../../src/core/fleet/schema.ts";
import { routineBook } from "../../src/core/routines/assigned.ts";
import { packProblems } from "../../src/core/routines/problems.ts";
import type { Routine } from "../../src/core/routines/routine.ts";
import type { Step } from "../../src/core/routines/step.ts";
import { readText, writeText } from "../../src/core/routines/text.ts";
import { runPlan } from "../../src/core/runs/plan.ts";
import { choices } from "../../tests/fixtures/machine.ts";

/** A pack of 500 routines read, held against the language, compiled with what they call, and planned for 500 machines. */

const MANY = 500;
const steps = (index: number): Step[] => [
  { kind: "do", id: "open", text: "Open the cover.", owes: { id: "cover", words: "the cover is open" } },
  { kind: "found", id: "found", part: "cap", text: "How is the cap?" },
  {
    kind: "repeat",
    id: "heads",
    each: "head",
    steps: [
      {
        kind: "do",
        id: "wipe",
        text: "Wipe.",
        uses: [{ item: "foam swabs", amount: 1, unit: "pieces" }],
        when: { not: { recorded: "found", is: "clean" } },
      },
      {
        kind: "decide",
        id: "clean",
        text: "Clean?",
        choices: choices(["yes", "Yes"], ["no", "No", "wipe"]),
      },
    ],
  },
  {
    kind: "window",
    id: "w",
    text: "Heads off",
    withinMinutes: 5,
    steps: [
      { kind: "do", id: "in", text: "In." },
      { kind: "do", id: "out", text: "Out." },
    ],
  },
  { kind: "do", id: "shut", text: "Shut the cover.", settles: "cover" },
  { kind: "call", id: "check", routine: "R01" },
  ...(index % 10 ? [{ kind: "call", id: "before", routine: `house-${index - (index % 10)}` } as const] : []),
];
const pack = {
  format: "zesty-anvil/routines",
  version: 1,
  routines: Array.from(
    { length: MANY },
    (_, index): Routine => ({
      id: `house-${index}`,
      name: `Routine ${index}`,
      trigger: { every: { days: 1 + (index % 30) } },
      steps: steps(index),
    }),
  ),
};
const machines = Array.from(
  { length: MANY },
  (_, index): Machine => ({
    id: `m${index}`,
    name: `Machine ${index}`,
    class: "wide",
    family: "solvent",
    since: "2026-01-01",
    heads: ["H1", "H2"].map((id) => ({
      id,
      channels: [
        { id: "K", ink: "black" },
        { id: "W", ink: "white" },
      ],
    })),
  }),
);

const timed = <Result>(work: () => Result): [Result, number] => {
  const started = performance.now();
  const result = work();
  return [result, performance.now() - started];
};
const text = writeText(pack, "yaml");
const [read, readMs] = timed(() => readText(text));
if ("problems" in read) throw new Error("the pack is not read");
const [problems, heldMs] = timed(() => packProblems(read.value, routineBook()));
if (problems.length) throw new Error(JSON.stringify(problems.slice(0, 3)));
const [book, compiledMs] = timed(() => routineBook(pack.routines));
const [planned, plannedMs] = timed(() => {
  let count = 0;
  for (const machine of machines) for (const { id } of pack.routines) count += runPlan(book.get(id)?.steps ?? [], machine).length;
  return count;
});
process.stdout.write(JSON.stringify({ kilobytes: Math.round(text.length / 1024), readMs, heldMs, compiledMs, plannedMs, planned }));

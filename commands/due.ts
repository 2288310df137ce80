import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { isoDay, readDay } from "../src/core/calendar/day.ts";
import { dueWork } from "../src/core/due/due-work.ts";
import { reasonSentence } from "../src/core/due/sentence.ts";
import { readFleet } from "../src/core/fleet/read.ts";
import { fileFault } from "./file-fault.ts";

const LINES_A_WRITE = 5000;

/** `due --fleet FILE --on DAY [--days N]`: one JSON line an occurrence; anything wrong: exit 1, reasons on stderr, nothing on stdout. */
function main(): void {
  let values: { fleet?: string; on?: string; days?: string };
  try {
    ({ values } = parseArgs({ options: { fleet: { type: "string" }, on: { type: "string" }, days: { type: "string" } } }));
  } catch (error) {
    return refuse([`${error instanceof Error ? error.message : error}`, "expected: due --fleet fleet.json --on 2026-11-25 [--days 14]"]);
  }
  const faults: string[] = [];
  const on = values.on === undefined ? undefined : readDay(values.on);
  if (values.fleet === undefined) faults.push("--fleet: which file? Expected --fleet fleet.json");
  if (values.on === undefined) faults.push("--on: which day? Expected --on 2026-11-25");
  else if (on === undefined) faults.push(`--on: “${values.on}” is no day that exists; expected one like 2026-11-25`);
  const days = values.days ?? "1";
  if (!/^\d{1,6}$/.test(days) || Number(days) < 1) faults.push(`--days: “${days}” is no number of days; expected a whole number from 1`);
  let text = "";
  if (values.fleet !== undefined) {
    try {
      text = new TextDecoder("utf-8", { fatal: true }).decode(readFileSync(values.fleet));
    } catch (error) {
      faults.push(`--fleet: ${fileFault(values.fleet, error)}`);
    }
  }
  if (faults.length || on === undefined) return refuse(faults);

  const read = readFleet(text);
  if ("problems" in read) return refuse(read.problems.map(({ path, message }) => `${path}: ${message}`));
  const lines = dueWork(read.fleet, on, Number(days)).map(({ key, machine, routine, opens, due, overdueAfter, state, why }) =>
    JSON.stringify({
      key,
      machine,
      routine,
      opens: isoDay(opens),
      due: isoDay(due),
      overdueAfter: isoDay(overdueAfter),
      state,
      why: why.map(reasonSentence),
    }),
  );
  // In parts: a year of a large fleet is more than one string can hold.
  for (let from = 0; from < lines.length; from += LINES_A_WRITE)
    process.stdout.write(`${lines.slice(from, from + LINES_A_WRITE).join("\n")}\n`);
}

function refuse(reasons: string[]): void {
  for (const reason of reasons) process.stderr.write(`${reason}\n`);
  process.exitCode = 1;
}

main();

import { readAirFile } from "../condition/room/air-file.ts";
import { readJson } from "../fleet/read.ts";
import type { FleetFile } from "../fleet/schema.ts";
import { asFleet, type Problem } from "../fleet/validate.ts";
import { wholePlan } from "../rounds/plan-round.ts";
import { packProblems, routineProblems } from "../routines/problems.ts";
import type { Routine } from "../routines/routine.ts";
import type { Pack } from "../routines/schema.ts";
import { readText, type TextProblem } from "../routines/text.ts";
import { Refusal } from "../shop/refusal.ts";
import type { TableKind } from "../table/columns.ts";
import { type Choices, readTable } from "../table/read-table.ts";
import { sheetRows } from "../table/sheet-rows.ts";

/** What large files take so long to read that it is done beside the thread that answers. Pure; what goes in and out is plain data. */

const MAX_ROWS = 20_000;

/** UTF-8 bytes as JSON. @throws Refusal 400 */
export function jsonOf(bytes: Uint8Array): unknown {
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new Refusal(400, "This is not UTF-8 text.");
  }
  const read = readJson(text);
  if ("problems" in read) throw new Refusal(400, "This is not JSON that can be read.", read.problems);
  return read.value;
}

function fleetOf(bytes: Uint8Array): FleetFile {
  return checked(jsonOf(bytes));
}

function checked(value: unknown): FleetFile {
  const read = asFleet(value);
  if ("problems" in read) throw new Refusal(400, "This is no fleet file that can be read; nothing was changed.", some(read.problems));
  return read.fleet;
}

const some = <Of>(problems: readonly Of[]): Of[] => problems.slice(0, 200);

async function tableOf(
  bytes: Uint8Array,
  choices: { kind: TableKind; sheet?: string } & Choices,
  fleet: FleetFile,
  routines: readonly { id: string; name: string }[],
  today: number,
) {
  const { rows, ...sheet } = await sheetRows(bytes, MAX_ROWS, choices.sheet);
  const ids = new Set(routines.map(({ id }) => id));
  const routine = (name: string) => (ids.has(name) ? name : routines.find((each) => each.name.toLowerCase() === name.toLowerCase())?.id);
  const read = readTable(choices.kind, rows, fleet, { routine }, today, choices);
  return { ...read, ...sheet, fleet: checked(read.fleet) };
}

/** `isText`: it could be read at all, and what is wrong is what it says. */
type Read<Value> = { value: Value } | { problems: TextProblem[]; isText: boolean };

function textOf<Value>(text: string, problemsOf: (value: unknown) => Problem[]): Read<Value> {
  const read = readText(text);
  if ("problems" in read) return { problems: some(read.problems), isText: false };
  const problems = read.placed(some(problemsOf(read.value)));
  // It has just been held against its schema.
  return problems.length ? { problems, isText: true } : { value: read.value as Value };
}

const bookOf = (routines: readonly Routine[]) => new Map(routines.map((routine) => [routine.id, routine] as const));

export const LARGE_JOBS = {
  json: jsonOf,
  fleet: fleetOf,
  table: tableOf,
  air: readAirFile,
  routine: (text: string, routines: readonly Routine[]): Read<Routine> => textOf(text, (value) => routineProblems(value, bookOf(routines))),
  round: wholePlan,
  pack: (text: string, routines: readonly Routine[]): Read<Pack> => textOf(text, (value) => packProblems(value, bookOf(routines))),
};
export type LargeJobs = typeof LARGE_JOBS;

/** What came of a job, as it passes between threads. */
export type JobAnswer =
  | { value: unknown }
  | { refused: { status: Refusal["status"]; message: string; problems: Problem[] } }
  | { failed: string };

/**
 * Does a job by its name; what is refused or fails is data too.
 * @example await doJob("json", [new TextEncoder().encode("[1]")]) // { value: [1] }
 */
export async function doJob(name: keyof LargeJobs, args: unknown[]): Promise<JobAnswer> {
  try {
    return { value: await (LARGE_JOBS[name] as (...of: unknown[]) => unknown)(...args) };
  } catch (error) {
    if (error instanceof Refusal) return { refused: { status: error.status, message: error.message, problems: some(error.problems) } };
    return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
  }
}

import { Ajv, type ErrorObject } from "ajv";
import { readDay } from "../calendar/day.ts";
import { recurrenceFault } from "../calendar/recurrence.ts";
import { BUILT_IN_IDS } from "../routines/built-in.ts";
import { FleetFile } from "./schema.ts";
import { FAMILIES, type MachineClass } from "./vocabulary.ts";

/** A place in a file and what was expected there. */
export type Problem = { path: string; message: string };

const ajv = new Ajv({ strict: true, allErrors: true, verbose: true, allowUnionTypes: true });
ajv.addFormat("date", (text) => readDay(text) !== undefined);
const fits = ajv.compile<FleetFile>(FleetFile);
// One error is enough where so much was sent that a list of all would be the attack.
const quick = new Ajv({ strict: true, verbose: true, allowUnionTypes: true });
quick.addFormat("date", (text) => readDay(text) !== undefined);
const fitsAtAll = quick.compile<FleetFile>(FleetFile);
/** A fleet of some 1,000 machines; what holds more parts than this is told its first problem only. */
const MOST_PARTS = 200_000;

/** Every reason why a value is no fleet file, each with its JSON path; empty where it is one. */
export function fleetProblems(value: unknown): Problem[] {
  const isOne = fitsAtAll(value);
  if (!isOne && !isSmall(value, MOST_PARTS)) return schemaProblems(fitsAtAll.errors ?? []);
  const problems = isOne || fits(value) ? [] : schemaProblems(fits.errors ?? []);
  return [...problems, ...textProblems(value), ...meaningProblems(value)];
}

/** The validated file, or its problems. */
export function asFleet(value: unknown): { fleet: FleetFile } | { problems: Problem[] } {
  const problems = fleetProblems(value);
  if (problems.length === 0 && fitsAtAll(value)) return { fleet: value };
  return { problems };
}

/** Whether a value holds at most so many parts, at any depth: it is looked at no further than that. */
export function isSmall(value: unknown, mostParts: number): boolean {
  const waiting: unknown[] = [value];
  let parts = 0;
  while (waiting.length) {
    const each = waiting.pop();
    if (each === null || typeof each !== "object") continue;
    for (const key in each) {
      if (++parts > mostParts) return false;
      waiting.push((each as Record<string, unknown>)[key]);
    }
  }
  return true;
}

/** Ajv's errors as places and expectations; what only repeats a deeper error (`if`) is left out. */
export function schemaProblems(errors: ErrorObject[]): Problem[] {
  const problems = errors
    .filter(({ keyword }) => keyword !== "if")
    .map((error): Problem => {
      const at = jsonPath(error.instancePath);
      const described = error.parentSchema?.description;
      switch (error.keyword) {
        case "required":
          return { path: `${at}.${error.params.missingProperty}`, message: "is missing" };
        case "additionalProperties":
          return { path: at + step(error.params.additionalProperty), message: "is not a known key here" };
        case "enum":
          return { path: at, message: `${shown(error.data)} is not one of ${error.params.allowedValues.join(", ")}` };
        case "const":
          return { path: at, message: `${shown(error.data)}: expected ${JSON.stringify(error.params.allowedValue)}` };
        case "format":
          return { path: at, message: `${shown(error.data)} is not a day that exists; expected one like 2026-11-25` };
        case "pattern":
          return { path: at, message: `${shown(error.data)}: expected ${described ?? `text like ${error.params.pattern}`}` };
        case "minimum":
          return { path: at, message: `${shown(error.data)} is less than ${error.params.limit}` };
        case "maximum":
          return { path: at, message: `${shown(error.data)} is more than ${error.params.limit}` };
        case "minProperties":
        case "maxProperties":
          return { path: at, message: `expected ${described ?? error.message}` };
        default:
          return { path: at, message: `${shown(error.data)} ${error.message}` };
      }
    });
  const seen = new Set<string>();
  return problems.filter(({ path, message }) => !seen.has(path + message) && seen.add(path + message));
}

function step(key: string | number): string {
  if (typeof key === "number") return `[${key}]`;
  return /^[A-Za-z_][A-Za-z0-9_]*$/.test(key) ? `.${key}` : `[${JSON.stringify(key)}]`;
}

/** `/machines/0/since` as `$.machines[0].since`. */
function jsonPath(pointer: string): string {
  return pointer
    .split("/")
    .slice(1)
    .reduce((path, part) => {
      const key = part.replace(/~1/g, "/").replace(/~0/g, "~");
      return path + (/^\d+$/.test(key) ? `[${key}]` : step(key));
    }, "$");
}

/** A value as it may stand in a message: short, whatever was sent. */
export function shown(value: unknown): string {
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

/** Text that no database can keep: NUL and halves of surrogate pairs. */
function textProblems(value: unknown, path = "$"): Problem[] {
  if (typeof value === "string")
    // biome-ignore lint/suspicious/noControlCharactersInRegex: the character is what is looked for
    return /\u0000/.test(value) || !value.isWellFormed() ? [{ path, message: "holds a character that is no text" }] : [];
  if (Array.isArray(value)) return value.flatMap((item, index) => textProblems(item, path + step(index)));
  if (value !== null && typeof value === "object")
    return Object.entries(value).flatMap(([key, item]) => textProblems(item, path + step(key)));
  return [];
}

type Row = Record<string, unknown>;
const isRow = (value: unknown): value is Row => value !== null && typeof value === "object" && !Array.isArray(value);
/** The objects of a list with their paths; what has the wrong shape was named by the schema already. */
function rows(parent: unknown, key: string, path: string): [Row, string][] {
  const list = isRow(parent) ? parent[key] : undefined;
  return Array.isArray(list)
    ? list.flatMap((item, index): [Row, string][] => (isRow(item) ? [[item, `${path}.${key}[${index}]`]] : []))
    : [];
}
const strings = (value: unknown): string[] => (Array.isArray(value) ? value.map((item) => (typeof item === "string" ? item : "")) : []);
const day = (value: unknown) => (typeof value === "string" ? readDay(value) : undefined);

/** What a schema can't say: ids that must be known and single, spans, readings that fall, rules, moves. */
function meaningProblems(file: unknown): Problem[] {
  const problems: Problem[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  if (!isRow(file)) return problems;

  const once = (found: [Row, string][], key: string, what: string): Set<string> => {
    const ids = new Set<string>();
    for (const [row, path] of found) {
      const id = row[key];
      if (typeof id !== "string") continue;
      if (ids.has(id)) say(`${path}.${key}`, `a second ${what} ${shown(id)}; each stands once`);
      ids.add(id);
    }
    return ids;
  };
  const known = (ids: Set<string>, id: unknown, path: string, what: string) => {
    if (typeof id === "string" && !ids.has(id)) say(path, `${shown(id)} is no known ${what}`);
  };
  const span = (row: Row, path: string) => {
    const [from, to] = [day(row.from), day(row.to)];
    if (from !== undefined && to !== undefined && to < from) say(`${path}.to`, `${shown(row.to)} is before the start ${shown(row.from)}`);
  };

  const site = isRow(file.site) ? file.site : {};
  if (typeof site.timeZone === "string" && site.timeZone && !isTimeZone(site.timeZone))
    say("$.site.timeZone", `${shown(site.timeZone)} is no time zone; expected one like Europe/Lisbon`);

  const calendar = isRow(file.calendar) ? file.calendar : {};
  for (const [closure, path] of rows(calendar, "closures", "$.calendar")) span(closure, path);
  const areas = once(rows(file, "areas", "$"), "id", "area");
  const shifts = once(rows(calendar, "shifts", "$.calendar"), "id", "shift");
  const people = rows(file, "people", "$");
  once(people, "id", "person");
  for (const [person, path] of people)
    strings(person.shifts).forEach((shift, index) => known(shifts, shift, `${path}.shifts[${index}]`, "shift"));

  const house = rows(file, "routines", "$");
  const routines = new Set([...BUILT_IN_IDS, ...once(house, "id", "routine")]);
  for (const [routine, path] of house) {
    strings(routine.covers).forEach((id, index) => known(routines, id, `${path}.covers[${index}]`, "routine"));
    if (isRow(routine.trigger) && typeof routine.trigger.rule === "string") {
      const fault = recurrenceFault(routine.trigger.rule);
      if (fault) say(`${path}.trigger.rule`, `${shown(routine.trigger.rule)}: ${fault}`);
    }
  }

  const machines = rows(file, "machines", "$");
  const machineIds = once(machines, "id", "machine");
  for (const [machine, path] of machines) {
    known(areas, machine.area, `${path}.area`, "area");
    const families: readonly string[] | undefined = Object.hasOwn(FAMILIES, String(machine.class))
      ? FAMILIES[machine.class as MachineClass]
      : undefined;
    if (families && typeof machine.family === "string" && !families.includes(machine.family))
      say(`${path}.family`, `${shown(machine.family)} is no family of class ${machine.class}; expected ${families.join(" or ")}`);
    const heads = rows(machine, "heads", path);
    once(heads, "id", "head");
    for (const [head, headPath] of heads) once(rows(head, "channels", headPath), "id", "channel");
    once(rows(machine, "parts", path), "id", "part");
    once(rows(machine, "waste", path), "id", "waste vessel");
    once(rows(machine, "printDayChanges", path), "date", "change of the print day");
    for (const [asleep, asleepPath] of rows(machine, "asleep", path)) span(asleep, asleepPath);

    const counters = rows(machine, "counters", path);
    const counterNames = once(counters, "name", "counter");
    for (const [counter, counterPath] of counters) readingProblems(rows(counter, "readings", counterPath), say, once);
    if (isRow(machine.fullUse)) known(counterNames, machine.fullUse.counter, `${path}.fullUse.counter`, "counter of this machine");

    const own = new Set<string>();
    strings(machine.routines).forEach((id, index) => {
      known(routines, id, `${path}.routines[${index}]`, "routine");
      if (own.has(id)) say(`${path}.routines[${index}]`, `a second entry of routine ${shown(id)}`);
      own.add(id);
    });
  }

  for (const list of ["history", "moves", "prompts", "signs"])
    for (const [row, path] of rows(file, list, "$")) {
      known(machineIds, row.machine, `${path}.machine`, "machine");
      if (list !== "signs") known(routines, row.routine, `${path}.routine`, "routine");
    }
  const moved = new Set<string>();
  for (const [row, path] of rows(file, "moves", "$")) {
    const name = JSON.stringify([row.machine, row.routine, row.due]);
    if (moved.has(name)) say(path, `a second move of ${shown(row.routine)} on ${shown(row.machine)} due ${shown(row.due)}`);
    moved.add(name);
  }
  return problems;
}

function readingProblems(
  readings: [Row, string][],
  say: (path: string, message: string) => void,
  once: (found: [Row, string][], key: string, what: string) => Set<string>,
) {
  once(readings, "on", "reading of the day");
  const dated = readings.flatMap(([row, path]) => {
    const on = day(row.on);
    return on !== undefined && typeof row.value === "number" ? [{ on, value: row.value, reset: row.reset === true, path }] : [];
  });
  dated.sort((a, b) => a.on - b.on);
  dated.forEach((reading, index) => {
    const before = dated[index - 1];
    if (before && reading.value < before.value && !reading.reset)
      say(`${reading.path}.value`, `${reading.value} is less than ${before.value} before it; expected no fall, or "reset": true`);
  });
}

export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

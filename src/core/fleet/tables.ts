import { readDay } from "../calendar/day.ts";
import type { FleetFile, Machine, Person } from "./schema.ts";
import { fleetProblems, type Problem, shown } from "./validate.ts";
import { INKS } from "./vocabulary.ts";

/** CSV tables of a shop's spreadsheets as parts of a fleet file, with a preview row by row. */

export type TableKind = "machines" | "people" | "readings" | "history";
export type Field = { id: string; name: string; required: boolean; also: string[]; expects: string };

const field = (id: string, name: string, expects: string, required = false, also: string[] = []): Field => ({
  id,
  name,
  required,
  also,
  expects,
});
const LIST = "several separated by spaces, commas or semicolons";

export const TABLE_FIELDS: Record<TableKind, Field[]> = {
  machines: [
    field("name", "Name", "what people call it", true, ["machine", "printer", "machine name"]),
    field("class", "Class", "dtf, dtg, uv, wide or cij", true, ["type", "kind", "technology"]),
    field("since", "Since", "a day like 2026-11-25 or 25/11/2026", true, ["bought", "installed", "in service", "start"]),
    field("id", "Id", "letters, digits, hyphens; left out, made from the name", false, ["code", "no", "number"]),
    field("family", "Family", "where its class has several", false, ["model", "subtype"]),
    field("area", "Area", "an area's id or name", false, ["room", "place", "location", "hall"]),
    field("channels", "Channels", "inks by name or letter, a slash between heads: K C M Y / W W", false, ["inks", "colours", "heads"]),
    field("abilities", "Abilities", LIST),
    field("parts", "Parts", LIST),
    field("printDays", "Print days", "1 (Monday) to 7, several together", false, ["days"]),
    field("routines", "Routines", LIST),
  ],
  people: [
    field("name", "Name", "a person's name", true, ["person", "who"]),
    field("role", "Role", "supervisor, operator, technician or viewer", true),
    field("id", "Id", "left out, made from the name", false, ["code"]),
    field("skills", "Skills", LIST, false, ["can"]),
    field("shifts", "Shifts", LIST, false, ["shift"]),
  ],
  readings: [
    field("machine", "Machine", "its id or name", true, ["printer", "name"]),
    field("counter", "Counter", "prints, square-metres, …", true),
    field("on", "Day", "a day like 2026-11-25 or 25/11/2026", true, ["date"]),
    field("value", "Value", "a number", true, ["reading", "count"]),
  ],
  history: [
    field("machine", "Machine", "its id or name", true, ["printer", "name"]),
    field("routine", "Routine", "its id or name", true, ["what", "job", "task"]),
    field("on", "Last done", "a day, or roughly: “3 weeks ago”, “May 2026”", true, ["date", "day", "when", "last"]),
  ],
};

/** Matches columns to fields by their headings; what matches nothing is left out until a person chooses. */
export function matchColumns(kind: TableKind, headings: string[]): Record<string, number> {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, " ")
      .trim();
  const matched: Record<string, number> = {};
  for (const { id, name, also } of TABLE_FIELDS[kind]) {
    const names = [id, name, ...also].map(plain);
    const at = headings.findIndex((heading, index) => names.includes(plain(heading)) && !Object.values(matched).includes(index));
    if (at >= 0) matched[id] = at;
  }
  return matched;
}

export type TableRow = { line: number; state: "new" | "changed" | "same" | "refused"; name: string; reasons: string[] };
export type TablePreview = { rows: TableRow[]; fleet: FleetFile };

type Cells = Record<string, string>;
type Read = { value?: unknown; name: string; reasons: string[] };

/**
 * A table's rows against the shop as it is. Each row is new, changed, the same or refused with its reason; `fleet` is the
 * shop with all rows that are not refused. Pure: `today` dates what is said roughly.
 */
export function readTable(
  kind: TableKind,
  rows: string[][],
  columns: Record<string, number>,
  shop: FleetFile,
  names: { routine: (text: string) => string | undefined },
  today: number,
): TablePreview {
  const fleet: FleetFile = structuredClone(shop);
  const preview: TableRow[] = [];
  const seen = new Set<string>();
  rows.forEach((cells, index) => {
    const line = index + 2;
    const cell: Cells = Object.fromEntries(Object.entries(columns).map(([id, at]) => [id, (cells[at] ?? "").trim()]));
    const missing = TABLE_FIELDS[kind].filter(({ id, required }) => required && !cell[id]);
    if (missing.length) {
      preview.push({
        line,
        state: "refused",
        name: cell.name || cell.machine || "",
        reasons: missing.map(({ name, expects }) => `${name} is empty; expected ${expects}`),
      });
      return;
    }
    const read = READERS[kind](cell, fleet, names, today);
    if (read.reasons.length) preview.push({ line, state: "refused", name: read.name, reasons: read.reasons });
    else preview.push({ line, name: read.name, ...place(kind, read.value, fleet, seen) });
  });
  return { rows: preview, fleet };
}

const READERS: Record<
  TableKind,
  (cell: Cells, fleet: FleetFile, names: { routine: (text: string) => string | undefined }, today: number) => Read
> = {
  machines: (cell, fleet) => {
    const reasons: string[] = [];
    const id = cell.id || idOf(cell.name ?? "");
    const before = fleet.machines.find((machine) => machine.id === id);
    const since = dayOf(cell.since ?? "", reasons, "Since");
    const area = cell.area ? fleet.areas?.find((each) => same(each.id, cell.area) || same(each.name, cell.area))?.id : undefined;
    if (cell.area && !area) {
      const areaId = idOf(cell.area);
      fleet.areas = [...(fleet.areas ?? []), { id: areaId, name: cell.area }];
      cell.areaId = areaId;
    }
    const value = {
      ...before,
      id,
      name: cell.name,
      class: cell.class?.toLowerCase(),
      since,
      ...(cell.family ? { family: cell.family.toLowerCase() } : {}),
      ...(cell.area ? { area: area ?? cell.areaId } : {}),
      ...(cell.channels ? { heads: headsOf(cell.channels, reasons) } : {}),
      ...(cell.abilities ? { abilities: list(cell.abilities) } : {}),
      ...(cell.routines ? { routines: list(cell.routines) } : {}),
      ...(cell.parts ? { parts: list(cell.parts).map((kind) => ({ id: kind, kind })) } : {}),
      ...(cell.printDays ? { printDays: [...cell.printDays.replace(/\D/g, "")].map(Number) } : {}),
    };
    return { value, name: cell.name ?? id, reasons };
  },
  people: (cell, fleet) => {
    const id = cell.id || idOf(cell.name ?? "");
    const before = fleet.people?.find((person) => person.id === id);
    return {
      value: {
        ...before,
        id,
        name: cell.name,
        role: cell.role?.toLowerCase(),
        ...(cell.skills ? { skills: list(cell.skills) } : {}),
        ...(cell.shifts ? { shifts: list(cell.shifts) } : {}),
      },
      name: cell.name ?? id,
      reasons: [],
    };
  },
  readings: (cell, fleet) => {
    const reasons: string[] = [];
    const machine = machineNamed(fleet, cell.machine ?? "", reasons);
    const on = dayOf(cell.on ?? "", reasons, "Day");
    const value = Number(
      (cell.value ?? "")
        .replace(/[\s'’]/g, "")
        .replace(/^(\d{1,3})(,\d{3})+$/, (all) => all.replaceAll(",", ""))
        .replace(",", "."),
    );
    if (!Number.isFinite(value) || value < 0) reasons.push(`Value ${shown(cell.value)} is no number from 0`);
    return {
      value: { machine, counter: cell.counter?.toLowerCase().replaceAll(" ", "-"), on, value },
      name: `${cell.machine}, ${cell.counter}`,
      reasons,
    };
  },
  history: (cell, fleet, names, today) => {
    const reasons: string[] = [];
    const machine = machineNamed(fleet, cell.machine ?? "", reasons);
    const routine = names.routine(cell.routine ?? "");
    if (!routine) reasons.push(`Routine ${shown(cell.routine)} is not known; expected its id or name`);
    const on = roughDay(cell.on ?? "", today) ?? dayOf(cell.on ?? "", reasons, "Last done");
    if (on && (readDay(on) ?? 0) > today) reasons.push(`Last done ${shown(cell.on)} is in the future`);
    return { value: { machine, routine, on }, name: `${cell.machine}, ${cell.routine}`, reasons };
  },
};

/** Puts a read row into the fleet if the fleet then still holds together. */
function place(kind: TableKind, value: unknown, fleet: FleetFile, seen: Set<string>): Pick<TableRow, "state" | "reasons"> {
  const name = JSON.stringify(kind === "readings" || kind === "history" ? value : (value as { id: string }).id);
  if (seen.has(name)) return { state: "refused", reasons: ["stands twice in this table"] };
  seen.add(name);
  const probe = probeOf(kind, value, fleet);
  const problems = fleetProblems(probe.alone);
  if (problems.length)
    return {
      state: "refused",
      reasons: problems.map(({ path, message }: Problem) => `${path.replace(/^\$\.\w+\[\d+\]\.?/, "")} ${message}`.trim()),
    };
  const state =
    probe.before === undefined ? "new" : JSON.stringify(sorted(probe.before)) === JSON.stringify(sorted(value)) ? "same" : "changed";
  probe.keep();
  return { state, reasons: [] };
}

function probeOf(kind: TableKind, value: unknown, fleet: FleetFile): { alone: unknown; before: unknown; keep: () => void } {
  const bare = {
    format: fleet.format,
    version: fleet.version,
    site: fleet.site,
    calendar: fleet.calendar,
    areas: fleet.areas,
    routines: fleet.routines,
  };
  const defined = JSON.parse(JSON.stringify(bare));
  if (kind === "machines") {
    const machine = value as Machine;
    const at = fleet.machines.findIndex(({ id }) => id === machine.id);
    return {
      alone: { ...defined, machines: [machine] },
      before: fleet.machines[at],
      keep: () => {
        if (at < 0) fleet.machines.push(machine);
        else fleet.machines[at] = machine;
      },
    };
  }
  if (kind === "people") {
    const person = value as Person;
    const people = (fleet.people ??= []);
    const at = people.findIndex(({ id }) => id === person.id);
    return {
      alone: { ...defined, machines: [], people: [person] },
      before: people[at],
      keep: () => {
        if (at < 0) people.push(person);
        else people[at] = person;
      },
    };
  }
  const row = value as { machine: string; on: string; routine?: string; counter?: string; value?: number };
  const machine = fleet.machines.find(({ id }) => id === row.machine);
  if (kind === "history") {
    const history = (fleet.history ??= []);
    const entry = { machine: row.machine, routine: row.routine ?? "", on: row.on };
    return {
      alone: { ...defined, machines: machine ? [machine] : [], history: [entry] },
      before: history.find((each) => each.machine === row.machine && each.routine === row.routine && each.on === row.on) && value,
      keep: () => void history.push(entry),
    };
  }
  const counters = machine?.counters ?? [];
  const known = counters.find(({ name }) => name === row.counter);
  const before = known?.readings?.find(({ on }) => on === row.on);
  const readings = [...(known?.readings ?? []).filter(({ on }) => on !== row.on), { on: row.on, value: row.value ?? 0 }];
  const next = { ...machine, counters: [...counters.filter(({ name }) => name !== row.counter), { name: row.counter, readings }] };
  return {
    alone: { ...defined, machines: [next] },
    before: before && { ...row, value: before.value },
    keep: () => {
      const at = fleet.machines.findIndex(({ id }) => id === row.machine);
      // It passed the fleet's own validator just now.
      if (at >= 0) fleet.machines[at] = next as Machine;
    },
  };
}

const same = (a: string, b: string | undefined) => a.toLowerCase() === b?.toLowerCase();
const list = (text: string) => text.split(/[\s,;|]+/).filter(Boolean);
export const idOf = (name: string) =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
const sorted = (value: unknown): unknown =>
  value !== null && typeof value === "object" && !Array.isArray(value)
    ? Object.fromEntries(
        Object.entries(value)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([key, item]) => [key, sorted(item)]),
      )
    : value;

const LETTERS: Record<string, string> = {
  k: "black",
  c: "cyan",
  m: "magenta",
  y: "yellow",
  w: "white",
  v: "varnish",
  lc: "light-cyan",
  lm: "light-magenta",
  lk: "light-black",
  r: "red",
  g: "green",
  b: "blue",
  o: "orange",
};

/** `K C M Y / W W` as heads H1 (K, C, M, Y) and H2 (W1, W2): channels are named by their ink's letter, numbered where it comes again. */
function headsOf(text: string, reasons: string[]): { id: string; channels: { id: string; ink: string }[] }[] {
  return text.split("/").map((part, head) => {
    const inks = list(part.toLowerCase()).map((ink) => LETTERS[ink] ?? ink);
    const unknown = inks.find((ink) => !INKS.some((known) => known === ink));
    if (unknown)
      reasons.push(`Channels: ${shown(unknown)} is no known ink; expected names or letters, a slash between heads, as in K C M Y / W W`);
    if (inks.length === 0) reasons.push("Channels: a head has no inks; expected something like K C M Y / W W");
    const letter = (ink: string) => (Object.keys(LETTERS).find((key) => LETTERS[key] === ink) ?? ink).toUpperCase();
    const channels = inks.map((ink, index) => {
      const several = inks.filter((each) => each === ink).length > 1;
      return { id: `${letter(ink)}${several ? inks.slice(0, index + 1).filter((each) => each === ink).length : ""}`, ink };
    });
    return { id: `H${head + 1}`, channels };
  });
}

function machineNamed(fleet: FleetFile, text: string, reasons: string[]): string | undefined {
  const found = fleet.machines.filter(({ id, name }) => same(id, text) || same(name, text));
  if (found.length !== 1)
    reasons.push(
      found.length ? `Machine ${shown(text)} fits several; use its id` : `Machine ${shown(text)} is not known; expected its id or name`,
    );
  return found[0]?.id;
}

/** A day as `2026-11-25`, from that or `25/11/2026`, `25.11.2026`; the day stands before the month. */
function dayOf(text: string, reasons: string[], name: string): string | undefined {
  const turned = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})$/.exec(text);
  const iso = turned ? `${turned[3]}-${turned[2]?.padStart(2, "0")}-${turned[1]?.padStart(2, "0")}` : text;
  if (readDay(iso) !== undefined) return iso;
  reasons.push(`${name} ${shown(text)} is no day that exists; expected one like 2026-11-25 or 25/11/2026`);
  return undefined;
}

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const UNITS: Record<string, number> = { day: 1, week: 7, month: 30, year: 365 };

/** A day said roughly: “today”, “yesterday”, “3 weeks ago”, “May 2026” (its middle). */
export function roughDay(text: string, today: number): string | undefined {
  const iso = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);
  const lower = text.toLowerCase().trim();
  if (lower === "today") return iso(today);
  if (lower === "yesterday") return iso(today - 1);
  const ago = /^(?:about |ca\.? )?(\d{1,4}|a|an|one|two|three) (day|week|month|year)s? ago$/.exec(lower);
  if (ago) return iso(today - ({ a: 1, an: 1, one: 1, two: 2, three: 3 }[ago[1] ?? ""] ?? Number(ago[1])) * (UNITS[ago[2] ?? ""] ?? 1));
  const month = /^([a-z]{3})[a-z]* (\d{4})$/.exec(lower);
  const at = MONTHS.indexOf(month?.[1] ?? "");
  return month && at >= 0 ? `${month[2]}-${String(at + 1).padStart(2, "0")}-15` : undefined;
}

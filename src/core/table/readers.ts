import { isoDay, readDay } from "../calendar/day.ts";
import type { FleetFile } from "../fleet/schema.ts";
import {
  type Asked,
  type Cell,
  classIn,
  dayIn,
  dayWords,
  inksIn,
  listIn,
  numberIn,
  type Style,
  type Taken,
  weekdaysIn,
  wordIn,
} from "./cells.ts";
import type { TableKind } from "./columns.ts";
import { roughDay } from "./rough-day.ts";
import { ABILITY_WORDS, COUNTER_WORDS, INK_WORDS, PART_WORDS, plain, ROLE_WORDS, SKILL_WORDS } from "./words.ts";

/** One row of each kind of table as what it says of the shop. */

export type Names = { routine: (text: string) => string | undefined };
type Around = { fleet: FleetFile; names: Names; today: number; style: Style };
export type RowRead = {
  value: unknown;
  /** An area that the shop does not have yet: it comes with the row. */
  area?: { id: string; name: string };
  faults: Record<string, string>;
  taken: Record<string, string>;
  asks: Partial<Record<Asked, string>>;
};
type Cells = Record<string, Cell>;

/** Takes cells one by one, and keeps what is wrong, open, or read as something else. */
function taking(cells: Cells) {
  const [faults, taken, asks]: [Record<string, string>, Record<string, string>, RowRead["asks"]] = [{}, {}, {}];
  const text = (id: string) => String(cells[id] ?? "");
  const take = <Value>(id: string, read: (cell: Cell) => Taken<Value>, said?: (value: Value) => string): Value | undefined => {
    if (!text(id)) return undefined;
    const found = read(cells[id] ?? "");
    if ("fault" in found) {
      faults[id] = found.fault;
      if ("ask" in found) asks[found.ask] ??= text(id);
      return undefined;
    }
    const words = said?.(found.value) ?? String(found.value);
    if (plain(words) !== plain(text(id)) || found.note) taken[id] = found.note ? `${words} (${found.note})` : words;
    return found.value;
  };
  return { faults, taken, asks, text, take };
}

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
/** `Mon–Fri` where the days follow one another, else each. */
const daysWords = (days: readonly number[]) => {
  const names = days.map((day) => WEEKDAYS[day - 1]);
  const inRow = days.length > 2 && days.every((day, index) => index === 0 || day === (days[index - 1] ?? 0) + 1);
  return inRow ? `${names[0]}–${names.at(-1)}` : names.join(" ");
};
const same = (a: string, b: string) => plain(a) === plain(b);
export const idOf = (name: string) =>
  name
    .replaceAll("ß", "ss")
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, "")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);

export const READERS: Record<TableKind, (cells: Cells, around: Around) => RowRead> = {
  machines: (cells, { fleet, today, style }) => {
    const { faults, taken, asks, text, take } = taking(cells);
    const id = text("id") || idOf(text("name"));
    const before = fleet.machines.find((machine) => machine.id === id);
    const since = take("since", (cell) => dayIn(cell, today, style), dayWords);
    if (since && (readDay(since) ?? 0) > today + 366) faults.since = `${dayWords(since)} is more than a year ahead`;
    const kind = take(
      "class",
      (cell) => {
        const found = classIn(cell);
        const open = "value" in found && !found.value.family && !text("family") && !before?.family && found.value.class === "wide";
        // Which solvent, heat or water it prints with decides its care.
        return open ? { ...found, note: "no family named" } : found;
      },
      (value) => [value.class, value.family].filter(Boolean).join(", "),
    );
    const heads = take("channels", inksIn, (all) => all.map((inks) => inks.map(letterOf).join(" ")).join(" / "));
    const printDays = take("printDays", weekdaysIn, daysWords);
    const abilities = take(
      "abilities",
      (cell) => ({ value: listIn(cell, ABILITY_WORDS) }),
      (all) => all.join(", "),
    );
    const parts = take(
      "parts",
      (cell) => ({ value: listIn(cell, PART_WORDS) }),
      (all) => all.join(", "),
    );
    const counter = before?.counters?.[0]?.name ?? (kind?.class === "wide" ? "square-metres" : "prints");
    const reading = take(
      "counter",
      (cell) => numberIn(cell, style),
      (value) => `${value.toLocaleString("en")} ${counter.replace("-", " ")}`,
    );
    const area = fleet.areas?.find((each) => same(each.id, text("area")) || same(each.name, text("area")))?.id;
    const made = text("area") && !area ? { id: idOf(text("area")), name: text("area") } : undefined;
    const family = text("family") ? wordIn(text("family"), new Map()) : kind?.family;
    return {
      ...(made ? { area: made } : {}),
      faults,
      taken,
      asks,
      value: {
        ...before,
        id,
        name: text("name"),
        class: kind?.class,
        since,
        ...(family ? { family } : {}),
        ...(text("area") ? { area: area ?? made?.id } : {}),
        ...(heads ? { heads: headsOf(heads) } : {}),
        ...(abilities ? { abilities } : {}),
        ...(text("routines")
          ? {
              routines: text("routines")
                .split(/[\s,;|]+/)
                .filter(Boolean),
            }
          : {}),
        ...(parts ? { parts: parts.map((kind) => ({ id: kind, kind })) } : {}),
        ...(printDays ? { printDays } : {}),
        ...(reading === undefined ? {} : { counters: withReading(before?.counters, counter, { on: isoDay(today), value: reading }) }),
      },
    };
  },
  people: (cells, { fleet }) => {
    const { faults, taken, asks, text, take } = taking(cells);
    const id = text("id") || idOf(text("name"));
    const before = fleet.people?.find((person) => person.id === id);
    const role = take("role", (cell) => ({ value: wordIn(cell, ROLE_WORDS) }));
    const skills = take(
      "skills",
      (cell) => ({ value: listIn(cell, SKILL_WORDS) }),
      (all) => all.join(", "),
    );
    const known = new Map((fleet.calendar.shifts ?? []).map((shift): [string, string] => [plain(shift.id), shift.id]));
    const shifts = take(
      "shifts",
      (cell) => ({ value: listIn(cell, known) }),
      (all) => all.join(", "),
    );
    return {
      faults,
      taken,
      asks,
      value: { ...before, id, name: text("name"), role, ...(skills ? { skills } : {}), ...(shifts ? { shifts } : {}) },
    };
  },
  readings: (cells, { fleet, today, style }) => {
    const { faults, taken, asks, take } = taking(cells);
    const machine = take(
      "machine",
      (cell) => machineNamed(fleet, String(cell)),
      (id) => nameOf(fleet, id),
    );
    const counter = take("counter", (cell) => ({ value: wordIn(cell, COUNTER_WORDS) }));
    const on = take("on", (cell) => dayIn(cell, today, style), dayWords);
    const value = take("value", (cell) => numberIn(cell, style));
    if (value !== undefined && value < 0) faults.value = "Less than 0";
    return { faults, taken, asks, value: { machine, counter, on, value } };
  },
  history: (cells, { fleet, names, today, style }) => {
    const { faults, taken, asks, text, take } = taking(cells);
    const machine = take(
      "machine",
      (cell) => machineNamed(fleet, String(cell)),
      (id) => nameOf(fleet, id),
    );
    const routine = names.routine(text("routine"));
    if (text("routine") && !routine) faults.routine = "No such routine; expected its id or name";
    const rough = roughDay(text("on"), today);
    const on = take("on", (cell) => (rough ? { value: rough, note: "roughly" } : dayIn(cell, today, style)), dayWords);
    if (on && (readDay(on) ?? 0) > today) faults.on = "That is in the future";
    return { faults, taken, asks, value: { machine, routine, on } };
  },
};

const nameOf = (fleet: FleetFile, id: string) => fleet.machines.find((machine) => machine.id === id)?.name ?? id;

type Counters = NonNullable<FleetFile["machines"][number]["counters"]>;
/** A machine's counters with one more reading, in the place of one of the same day. */
export function withReading(before: Counters | undefined, name: string, reading: { on: string; value: number }): unknown[] {
  const known = before?.find((each) => each.name === name);
  const readings = [...(known?.readings ?? []).filter(({ on }) => on !== reading.on), reading];
  return [...(before ?? []).filter((each) => each.name !== name), { name, readings }];
}

const letterOf = (ink: string) => ([...INK_WORDS].find(([word, of]) => of === ink && word.length <= 2)?.[0] ?? ink).toUpperCase();
/** Heads H1, H2, …; channels are named by their ink's letter, numbered where it comes again in a head. */
function headsOf(heads: readonly (readonly string[])[]): { id: string; channels: { id: string; ink: string }[] }[] {
  return heads.map((inks, head) => ({
    id: `H${head + 1}`,
    channels: inks.map((ink, index) => {
      const several = inks.filter((each) => each === ink).length > 1;
      return { id: `${letterOf(ink)}${several ? inks.slice(0, index + 1).filter((each) => each === ink).length : ""}`, ink };
    }),
  }));
}

function machineNamed(fleet: FleetFile, text: string): Taken<string> {
  const found = fleet.machines.filter(({ id, name }) => same(id, text) || same(name, text));
  if (found.length === 1 && found[0]) return { value: found[0].id };
  return { fault: found.length ? "Fits several machines; use its id" : "No such machine; expected its id or name" };
}

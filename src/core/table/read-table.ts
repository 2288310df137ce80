import type { FleetFile } from "../fleet/schema.ts";
import { type Asked, type Cell, datesOf, decimalsOf, type Style } from "./cells.ts";
import { guessColumns, headingRow, matchColumns, TABLE_FIELDS, type TableKind } from "./columns.ts";
import { isSame, place } from "./place.ts";
import { type Names, READERS, type RowRead } from "./readers.ts";
import { plain, TOTALS } from "./words.ts";

/** A shop's own table as part of a fleet file: each row as it stands, as it is read, and what is wrong, cell by cell. Pure. */

export type SheetRow = { line: number; cells: readonly Cell[] };
export type TableRow = {
  /** The row's number in the sheet. */
  line: number;
  state: "new" | "changed" | "same" | "refused" | "asked";
  name: string;
  /** What stands in its cells, by field, as it was sent or corrected since. */
  cells: Record<string, string>;
  /** How a cell is read, where that is not what stands in it. */
  taken: Record<string, string>;
  /** What is wrong, by field; under "" what is wrong with the row. */
  faults: Record<string, string>;
  /** Somebody of this name is here already: the same person, or another? */
  twin?: string;
  corrected: boolean;
};
export type TablePreview = {
  headings: string[];
  columns: Record<string, number>;
  /** Fields whose column was guessed from what stands in it. */
  guessed: string[];
  rows: TableRow[];
  /** Rows of sums, and rows above the headings. */
  leftOut: { line: number; why: "sums" | "above" | "headings" }[];
  /** What the cells alone leave open, with one of them; and what they, or a person, settled. */
  asks: Partial<Record<Asked, string>>;
  style: Style;
  /** The shop with all rows that are not refused. */
  fleet: FleetFile;
};
export type Choices = {
  columns?: Record<string, number>;
  style?: Style;
  /** Cells corrected by hand: line, field, text. */
  edits?: Record<string, Record<string, string>>;
  /** Whether somebody of a name that is here already is the same person. */
  twins?: Record<string, "same" | "other">;
};

const DATES = ["since", "on"];
const NUMBERS = ["value", "counter"];

/**
 * Reads a table against the shop as it is. Nothing of a refused row comes into `fleet`, and nothing is guessed in silence.
 * @param today dates what is said roughly
 * @example readTable("people", [{ line: 1, cells: ["Name", "Role"] }, { line: 2, cells: ["Ada", "Leitung"] }], shop, names, today)
 */
export function readTable(
  kind: TableKind,
  sheet: readonly SheetRow[],
  shop: FleetFile,
  names: Names,
  today: number,
  choices: Choices = {},
): TablePreview {
  const filled = sheet.filter(({ cells }) => cells.some((cell) => String(cell).trim() !== ""));
  const top = headingRow(
    kind,
    filled.map(({ cells }) => cells),
  );
  const headings = (filled[top]?.cells ?? []).map((cell) => String(cell).trim());
  const below = filled.slice(top + 1);
  const leftOut: TablePreview["leftOut"] = filled.slice(0, top).map(({ line }) => ({ line, why: "above" }));
  const matched = choices.columns ?? matchColumns(kind, headings);
  const guesses = choices.columns
    ? {}
    : guessColumns(
        kind,
        below.map(({ cells }) => cells),
        matched,
        today,
      );
  const columns = { ...matched, ...guesses };
  const first = TABLE_FIELDS[kind][0]?.id ?? "name";

  const rows = below.filter(({ line, cells }) => {
    const own = plain(String(cells[columns[first] ?? 0] ?? "") || String(cells.find((cell) => String(cell).trim()) ?? ""));
    const why = headings.every((heading, at) => plain(String(cells[at] ?? "")) === plain(heading))
      ? "headings"
      : TOTALS.test(own)
        ? "sums"
        : undefined;
    if (why) leftOut.push({ line, why });
    return !why;
  });
  const cellOf = ({ line, cells }: SheetRow, id: string): Cell => {
    const edited = choices.edits?.[line]?.[id];
    if (edited !== undefined) return edited;
    const cell = columns[id] === undefined ? "" : (cells[columns[id]] ?? "");
    return typeof cell === "number" ? cell : cell.trim();
  };
  const all = (ids: string[]) =>
    ids.filter((id) => id in columns && !(kind === "readings" && id === "counter")).flatMap((id) => rows.map((row) => cellOf(row, id)));
  const style: Style = {
    dates: choices.style?.dates ?? datesOf(all(DATES)),
    decimals: choices.style?.decimals ?? decimalsOf(all(NUMBERS)),
  };
  const fleet: FleetFile = structuredClone(shop);
  const asks: TablePreview["asks"] = {};
  const seen = new Set<string>();
  const read = rows.map((row): TableRow => {
    const cells: Record<string, Cell> = Object.fromEntries(TABLE_FIELDS[kind].map(({ id }) => [id, cellOf(row, id)]));
    const shown = Object.fromEntries(Object.entries(cells).map(([id, cell]) => [id, String(cell)]));
    const name = shown.name || shown.machine || "";
    const base = { line: row.line, name, cells: shown, corrected: choices.edits?.[row.line] !== undefined };
    const empty = TABLE_FIELDS[kind].filter(({ id, required }) => required && !shown[id]);
    const taken: RowRead = READERS[kind](cells, { fleet, names, today, style });
    const faults = {
      ...taken.faults,
      ...Object.fromEntries(empty.map(({ id, name: called, expects }) => [id, `${called} is needed: ${expects}`])),
    };
    for (const [asked, of] of Object.entries(taken.asks)) asks[asked as Asked] ??= of;
    if (Object.keys(faults).length) return { ...base, state: "refused", taken: taken.taken, faults };
    const twin = kind === "people" && !shown.id ? shop.people?.find((person) => plain(person.name) === plain(name)) : undefined;
    const answer = choices.twins?.[row.line];
    if (twin && !answer && !isSame(twin, { ...twin, ...(taken.value as object), name: twin.name, id: twin.id }))
      return { ...base, state: "asked", taken: taken.taken, faults: {}, twin: twin.id };
    const value = twin
      ? answer === "other"
        ? { ...(taken.value as object), id: freeId(fleet, twin.id) }
        : { ...twin, ...(taken.value as object), name: twin.name, id: twin.id }
      : taken.value;
    const { state, faults: wrong } = place(kind, value, taken, fleet, seen);
    return { ...base, state, taken: taken.taken, faults: wrong, ...(twin ? { twin: twin.id } : {}) };
  });
  return { headings, columns, guessed: Object.keys(guesses), rows: read, leftOut, asks, style, fleet };
}

function freeId(fleet: FleetFile, id: string): string {
  for (let number = 2; ; number++) if (!fleet.people?.some((person) => person.id === `${id}-${number}`)) return `${id}-${number}`;
}

import Papa from "papaparse";
import { Type } from "typebox";
import { matchColumns, readTable, TABLE_FIELDS, type TableKind, type TableRow } from "../../core/fleet/tables.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { exportFleet, importFleet } from "./fleet.ts";
import { dayAt, loadShop } from "./shop.ts";

const MAX_ROWS = 20_000;

/** A CSV file's bytes as text: UTF-8 or UTF-16 by its mark, else the old Western code page, which is then said. */
export function tableText(bytes: Uint8Array): { text: string; encoding: string } {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { text: new TextDecoder("utf-16le").decode(bytes), encoding: "UTF-16" };
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { text: new TextDecoder("utf-16be").decode(bytes), encoding: "UTF-16" };
  try {
    return { text: new TextDecoder("utf-8", { fatal: true }).decode(bytes), encoding: "UTF-8" };
  } catch {
    return { text: new TextDecoder("windows-1252").decode(bytes), encoding: "Windows-1252" };
  }
}

export type TableView = {
  kind: TableKind;
  encoding: string;
  separator: string;
  headings: string[];
  columns: Record<string, number>;
  fields: (typeof TABLE_FIELDS)[TableKind];
  rows: TableRow[];
  counts: Record<TableRow["state"], number>;
};

const Choices = Type.Object(
  {
    kind: Type.Enum(["machines", "people", "readings", "history"]),
    columns: Type.Optional(Type.Record(Type.String(), Type.Integer({ minimum: 0, maximum: 500 }))),
    leaveOutRefused: Type.Optional(Type.Boolean()),
    spreadUnknown: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);

async function read(db: Connection, actor: Actor, bytes: Uint8Array, value: unknown) {
  authorise(actor, "set-up");
  const accepted = accept(Choices, value);
  if ("problems" in accepted) throw new Refusal(400, "What is this table?", accepted.problems);
  const choices = accepted.value;
  const { text, encoding } = tableText(bytes);
  if (text.includes("\u0000")) throw new Refusal(400, "This is no table of text. Save the sheet as CSV, then choose that file.");
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: "greedy" });
  const quotes = parsed.errors.find(({ type }) => type === "Quotes");
  if (quotes)
    throw new Refusal(400, "This table can't be read; nothing was changed.", [
      { path: `line ${(quotes.row ?? 0) + 1}`, message: `${quotes.message}; expected each opening quote to be closed` },
    ]);
  const [headings, ...rows] = parsed.data;
  if (!headings || rows.length === 0) throw new Refusal(400, "This table has no rows below its headings.");
  if (rows.length > MAX_ROWS) throw new Refusal(413, `This table has ${rows.length} rows; at most ${MAX_ROWS} are read at once.`);
  const columns = choices.columns ?? matchColumns(choices.kind, headings);
  const [shop, fleet] = await Promise.all([loadShop(db, actor.site), exportFleet(db, actor.site)]);
  const routine = (name: string) =>
    shop.rules.book.has(name) ? name : [...shop.rules.book.values()].find((each) => each.name.toLowerCase() === name.toLowerCase())?.id;
  const preview = readTable(choices.kind, rows, columns, fleet, { routine }, dayAt(shop));
  const counts = { new: 0, changed: 0, same: 0, refused: 0 };
  for (const { state } of preview.rows) counts[state]++;
  const view: TableView = {
    kind: choices.kind,
    encoding,
    separator: parsed.meta.delimiter === "\t" ? "tab" : parsed.meta.delimiter,
    headings: headings.map((heading) => heading.slice(0, 200)),
    columns,
    fields: TABLE_FIELDS[choices.kind],
    rows: preview.rows.slice(0, 2000),
    counts,
  };
  return { view, fleet: preview.fleet, choices };
}

/** What a table would do to the shop; changes nothing. */
export async function previewTable(db: Connection, actor: Actor, bytes: Uint8Array, choices: unknown): Promise<TableView> {
  return (await read(db, actor, bytes, choices)).view;
}

/** Brings a table in: all of it, or nothing where a row is refused and was not left out on purpose. */
export async function importTable(db: Database, actor: Actor, bytes: Uint8Array, value: unknown): Promise<TableView> {
  const { view, fleet, choices } = await read(db, actor, bytes, value);
  if (view.counts.refused && !choices.leaveOutRefused)
    throw new Refusal(
      409,
      `${view.counts.refused} rows are refused, so nothing was brought in. Correct them in the table, or leave them out on purpose.`,
      view.rows
        .filter(({ state }) => state === "refused")
        .slice(0, 50)
        .map(({ line, reasons }) => ({ path: `line ${line}`, message: reasons.join("; ") })),
    );
  await importFleet(db, actor, fleet, { spreadUnknown: choices.spreadUnknown });
  return view;
}

import readXlsx from "read-excel-file/node";
import { parsedSheet } from "../large/sheet.ts";
import { Refusal } from "../shop/refusal.ts";
import type { Cell } from "./cells.ts";
import type { SheetRow } from "./read-table.ts";

export type SheetRows = {
  /** How it was read: its encoding and separator, or a workbook. */
  read: { encoding: string; separator: string } | { workbook: true };
  /** A workbook's sheets, and which of them this is. */
  sheets: string[];
  sheet: string;
  rows: SheetRow[];
};

/** What a workbook may unpack to; a small file can hold far more. */
const MOST_UNPACKED_BYTES = 64 * 1024 * 1024;

/**
 * A CSV file or an .xlsx workbook as rows with their true numbers; no formula is run, the values that were saved are taken.
 * @param wanted the name of a workbook's sheet; left out, its first that holds anything
 * @throws Refusal 400 where it is neither; 413 where it holds more than `mostRows` rows
 * @example (await sheetRows(new TextEncoder().encode("a;b\n\n1;2"), 10)).rows // line 1: a, b; line 3: 1, 2
 */
export async function sheetRows(bytes: Uint8Array, mostRows: number, wanted?: string): Promise<SheetRows> {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b) return workbookRows(bytes, mostRows, wanted);
  const { encoding, separator, data } = parsedSheet(bytes, false);
  return { read: { encoding, separator }, sheets: [], sheet: "", rows: numbered(data, mostRows) };
}

async function workbookRows(bytes: Uint8Array, mostRows: number, wanted?: string): Promise<SheetRows> {
  const none = () => new Refusal(400, "This workbook can’t be read. Save it as .xlsx or CSV again, then choose that file.");
  if (unpackedBytes(bytes) > MOST_UNPACKED_BYTES)
    throw new Refusal(413, "This workbook is too large once it is unpacked. Save the sheet alone.");
  const all = await readXlsx(Buffer.from(bytes)).catch(() => {
    throw none();
  });
  const found = all.find(({ sheet }) => sheet === wanted) ?? all.find(({ data }) => data.length > 1) ?? all[0];
  if (!found) throw none();
  const data = found.data.map((row) =>
    row.map(
      (cell): Cell =>
        cell instanceof Date ? cell.toISOString().slice(0, 10) : typeof cell === "number" ? cell : cell === null ? "" : String(cell),
    ),
  );
  return { read: { workbook: true }, sheets: all.map(({ sheet }) => sheet), sheet: found.sheet, rows: numbered(data, mostRows) };
}

function numbered(data: readonly (readonly Cell[])[], mostRows: number): SheetRow[] {
  const rows = data
    .map((cells, index) => ({ line: index + 1, cells }))
    .filter(({ cells }) => cells.some((cell) => String(cell).trim() !== ""));
  if (rows.length < 2) throw new Refusal(400, "This table has no rows below its headings.");
  if (rows.length > mostRows) throw new Refusal(413, `This table has ${rows.length} rows; at most ${mostRows} are read at once.`);
  return rows;
}

/** What a ZIP archive says that its files unpack to (APPNOTE 4.3.12, central directory headers), in bytes. */
function unpackedBytes(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let sum = 0;
  for (let at = 0; at + 46 <= bytes.length; at++) if (view.getUint32(at, true) === 0x02014b50) sum += view.getUint32(at + 24, true);
  return sum;
}

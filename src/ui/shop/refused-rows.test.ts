import Papa from "papaparse";
import { expect, test } from "vitest";
import { TABLE_FIELDS } from "../../core/table/columns.ts";
import type { TableRow } from "../../core/table/read-table.ts";
import { refusedCsv } from "./refused-rows.ts";

const row = (line: number, state: TableRow["state"], name: string, faults: Record<string, string> = {}): TableRow => ({
  line,
  state,
  name,
  cells: { name, class: "laser" },
  taken: {},
  faults,
  corrected: false,
});

test("rows that are not ready are saved with their numbers, their cells and what is wrong; a formula is text", () => {
  const rows = [row(2, "new", "Stint"), row(5, "refused", "=1+1", { class: "Not one of dtf, dtg, uv, wide, cij" }), row(9, "asked", "Ada")];
  const text = refusedCsv(
    { rows, fields: TABLE_FIELDS.machines, columns: { name: 1, class: 0 }, headings: ["Typ", "Drucker"] },
    "What is wrong",
  );
  expect(Papa.parse<string[]>(text).data).toEqual([
    ["#", "Drucker", "Typ", "What is wrong"],
    ["5", "'=1+1", "laser", "Not one of dtf, dtg, uv, wide, cij"],
    ["9", "Ada", "laser", ""],
  ]);
});

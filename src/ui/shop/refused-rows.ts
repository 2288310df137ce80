import Papa from "papaparse";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import type { TableView } from "../../work/shop/tables.ts";

/** Rows that are not ready, as a CSV: their numbers, their cells as they stand now, what is wrong with them. */
export function refusedCsv(view: Pick<TableView, "rows" | "fields" | "columns" | "headings">, reason: string): string {
  const fields = view.fields.filter(({ id }) => view.columns[id] !== undefined);
  const rows = view.rows.filter(({ state }) => state === "refused" || state === "asked");
  return Papa.unparse(
    [
      ["#", ...fields.map(({ id, name }) => view.headings[view.columns[id] ?? -1] || name), reason],
      ...rows.map(({ line, cells, faults }) => [line, ...fields.map(({ id }) => cells[id] ?? ""), Object.values(faults).join("; ")]),
    ],
    { escapeFormulae: ESCAPE_FORMULAE },
  );
}

/** Gives it to the person as a file. */
export function saveRefused(view: TableView, name: string, reason: string): void {
  const link = document.createElement("a");
  // Spreadsheets take it for UTF-8 by its mark.
  link.href = URL.createObjectURL(new Blob([`\uFEFF${refusedCsv(view, reason)}`], { type: "text/csv" }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

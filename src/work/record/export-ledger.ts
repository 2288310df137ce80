import Papa from "papaparse";
import { ESCAPE_FORMULAE } from "../../core/large/csv.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { type EntryRow, type LedgerFilter, ledgerPage } from "../../ledger/reading.ts";
import { loadShop } from "../shop/shop.ts";
import { saysOf } from "./ledger.ts";

export { filterOf } from "./ledger.ts";

const PAGE = 2000;
const COLUMNS = [
  "seq",
  "id",
  "kind",
  "machine",
  "routine",
  "person",
  "device",
  "run",
  "step",
  "deviceAt",
  "proof",
  "typedBy",
  "happenedAt",
  "recordedAt",
  "localDay",
  "amends",
  "amendedBy",
  "struck",
  "says",
  "body",
] as const;

/** The ledger as text, page by page, so that however long it is little is held at once. In CSV nothing can be taken for a formula. */
export async function* exportLedger(db: Connection, site: string, filter: LedgerFilter, format: "csv" | "jsonl"): AsyncGenerator<string> {
  if (format === "csv") yield `${COLUMNS.join(",")}\r\n`;
  const shop = await loadShop(db, site);
  let after = 0;
  for (;;) {
    const rows = await ledgerPage(db, site, { ...filter, before: undefined, after, limit: PAGE });
    const last = rows.at(-1);
    if (!last) return;
    after = last.seq;
    yield format === "csv" ? csv(shop, rows) : rows.map((row) => `${JSON.stringify(plainRow(row))}\n`).join("");
    if (rows.length < PAGE) return;
  }
}

const plainRow = ({ words: _words, ...row }: EntryRow) => ({
  ...row,
  happenedAt: row.happenedAt.toISOString(),
  recordedAt: row.recordedAt.toISOString(),
});

function csv(shop: Shop, rows: EntryRow[]): string {
  const cells = rows.map((row) => {
    const flat: Record<string, unknown> = { ...plainRow(row), says: saysOf(shop, row), body: JSON.stringify(row.body) };
    return COLUMNS.map((column) => flat[column] ?? "");
  });
  return `${Papa.unparse(cells, { escapeFormulae: ESCAPE_FORMULAE, newline: "\r\n" })}\r\n`;
}

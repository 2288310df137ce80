import { Type } from "typebox";
import { TABLE_FIELDS, type TableKind, type TableRow } from "../../core/fleet/tables.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { onTheSide } from "../on-the-side.ts";
import { exportFleet, takeFleet } from "./fleet.ts";
import { dayAt, loadShop } from "./shop.ts";

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
  const [shop, fleet] = await Promise.all([loadShop(db, actor.site), exportFleet(db, actor.site)]);
  const routines = [...shop.rules.book.values()].map(({ id, name }) => ({ id, name }));
  const preview = await onTheSide("table", bytes, choices, fleet, routines, dayAt(shop));
  const counts = { new: 0, changed: 0, same: 0, refused: 0 };
  for (const { state } of preview.rows) counts[state]++;
  const view: TableView = {
    kind: choices.kind,
    encoding: preview.encoding,
    separator: preview.separator,
    headings: preview.headings.map((heading) => heading.slice(0, 200)),
    columns: preview.columns,
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
  await takeFleet(db, actor, fleet, { spreadUnknown: choices.spreadUnknown });
  return view;
}

import { Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { TABLE_FIELDS, type TableKind } from "../../core/table/columns.ts";
import type { TablePreview, TableRow } from "../../core/table/read-table.ts";
import type { SheetRows } from "../../core/table/sheet-rows.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { onTheSide } from "../on-the-side.ts";
import { exportFleet, takeFleet } from "./fleet.ts";
import { dayAt, loadShop } from "./shop.ts";

export type TableView = Omit<TablePreview, "fleet"> &
  Omit<SheetRows, "rows"> & {
    kind: TableKind;
    fields: (typeof TABLE_FIELDS)[TableKind];
    counts: Record<TableRow["state"], number>;
  };

const Line = Type.String({ pattern: "^[0-9]{1,7}$" });
const Choices = Type.Object(
  {
    kind: Type.Enum(["machines", "people", "readings", "history"]),
    sheet: Type.Optional(Type.String({ maxLength: 200 })),
    columns: Type.Optional(Type.Record(Type.String(), Type.Integer({ minimum: 0, maximum: 500 }))),
    style: Type.Optional(
      Type.Object(
        {
          dates: Type.Optional(Type.Enum(["day-first", "month-first"])),
          decimals: Type.Optional(Type.Enum(["point", "comma"])),
        },
        { additionalProperties: false },
      ),
    ),
    edits: Type.Optional(Type.Record(Line, Type.Record(Type.String({ maxLength: 40 }), Type.String({ maxLength: 500 })))),
    twins: Type.Optional(Type.Record(Line, Type.Enum(["same", "other"]))),
    leaveOutRefused: Type.Optional(Type.Boolean()),
    spreadUnknown: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);

/** Of a longer table the first rows are shown; all of it is read. */
const MOST_SHOWN = 2000;

async function read(db: Connection, actor: Actor, bytes: Uint8Array, value: unknown) {
  authorise(actor, "set-up");
  const accepted = accept(Choices, value);
  if ("problems" in accepted) throw new Refusal(400, "What is this table?", accepted.problems);
  const choices = accepted.value;
  const [shop, fleet] = await Promise.all([loadShop(db, actor.site), exportFleet(db, actor.site)]);
  const routines = [...shop.rules.book.values()].map(({ id, name }) => ({ id, name }));
  const preview = await onTheSide("table", bytes, choices, fleet, routines, dayAt(shop));
  const counts = { new: 0, changed: 0, same: 0, refused: 0, asked: 0 };
  for (const { state } of preview.rows) counts[state]++;
  const { fleet: after, ...seen } = preview;
  const view: TableView = {
    ...seen,
    kind: choices.kind,
    headings: seen.headings.map((heading) => heading.slice(0, 200)),
    fields: TABLE_FIELDS[choices.kind],
    rows: seen.rows.slice(0, MOST_SHOWN),
    counts,
  };
  return { view, fleet: after, choices };
}

/** What a table would do to the shop; changes nothing. */
export async function previewTable(db: Connection, actor: Actor, bytes: Uint8Array, choices: unknown): Promise<TableView> {
  return (await read(db, actor, bytes, choices)).view;
}

/** Brings a table in: all of it, or nothing where a row is refused and was not left out on purpose. */
export async function importTable(db: Database, actor: Actor, bytes: Uint8Array, value: unknown): Promise<TableView> {
  const { view, fleet, choices } = await read(db, actor, bytes, value);
  const open = view.counts.refused + view.counts.asked;
  if (open && !choices.leaveOutRefused)
    throw new Refusal(
      409,
      `${open} rows are refused or asked about, so nothing was brought in. Correct them, or leave them out on purpose.`,
      view.rows
        .filter(({ state }) => state === "refused" || state === "asked")
        .slice(0, 50)
        .map(({ line, faults, twin }) => ({
          path: `line ${line}`,
          message: Object.values(faults).join("; ") || (twin ? "somebody of this name is here already" : "is open"),
        })),
    );
  await takeFleet(db, actor, fleet, { spreadUnknown: choices.spreadUnknown });
  return view;
}

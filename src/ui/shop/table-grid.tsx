"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { TableRow } from "../../core/table/read-table.ts";
import type { TableView } from "../../work/shop/tables.ts";
import { Button } from "../kit/button.tsx";
import { Switch } from "../kit/switch.tsx";
import { Table } from "../kit/table.tsx";
import type { Settled } from "./settled.ts";

/** So many rows more at a press. */
const SHOWN_ROWS = 60;
const needsYou = ({ state }: TableRow) => state === "refused" || state === "asked";

/** The rows as they stand in the sheet. What is wrong stands in its cell and is corrected there. */
export function TableGrid({
  view,
  edit,
  settled,
  settle,
}: {
  view: TableView;
  edit: (line: number, field: string, text: string) => void;
  settled: Settled;
  settle: (more: Settled) => void;
}) {
  const t = useTranslations("shop.bringIn");
  const [shown, setShown] = useState(SHOWN_ROWS);
  // A row that is being put right stays in view.
  const [only, setOnly] = useState<ReadonlySet<number> | null>(null);
  const fields = view.fields.filter(({ id, required }) => view.columns[id] !== undefined || required);
  const rows = only ? view.rows.filter(({ line }) => only.has(line)) : view.rows;
  const more = rows.slice(shown);
  const open = view.rows.filter(needsYou);
  return (
    <div className="grid gap-2">
      {(open.length > 0 || only) && (
        <Switch
          label={t("onlyToFix")}
          checked={only !== null}
          onChange={(on) => setOnly(on ? new Set(open.map(({ line }) => line)) : null)}
        />
      )}
      <Table
        label={t("what")}
        rows={rows.slice(0, shown)}
        keyOf={({ line }) => String(line)}
        columns={[
          { id: "line", name: t("line"), right: true, className: "w-10 align-top !pt-3 text-ink3", cell: ({ line }) => line },
          ...fields.map(({ id, name }) => ({
            id,
            name,
            className: "min-w-32 align-top !p-0.5",
            head: (
              <span className="block pb-1 text-left text-ink text-sm">
                <b>{name}</b>
                <small className="block font-normal text-ink3">
                  {view.columns[id] === undefined
                    ? t("none")
                    : `“${view.headings[view.columns[id]] || t("column", { number: view.columns[id] + 1 })}”`}
                  {view.guessed.includes(id) && <b className="ml-1 text-care">{t("guess")}</b>}
                </small>
              </span>
            ),
            cell: (row: TableRow) => (
              <Cell row={row} id={id} name={name} text={settled.edits?.[row.line]?.[id] ?? row.cells[id] ?? ""} edit={edit} />
            ),
          })),
          {
            id: "row",
            name: t("state"),
            className: "w-40 align-top !pt-2",
            cell: (row) => <Whole row={row} fields={fields} settled={settled} settle={settle} />,
          },
        ]}
      />
      {more.length > 0 && (
        <Button onClick={() => setShown(shown + SHOWN_ROWS)}>
          {t("moreRows", { count: more.length, open: more.filter(needsYou).length })}
        </Button>
      )}
    </div>
  );
}

/** A cell as it stands in the sheet or was put right since, with what is wrong with it, or how it is read. */
function Cell({
  row,
  id,
  name,
  text,
  edit,
}: {
  row: TableRow;
  id: string;
  name: string;
  text: string;
  edit: (line: number, field: string, text: string) => void;
}) {
  const t = useTranslations("shop.bringIn");
  const fault = row.faults[id];
  const taken = row.taken[id];
  return (
    <div className={`rounded-[3px] border-[1.5px] ${fault ? "border-hold bg-hold-wash" : "border-line bg-card hover:border-rule"}`}>
      <input
        aria-label={t("cell", { field: name, line: row.line })}
        aria-invalid={fault ? true : undefined}
        value={text}
        maxLength={500}
        className="min-h-8 w-full min-w-0 bg-transparent px-2"
        onChange={(event) => edit(row.line, id, event.target.value)}
      />
      {fault ? (
        <p className="px-2 pb-1 font-semibold text-hold text-xs">{fault}</p>
      ) : (
        taken && <p className="px-2 pb-1 text-ink3 text-xs">{t("taken", { as: taken })}</p>
      )}
    </div>
  );
}

/** What comes of a row, or what is wrong with the whole of it. */
function Whole({
  row,
  fields,
  settled,
  settle,
}: {
  row: TableRow;
  fields: TableView["fields"];
  settled: Settled;
  settle: (more: Settled) => void;
}) {
  const t = useTranslations("shop.bringIn");
  const elsewhere = Object.entries(row.faults).filter(([id]) => id !== "" && !fields.some((field) => field.id === id));
  return (
    <div className="grid gap-1 text-xs">
      {row.state === "new" || row.state === "changed" || row.state === "same" ? (
        <span className={row.state === "same" ? "text-ink3" : "font-semibold text-ready"}>{t(`states.${row.state}`)}</span>
      ) : (
        row.state === "refused" && <span className="font-semibold text-hold">{t("toFix")}</span>
      )}
      {row.faults[""] && <p className="font-semibold text-hold">{t("row", { what: row.faults[""] })}</p>}
      {elsewhere.map(([id, what]) => (
        <p key={id} className="font-semibold text-hold">
          {id}: {what}
        </p>
      ))}
      {row.twin && (
        <>
          <span className="font-semibold text-care">{t("twin")}</span>
          <span className="flex flex-wrap gap-1">
            {(["same", "other"] as const).map((answer) => (
              <Button
                key={answer}
                size="small"
                aria-pressed={settled.twins?.[row.line] === answer}
                look={settled.twins?.[row.line] === answer ? "primary" : "secondary"}
                onClick={() => settle({ twins: { ...settled.twins, [row.line]: answer } })}
              >
                {t(`twins.${answer}`)}
              </Button>
            ))}
          </span>
        </>
      )}
    </div>
  );
}

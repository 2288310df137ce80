"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { TableView } from "../../work/shop/tables.ts";
import { Button } from "../kit/button.tsx";
import { Checkbox, Field } from "../kit/field.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { Select } from "../kit/select.tsx";
import { Table } from "../kit/table.tsx";
import { say } from "../say.ts";
import { Said } from "../send.ts";
import { Fault } from "./fault.tsx";

const KINDS = ["machines", "history", "readings", "people"] as const;
type Kind = (typeof KINDS)[number];
const MOST_MB = 10;

/** A CSV table through a preview: columns matched to fields, each row new, changed, the same or refused with its reason. */
export function TableImport() {
  const t = useTranslations("shop.bringIn");
  const router = useRouter();
  const [kind, setKind] = useState<Kind>("machines");
  const [file, setFile] = useState<File | null>(null);
  const [view, setView] = useState<TableView | null>(null);
  const [fault, setFault] = useState<Said | null>(null);
  const [leaveOut, setLeaveOut] = useState(false);
  const [spread, setSpread] = useState(false);
  const [busy, setBusy] = useState(false);

  const post = async (chosen: File, choices: Record<string, unknown>, act: string) => {
    const response = await fetch(`/api/tables?do=${act}&choices=${encodeURIComponent(JSON.stringify(choices))}`, {
      method: "POST",
      headers: { "content-type": "text/csv" },
      body: chosen,
    });
    const answer = await response.json().catch(() => ({}));
    if (!response.ok) throw new Said(answer.message ?? t("server", { status: response.status }), response.status, answer.problems);
    return answer as TableView;
  };
  const look = async (chosen: File | null, choices: Record<string, unknown>) => {
    setFault(null);
    setFile(chosen);
    if (!chosen) return setView(null);
    if (chosen.size > MOST_MB * 1024 * 1024) return setFault(new Said(t("tooLarge", { size: MOST_MB }), 413));
    try {
      setView(await post(chosen, choices, "preview"));
    } catch (error) {
      setView(null);
      setFault(error instanceof Said ? error : new Said(String(error), 0));
    }
  };
  const bring = async () => {
    if (!file || !view) return;
    setBusy(true);
    setFault(null);
    try {
      const { counts } = await post(
        file,
        { kind, columns: view.columns, leaveOutRefused: leaveOut, ...(kind === "machines" ? { spreadUnknown: spread } : {}) },
        "import",
      );
      say(t("done", { new: counts.new, changed: counts.changed, refused: counts.refused }));
      setView(null);
      router.refresh();
    } catch (error) {
      setFault(error instanceof Said ? error : new Said(String(error), 0));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label={t("table")} className="grid justify-items-start gap-3">
      <div>
        <h2 className="!text-base font-bold">{t("table")}</h2>
        <p className="text-ink2 text-sm">{t("tableNote")}</p>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Field label={t("holds")} className="w-60">
          <Select
            value={kind}
            onChange={(value) => {
              const next = KINDS.find((each) => each === value) ?? "machines";
              setKind(next);
              void look(file, { kind: next });
            }}
            options={KINDS.map((each) => ({ value: each, name: t(`kinds.${each}`) }))}
          />
        </Field>
        <FilePick look="primary" label={t("tableLabel")} accept=".csv,.txt,.tsv,text/csv" onPick={(chosen) => void look(chosen, { kind })}>
          {t("tableFile")}
        </FilePick>
        {file && <span className="pb-2 text-ink2 text-sm">{file.name}</span>}
      </div>
      {fault && <Fault fault={fault} />}
      {view && (
        <>
          <Preview view={view} look={(columns) => void look(file, { kind, columns })} />
          {view.counts.refused > 0 && (
            <Checkbox
              label={t("leaveOut", { count: view.counts.refused })}
              checked={leaveOut}
              onChange={(event) => setLeaveOut(event.target.checked)}
            />
          )}
          {kind === "machines" && <Checkbox label={t("spread")} checked={spread} onChange={(event) => setSpread(event.target.checked)} />}
          <Button
            look="primary"
            busy={busy}
            disabled={(view.counts.refused > 0 && !leaveOut) || view.counts.new + view.counts.changed === 0}
            onClick={() => void bring()}
          >
            {t("rows", { count: view.counts.new + view.counts.changed })}
          </Button>
        </>
      )}
    </section>
  );
}

function Preview({ view, look }: { view: TableView; look: (columns: Record<string, number>) => void }) {
  const t = useTranslations("shop.bringIn");
  const separator = view.separator === "," ? t("separators.comma") : view.separator === ";" ? t("separators.semicolon") : view.separator;
  return (
    <div className="grid w-full gap-3">
      <p role="status" className="text-lg">
        <strong>
          {t("counts", {
            new: view.counts.new,
            changed: view.counts.changed,
            same: view.counts.same,
            refused: view.counts.refused,
          })}
        </strong>{" "}
        <span className="text-ink2 text-sm">{t("read", { encoding: view.encoding, separator })}</span>
      </p>
      <fieldset className="flex flex-wrap gap-3">
        <legend className="mb-1 font-bold text-sm">{t("columns")}</legend>
        {view.fields.map((field) => (
          <Field key={field.id} label={field.required ? t("needed", { field: field.name }) : field.name} className="w-44">
            <Select
              value={view.columns[field.id] === undefined ? "" : String(view.columns[field.id])}
              none={t("none")}
              onChange={(value) => {
                const columns = { ...view.columns };
                if (value === "") delete columns[field.id];
                else columns[field.id] = Number(value);
                look(columns);
              }}
              options={view.headings.map((heading, index) => ({
                value: String(index),
                name: heading || t("column", { number: index + 1 }),
              }))}
            />
          </Field>
        ))}
      </fieldset>
      <Table
        label={t("what")}
        dense
        rows={[...view.rows].sort((a, b) => Number(b.state === "refused") - Number(a.state === "refused"))}
        keyOf={({ line }) => String(line)}
        columns={[
          { id: "line", name: t("line"), right: true, by: ({ line }) => line, cell: ({ line }) => line },
          { id: "what", name: t("what"), by: ({ name }) => name, cell: ({ name }) => name },
          {
            id: "state",
            name: t("state"),
            by: ({ state }) => state,
            cell: ({ state }) => <b className={state === "refused" ? "text-hold" : ""}>{t(`states.${state}`)}</b>,
          },
          {
            id: "reason",
            name: t("reason"),
            cell: ({ state, reasons }) => <span className={state === "refused" ? "text-hold" : ""}>{reasons.join("; ")}</span>,
          },
        ]}
      />
    </div>
  );
}

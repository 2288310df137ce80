"use client";
import { DownloadIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import type { TableView } from "../../work/shop/tables.ts";
import { Button } from "../kit/button.tsx";
import { Checkbox, Field } from "../kit/field.tsx";
import { FilePick } from "../kit/file-pick.tsx";
import { Select } from "../kit/select.tsx";
import { say } from "../say.ts";
import { Said } from "../send.ts";
import { Fault } from "./fault.tsx";
import { saveRefused } from "./refused-rows.ts";
import type { Settled } from "./settled.ts";
import { TableAsks } from "./table-asks.tsx";
import { TableColumns } from "./table-columns.tsx";
import { TableGrid } from "./table-grid.tsx";

const KINDS = ["machines", "history", "readings", "people"] as const;
type Kind = (typeof KINDS)[number];
const MOST_MB = 4;
/** Typing goes on for so long before the table is read again. */
const TYPING_MS = 250;

/** A shop's own table through a preview: what can come in, what is to be fixed, each cell corrected where it stands. */
export function TableImport() {
  const t = useTranslations("shop.bringIn");
  const router = useRouter();
  const [kind, setKind] = useState<Kind>("machines");
  const [file, setFile] = useState<File | null>(null);
  const [settled, setSettled] = useState<Settled>({});
  const [view, setView] = useState<TableView | null>(null);
  const [fault, setFault] = useState<Said | null>(null);
  const [leaveOut, setLeaveOut] = useState(false);
  const [spread, setSpread] = useState(true);
  const [busy, setBusy] = useState(false);
  const asked = useRef(0);
  const typing = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(typing.current), []);

  const post = async (chosen: File, choices: object, act: string) => {
    const response = await fetch(`/api/tables?do=${act}&choices=${encodeURIComponent(JSON.stringify(choices))}`, {
      method: "POST",
      headers: { "content-type": "application/octet-stream" },
      body: chosen,
    });
    const answer = await response.json().catch(() => ({}));
    if (!response.ok) throw new Said(answer.message ?? t("server", { status: response.status }), response.status, answer.problems);
    return answer as TableView;
  };
  const asSaid = (error: unknown) => (error instanceof Said ? error : new Said(String(error), 0));
  const look = async (chosen: File, of: Kind, choices: Settled) => {
    setFault(null);
    asked.current += 1;
    const mine = asked.current;
    try {
      const read = await post(chosen, { kind: of, ...choices }, "preview");
      // A later question is under way; its answer is the one to show.
      if (mine === asked.current) setView(read);
    } catch (error) {
      if (mine !== asked.current) return;
      setView(null);
      setFault(asSaid(error));
    }
  };
  const begin = (chosen: File | null, of: Kind) => {
    setFile(chosen);
    setKind(of);
    setSettled({});
    setView(null);
    setFault(null);
    if (!chosen) return;
    if (chosen.size > MOST_MB * 1024 * 1024) return setFault(new Said(t("tooLarge", { size: MOST_MB }), 413));
    void look(chosen, of, {});
  };
  const settle = (more: Settled, soon = false) => {
    const next = { ...settled, ...more };
    setSettled(next);
    clearTimeout(typing.current);
    if (file) typing.current = setTimeout(() => void look(file, kind, next), soon ? TYPING_MS : 0);
  };
  const edit = (line: number, field: string, text: string) =>
    settle({ edits: { ...settled.edits, [line]: { ...settled.edits?.[line], [field]: text } } }, true);
  const bring = async () => {
    if (!file || !view) return;
    setBusy(true);
    setFault(null);
    try {
      const { counts } = await post(
        file,
        { kind, ...settled, leaveOutRefused: leaveOut, ...(kind === "machines" ? { spreadUnknown: spread } : {}) },
        "import",
      );
      say(t("done", { new: counts.new, changed: counts.changed, refused: counts.refused + counts.asked }));
      begin(null, kind);
      router.refresh();
    } catch (error) {
      setFault(asSaid(error));
    } finally {
      setBusy(false);
    }
  };
  const ready = view ? view.counts.new + view.counts.changed : 0;
  const open = view ? view.counts.refused + view.counts.asked : 0;
  return (
    <section aria-label={t("table")} className="grid gap-3">
      {!view && (
        <div>
          <h2 className="!text-base font-bold">{t("table")}</h2>
          <p className="text-ink2 text-sm">{t("tableNote")}</p>
        </div>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <Field label={t("holds")} className="w-60">
          <Select
            value={kind}
            onChange={(value) => begin(file, KINDS.find((each) => each === value) ?? "machines")}
            options={KINDS.map((each) => ({ value: each, name: t(`kinds.${each}`) }))}
          />
        </Field>
        <FilePick
          look={view ? "secondary" : "primary"}
          label={t("tableLabel")}
          accept=".csv,.txt,.tsv,.xlsx,text/csv"
          onPick={(chosen) => begin(chosen, kind)}
        >
          {view ? t("otherFile") : t("tableFile")}
        </FilePick>
        {view && view.sheets.length > 1 && (
          <Field label={t("sheet")} className="w-44">
            <Select
              value={view.sheet}
              onChange={(sheet) => settle({ sheet })}
              options={view.sheets.map((each) => ({ value: each, name: each }))}
            />
          </Field>
        )}
        {file && <span className="pb-2 text-ink2 text-sm">{file.name}</span>}
      </div>
      {fault && <Fault fault={fault} />}
      {view && file && (
        <>
          <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
            <Count number={ready} words={t("ready")} />
            {view.counts.refused > 0 && <Count number={view.counts.refused} words={t("toFix")} className="text-hold" />}
            {view.counts.asked > 0 && <Count number={view.counts.asked} words={t("hereAlready")} className="text-care" />}
            <p role="status" className="sr-only">
              {t("counts", view.counts)}
            </p>
            <div className="ml-auto flex flex-wrap items-center gap-3">
              {open > 0 && (
                <Checkbox
                  label={t("leaveOut", { count: open })}
                  checked={leaveOut}
                  onChange={(event) => setLeaveOut(event.target.checked)}
                />
              )}
              {open > 0 && (
                <Button onClick={() => saveRefused(view, `${file.name.replace(/\.[^.]*$/, "")} - ${t("toFix")}.csv`, t("reason"))}>
                  <DownloadIcon aria-hidden="true" />
                  {t("saveRefused")}
                </Button>
              )}
              <Button look="primary" busy={busy} disabled={(open > 0 && !leaveOut) || ready === 0} onClick={() => void bring()}>
                {t("rows", { count: ready })}
              </Button>
            </div>
          </div>
          {kind === "machines" && <Checkbox label={t("spread")} checked={spread} onChange={(event) => setSpread(event.target.checked)} />}
          <TableAsks view={view} settled={settled} settle={settle} />
          <TableColumns view={view} settle={(columns) => settle({ columns })} />
          <TableGrid
            key={`${file.name}/${file.lastModified}/${kind}/${view.sheet}`}
            view={view}
            edit={edit}
            settle={settle}
            settled={settled}
          />
        </>
      )}
    </section>
  );
}

function Count({ number, words, className = "" }: { number: number; words: string; className?: string }) {
  return (
    <span className={`flex items-end gap-2 ${className}`} aria-hidden="true">
      <span className="font-bold font-mono text-[46px] leading-[0.9] tracking-[-0.035em] [font-stretch:75%]">{number}</span>
      <span className="font-semibold text-sm">{words}</span>
    </span>
  );
}

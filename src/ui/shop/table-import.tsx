"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { TableView } from "../../work/shop/tables.ts";
import { Field } from "../field.tsx";
import { Said } from "../send.ts";
import { TableHead } from "../table.tsx";
import { Fault } from "./fault.tsx";

const KINDS = [
  ["machines", "Machines"],
  ["history", "When was it last done, roughly"],
  ["readings", "Counter readings"],
  ["people", "People"],
] as const;

/** A CSV table through a preview: columns matched to fields, each row new, changed, the same or refused with its reason. */
export function TableImport() {
  const router = useRouter();
  const [kind, setKind] = useState<string>("machines");
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
    if (!response.ok) throw new Said(answer.message ?? `The server answered ${response.status}.`, response.status, answer.problems);
    return answer as TableView;
  };
  const look = async (chosen: File | null, choices: Record<string, unknown>) => {
    setFault(null);
    setFile(chosen);
    if (!chosen) return setView(null);
    if (chosen.size > 10 * 1024 * 1024) return setFault(new Said("This file is too large: at most 10 MB.", 413));
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
      const done = await post(
        file,
        { kind, columns: view.columns, leaveOutRefused: leaveOut, ...(kind === "machines" ? { spreadUnknown: spread } : {}) },
        "import",
      );
      toast(`${done.counts.new} new, ${done.counts.changed} changed; ${done.counts.refused} left out.`);
      setView(null);
      router.refresh();
    } catch (error) {
      setFault(error instanceof Said ? error : new Said(String(error), 0));
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="Table">
      <h2>Bring in a table (CSV)</h2>
      <p className="text-ink2 text-sm">
        Save the sheet as CSV: first the headings, then a row each. Any separator; UTF-8, UTF-16 or the old Western encoding.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field label="The table holds">
          <select
            value={kind}
            onChange={(event) => {
              setKind(event.target.value);
              void look(file, { kind: event.target.value });
            }}
            className="field"
          >
            {KINDS.map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <input
          aria-label="Table file"
          type="file"
          accept=".csv,.txt,.tsv,text/csv"
          onChange={(event) => void look(event.target.files?.[0] ?? null, { kind })}
          className="field"
        />
      </div>
      {fault && <Fault fault={fault} />}
      {view && (
        <div className="mt-3 grid gap-3">
          <p className="text-ink2 text-sm">
            Read as {view.encoding}, separated by{" "}
            {view.separator === "," ? "commas" : view.separator === ";" ? "semicolons" : view.separator}.
          </p>
          <fieldset className="flex flex-wrap gap-3 text-sm">
            <legend className="mb-1">Which column holds what</legend>
            {view.fields.map((field) => (
              <label key={field.id} className="grid">
                {field.name}
                {field.required ? " (needed)" : ""}
                <select
                  value={view.columns[field.id] ?? ""}
                  className="field"
                  onChange={(event) => {
                    const columns = { ...view.columns };
                    if (event.target.value === "") delete columns[field.id];
                    else columns[field.id] = Number(event.target.value);
                    void look(file, { kind, columns });
                  }}
                >
                  <option value="">none</option>
                  {view.headings.map((heading, index) => (
                    <option key={index} value={index}>
                      {heading || `column ${index + 1}`}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </fieldset>
          <p role="status">
            <strong>
              {view.counts.new} new, {view.counts.changed} changed, {view.counts.same} the same, {view.counts.refused} refused.
            </strong>
          </p>
          <div className="max-h-80 overflow-auto border-line border-y">
            <table className="w-full text-sm">
              <TableHead columns={["Line", "What", "State", "Reason"]} />
              <tbody>
                {[...view.rows]
                  .sort((a, b) => Number(b.state === "refused") - Number(a.state === "refused"))
                  .map((row) => (
                    <tr key={row.line} className={`border-line border-b align-baseline ${row.state === "refused" ? "text-hold" : ""}`}>
                      <td className="figure py-0.5 pr-3">{row.line}</td>
                      <td className="pr-3">{row.name}</td>
                      <td className="pr-3 font-semibold">{row.state}</td>
                      <td>{row.reasons.join("; ")}</td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </div>
          {view.counts.refused > 0 && (
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={leaveOut} onChange={(event) => setLeaveOut(event.target.checked)} className="size-4" /> Leave
              out the {view.counts.refused} refused rows, on purpose
            </label>
          )}
          {kind === "machines" && (
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={spread} onChange={(event) => setSpread(event.target.checked)} className="size-4" /> Spread
              unknown history over one interval each, so that it does not all fall due at once
            </label>
          )}
          <button
            type="button"
            disabled={busy || (view.counts.refused > 0 && !leaveOut) || view.counts.new + view.counts.changed === 0}
            onClick={bring}
            className="press press-main w-fit"
          >
            Bring in {view.counts.new + view.counts.changed} rows
          </button>
        </div>
      )}
    </section>
  );
}

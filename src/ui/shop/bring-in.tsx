"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import type { FleetPreview } from "../../work/shop/fleet.ts";
import { sayFault } from "../say.ts";
import { Said } from "../send.ts";
import { Fault } from "./fault.tsx";
import { TableImport } from "./table-import.tsx";

/** Fleet files and tables in, with a preview; the fleet out. */
export function BringIn() {
  return (
    <div className="grid gap-8">
      <section aria-label="Take out">
        <h2>Take the fleet out</h2>
        <p className="mt-1">
          <a href="/api/fleet" download className="press">
            The fleet as one JSON file
          </a>
        </p>
      </section>
      <FleetImport />
      <TableImport />
    </div>
  );
}

function FleetImport() {
  const router = useRouter();
  const [text, setText] = useState("");
  const [preview, setPreview] = useState<FleetPreview | null>(null);
  const [fault, setFault] = useState<Said | null>(null);
  const [archive, setArchive] = useState(false);
  const [spread, setSpread] = useState(false);
  const [busy, setBusy] = useState(false);
  const post = (path: string, body: string) =>
    fetch(path, { method: "POST", headers: { "content-type": "application/json" }, body }).then(async (response) => {
      const answer = await response.json();
      if (!response.ok) throw new Said(answer.message, response.status, answer.problems);
      return answer as FleetPreview;
    });
  const choose = async (file: File | undefined) => {
    setPreview(null);
    setFault(null);
    if (!file) return;
    if (file.size > 20 * 1024 * 1024) return setFault(new Said("This file is too large: at most 20 MB.", 413));
    const content = await file.text();
    setText(content);
    try {
      setPreview(await post("/api/fleet", content));
    } catch (error) {
      setFault(error instanceof Said ? error : new Said(String(error), 0));
    }
  };
  const bring = async () => {
    setBusy(true);
    try {
      await post(`/api/fleet?do=import${archive ? "&archive=1" : ""}${spread ? "&spread=1" : ""}`, text);
      toast("The fleet file is in.");
      setPreview(null);
      router.refresh();
    } catch (error) {
      sayFault(error);
    } finally {
      setBusy(false);
    }
  };
  const count = (state: string) => preview?.rows.filter((row) => row.state === state).length ?? 0;
  return (
    <section aria-label="Fleet file">
      <h2>Bring in a fleet file (JSON)</h2>
      <p className="text-ink2 text-sm">Merged by id. Nothing changes before you say so, and then all of it or nothing.</p>
      <input
        aria-label="Fleet file"
        type="file"
        accept=".json,application/json"
        onChange={(event) => void choose(event.target.files?.[0])}
        className="field mt-2"
      />
      {fault && <Fault fault={fault} />}
      {preview && (
        <div className="mt-3 grid gap-2">
          <p>
            <strong>
              {count("new")} new, {count("changed")} changed, {count("same")} the same.
            </strong>{" "}
            {Object.entries(preview.facts)
              .map(([kind, many]) => `${many} ${kind} entries`)
              .join(", ")}
          </p>
          <ul className="max-h-60 columns-2 overflow-auto border-line border-y py-1 text-sm md:columns-3">
            {preview.rows.map((row) => (
              <li key={`${row.subject}/${row.id}`}>
                {row.subject} {row.name}: <strong>{row.state}</strong>
              </li>
            ))}
          </ul>
          {preview.kept.length > 0 && (
            <label className="flex items-start gap-2">
              <input type="checkbox" checked={archive} onChange={(event) => setArchive(event.target.checked)} className="mt-1 size-4" />
              <span>
                Not in the file and kept: {preview.kept.map(({ name }) => name).join(", ")}. Tick to archive them (their entries stay).
              </span>
            </label>
          )}
          {preview.unknown > 0 && (
            <label className="flex items-start gap-2">
              <input type="checkbox" checked={spread} onChange={(event) => setSpread(event.target.checked)} className="mt-1 size-4" />
              <span>
                Of {preview.unknown} routines nobody says when they were last done. Tick to spread them over one interval each, so that they
                don't all fall due at once.
              </span>
            </label>
          )}
          <button type="button" disabled={busy} onClick={bring} className="press press-main w-fit">
            Bring it in
          </button>
        </div>
      )}
    </section>
  );
}

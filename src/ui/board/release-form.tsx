"use client";
import { useState } from "react";
import { enter } from "../enter.ts";
import { Field } from "../field.tsx";
import { instantAt } from "../instant-at.ts";

/** A supervisor lets a held machine print, with a reason, until a time. */
export function ReleaseForm({ machine }: { machine: { id: string; name: string } }) {
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("18:00");
  const release = () => {
    const at = new Date(instantAt(until));
    if (at.getTime() < Date.now()) at.setDate(at.getDate() + 1);
    void enter(
      { kind: "release", machine: machine.id, body: { until: at.toISOString(), reason } },
      `${machine.name} released until ${until}.`,
    );
  };
  return (
    <fieldset className="grid gap-2 border-t border-line pt-2">
      <legend className="sr-only">Release {machine.name}</legend>
      <Field label="Release it all the same, because">
        <input value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} className="field" />
      </Field>
      <div className="flex items-end gap-2">
        <Field label="until">
          <input type="time" value={until} onChange={(event) => setUntil(event.target.value)} className="field" />
        </Field>
        <button type="button" disabled={!reason.trim() || !until} onClick={release} className="press grow">
          Release with care
        </button>
      </div>
    </fieldset>
  );
}

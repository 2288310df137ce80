"use client";
import { useState } from "react";
import { filled } from "../../words/plain.ts";
import { useReleaseWords } from "../../words/release-words.ts";
import { clockNow } from "../clock.ts";
import { enter } from "../enter.ts";
import { instantAt } from "../instant-at.ts";
import { Button } from "../kit/button.tsx";
import { Field, TextInput } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";

/** A supervisor lets a held machine print, with a reason, until a time. */
export function ReleaseForm({ machine, done }: { machine: { id: string; name: string }; done?: () => void }) {
  const t = useReleaseWords();
  const [reason, setReason] = useState("");
  const [until, setUntil] = useState("18:00");
  const release = async () => {
    const at = new Date(instantAt(until));
    if (at.getTime() < clockNow()) at.setDate(at.getDate() + 1);
    const body = { until: at.toISOString(), reason };
    if (await enter({ kind: "release", machine: machine.id, body }, filled(t.done, { name: machine.name, until }))) done?.();
  };
  return (
    <fieldset className="grid gap-3">
      <legend className="sr-only">{filled(t.of, { name: machine.name })}</legend>
      <Field label={t.why} hint={t.stays}>
        <TextInput value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
      </Field>
      <div className="flex items-end gap-2">
        <Field label={t.until} className="w-28">
          <TimeInput value={until} onChange={setUntil} />
        </Field>
        <Button look="primary" className="grow" disabled={!reason.trim() || !until} onClick={() => void release()}>
          {t.allow}
        </Button>
      </div>
    </fieldset>
  );
}

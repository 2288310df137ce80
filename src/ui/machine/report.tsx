"use client";
import { useState } from "react";
import { SIGNS } from "../../core/fleet/vocabulary.ts";
import type { Rung } from "../../core/nozzles/ladder/settings.ts";
import { signWords } from "../../core/signs/guide.ts";
import type { MachineRow } from "../../work/board/board.ts";
import { enter } from "../enter.ts";
import { Field, Options } from "../field.tsx";

const CARE = [
  ["load", "Ink loaded"],
  ["repair", "Repaired"],
  ["wake", "Woken from sleep"],
] as const;

/** What happened outside the plan: cleans and repairs, what the machine asks for, what was seen, a note. */
export function Report({
  row,
  routines,
  rungs,
}: {
  row: MachineRow;
  routines: { id: string; name: string; chosen: boolean }[];
  /** Strengths of its head clean. */
  rungs: readonly Rung[];
}) {
  const [note, setNote] = useState("");
  const [prompt, setPrompt] = useState("");
  const [sign, setSign] = useState("");
  const extra = note.trim() ? { note: note.trim() } : {};
  const send = async (entry: Parameters<typeof enter>[0], said: string) => {
    if (await enter({ machine: row.id, ...entry }, `${row.name}: ${said}.`)) setNote("");
  };
  return (
    <div className="grid max-w-2xl gap-4">
      <label className="grid">
        A note to go with it
        <textarea value={note} maxLength={2000} rows={2} onChange={(event) => setNote(event.target.value)} className="field" />
      </label>
      <div className="flex flex-wrap gap-2">
        {rungs.map(({ id, name, ml, minutes }) => (
          <button
            key={id}
            type="button"
            className="press hand"
            onClick={() => send({ kind: "care", body: { what: "clean", strength: id, ml, minutes, ...extra } }, `clean, ${name}, entered`)}
          >
            Head clean, {name} ({ml} mL)
          </button>
        ))}
        {CARE.map(([what, name]) => (
          <button
            key={what}
            type="button"
            className="press hand"
            onClick={() => send({ kind: "care", body: { what, ...extra } }, name.toLowerCase())}
          >
            {name}
          </button>
        ))}
        <button
          type="button"
          disabled={!note.trim()}
          className="press hand"
          onClick={() => send({ kind: "note", body: { text: note.trim() } }, "noted")}
        >
          Only the note
        </button>
      </div>
      <div className="flex items-end gap-2">
        <Field label="The machine asks for" className="grow">
          <select value={prompt} onChange={(event) => setPrompt(event.target.value)} className="field hand">
            <Options of={routines.filter(({ chosen }) => chosen)} none="choose" />
          </select>
        </Field>
        <button
          type="button"
          disabled={!prompt}
          className="press hand"
          onClick={() => send({ kind: "prompt", routine: prompt, body: extra }, "its prompt entered")}
        >
          Enter
        </button>
      </div>
      <div className="flex items-end gap-2">
        <Field label="Seen on it" className="grow">
          <select value={sign} onChange={(event) => setSign(event.target.value)} className="field hand">
            <option value="">choose</option>
            {SIGNS.map((id) => (
              <option key={id} value={id}>
                {signWords(id)}
              </option>
            ))}
          </select>
        </Field>
        <button
          type="button"
          disabled={!sign}
          className="press hand"
          onClick={() => send({ kind: "sign", body: { sign, ...extra } }, "sign entered")}
        >
          Enter
        </button>
      </div>
    </div>
  );
}

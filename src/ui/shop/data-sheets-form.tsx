"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { toast } from "sonner";
import { HAZARDS, type Hazard } from "../../core/safety/hazards.ts";
import type { DataSheet } from "../../work/shop/safety.ts";
import { Field, Submit } from "../field.tsx";
import { trying } from "../say.ts";
import { ask } from "../send.ts";

const CHOICES = Object.entries(HAZARDS) as [Hazard, { name: string }][];

/** Links to the suppliers' data sheets, each shown before the first step wherever one of its hazards is. */
export function DataSheetsForm({ sheets }: { sheets: DataSheet[] }) {
  const router = useRouter();
  const [rows, setRows] = useState(sheets);
  const set = (index: number, next: Partial<DataSheet>) => setRows(rows.map((row, place) => (place === index ? { ...row, ...next } : row)));
  const save = async () => {
    await trying(async () => {
      await ask("/api/safety", { body: { sheets: rows } });
      toast("Saved; they are shown before the first step.");
      router.refresh();
    });
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      {rows.map((row, index) => (
        <fieldset key={index} className="grid gap-1 border-line border-t pt-2">
          <legend className="sr-only">Data sheet {index + 1}</legend>
          <div className="flex flex-wrap items-end gap-2">
            <Field label="What it is of">
              <input
                required
                maxLength={200}
                value={row.name}
                onChange={(event) => set(index, { name: event.target.value })}
                className="field"
              />
            </Field>
            <Field label="Where it is (https://…)" className="grow text-sm">
              <input
                required
                type="url"
                pattern="https?://.+"
                value={row.url}
                onChange={(event) => set(index, { url: event.target.value })}
                className="field"
              />
            </Field>
            <button type="button" className="press" onClick={() => setRows(rows.filter((_, place) => place !== index))}>
              Take away
            </button>
          </div>
          <div className="flex flex-wrap gap-x-4 text-sm">
            {CHOICES.map(([id, { name }]) => (
              <label key={id} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  checked={row.hazards.includes(id)}
                  onChange={(event) =>
                    set(index, { hazards: event.target.checked ? [...row.hazards, id] : row.hazards.filter((each) => each !== id) })
                  }
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
      <div className="flex gap-2">
        <button type="button" className="press" onClick={() => setRows([...rows, { name: "", url: "", hazards: [] }])}>
          Another data sheet
        </button>
        <Submit main>Save</Submit>
      </div>
    </form>
  );
}

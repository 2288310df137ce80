"use client";
import { type FormEvent, useState } from "react";
import type { MachineView } from "../../work/machine/machine.ts";
import { enter } from "../enter.ts";
import { Field, Submit } from "../field.tsx";

/** Out of order: symptom, what it waits for, expected day, cost; which routines go on; closed by a check. */
export function Repair({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  const { row } = view;
  const { repair } = row;
  const [open, setOpen] = useState(false);
  const [goOn, setGoOn] = useState<string[]>(repair?.body.goOn ?? []);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const said = new FormData(event.currentTarget);
    const text = (name: string) => String(said.get(name) ?? "").trim();
    const cost = Number(text("cost").replace(",", "."));
    const body = {
      event: repair ? "change" : "open",
      ...(repair ? { of: repair.id } : {}),
      symptom: text("symptom"),
      ...(text("waitsFor") ? { waitsFor: text("waitsFor") } : {}),
      expected: text("expected") || null,
      ...(text("cost") && !Number.isNaN(cost) ? { costCents: Math.round(cost * 100) } : {}),
      goOn,
    };
    if (await enter({ kind: "repair", machine: row.id, body }, repair ? "The repair is changed." : `${row.name} is out of order.`))
      setOpen(false);
  };
  const close = () => enter({ kind: "repair", machine: row.id, body: { event: "close", of: repair?.id } }, `${row.name} is back in order.`);
  if (!mayRecord) return null;
  return (
    <section aria-label="Out of order" className={`mt-3 ${repair ? "border-hold border-l-4 pl-3" : ""}`}>
      {repair && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="grow">
            Out of order since {repair.since}
            {repair.body.costCents ? `, cost so far ${(repair.body.costCents / 100).toFixed(2)}` : ""}. Going on:{" "}
            {repair.body.goOn?.length
              ? repair.body.goOn.map((id) => view.routines.find((each) => each.id === id)?.name ?? id).join(", ")
              : "nothing"}
            .
          </span>
          <button type="button" className="press" onClick={() => void close()}>
            Repaired and checked
          </button>
        </p>
      )}
      <button type="button" className="press mt-2" aria-expanded={open} onClick={() => setOpen(!open)}>
        {repair ? "Change the repair" : "Out of order"}
      </button>
      {open && (
        <form onSubmit={submit} className="mt-2 grid gap-2 sm:grid-cols-2">
          <label className="grid text-sm sm:col-span-2">
            What is wrong
            <input name="symptom" required maxLength={500} defaultValue={repair?.body.symptom} className="field" />
          </label>
          <Field label="Waits for">
            <input name="waitsFor" maxLength={500} defaultValue={repair?.body.waitsFor} className="field" />
          </Field>
          <Field label="Expected back">
            <input name="expected" type="date" defaultValue={repair?.body.expected ?? ""} className="field" />
          </Field>
          <Field label="Cost so far">
            <input
              name="cost"
              inputMode="decimal"
              defaultValue={repair?.body.costCents ? (repair.body.costCents / 100).toFixed(2) : ""}
              className="field figure"
            />
          </Field>
          <fieldset className="text-sm sm:col-span-2">
            <legend>Goes on meanwhile; the rest is silent</legend>
            <div className="flex flex-wrap gap-x-4">
              {view.routines
                .filter(({ chosen }) => chosen)
                .map(({ id, name }) => (
                  <label key={id} className="flex items-center gap-1">
                    <input
                      type="checkbox"
                      checked={goOn.includes(id)}
                      onChange={() => setGoOn(goOn.includes(id) ? goOn.filter((each) => each !== id) : [...goOn, id])}
                    />
                    {name}
                  </label>
                ))}
            </div>
          </fieldset>
          <Submit main>{repair ? "Save" : "It is out of order"}</Submit>
        </form>
      )}
    </section>
  );
}

"use client";
import Link from "next/link";
import { useState } from "react";
import { words } from "../../core/due/sentence.ts";
import type { MachineView } from "../../work/machine/machine.ts";
import { enter } from "../enter.ts";
import { Field } from "../field.tsx";

/** Counters with their readings, and a new reading. */
export function Counters({ view, mayRecord }: { view: MachineView; mayRecord: boolean }) {
  if (view.counters.length === 0) return <p className="text-ink2">This machine keeps no counters. A supervisor adds them by fleet file.</p>;
  return (
    <div className="grid gap-6 md:grid-cols-2">
      {view.counters.map(({ name, readings }) => (
        <section key={name} aria-label={words(name)}>
          <h3 className="font-semibold capitalize">{words(name)}</h3>
          {mayRecord && <NewReading machine={view.row} counter={name} last={readings[0]?.value} />}
          <table className="mt-2 text-sm">
            <tbody>
              {readings.slice(0, 8).map(({ day, value, reset, entry }) => (
                <tr key={day} className="border-line border-b">
                  <td className="figure py-1 pr-6">
                    <Link href={`/ledger/${entry}`} prefetch={false}>
                      {day}
                    </Link>
                  </td>
                  <td className="figure pr-4 text-right">{value.toLocaleString("en-GB")}</td>
                  <td>{reset && "counter reset"}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {readings.length === 0 && <p className="text-ink2 text-sm">No reading yet.</p>}
        </section>
      ))}
    </div>
  );
}

function NewReading({ machine, counter, last }: { machine: { id: string; name: string }; counter: string; last?: number }) {
  const [value, setValue] = useState("");
  const [reset, setReset] = useState(false);
  const falls = value !== "" && last !== undefined && Number(value) < last && !reset;
  const send = async () => {
    if (
      await enter(
        { kind: "counter", machine: machine.id, body: { counter, value: Number(value), ...(reset ? { reset } : {}) } },
        `${machine.name}: ${words(counter)} ${value}.`,
      )
    )
      setValue("");
  };
  return (
    <div className="mt-1">
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Reading now">
          <input
            value={value}
            inputMode="decimal"
            onChange={(event) => setValue(event.target.value.replace(/[^\d.]/g, ""))}
            className="field hand figure w-40"
          />
        </Field>
        <button
          type="button"
          disabled={value === "" || falls || !Number.isFinite(Number(value))}
          onClick={send}
          className="press press-main hand"
        >
          Enter
        </button>
        <label className="flex min-h-12 items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={reset}
            onChange={(event) => setReset(event.target.checked)}
            className="size-5 accent-(--accent)"
          />{" "}
          counter was reset
        </label>
      </div>
      {falls && (
        <p role="alert" className="text-sm text-hold">
          This is less than {last?.toLocaleString("en-GB")} before. Was the counter reset? Then say so.
        </p>
      )}
    </div>
  );
}

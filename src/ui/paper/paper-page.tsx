"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { uuidv7 } from "uuidv7";
import type { PaperView } from "../../work/paper/paper.ts";
import { Field, Options, Submit } from "../field.tsx";
import { sayFault } from "../say.ts";
import { ask } from "../send.ts";
import { figures, TableHead, unseen } from "../table.tsx";

/** What goes onto paper, and the sheets that are out. */
export function PaperPage({ view }: { view: PaperView }) {
  const router = useRouter();
  const [person, setPerson] = useState(view.me);
  const [day, setDay] = useState(view.days[0]?.day ?? "");
  const [machine, setMachine] = useState(view.machines[0]?.id ?? "");
  const routines = view.machines.find(({ id }) => id === machine)?.routines ?? [];
  const [routine, setRoutine] = useState("");
  const chosen = routines.some(({ id }) => id === routine) ? routine : (routines[0]?.id ?? "");
  const [busy, setBusy] = useState(false);
  const make = async (body: Record<string, string>) => {
    setBusy(true);
    try {
      const { id } = await ask<{ id: string }>("/api/paper", { body: { id: uuidv7(), ...body } });
      router.push(`/sheets/${id}`);
    } catch (error) {
      sayFault(error);
      setBusy(false);
    }
  };
  const out = view.sheets.filter(({ typedIn }) => !typedIn).length;
  return (
    <main className="px-4 py-3">
      <h1>On paper</h1>
      <p className="text-ink2">For where no tablet goes. What is written on a sheet is typed in afterwards, with the times as they were.</p>
      <div className="mt-4 grid gap-6 lg:grid-cols-2">
        <form
          className="grid content-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void make({ person, day });
          }}
        >
          <h2>Somebody's shift</h2>
          <div className="flex flex-wrap items-end gap-2">
            <Choice label="Person" options={view.people} value={person} change={setPerson} />
            <Choice label="Day" options={view.days.map(({ day: id, words }) => ({ id, name: words }))} value={day} change={setDay} />
            <Submit main hand disabled={busy}>
              Put the shift on paper
            </Submit>
          </div>
        </form>
        <form
          className="grid content-start gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void make({ machine, routine: chosen });
          }}
        >
          <h2>One routine, step by step</h2>
          <div className="flex flex-wrap items-end gap-2">
            <Choice label="Machine" options={view.machines} value={machine} change={setMachine} />
            <Choice
              label="Routine"
              options={routines.map(({ id, name }) => ({ id, name: `${id} ${name}` }))}
              value={chosen}
              change={setRoutine}
            />
            <Submit main hand disabled={busy || !chosen}>
              Put the routine on paper
            </Submit>
          </div>
        </form>
      </div>
      <h2 className="mt-8">
        Sheets{" "}
        <span className="font-normal text-ink2 text-sm">{out ? `${out} not typed in yet` : view.sheets.length ? "all typed in" : ""}</span>
      </h2>
      {view.sheets.length === 0 ? (
        <p className="py-3">None yet. Make one above; its number and its code lead back here.</p>
      ) : (
        <table className="mt-1 w-full max-w-5xl">
          <TableHead columns={[figures("No."), "What", "Made", "Typed in", unseen("The sheet")]} />
          <tbody>
            {view.sheets.map((sheet) => (
              <tr key={sheet.id} className="border-line border-b align-baseline">
                <td className="figure py-2 pr-4 text-right">{sheet.number}</td>
                <td className="pr-4">{sheet.words}</td>
                <td className="pr-4 text-sm text-ink2">{sheet.made}</td>
                <td className="pr-4 text-sm">
                  {sheet.typedIn ? `${sheet.typedIn.at} by ${sheet.typedIn.by}` : <span className="text-care">not yet</span>}
                </td>
                <td className="flex gap-2 py-1">
                  <Link href={`/sheets/${sheet.id}`} className="press" prefetch={false} aria-label={`Sheet ${sheet.number} to print`}>
                    Print
                  </Link>
                  <Link href={`/paper/${sheet.id}`} className="press" prefetch={false} aria-label={`Type in sheet ${sheet.number}`}>
                    Type in
                  </Link>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {view.older !== null && (
        <p className="py-3">
          <Link href={`/paper?before=${view.older}`} className="press" prefetch={false}>
            Older
          </Link>
        </p>
      )}
    </main>
  );
}

function Choice({
  label,
  options,
  value,
  change,
}: {
  label: string;
  options: { id: string; name: string }[];
  value: string;
  change: (value: string) => void;
}) {
  return (
    <Field label={label}>
      <select value={value} onChange={(event) => change(event.target.value)} className="field hand max-w-80">
        <Options of={options} />
      </select>
    </Field>
  );
}

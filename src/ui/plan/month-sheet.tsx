import type { MonthView } from "../../work/rounds/week.ts";
import { PrintNow } from "../paper/print-now.tsx";
import { RowHead } from "../table.tsx";

type Row = { id: string; name: string; days: { minutes: number; names: string[]; there?: boolean }[] };

/** A month by machine and by person, to hang up: minutes of carried work a day; days off are grey. */
export function MonthSheet({ view }: { view: MonthView }) {
  const table = (title: string, rows: readonly Row[], note: string) => (
    <section className="mt-4 break-inside-avoid">
      <h2 className="!text-[12pt]">{title}</h2>
      <p className="text-[9pt]">{note}</p>
      <div className="overflow-x-auto print:overflow-visible">
        <table className="mt-1 w-full text-[8pt]">
          <thead>
            <tr>
              <th className="text-left">&nbsp;</th>
              {view.days.map(({ day, number, words, works }) => (
                <th key={day} title={words} className={`w-[2.6%] border border-neutral-400 px-0.5 ${works ? "" : "bg-neutral-200"}`}>
                  <span className="block font-normal">{words.slice(0, 2)}</span>
                  {number}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id}>
                <RowHead className="whitespace-nowrap pr-2 font-semibold">{row.name}</RowHead>
                {row.days.map(({ minutes, names, there }, index) => (
                  <td
                    key={view.days[index]?.day}
                    title={names.join(", ")}
                    className={`h-[5.5mm] border border-neutral-400 text-center ${view.days[index]?.works && there !== false ? "" : "bg-neutral-200"}`}
                  >
                    {minutes || (names.length ? "·" : "")}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
  return (
    <main className="mx-auto min-h-dvh max-w-[277mm] bg-white px-4 py-4 text-black print:max-w-none print:p-0">
      <style>{"@page { size: A4 landscape; margin: 10mm } @media print { html, body { background: #fff } }"}</style>
      <p className="mb-3 flex items-center gap-4 border-neutral-400 border-b pb-3 print:hidden">
        <PrintNow />
        <a href="/plan/week" className="!text-black">
          The week ahead
        </a>
      </p>
      <h1 className="!text-[15pt]">{view.month}</h1>
      {table(
        "By machine",
        view.machines,
        "Hands-on minutes of weekly, monthly, counted and one-time work; openings, middays and closings come each print day besides.",
      )}
      {table("By person", view.people, "Hands-on minutes given so far; grey: not there.")}
    </main>
  );
}

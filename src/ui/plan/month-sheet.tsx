import { printsWords as t } from "../../words/prints.ts";
import type { MonthView } from "../../work/rounds/week.ts";
import { PrintPage } from "../print/print-page.tsx";

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
              <th scope="col" className="text-left">
                <span className="sr-only">{t("month.name")}</span>
              </th>
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
                <th scope="row" className="whitespace-nowrap pr-2 text-left font-semibold">
                  {row.name}
                </th>
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
    <PrintPage lying tools={<a href="/plan/week">{t("month.week")}</a>}>
      <h1 className="!text-[15pt]">{view.month}</h1>
      {table(t("month.machines"), view.machines, t("month.machinesNote"))}
      {table(t("month.people"), view.people, t("month.peopleNote"))}
    </PrintPage>
  );
}

import { notFound } from "next/navigation";
import { spokenDay, toDay } from "../../../core/calendar/day.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintPage, PrintTable, Square } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
import { database } from "../../../work/database.ts";
import { seasonView } from "../../../work/standby/season.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Wall sheet" };

/** The plan of a closure on paper: by day and person, machine by machine. */
export default async function ClosureSheet({ params }: { params: Promise<{ from: string }> }) {
  const actor = await pageActor();
  const { from } = await params;
  const view = await seasonView(database(), actor, from).catch((error) => {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  });
  const tasks = view.rows.flatMap(({ before, after }) => [...before, ...after]).sort((a, b) => (a.from < b.from ? -1 : 1));
  const days = [...new Set(tasks.map(({ day }) => day))];
  const said = (day: string) => spokenDay(toDay(day));
  return (
    <PrintPage tools={<a href={`/standby/closures/${from}`}>{t("back")}</a>}>
      <h1 className="!text-[17pt]">
        {view.name}: {view.words}
      </h1>
      <p>
        {view.inForce ? t("closure.published", { at: view.inForce.at, by: view.inForce.by }) : t("closure.draft")}{" "}
        {t("closure.days", { last: said(view.lastDay), first: said(view.firstDay) })}
      </p>
      {days.map((day) => (
        <section key={day} className="mt-4 break-inside-avoid">
          <h2 className="!text-[13pt] font-bold">{spokenDay(toDay(day), true)}</h2>
          <PrintTable
            rows={tasks.filter((task) => task.day === day)}
            keyOf={({ key }) => key}
            columns={[
              {
                name: t("closure.time"),
                width: "34mm",
                cell: ({ when }) => <span className="font-mono text-[10pt]">{when.split(", ")[1]}</span>,
              },
              { name: t("closure.machine"), cell: ({ machineName }) => <strong>{machineName}</strong> },
              { name: t("closure.work"), cell: ({ name }) => name },
              { name: t("closure.who"), cell: ({ personName }) => personName },
              { name: t("closure.done"), cell: () => <Square /> },
            ]}
          />
        </section>
      ))}
      <section className="mt-6 break-inside-avoid">
        <h2 className="!text-[13pt] font-bold">{t("closure.machines")}</h2>
        <PrintTable
          rows={view.rows}
          keyOf={({ machine }) => machine}
          columns={[
            { name: t("closure.machine"), cell: ({ name }) => <strong>{name}</strong> },
            { name: t("closure.method"), cell: ({ regimeName }) => regimeName },
            { name: t("closure.lastPrint"), cell: ({ stopsOn }) => said(stopsOn) },
            { name: t("closure.firstPrint"), cell: ({ printsBy, wakesOn }) => printsBy ?? said(wakesOn) },
            { name: t("closure.note"), cell: ({ emptyFirst }) => emptyFirst },
          ]}
        />
      </section>
      <p className="mt-4 text-[9pt]">{t("closure.safety")}</p>
    </PrintPage>
  );
}

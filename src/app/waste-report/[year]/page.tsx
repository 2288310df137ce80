import { notFound } from "next/navigation";
import { spokenDay, toDay } from "../../../core/calendar/day.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintPage, PrintTable } from "../../../ui/print/print-page.tsx";
import { printsWords as t } from "../../../words/prints.ts";
import { database } from "../../../work/database.ts";
import { wasteYear } from "../../../work/stores/waste.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Waste of a year" };

/** What left the house in a year, on paper. */
export default async function WasteReport({ params }: { params: Promise<{ year: string }> }) {
  const actor = await pageActor();
  const view = await wasteYear(database(), actor, Number((await params).year)).catch((error) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  return (
    <PrintPage
      tools={
        <>
          <a href={`/api/stores/waste?year=${view.year}`}>{t("waste.export")}</a>
          <a href="/stores/waste">{t("back")}</a>
        </>
      }
    >
      <h1 className="!text-[17pt]">{t("waste.title", { shop: view.site, year: String(view.year) })}</h1>
      {view.rows.length === 0 ? (
        <p className="mt-3">{t("waste.none")}</p>
      ) : (
        <PrintTable
          rows={view.rows}
          keyOf={({ id }) => id}
          columns={[
            { name: t("waste.day"), width: "24mm", cell: ({ day }) => spokenDay(toDay(day)) },
            { name: t("waste.container"), cell: ({ container }) => container },
            { name: t("waste.amount"), right: true, cell: ({ words }) => words },
            { name: t("waste.taker"), cell: ({ taker }) => taker },
            { name: t("waste.papers"), cell: ({ papers }) => papers },
            { name: t("waste.person"), cell: ({ person }) => person },
          ]}
        />
      )}
      <ul className="mt-4">
        {view.byKind.map(({ kind, words, times }) => (
          <li key={kind}>{t("waste.sum", { kind, words, times })}</li>
        ))}
      </ul>
      <p className="mt-4 text-[9pt]">{t("waste.rules")}</p>
    </PrintPage>
  );
}

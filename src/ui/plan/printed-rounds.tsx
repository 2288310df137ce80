import { printsWords as t } from "../../words/prints.ts";
import type { RoundSheets } from "../../work/rounds/round-sheets.ts";
import { PrintPage, PrintTable, Square } from "../print/print-page.tsx";

/** A day's jobs as they hang on a clipboard: a page a person. */
export function PrintedRounds({ view }: { view: RoundSheets }) {
  return (
    <PrintPage tools={<a href="/plan">{t("round.plan")}</a>}>
      {view.sheets.map(({ person, handsMinutes, lines, cautions }, index) => (
        <article key={person} className={index ? "mt-8 break-before-page print:mt-0" : ""}>
          <p>{t("round.shop", { shop: view.site, day: view.dayWords })}</p>
          <h1 className="!text-[17pt]">{person}</h1>
          <p className="text-[9pt]">{t("round.facts", { jobs: lines.length, minutes: handsMinutes, made: view.made })}</p>
          <PrintTable
            rows={lines}
            keyOf={({ from, machine, part }) => `${from}/${machine}/${part}`}
            columns={[
              { name: t("round.from"), cell: ({ from }) => <span className="font-mono text-[10pt]">{from}</span> },
              { name: t("round.to"), cell: ({ until }) => <span className="font-mono text-[10pt]">{until}</span> },
              {
                name: t("round.machine"),
                cell: ({ machine, area, walkMinutes }) => (
                  <>
                    <strong>{machine}</strong>
                    <span className="block text-[9pt]">{walkMinutes > 0 ? t("round.walk", { area, minutes: walkMinutes }) : area}</span>
                  </>
                ),
              },
              {
                name: t("round.work"),
                cell: ({ work, part, meanwhile }) => (
                  <>
                    {work} {part && <span className="text-[9pt]">({part})</span>}
                    {meanwhile && <span className="block text-[9pt]">{meanwhile}</span>}
                  </>
                ),
              },
              { name: t("round.done"), cell: () => <Square /> },
            ]}
          />
          <p className="mt-3 break-inside-avoid text-[9pt]">
            {view.deference} {cautions.join(" ")}
          </p>
        </article>
      ))}
    </PrintPage>
  );
}

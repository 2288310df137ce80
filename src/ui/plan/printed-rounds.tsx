import type { RoundSheets } from "../../work/rounds/round-sheets.ts";
import { PrintNow } from "../paper/print-now.tsx";

/** A round as it hangs on a clipboard: a page a person, black on white. */
export function PrintedRounds({ view }: { view: RoundSheets }) {
  return (
    <main className="mx-auto min-h-dvh max-w-[190mm] bg-white px-4 py-4 text-[11pt] text-black leading-snug print:max-w-none print:p-0">
      <style>{"@page { size: A4; margin: 12mm } @media print { html, body { background: #fff } }"}</style>
      <p className="mb-3 flex items-center gap-4 border-neutral-400 border-b pb-3 print:hidden">
        <PrintNow />
        <a href="/plan" className="!text-black">
          Rounds
        </a>
      </p>
      {view.sheets.map(({ person, handsMinutes, lines, cautions }, index) => (
        <article key={person} className={index ? "mt-8 break-before-page print:mt-0" : ""}>
          <p>
            {view.site} · round of {view.dayWords}
          </p>
          <h1 className="!text-[17pt]">{person}</h1>
          <p className="text-[9pt]">
            {lines.length} stretches, {handsMinutes} min with hands; put in force {view.made}
          </p>
          <table className="mt-2 w-full">
            <thead>
              <tr className="border-black border-b text-left text-[9pt]">
                <th>from</th>
                <th>to</th>
                <th>machine</th>
                <th>work</th>
                <th>done</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={`${line.from}/${line.machine}/${line.part}`} className="break-inside-avoid border-neutral-400 border-b align-top">
                  <td className="py-1 pr-2 font-mono text-[10pt]">{line.from}</td>
                  <td className="py-1 pr-3 font-mono text-[10pt]">{line.until}</td>
                  <td className="py-1 pr-3">
                    <strong>{line.machine}</strong>
                    <span className="block text-[9pt]">
                      {line.area}
                      {line.walkMinutes > 0 && `, ${line.walkMinutes} min walk`}
                    </span>
                  </td>
                  <td className="py-1 pr-2">
                    {line.work} {line.part && <span className="text-[9pt]">({line.part})</span>}
                    {line.meanwhile && <span className="block text-[9pt]">{line.meanwhile}</span>}
                  </td>
                  <td className="py-1">
                    <span className="inline-block size-[5mm] border border-black" />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-3 break-inside-avoid text-[9pt]">
            {view.deference} {cautions.join(" ")}
          </p>
        </article>
      ))}
    </main>
  );
}

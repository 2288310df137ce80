import { notFound } from "next/navigation";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintNow } from "../../../ui/paper/print-now.tsx";
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
    <main className="mx-auto max-w-4xl bg-white px-6 py-6 text-black">
      <p className="mb-3 flex gap-4 print:hidden">
        <PrintNow />
        <a href={`/api/stores/waste?year=${view.year}`} className="text-black">
          As CSV
        </a>
      </p>
      <h1>
        {view.site}: waste that left the house in {view.year}
      </h1>
      {view.rows.length === 0 && <p className="mt-3">None is on record.</p>}
      <table className="mt-4 w-full">
        <thead>
          <tr className="border-black border-b text-left">
            <th className="py-1 pr-3">Day</th>
            <th className="pr-3">Container</th>
            <th className="pr-3 text-right">Amount</th>
            <th className="pr-3">Taken by</th>
            <th className="pr-3">Papers</th>
            <th>Entered by</th>
          </tr>
        </thead>
        <tbody>
          {view.rows.map((row) => (
            <tr key={row.id} className="border-neutral-400 border-b">
              <td className="figure py-1 pr-3">{row.day}</td>
              <td className="pr-3">{row.container}</td>
              <td className="figure pr-3 text-right">{row.words}</td>
              <td className="pr-3">{row.taker}</td>
              <td className="figure pr-3">{row.papers}</td>
              <td>{row.person}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <ul className="mt-4">
        {view.byKind.map(({ kind, words, times }) => (
          <li key={kind}>
            {kind}: <strong>{words}</strong>, {times} {times === 1 ? "time" : "times"}
          </li>
        ))}
      </ul>
      <p className="mt-4 text-sm">Local rules say what is waste of which kind, who may take it and which papers go with it.</p>
    </main>
  );
}

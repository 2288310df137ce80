import Link from "next/link";
import { RowHead, TableHead } from "../../../../ui/table.tsx";
import { things } from "../../../../work/board/condition.ts";
import { database } from "../../../../work/database.ts";
import { pageActor } from "../../../page-actor.ts";

export const metadata = { title: "Heads and numbered parts" };

/** Parts that have a number of their own, each with its way from machine to shelf to machine. */
export default async function Page() {
  const actor = await pageActor();
  const list = await things(database(), actor);
  return (
    <main className="px-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 py-3">
        <h1>Heads and numbered parts</h1>
        <Link href="/machines">Machines</Link>
      </div>
      {list.length === 0 ? (
        <p className="text-ink2">None yet. Enter a part with its serial number on its machine's page, under Head end and parts.</p>
      ) : (
        <table className="text-sm">
          <TableHead columns={["Serial number", "What", "Where", "Days in use", "Its way"]} />
          <tbody>
            {list.map((thing) => (
              <tr key={thing.serial} className="border-line border-b align-baseline">
                <RowHead className="figure pr-6 font-semibold">{thing.serial}</RowHead>
                <td className="pr-6">{thing.kind.replaceAll("-", " ")}</td>
                <td className="pr-6">{thing.at}</td>
                <td className="figure pr-6 text-right">{thing.days}</td>
                <td>
                  {thing.stays.map(({ words, reason }) => (
                    <span key={words} className="block">
                      {words}
                      {reason && <span className="text-ink2">: {reason}</span>}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </main>
  );
}

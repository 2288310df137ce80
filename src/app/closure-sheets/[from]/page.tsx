import { notFound } from "next/navigation";
import { spokenDay, toDay } from "../../../core/calendar/day.ts";
import { Refusal } from "../../../core/shop/refusal.ts";
import { PrintNow } from "../../../ui/paper/print-now.tsx";
import { database } from "../../../work/database.ts";
import { seasonView } from "../../../work/standby/season.ts";
import { pageActor } from "../../page-actor.ts";

export const metadata = { title: "Closure, for the wall" };

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
  return (
    <main className="mx-auto max-w-5xl bg-white px-4 py-6 text-black print:p-0">
      <div className="mb-4 flex items-center gap-4 print:hidden">
        <h1>For the wall</h1>
        <PrintNow />
      </div>
      <h2 className="text-2xl">
        {view.name}: {view.words}
      </h2>
      <p>
        {view.inForce ? `Plan in force since ${view.inForce.at}, by ${view.inForce.by}.` : "A draft: no plan is in force yet."} Last print
        day {spokenDay(toDay(view.lastDay))}, first print day {spokenDay(toDay(view.firstDay))}.
      </p>
      {days.map((day) => (
        <section key={day} className="mt-4 break-inside-avoid">
          <h3 className="border-black border-b font-bold text-lg">{spokenDay(toDay(day), true)}</h3>
          <table className="w-full">
            <tbody>
              {tasks
                .filter((task) => task.day === day)
                .map((task) => (
                  <tr key={task.key} className="border-neutral-400 border-b">
                    <td className="figure w-36 py-1 pr-3">{task.when.split(", ")[1]}</td>
                    <td className="w-28 font-semibold">{task.machineName}</td>
                    <td>{task.name}</td>
                    <td className="w-44">{task.personName}</td>
                    <td className="w-10 text-right">☐</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
      <section className="mt-6 break-inside-avoid">
        <h3 className="border-black border-b font-bold text-lg">Machine by machine</h3>
        <table className="w-full">
          <tbody>
            {view.rows.map((row) => (
              <tr key={row.machine} className="border-neutral-400 border-b">
                <td className="py-1 font-semibold">{row.name}</td>
                <td>{row.regimeName}</td>
                <td>last print {spokenDay(toDay(row.stopsOn))}</td>
                <td>prints again {row.printsBy ?? spokenDay(toDay(row.wakesOn))}</td>
                <td>{row.emptyFirst}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <p className="mt-4 text-sm">
        Follow the safety data sheet, the machine's manual and local rules. A machine with a tag is not to be switched on or off. Waste
        never down the drain unless local rules allow it.
      </p>
    </main>
  );
}

"use client";
import Link from "next/link";
import { whatNow } from "../../core/nozzles/ladder/what-now.ts";
import type { NozzlesView } from "../../work/machine/nozzles-view.ts";
import type { MonthOfRecoveries } from "../../work/nozzles/recoveries.ts";
import { Comb } from "../comb.tsx";
import { StateMark } from "../kit/state-mark.tsx";
import { RowHead, TableHead } from "../table.tsx";

/** All machines' nozzles at a glance, and what bringing them back cost this month. */
export function NozzlesPage({ view, month }: { view: NozzlesView; month: MonthOfRecoveries }) {
  return (
    <main className="px-4 pb-10">
      <div className="flex flex-wrap items-baseline gap-x-4 py-3">
        <h1>Nozzles</h1>
        <Link href="/nozzles/practice">Practise on a simulated machine</Link>
      </div>
      <table className="w-full">
        <TableHead columns={["Machine", "State", "Last check", "What now"]} />
        <tbody>
          {view.rows.map(({ row, desk }) => {
            const next = desk ? whatNow(desk, desk.madeAt) : undefined;
            return (
              <tr key={row.id} className="border-line border-b">
                <RowHead className="py-1.5 pr-4 font-semibold">
                  <Link href={`/nozzles/${row.id}`}>{row.name}</Link>
                </RowHead>
                <td className="pr-4">
                  <StateMark word={row.word} />
                </td>
                <td className="pr-4">
                  <span className="flex flex-wrap gap-1">
                    {row.channels.map((channel) => (
                      <Comb key={channel.id} channel={channel} stale={row.word === "Unchecked"} />
                    ))}
                  </span>
                </td>
                <td>
                  {row.repair ? (
                    <span className="text-ink2">out of order</span>
                  ) : next && next.step.action.kind !== "release" && next.step.action.kind !== "check" ? (
                    <>
                      {next.words}
                      {next.spent.cleans > 0 && (
                        <span className="text-ink2 text-sm">
                          {" "}
                          after {next.spent.cleans} cleans, {next.spent.ml} mL
                        </span>
                      )}
                    </>
                  ) : row.word === "Unchecked" ? (
                    <span className="text-ink2">print and enter a check</span>
                  ) : (
                    <span className="text-ink2">nothing</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Month month={month} />
    </main>
  );
}

function Month({ month }: { month: MonthOfRecoveries }) {
  const sum = (of: (machine: MonthOfRecoveries["machines"][number]) => number) =>
    month.machines.reduce((all, machine) => all + of(machine), 0);
  return (
    <section aria-label="Recoveries of the month" className="mt-8">
      <h2 className="flex flex-wrap items-baseline gap-3">
        Recoveries of {month.month}
        <span className="flex gap-3 font-normal text-sm">
          <Link href={`/nozzles?month=${month.before}`}>the month before</Link>
          <Link href={`/nozzles?month=${month.after}`}>the month after</Link>
        </span>
      </h2>
      {month.machines.length === 0 ? (
        <p className="text-ink2">No recovery began in this month.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="mt-1 text-sm">
            <TableHead
              columns={[
                "Machine",
                "Recoveries",
                "Recovered",
                "Cleans",
                "Ink, mL",
                "Minutes",
                "By rung: cleans, mL, the last one before it was good",
              ]}
            />
            <tbody>
              {month.machines.map((machine) => (
                <tr key={machine.id} className="border-line border-b align-baseline">
                  <RowHead className="pr-5 font-semibold">
                    <Link href={`/nozzles/${machine.id}`}>{machine.name}</Link>
                  </RowHead>
                  <td className="figure pr-5 text-right">{machine.recoveries}</td>
                  <td className="figure pr-5 text-right">{machine.well}</td>
                  <td className="figure pr-5 text-right">{machine.cleans}</td>
                  <td className="figure pr-5 text-right">{machine.ml.toFixed(1)}</td>
                  <td className="figure pr-5 text-right">{machine.minutes}</td>
                  <td>
                    {machine.byRung
                      .map(
                        ({ rung, cleans, ml, endedWell }) => `${rung || "unnamed"}: ${cleans}, ${ml.toFixed(1)}, ${endedWell} of ${cleans}`,
                      )
                      .join("; ")}
                  </td>
                </tr>
              ))}
            </tbody>
            <tfoot>
              <tr className="border-rule border-t font-semibold">
                <td className="py-1 pr-5">All</td>
                <td className="figure pr-5 text-right">{sum(({ recoveries }) => recoveries)}</td>
                <td className="figure pr-5 text-right">{sum(({ well }) => well)}</td>
                <td className="figure pr-5 text-right">{sum(({ cleans }) => cleans)}</td>
                <td className="figure pr-5 text-right">{sum(({ ml }) => ml).toFixed(1)}</td>
                <td className="figure pr-5 text-right">{sum(({ minutes }) => minutes)}</td>
                <td />
              </tr>
            </tfoot>
          </table>
        </div>
      )}
    </section>
  );
}

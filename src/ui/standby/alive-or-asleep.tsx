"use client";
import { useState } from "react";
import { type AliveOrAsleep, breakEvenDays, type CostPart, centsOf } from "../../core/standby/cost.ts";
import type { Risk } from "../../core/standby/risk.ts";
import { RowHead, TableHead } from "../table.tsx";
import { CostChart } from "./cost-chart.tsx";
import { money } from "./standby-frame.tsx";

/** Cost alive against asleep: every part may be changed, and the crossing follows; the risk of both beside it. */
export function AliveOrAsleepView({
  cost,
  hours,
  asleepName,
  asleepRisk,
  aliveRisk,
}: {
  cost: AliveOrAsleep;
  hours: number | null;
  asleepName: string;
  asleepRisk: Risk;
  aliveRisk: Risk;
}) {
  const [tried, setTried] = useState(cost);
  const crossing = breakEvenDays(tried);
  const changed = JSON.stringify(tried) !== JSON.stringify(cost);
  const change = (side: keyof AliveOrAsleep, id: string, part: Partial<CostPart>) =>
    setTried({ ...tried, [side]: tried[side].map((each) => (each.id === id ? { ...each, ...part } : each)) });
  const gapDays = hours === null ? null : hours / 24;
  const alive = gapDays === null ? null : gapDays * centsOf(tried.daily);
  return (
    <section aria-label="Alive or asleep" className="mt-8">
      <h2>Alive or asleep</h2>
      <p className="max-w-prose">
        {crossing === null
          ? "A day alive costs nothing here: nothing to hold against it."
          : `Sleeping (${asleepName}) pays from ${crossing.toFixed(1)} days on: ${money(centsOf(tried.once))} once ÷ ${money(centsOf(tried.daily))} a day.`}
        {alive !== null &&
          ` Over this gap of ${gapDays?.toFixed(1)} days, alive costs ${money(alive)}, asleep ${money(centsOf(tried.once))}.`}
        {changed && " With figures that you changed here; nothing is saved by it."}
      </p>
      <div className="mt-2 grid gap-6 lg:grid-cols-2">
        <div>
          <CostChart cost={tried} gapDays={gapDays} asleepName={asleepName} />
          <dl className="mt-2 grid gap-1">
            {(
              [
                ["Kept alive", aliveRisk],
                [asleepName, asleepRisk],
              ] as const
            ).map(([name, risk]) => (
              <div key={name}>
                <dt className="font-semibold">
                  {name}: {Math.round(risk.share * 100)} % come back on hold, {Math.round(risk.low * 100)} to {Math.round(risk.high * 100)}{" "}
                  %
                </dt>
                <dd className="max-w-prose text-ink2 text-sm">{risk.why}.</dd>
              </div>
            ))}
          </dl>
        </div>
        <div className="grid gap-4 overflow-x-auto">
          {(
            [
              ["daily", "Alive, each day", centsOf(tried.daily)],
              ["once", `Asleep (${asleepName}), once`, centsOf(tried.once)],
            ] as const
          ).map(([side, name, sum]) => (
            <table key={side} className="w-full">
              <caption className="text-left font-semibold">{name}</caption>
              <TableHead columns={["Part", "Amount", "each", "Sum"]} />
              <tbody>
                {tried[side].map((part) => (
                  <tr key={part.id} className="border-line border-b">
                    <RowHead className="py-0.5 font-normal">{part.words}</RowHead>
                    <td className="whitespace-nowrap pr-4 text-right">
                      <input
                        type="number"
                        min={0}
                        step="any"
                        aria-label={`${part.words}, ${part.unit}`}
                        value={part.amount}
                        onChange={(event) => change(side, part.id, { amount: Math.max(0, Number(event.target.value) || 0) })}
                        className="field figure w-24 text-right"
                      />{" "}
                      <span className="inline-block w-16 text-left text-sm text-ink2">{part.unit}</span>
                    </td>
                    <td className="pr-4 text-right">
                      <input
                        type="number"
                        min={0}
                        step="any"
                        aria-label={`${part.words}, price each`}
                        value={Number((part.centsEach / 100).toFixed(3))}
                        onChange={(event) => change(side, part.id, { centsEach: Math.max(0, Number(event.target.value) || 0) * 100 })}
                        className="field figure w-24 text-right"
                      />
                    </td>
                    <td className="figure text-right">{money(part.amount * part.centsEach)}</td>
                  </tr>
                ))}
                <tr>
                  <RowHead>Together</RowHead>
                  <td />
                  <td />
                  <td className="figure text-right font-semibold">{money(sum)}</td>
                </tr>
              </tbody>
            </table>
          ))}
          {changed && (
            <p>
              <button type="button" className="press" onClick={() => setTried(cost)}>
                Back to the house's figures
              </button>
            </p>
          )}
        </div>
      </div>
    </section>
  );
}

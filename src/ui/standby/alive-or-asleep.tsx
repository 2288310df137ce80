"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { type AliveOrAsleep, breakEvenDays, type CostPart, centsOf } from "../../core/standby/cost.ts";
import type { Risk } from "../../core/standby/risk.ts";
import { Button } from "../kit/button.tsx";
import { NumberInput } from "../kit/field.tsx";
import { Table } from "../kit/table.tsx";
import { useMoney } from "../use-money.ts";
import { CostChart } from "./cost-chart.tsx";

/** Cost of running daily against sleeping: each part can be changed, and the crossing follows; the risk of both beside it. */
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
  const money = useMoney();
  const t = useTranslations("idle");
  const methods = useTranslations("standby.methods");
  const [tried, setTried] = useState(cost);
  const crossing = breakEvenDays(tried);
  const changed = JSON.stringify(tried) !== JSON.stringify(cost);
  const change = (side: keyof AliveOrAsleep, id: string, part: Partial<CostPart>) =>
    setTried({ ...tried, [side]: tried[side].map((each) => (each.id === id ? { ...each, ...part } : each)) });
  const gapDays = hours === null ? null : hours / 24;
  const [daily, once] = [centsOf(tried.daily), centsOf(tried.once)];
  return (
    <>
      <p>
        <b>{crossing === null ? t("never") : t("pays", { method: asleepName, days: crossing.toFixed(1) })}</b>{" "}
        {t("sum", { once: money(once), daily: money(daily) })}{" "}
        {gapDays !== null && t("over", { days: gapDays.toFixed(1), alive: money(gapDays * daily), asleep: money(once) })}
      </p>
      {changed && (
        <p className="flex flex-wrap items-center gap-3 border-care border-l-4 pl-2">
          {t("tried")}
          <Button size="small" onClick={() => setTried(cost)}>
            {t("backToOurs")}
          </Button>
        </p>
      )}
      <CostChart cost={tried} gapDays={gapDays} asleepName={asleepName} />
      <dl className="grid gap-1">
        {(
          [
            [methods("alive"), aliveRisk],
            [asleepName, asleepRisk],
          ] as const
        ).map(([name, risk]) => (
          <div key={name}>
            <dt className="font-semibold">
              {risk.spells === 0
                ? t("noExperienceOf", { name })
                : t("holdShare", {
                    name,
                    share: Math.round(risk.share * 100),
                    low: Math.round(risk.low * 100),
                    high: Math.round(risk.high * 100),
                  })}
            </dt>
            <dd className="text-ink2 text-sm">{risk.why}.</dd>
          </div>
        ))}
      </dl>
      {(
        [
          ["daily", t("aliveDaily"), daily],
          ["once", t("onceTitle", { method: asleepName }), once],
        ] as const
      ).map(([side, name, sum]) => (
        <section key={side} aria-label={name}>
          <h3 className="flex justify-between font-bold">
            {name}
            <span className="figure">{money(sum)}</span>
          </h3>
          <Table
            label={name}
            dense
            rows={tried[side]}
            keyOf={({ id }) => id}
            columns={[
              { id: "part", name: t("part"), cell: ({ words }) => words },
              {
                id: "amount",
                name: t("amount"),
                right: true,
                className: "w-36",
                cell: (part) => (
                  <NumberInput
                    min={0}
                    step="any"
                    unit={part.unit}
                    aria-label={t("amountOf", { part: part.words, unit: part.unit })}
                    value={part.amount}
                    onChange={(event) => change(side, part.id, { amount: Math.max(0, Number(event.target.value) || 0) })}
                    className="text-right"
                  />
                ),
              },
              {
                id: "each",
                name: t("each"),
                right: true,
                className: "w-28",
                cell: (part) => (
                  <NumberInput
                    min={0}
                    step="any"
                    aria-label={t("eachOf", { part: part.words })}
                    value={Number((part.centsEach / 100).toFixed(3))}
                    onChange={(event) => change(side, part.id, { centsEach: Math.max(0, Number(event.target.value) || 0) * 100 })}
                    className="text-right"
                  />
                ),
              },
              { id: "sum", name: t("total"), right: true, cell: ({ amount, centsEach }) => money(amount * centsEach) },
            ]}
          />
        </section>
      ))}
    </>
  );
}

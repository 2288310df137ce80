"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { StandbyView } from "../../work/standby/machine.ts";
import type { RegimeOption } from "../../work/standby/methods.ts";
import { Chip } from "../kit/chip.tsx";
import { Meter } from "../kit/meter.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { useMoney } from "../use-money.ts";

const percent = (share: number) => Math.round(share * 100);

/** A risk as a bar and a number; how sure it is in its tooltip. Without one spell on record it is a guess, and no number. */
export function RiskBar({ risk }: { risk: { share: number; low: number; high: number; spells: number; why: string } }) {
  const t = useTranslations("idle");
  if (risk.spells === 0)
    return (
      <span className="whitespace-nowrap font-sans text-[13px] text-ink2" title={risk.why}>
        {t("noExperience")}
      </span>
    );
  return (
    <span className="inline-flex items-center gap-2" title={risk.why}>
      <Meter
        share={risk.share}
        bad={risk.share >= 0.3}
        label={t("riskRange", { share: percent(risk.share), low: percent(risk.low), high: percent(risk.high) })}
        className="w-10"
      />
      <span className="figure w-9 text-right">{percent(risk.share)} %</span>
    </span>
  );
}

/** Each method with its work, waste, cost and risk here; what speaks for and against it on demand. */
export function Methods({ view }: { view: StandbyView }) {
  const money = useMoney();
  const t = useTranslations("idle");
  const methods = useTranslations("standby.methods");
  const href = (regime: string) =>
    `/machines/${view.id}/idle?${new URLSearchParams({ from: view.gap.from, to: view.gap.to ?? "unknown", regime })}`;
  const figure = (of: (option: RegimeOption) => string | number) => (option: RegimeOption) => (option.open ? of(option) : "");
  return (
    <section aria-label={t("methods")}>
      <Table
        label={t("methods")}
        dense
        rows={[...view.options].sort((a, b) => Number(b.open) - Number(a.open))}
        keyOf={({ regime }) => regime}
        chosen={new Set([view.chosen])}
        columns={[
          {
            id: "method",
            name: t("method"),
            cell: (option) => (
              <span className="flex flex-wrap items-center gap-2">
                {option.open ? (
                  <Link href={href(option.regime)} prefetch={false} className="font-bold" aria-current={option.regime === view.chosen}>
                    {methods(option.regime)}
                  </Link>
                ) : (
                  <span className="text-ink3">{methods(option.regime)}</span>
                )}
                {option.advised && <Chip tone="good">{t("recommended")}</Chip>}
                {!option.open && <span className="text-ink3 text-xs">{t("notPossible")}</span>}
              </span>
            ),
          },
          {
            id: "why",
            name: t("why"),
            hidden: true,
            cell: (option) => (
              <Why label={methods(option.regime)}>
                {option.for.length > 0 && (
                  <>
                    <h3 className="font-bold">{t("for")}</h3>
                    <Reasons of={option.for} />
                  </>
                )}
                {option.against.length > 0 && (
                  <>
                    <h3 className="font-bold">{t("against")}</h3>
                    <Reasons of={option.against} />
                  </>
                )}
                {option.open && (
                  <>
                    <h3 className="font-bold">{t("risk")}</h3>
                    <p>{option.risk.why}.</p>
                  </>
                )}
              </Why>
            ),
          },
          {
            id: "work",
            name: t("work"),
            right: true,
            by: (option) => (option.open ? option.minutesBefore + option.minutesAfter : null),
            cell: figure((option) => t("workBoth", { before: Math.round(option.minutesBefore), after: Math.round(option.minutesAfter) })),
          },
          {
            id: "waste",
            name: t("waste"),
            right: true,
            by: (option) => (option.open ? option.wasteMl : null),
            cell: figure((option) => Math.round(option.wasteMl)),
          },
          {
            id: "cost",
            name: t("cost"),
            right: true,
            by: (option) => (option.open ? option.onceCents : null),
            cell: figure((option) => money(option.onceCents)),
          },
          {
            id: "risk",
            name: t("risk"),
            right: true,
            by: (option) => (option.open ? option.risk.share : null),
            cell: (option) => (option.open ? <RiskBar risk={option.risk} /> : ""),
          },
        ]}
      />
    </section>
  );
}

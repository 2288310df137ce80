"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { spokenDay, toDay } from "../../core/calendar/day.ts";
import { countSaid } from "../../core/calendar/said.ts";
import type { Kept, KeptShare } from "../../core/forecasts/kept.ts";
import type { ForecastsView, ForecastView } from "../../work/forecasts/forecasts.ts";
import { Button } from "../kit/button.tsx";
import { Chip } from "../kit/chip.tsx";
import { Panel } from "../kit/panel.tsx";
import { Room } from "../kit/room.tsx";
import { Table } from "../kit/table.tsx";
import { useLogbookTabs } from "./logbook-tabs.ts";

const TONES = { "as-said": "good", "too-careful": "plain", "too-hopeful": "care", "too-few": "plain" } as const;

/** A late minute shows only with its tenth. */
const said = (value: number, unit: Kept["unit"]) => countSaid(unit === "min" ? value : Math.round(value));

/** What was foretold against what came, kind by kind: how often it held, how often it should, and which did not. */
export function ForecastsPage({ view }: { view: ForecastsView }) {
  const t = useTranslations("logbook.forecasts");
  const tabs = useLogbookTabs("/logbook/forecasts");
  const [open, setOpen] = useState<ForecastView["kind"] | null>(null);
  const told = view.forecasts.filter(({ share }) => share.word !== "too-few");
  const good = told.filter(({ share }) => share.word !== "too-hopeful");
  const shown = view.forecasts.find(({ kind }) => kind === open);
  return (
    <Room number={good.length} title={t("answer", { of: told.length })} more={t("about", { days: view.days })} tabs={tabs}>
      <ul className="grid max-w-4xl gap-3">
        {view.forecasts.map(({ kind, share, missed }) => (
          <li
            key={kind}
            className="grid grid-cols-[minmax(0,1fr)_11rem] items-center gap-x-6 gap-y-2 rounded-[6px] border border-line bg-card p-4 max-sm:grid-cols-1"
          >
            <div className="grid gap-1.5">
              <h2 className="!text-base flex flex-wrap items-center gap-2 font-bold">
                {t(`kinds.${kind}`)}
                <Chip tone={TONES[share.word]}>{t(`words.${share.word}`)}</Chip>
              </h2>
              <ShareBar share={share} label={t("bar", { held: share.held, of: share.of, promised: Math.round(share.promised * 100) })} />
              <p className="text-ink2 text-sm">{t(`means.${kind}`, { promised: Math.round(share.promised * 100) })}</p>
            </div>
            <div className="grid justify-items-end gap-2 text-right max-sm:justify-items-start max-sm:text-left">
              <p className="leading-tight">
                <b className="figure text-2xl">{share.held}</b> {t("of", { of: share.of })}
              </p>
              {missed.length > 0 && (
                <Button size="small" onClick={() => setOpen(kind)}>
                  {t("see", { count: share.of - share.held })}
                </Button>
              )}
            </div>
          </li>
        ))}
      </ul>
      <Panel title={shown ? t(`kinds.${shown.kind}`) : ""} open={shown !== undefined} onOpenChange={(on) => !on && setOpen(null)}>
        {shown && (
          <Table
            label={t("missed")}
            dense
            rows={shown.missed}
            keyOf={(row) => `${row.of}/${row.day}/${row.what ?? ""}/${row.high}`}
            columns={[
              { id: "day", name: t("day"), by: ({ day }) => day, cell: ({ day }) => spokenDay(toDay(day)) },
              { id: "what", name: t("what"), by: ({ name }) => name, cell: ({ name }) => name },
              {
                id: "said",
                name: t("said"),
                right: true,
                cell: ({ low, high, unit }) =>
                  low === undefined
                    ? t("most", { high: said(high, unit), unit: t(`units.${unit}`) })
                    : t("range", { low: said(low, unit), high: said(high, unit), unit: t(`units.${unit}`) }),
              },
              {
                id: "came",
                name: t("came"),
                right: true,
                by: ({ came }) => came,
                cell: ({ came, unit }) => (came === null ? t("notThatDay") : `${said(came, unit)} ${t(`units.${unit}`)}`),
              },
            ]}
          />
        )}
      </Panel>
    </Room>
  );
}

/** The share that held, what it may really be, and the share that was promised. */
function ShareBar({ share: { held, of, promised, from, to }, label }: { share: KeptShare; label: string }) {
  const share = of ? held / of : 0;
  return (
    <svg viewBox="0 0 100 10" preserveAspectRatio="none" className="h-5 w-full" role="img" aria-label={label}>
      <rect x="0" y="2" width="100" height="6" className="fill-well stroke-rule" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      {of > 0 && (
        <>
          <rect x="0" y="2" width={share * 100} height="6" className="fill-accent-wash" />
          <path d={`M${from * 100} 5H${to * 100}`} className="stroke-accent" strokeWidth="2" vectorEffect="non-scaling-stroke" />
          <path d={`M${share * 100} 1V9`} className="stroke-accent" strokeWidth="4" vectorEffect="non-scaling-stroke" />
        </>
      )}
      <path d={`M${promised * 100} 0V10`} className="stroke-ink" strokeWidth="2" strokeDasharray="3 2" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

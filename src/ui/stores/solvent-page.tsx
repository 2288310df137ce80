"use client";
import { FlaskConicalIcon, TriangleAlertIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { SolventView } from "../../work/stores/solvent.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Meter } from "../kit/meter.tsx";
import { Panel } from "../kit/panel.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { PrintNow } from "../paper/print-now.tsx";
import { useLive } from "../use-live.ts";
import { AirTask } from "./air-task.tsx";
import { DayBars } from "./day-bars.tsx";
import { MonthChoice } from "./month-choice.tsx";
import { StoresRoom } from "./stores-room.tsx";

const grams = (value: number) => (value >= 10_000 ? `${(value / 1000).toFixed(1)} kg` : `${value.toFixed(0)} g`);

/** Grams in a millilitre as they are used, so that they can be worked out again by hand. */
const volatile = (gPerMl: number) => gPerMl.toFixed(4).replace(/0$/, "");

/** Volatile matter let out in a month against its limit, day by day, by fluid, machine and area. */
export function SolventPage({ view }: { view: SolventView }) {
  const t = useTranslations("stores.solvent");
  const all = useTranslations("stores");
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useLive((seq) => {
    if (seq === "resync" || seq > view.seq) router.refresh();
  });
  return (
    <StoresRoom
      here="/stores/solvent"
      number={grams(view.grams)}
      title={t("answer", { month: view.monthWords })}
      more={
        <>
          {view.foreseen !== null && t("heading", { amount: grams(view.foreseen) })} {t("year", { amount: grams(view.yearGrams) })}
        </>
      }
      actions={
        <>
          <Button onClick={() => setOpen(true)}>
            <FlaskConicalIcon aria-hidden="true" />
            {t("taskOpen")}
          </Button>
          <MonthChoice path="/stores/solvent" month={view.month} months={view.months} />
          <a href={`/api/stores/solvent?month=${view.month}`} className={buttonLook()}>
            {all("export")}
          </a>
          <PrintNow />
        </>
      }
    >
      <section aria-label={t("title")} className="mb-4">
        {view.record === "none" ? (
          <p className="text-ink2">{t("noRecord")}</p>
        ) : view.threshold === null ? (
          <p className="text-ink2">{t("noLimit")}</p>
        ) : (
          <div className="grid max-w-3xl gap-1">
            <Meter
              share={view.grams / view.threshold}
              bad={Boolean(view.over)}
              label={t("meter", { amount: grams(view.grams), limit: grams(view.threshold) })}
              className="!h-4"
            />
            <p className="flex flex-wrap justify-between gap-3 text-sm">
              <b className={view.over ? "flex items-center gap-1.5 text-hold" : "text-ready"}>
                {view.over && <TriangleAlertIcon aria-hidden="true" className="size-4" />}
                {view.over === "over"
                  ? t("over")
                  : view.over === "heading"
                    ? t("willPass")
                    : view.record === "part" || view.missing.length > 0
                      ? t("keptAsFar")
                      : t("kept")}
              </b>
              <span className="text-ink2">{t("limit", { amount: grams(view.threshold) })}</span>
            </p>
          </div>
        )}
        {view.record === "part" && <p className="mt-1 text-care text-sm">{t("recordFrom", { day: view.recordFrom ?? "" })}</p>}
        {view.missing.length > 0 && (
          <p role="note" className="mt-2 max-w-3xl rounded-[6px] bg-care-wash p-2 text-sm">
            <b className="text-care">{t("missing", { count: view.missing.length })}</b>{" "}
            {view.missing.map(({ name, words }) => `${name} (${words})`).join(", ")}
          </p>
        )}
      </section>
      <h2 className="!text-base font-bold">{t("byDay")}</h2>
      <DayBars view={view} />
      <div className="mt-4 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
        <section aria-label={t("byFluid")}>
          <h2 className="!text-base flex items-center font-bold">
            {t("byFluid")}
            <Why label={t("known")} align="start">
              <p>{t("formula")}</p>
              <Reasons of={view.fluids.map((fluid) => factsOf(fluid, t))} />
            </Why>
          </h2>
          {view.byFluid.length === 0 ? (
            <p className="text-ink2">{t("none")}</p>
          ) : (
            <Table
              label={t("byFluid")}
              dense
              rows={view.byFluid}
              keyOf={({ name }) => name}
              columns={[
                { id: "fluid", name: t("fluid"), by: ({ name }) => name, cell: ({ name }) => <b>{name}</b> },
                { id: "used", name: t("used"), right: true, cell: ({ words }) => words },
                {
                  id: "volatile",
                  name: t("volatile"),
                  right: true,
                  cell: ({ gPerMl, by }) => (by === "guess" ? t("guess", { value: volatile(gPerMl) }) : volatile(gPerMl)),
                },
                { id: "grams", name: t("grams"), right: true, by: (row) => row.grams, cell: (row) => `${row.grams.toFixed(1)} g` },
              ]}
            />
          )}
          {view.tally.length > 0 && (
            <>
              <h2 className="!text-base mt-4 font-bold">{t("tally")}</h2>
              <ul className="text-sm">
                {view.tally.map((row) => (
                  <li key={`${row.machine}${row.channel}`} className="border-line border-b py-1">
                    {t("tallyLine", { machine: row.machine, channel: row.channel, ml: row.ml, times: row.times, last: row.last })}
                  </li>
                ))}
              </ul>
              <p className="text-ink2 text-sm">{t("tallyNote")}</p>
            </>
          )}
        </section>
        <div className="grid content-start gap-5">
          <Bars title={t("byMachine")} rows={view.byMachine} />
          <Bars title={t("byArea")} rows={view.byArea} />
        </div>
      </div>
      <Panel title={t("task")} open={open} onOpenChange={setOpen}>
        <AirTask view={view} />
      </Panel>
    </StoresRoom>
  );
}

/** What is known of a fluid, from its data sheet. */
function factsOf(
  { item, gPerMl, by, statements }: SolventView["fluids"][number],
  t: ReturnType<typeof useTranslations<"stores.solvent">>,
): string {
  const { fluid } = item;
  return `${item.name}: ${[
    t(by === "guess" ? "factGuess" : "facts", { grams: volatile(gPerMl) }),
    fluid?.limitPpm && t("factLimit", { ppm: fluid.limitPpm }),
    fluid?.shortLimitPpm && t("factShort", { ppm: fluid.shortLimitPpm }),
    fluid?.lowerExplosivePercent && t("factExplosive", { percent: fluid.lowerExplosivePercent }),
    fluid?.flashPointC !== undefined && t("factFlash", { celsius: fluid.flashPointC }),
    ...statements,
    fluid?.source,
  ]
    .filter(Boolean)
    .join(", ")}`;
}

function Bars({ title, rows }: { title: string; rows: { name: string; grams: number }[] }) {
  const most = Math.max(1, ...rows.map((row) => row.grams));
  return (
    <section aria-label={title}>
      <h2 className="!text-base font-bold">{title}</h2>
      <ul className="text-sm">
        {rows.map(({ name, grams: mine }) => (
          <li key={name} className="grid grid-cols-[6rem_1fr_4.5rem] items-center gap-2 border-line border-b py-1">
            <span className="truncate">{name}</span>
            <span className="h-2.5 bg-ink" style={{ width: `${(mine / most) * 100}%` }} />
            <span className="figure text-right">{mine.toFixed(0)} g</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

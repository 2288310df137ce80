"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import { monthName } from "../../core/calendar/said.ts";
import type { MonthOfRecoveries } from "../../work/nozzles/recoveries.ts";
import { buttonLook } from "../kit/button.tsx";
import { Empty } from "../kit/card.tsx";
import { Table } from "../kit/table.tsx";

/** What bringing nozzles back cost in a month, machine by machine. */
export function RecoveriesPage({ month }: { month: MonthOfRecoveries }) {
  const t = useTranslations("recoveries");
  const sum = (of: (machine: MonthOfRecoveries["machines"][number]) => number) =>
    month.machines.reduce((all, machine) => all + of(machine), 0);
  return (
    <main className="px-5 pb-8 max-sm:px-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 py-3">
        <Link href="/machines" className="text-sm">
          {t("back")}
        </Link>
        <h1>{t("title", { month: monthName(month.month) })}</h1>
        <span className="ml-auto flex gap-2">
          <Link href={`/nozzles?month=${month.before}`} className={buttonLook("secondary", "small")}>
            {t("before")}
          </Link>
          <Link href={`/nozzles?month=${month.after}`} className={buttonLook("secondary", "small")}>
            {t("after")}
          </Link>
        </span>
      </div>
      {month.machines.length === 0 ? (
        <Empty title={t("none")} />
      ) : (
        <section aria-label={t("title", { month: monthName(month.month) })}>
          <Table
            label={t("title", { month: monthName(month.month) })}
            rows={month.machines}
            keyOf={({ id }) => id}
            columns={[
              {
                id: "machine",
                name: t("machine"),
                by: ({ name }) => name,
                cell: ({ id, name }) => (
                  <Link href={`/machines/${id}/nozzles`} prefetch={false} className="font-semibold">
                    {name}
                  </Link>
                ),
              },
              { id: "count", name: t("count"), right: true, by: ({ recoveries }) => recoveries, cell: ({ recoveries }) => recoveries },
              { id: "well", name: t("well"), right: true, by: ({ well }) => well, cell: ({ well }) => well },
              { id: "cleans", name: t("cleans"), right: true, by: ({ cleans }) => cleans, cell: ({ cleans }) => cleans },
              { id: "ink", name: t("ink"), right: true, by: ({ ml }) => ml, cell: ({ ml }) => ml.toFixed(1) },
              { id: "minutes", name: t("minutes"), right: true, by: ({ minutes }) => minutes, cell: ({ minutes }) => minutes },
              {
                id: "rungs",
                name: t("byRung"),
                cell: ({ byRung }) =>
                  byRung
                    .map(({ rung, cleans, ml, endedWell }) =>
                      t("rung", { rung: rung || t("unnamed"), cleans, ml: ml.toFixed(1), well: endedWell }),
                    )
                    .join("; "),
              },
            ]}
          />
          <p className="mt-2 font-semibold">
            {t("all", {
              recoveries: sum(({ recoveries }) => recoveries),
              cleans: sum(({ cleans }) => cleans),
              ml: sum(({ ml }) => ml).toFixed(1),
              minutes: sum(({ minutes }) => minutes),
            })}
          </p>
        </section>
      )}
    </main>
  );
}

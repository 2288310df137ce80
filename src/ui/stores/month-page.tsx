"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { CostRow, MonthView } from "../../work/stores/month.ts";
import { buttonLook } from "../kit/button.tsx";
import { Table } from "../kit/table.tsx";
import { Reasons, Why } from "../kit/why.tsx";
import { PrintNow } from "../paper/print-now.tsx";
import { useMoney } from "../use-money.ts";
import { MonthChoice } from "./month-choice.tsx";
import { StoresRoom } from "./stores-room.tsx";

type Said = (value: number) => string;
const columns = (money: Said) =>
  [
    ["handsMinutes", (value: number) => `${(value / 60).toFixed(1)} h`],
    ["inkMl", (value: number) => `${Math.round(value)} mL`],
    ["fluidCents", money],
    ["partCents", money],
    ["headCents", money],
    ["otherCents", money],
    ["holdHours", (value: number) => `${value.toFixed(1)} h`],
    ["missed", String],
  ] as const satisfies readonly (readonly [keyof CostRow, Said])[];
type Line = { id: string; name: string; area: string; now: CostRow; before: CostRow };

/** What looking after the machines cost in a month, machine by machine as bars, the month before as a mark on each. */
export function MonthPage({ view }: { view: MonthView }) {
  const money = useMoney();
  const t = useTranslations("stores.costs");
  const all = useTranslations("stores");
  const lines: Line[] = [
    ...view.machines.map(({ id, name, area, now, before }) => ({ id, name, area, now, before })),
    { id: "", name: t("noMachine"), area: "", ...view.shared },
  ];
  const most = Math.max(1, ...lines.flatMap(({ now, before }) => [now.cents, before.cents]));
  return (
    <StoresRoom
      here="/stores/month"
      number={money(view.total.now.cents)}
      title={t("answer", { month: view.words })}
      more={
        <>
          {t("before", { month: view.beforeWords, sum: money(view.total.before.cents) })} {view.partial && t("partial")}
        </>
      }
      actions={
        <>
          <MonthChoice path="/stores/month" month={view.month} months={view.months} />
          <a href={`/api/stores/month?month=${view.month}`} className={buttonLook()}>
            {all("export")}
          </a>
          <PrintNow />
          <Why label={t("title")}>
            <Reasons
              of={[
                t("how.work", { money: money(view.hourCents) }),
                t("how.ink", { money: money(view.inkCentsAMl) }),
                t("how.stock"),
                t("how.hold"),
                t("how.settings"),
              ]}
            />
          </Why>
        </>
      }
    >
      <Table
        label={t("title")}
        dense
        rows={lines}
        keyOf={({ id }) => id}
        sorted={{ id: "sum", desc: true }}
        columns={[
          {
            id: "machine",
            name: t("machine"),
            by: ({ name }) => name,
            cell: ({ id, name, area }) =>
              id ? (
                <>
                  <Link href={`/machines/${id}`} prefetch={false} className="font-bold">
                    {name}
                  </Link>{" "}
                  <span className="text-ink3 text-xs">{area}</span>
                </>
              ) : (
                <span className="text-ink2">{name}</span>
              ),
          },
          {
            id: "bar",
            name: t("sum"),
            hidden: true,
            className: "w-44",
            cell: (line) => <Bar line={line} most={most} />,
          },
          {
            id: "sum",
            name: t("sum"),
            right: true,
            by: ({ now }) => now.cents,
            cell: ({ now, before }) => <Cell now={now.cents} before={before.cents} said={money} />,
          },
          ...columns(money).map(([key, said]) => ({
            id: key,
            name: t(`columns.${key}`),
            right: true,
            by: ({ now }: Line) => now[key],
            cell: ({ now, before }: Line) => <Cell now={now[key]} before={before[key]} said={said} />,
          })),
        ]}
      />
      <dl className="mt-3 grid grid-cols-2 gap-x-6 gap-y-2 border-ink border-t-[1.5px] pt-2 sm:grid-cols-4 lg:grid-cols-8">
        {columns(money).map(([key, said]) => (
          <div key={key}>
            <dt className="font-semibold text-ink3 text-xs">{t(`columns.${key}`)}</dt>
            <dd className="figure font-bold text-lg">
              <Cell now={view.total.now[key]} before={view.total.before[key]} said={said} />
            </dd>
          </div>
        ))}
      </dl>
    </StoresRoom>
  );
}

function Cell({ now, before, said }: { now: number; before: number; said: (value: number) => string }) {
  const t = useTranslations("stores.costs");
  const words = (value: number) => (value === 0 ? "–" : said(value));
  return (
    <span className="whitespace-nowrap" title={t("beforeCell", { value: words(before) })}>
      {words(now)}
      <span className="block font-normal text-ink3 text-xs">{words(before)}</span>
    </span>
  );
}

function Bar({ line, most }: { line: Line; most: number }) {
  const money = useMoney();
  const t = useTranslations("stores.costs");
  const label = t("bar", { name: line.name, now: money(line.now.cents), before: money(line.before.cents) });
  return (
    <span role="img" aria-label={label} title={label} className="relative block h-4 w-40">
      <span className="absolute inset-y-0 left-0 bg-ink" style={{ width: `${(line.now.cents / most) * 100}%` }} />
      <span
        className="absolute -inset-y-0.5 w-1 border border-sheet bg-accent"
        style={{ left: `calc(${(line.before.cents / most) * 100}% - 2px)` }}
      />
    </span>
  );
}

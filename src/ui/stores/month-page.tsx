"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { moneySaid } from "../../core/calendar/said.ts";
import type { CostRow, MonthView } from "../../work/stores/month.ts";
import { PrintNow } from "../paper/print-now.tsx";
import { figures, TableHead } from "../table.tsx";
import { StoresFrame } from "./stores-frame.tsx";

const COLUMNS: [keyof CostRow, string, (value: number) => string][] = [
  ["handsMinutes", "Hands-on", (value) => `${(value / 60).toFixed(1)} h`],
  ["inkMl", "Ink cleaned away", (value) => `${Math.round(value)} mL`],
  ["fluidCents", "Fluids", money],
  ["partCents", "Parts", money],
  ["headCents", "Heads", money],
  ["otherCents", "Other", money],
  ["holdHours", "On hold", (value) => `${value.toFixed(1)} h`],
  ["missed", "Missed work", (value) => String(value)],
  ["cents", "Sum", money],
];

function money(cents: number): string {
  return moneySaid(cents);
}

/** What looking after the machines cost in a month, beside the month before. */
export function MonthPage({ view }: { view: MonthView }) {
  const router = useRouter();
  return (
    <StoresFrame
      here="/stores/month"
      title={`What ${view.words} cost`}
      aside={
        <span className="flex items-center gap-4">
          <span className="text-ink2">
            small: {view.beforeWords}
            {view.partial && "; the month is not over"}
          </span>
          <span className="flex items-center gap-4 print:hidden">
            <select
              aria-label="Month"
              value={view.month}
              onChange={({ target }) => router.push(`/stores/month?month=${target.value}`)}
              className="field"
            >
              {[...new Set([view.month, ...view.months])].map((month) => (
                <option key={month}>{month}</option>
              ))}
            </select>
            <a href={`/api/stores/month?month=${view.month}`}>CSV</a>
            <PrintNow />
          </span>
        </span>
      }
    >
      <div className="overflow-x-auto" tabIndex={-1}>
        <table className="w-full">
          <TableHead columns={["Machine", ...COLUMNS.map(([, name]) => figures(name))]} />
          <tbody>
            {view.machines.map((row) => (
              <tr key={row.id} className="border-line border-b align-baseline">
                <td className="py-1 pr-4">
                  <Link href={`/machines/${row.id}`} prefetch={false}>
                    {row.name}
                  </Link>{" "}
                  <span className="text-ink2 text-xs">{row.area}</span>
                </td>
                <Cells now={row.now} before={row.before} />
              </tr>
            ))}
            <tr className="border-line border-b align-baseline">
              <td className="py-1 pr-4 text-ink2">at no machine</td>
              <Cells {...view.shared} />
            </tr>
          </tbody>
          <tfoot>
            <tr className="border-rule border-t-2 align-baseline font-semibold">
              <td className="py-1 pr-4">The house</td>
              <Cells {...view.total} />
            </tr>
          </tfoot>
        </table>
      </div>
      <p className="mt-2 max-w-prose text-ink2 text-sm">
        Hands-on: work done × the minutes planned for it, at {money(view.hourCents)} an hour. Ink cleaned away: cleans and loads entered,
        and what routines draw, at {view.inkCentsAMl} hundredths a mL. Fluids and parts: what left the shelf, at the price of its pack. On
        hold: from a check that held a machine to the next check, release, or the day's end. These prices are among the store's numbers.
      </p>
    </StoresFrame>
  );
}

function Cells({ now, before }: { now: CostRow; before: CostRow }) {
  return COLUMNS.map(([key, , words]) => (
    <td key={key} className="figure whitespace-nowrap pr-4 text-right">
      {now[key] === 0 ? "–" : words(now[key])}
      <span className="block text-ink2 text-xs">{before[key] === 0 ? "–" : words(before[key])}</span>
    </td>
  ));
}

"use client";
import { max, scaleBand, scaleLinear } from "d3";
import { useTranslations } from "use-intl";
import type { SolventView } from "../../work/stores/solvent.ts";

/** Grams let out on each day of a month. */
export function DayBars({ view }: { view: SolventView }) {
  const t = useTranslations("stores.solvent");
  const days = new Date(Date.UTC(Number(view.month.slice(0, 4)), Number(view.month.slice(5)), 0)).getUTCDate();
  const all = Array.from({ length: days }, (_, index) => `${view.month}-${String(index + 1).padStart(2, "0")}`);
  const x = scaleBand<string>().domain(all).range([44, 1170]).padding(0.35);
  const most = max(view.byDay, ({ grams }) => grams) ?? 1;
  const y = scaleLinear().domain([0, most]).nice(3).range([96, 6]);
  return (
    <svg
      viewBox="0 0 1180 120"
      role="img"
      aria-label={t("byDayLabel", { days: view.byDay.map(({ day, grams }) => `${day} ${grams.toFixed(0)}`).join(", ") })}
      className="w-full"
    >
      {y.ticks(3).map((tick) => (
        <g key={tick}>
          <line x1="44" x2="1170" y1={y(tick)} y2={y(tick)} className="stroke-line" />
          <text x="38" y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[11px]">
            {tick} g
          </text>
        </g>
      ))}
      {view.byDay.map(({ day, grams }) => (
        <rect key={day} x={x(day)} width={x.bandwidth()} y={y(grams)} height={96 - y(grams)} className="fill-ink" />
      ))}
      {all
        .filter((_, index) => index % 2 === 0)
        .map((day) => (
          <text key={day} x={(x(day) ?? 0) + x.bandwidth() / 2} y="114" textAnchor="middle" className="fill-ink2 text-[11px]">
            {Number(day.slice(8))}
          </text>
        ))}
    </svg>
  );
}

"use client";
import { max, scaleBand, scaleLinear } from "d3";
import { useTranslations } from "use-intl";
import type { WeekLoad } from "../../work/rounds/week.ts";

const WIDTH = 560;
const HEIGHT = 190;
const MARGIN = { left: 44, right: 8, top: 8, bottom: 34 };

/** Load against what people can give, by week and skill: a bar of work beside an open one of people. */
export function LoadChart({ weeks, skill }: { weeks: readonly WeekLoad[]; skill: string }) {
  const t = useTranslations("plan");
  const x = scaleBand<string>()
    .domain(weeks.map(({ from }) => from))
    .range([MARGIN.left, WIDTH - MARGIN.right])
    .padding(0.3);
  const most = max(weeks, (week) => Math.max(week.load[skill] ?? 0, week.capacity[skill] ?? 0)) ?? 0;
  const y = scaleLinear()
    .domain([0, Math.max(60, most)])
    .nice(4)
    .range([HEIGHT - MARGIN.bottom, MARGIN.top]);
  const half = x.bandwidth() / 2;
  const name = skill || t("week.anyone");
  return (
    <figure>
      <figcaption className="font-semibold">{name}</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`${name}: ${weeks.map((week) => `${week.words} ${Math.round(week.load[skill] ?? 0)} of ${week.capacity[skill] ?? 0} minutes`).join("; ")}`}
        className="w-full"
      >
        {y.ticks(4).map((tick) => (
          <g key={tick}>
            <line x1={MARGIN.left} x2={WIDTH - MARGIN.right} y1={y(tick)} y2={y(tick)} className="stroke-line" />
            <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[11px]">
              {tick}
            </text>
          </g>
        ))}
        {weeks.map((week) => {
          const load = week.load[skill] ?? 0;
          const capacity = week.capacity[skill] ?? 0;
          const left = x(week.from) ?? 0;
          return (
            <g key={week.from}>
              <rect
                x={left}
                width={half - 2}
                y={y(load)}
                height={y(0) - y(load)}
                className={load > capacity ? "fill-hold" : "fill-accent"}
              />
              <rect x={left + half} width={half - 2} y={y(capacity)} height={y(0) - y(capacity)} className="fill-none stroke-ink" />
              <text x={left + half} y={HEIGHT - MARGIN.bottom + 14} textAnchor="middle" className="fill-ink2 text-[11px]">
                {week.words}
              </text>
              {load > capacity && (
                <text x={left + half} y={HEIGHT - MARGIN.bottom + 28} textAnchor="middle" className="fill-hold text-[11px]">
                  {t("tooMuch", { minutes: Math.round(load - capacity) })}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </figure>
  );
}

"use client";
import { line, scaleLinear } from "d3";
import { useTranslations } from "use-intl";
import { type AliveOrAsleep, breakEvenDays, centsOf } from "../../core/standby/cost.ts";
import { useMoney } from "../use-money.ts";

const WIDTH = 560;
const HEIGHT = 260;
const MARGIN = { left: 56, right: 92, top: 12, bottom: 34 };

/** What keeping alive and sleeping cost over a gap, with the crossing. */
export function CostChart({ cost, gapDays, asleepName }: { cost: AliveOrAsleep; gapDays: number | null; asleepName: string }) {
  const money = useMoney();
  const t = useTranslations("idle");
  const crossing = breakEvenDays(cost);
  const [daily, once] = [centsOf(cost.daily), centsOf(cost.once)];
  const days = Math.min(120, Math.max(7, Math.ceil(1.4 * Math.max(gapDays ?? 0, crossing ?? 0))));
  const x = scaleLinear()
    .domain([0, days])
    .range([MARGIN.left, WIDTH - MARGIN.right]);
  const y = scaleLinear()
    .domain([0, Math.max(1, once * 1.25, daily * days)])
    .nice()
    .range([HEIGHT - MARGIN.bottom, MARGIN.top]);
  const path = line<[number, number]>()
    .x(([day]) => x(day))
    .y(([, cents]) => y(cents));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={t("chart", {
        daily: money(daily),
        method: asleepName,
        once: money(once),
        crossing: crossing === null ? t("noCrossing") : t("crossing", { days: crossing.toFixed(1) }),
      })}
      className="w-full max-w-[40rem]"
    >
      {y.ticks(5).map((tick) => (
        <g key={tick}>
          <line x1={MARGIN.left} x2={WIDTH - MARGIN.right} y1={y(tick)} y2={y(tick)} className="stroke-line" />
          <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[12px]">
            {Math.round(tick / 100)}
          </text>
        </g>
      ))}
      {x.ticks(Math.min(8, days)).map((tick) => (
        <text key={tick} x={x(tick)} y={HEIGHT - MARGIN.bottom + 16} textAnchor="middle" className="fill-ink2 text-[12px]">
          {tick}
        </text>
      ))}
      <text x={WIDTH - MARGIN.right} y={HEIGHT - 4} textAnchor="end" className="fill-ink2 text-[12px]">
        {t("axisDays")}
      </text>
      {gapDays !== null && gapDays <= days && (
        <g>
          <line x1={x(gapDays)} x2={x(gapDays)} y1={MARGIN.top} y2={HEIGHT - MARGIN.bottom} stroke="var(--ink2)" strokeDasharray="2 3" />
          <text x={x(gapDays) + 4} y={MARGIN.top + 8} className="fill-ink2 text-[12px]">
            {t("thisGap")}
          </text>
        </g>
      )}
      <path
        d={
          path([
            [0, 0],
            [days, daily * days],
          ]) ?? undefined
        }
        fill="none"
        stroke="var(--accent)"
        strokeWidth="2"
      />
      <path
        d={
          path([
            [0, once],
            [days, once],
          ]) ?? undefined
        }
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
        strokeDasharray="7 4"
      />
      <text x={x(days) + 6} y={Math.max(MARGIN.top + 10, y(daily * days)) + 4} fill="var(--accent)" className="text-[13px]">
        {t("runDaily")}
      </text>
      <text x={x(days) + 6} y={y(once) + 4} fill="var(--ink)" className="text-[13px]">
        {t("asleepLine")}
      </text>
      {crossing !== null && crossing <= days && (
        <g>
          <circle cx={x(crossing)} cy={y(once)} r="5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
          <text x={x(crossing)} y={y(once) - 10} textAnchor="middle" className="text-[13px]" fill="var(--ink)">
            {t("crossDays", { days: crossing.toFixed(1) })}
          </text>
        </g>
      )}
    </svg>
  );
}

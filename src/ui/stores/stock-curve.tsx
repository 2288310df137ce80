"use client";
import { area, curveStepAfter, line, scaleLinear } from "d3";
import { useTranslations } from "use-intl";
import { spokenDay } from "../../core/calendar/day.ts";
import type { ItemView } from "../../work/stores/shelf.ts";

const [WIDE, HIGH] = [640, 200];
const MARGIN = { left: 8, right: 8, top: 14, bottom: 24 };
/** Of a date and half of "today" beside it. */
const ROOM_FOR_DATE = 90;

/** What was there day by day, and what is expected: down to the safety stock, and out; today between them. */
export function StockCurve({ view }: { view: ItemView }) {
  const t = useTranslations("stores.item");
  const { past, ahead, today, safety } = view;
  if (past.length === 0) return null;
  const last = Math.max(today + 1, ahead.at(-1)?.day ?? today);
  const x = scaleLinear([past[0]?.day ?? today, last], [MARGIN.left, WIDE - MARGIN.right]);
  const most = Math.max(1, safety, ...past.map(({ amount }) => amount), ...ahead.map(({ amount }) => amount));
  const y = scaleLinear([0, most], [HIGH - MARGIN.bottom, MARGIN.top]);
  const of = <Point extends { day: number; amount: number }>(points: Point[]) =>
    line<Point>()
      .x(({ day }) => x(day))
      .y(({ amount }) => y(amount))
      .curve(curveStepAfter)(points) ?? undefined;
  const filled =
    area<{ day: number; amount: number }>()
      .x(({ day }) => x(day))
      .y0(y(0))
      .y1(({ amount }) => y(amount))
      .curve(curveStepAfter)(past) ?? undefined;
  const order = view.orderInDays === null ? null : today + Math.max(0, view.orderInDays);
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      role="img"
      aria-label={t("curveLabel", {
        name: view.item.name,
        now: view.amount,
        words: view.coverDays === null ? t("curveLong", { days: ahead.length }) : t("curveLasts", { days: view.coverDays }),
      })}
      className="w-full"
    >
      <path d={filled} fill="var(--well)" />
      {safety > 0 && (
        <line x1={x(today)} x2={WIDE - MARGIN.right} y1={y(safety)} y2={y(safety)} stroke="var(--hold)" strokeDasharray="4 3" />
      )}
      <path d={of(past)} fill="none" stroke="var(--ink)" strokeWidth="2" />
      <path d={of(ahead)} fill="none" stroke="var(--ink)" strokeWidth="2" strokeDasharray="6 4" />
      <line x1={x(today)} x2={x(today)} y1={MARGIN.top - 6} y2={HIGH - MARGIN.bottom} stroke="var(--accent)" strokeWidth="1.5" />
      <text
        x={x(today)}
        y={HIGH - 7}
        textAnchor={WIDE - x(today) < 30 ? "end" : "middle"}
        fontSize="12"
        fontWeight="700"
        fill="var(--accent)"
      >
        {t("today")}
      </text>
      <text x={MARGIN.left} y={HIGH - 7} fontSize="12" fill="var(--ink2)">
        {spokenDay(past[0]?.day ?? today)}
      </text>
      {x(last) - x(today) > ROOM_FOR_DATE && (
        <text x={WIDE - MARGIN.right} y={HIGH - 7} textAnchor="end" fontSize="12" fill="var(--ink2)">
          {spokenDay(last)}
        </text>
      )}
      {order !== null && order <= last && (
        <rect
          x="-6"
          y="-6"
          width="12"
          height="12"
          transform={`translate(${x(order)} ${y(safety)}) rotate(45)`}
          fill="var(--hold)"
          stroke="var(--sheet)"
          strokeWidth="1.5"
        />
      )}
    </svg>
  );
}

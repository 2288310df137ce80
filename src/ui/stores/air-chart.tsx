"use client";
import { line, scaleLinear, scaleTime } from "d3";
import { useTranslations } from "use-intl";
import type { AirView } from "../../work/stores/air.ts";

const WIDTH = 1180;
const HEIGHT = 300;
const MARGIN = { left: 44, right: 118, top: 10, bottom: 44 };
/** A longer silence breaks the line. */
const BREAK_MS = 150 * 60_000;

/** Humidity over days against floor, target and upper bound; below it the care that stands against dry air. */
export function AirChart({ view }: { view: AirView }) {
  const t = useTranslations("stores.air");
  const { points, settings, from, until, marks, faults } = view;
  const x = scaleTime()
    .domain([from, until])
    .range([MARGIN.left, WIDTH - MARGIN.right]);
  const low = Math.min(settings.floorPercent - 8, ...points.map(({ humidity }) => humidity - 2));
  const high = Math.max(settings.highPercent + 3, ...points.map(({ humidity }) => humidity + 2));
  const y = scaleLinear()
    .domain([low, high])
    .range([HEIGHT - MARGIN.bottom, MARGIN.top]);
  const path = line<(typeof points)[number]>()
    .x(({ at }) => x(at))
    .y(({ humidity }) => y(humidity));
  const pieces: (typeof points)[] = [];
  for (const point of points) {
    const last = pieces.at(-1)?.at(-1);
    if (last && point.at - last.at <= BREAK_MS) pieces.at(-1)?.push(point);
    else pieces.push([point]);
  }
  const ticks = view.days <= 2 ? x.ticks(8) : x.ticks(Math.min(view.days, 15));
  const words = (at: Date) =>
    at.toLocaleString(
      "en-GB",
      view.days <= 2
        ? { timeZone: view.timeZone, hour: "2-digit", minute: "2-digit" }
        : { timeZone: view.timeZone, day: "numeric", month: "short" },
    );
  const dry = points.filter(({ humidity }) => humidity < settings.floorPercent).length;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={t("chart", { room: view.areaName, days: view.days, points: points.length, dry, floor: settings.floorPercent })}
      className="w-full min-w-[40rem]"
    >
      <rect
        x={MARGIN.left}
        width={WIDTH - MARGIN.left - MARGIN.right}
        y={y(settings.floorPercent)}
        height={Math.max(0, HEIGHT - MARGIN.bottom - y(settings.floorPercent))}
        fill="var(--hold)"
        opacity="0.08"
      />
      {faults
        .filter(({ kind }) => kind === "gap" || kind === "frozen")
        .map((fault) => (
          <rect
            key={`${fault.from}${fault.kind}`}
            x={x(Math.max(from, fault.from))}
            width={Math.max(2, x(Math.min(until, fault.to)) - x(Math.max(from, fault.from)))}
            y={MARGIN.top}
            height={HEIGHT - MARGIN.bottom - MARGIN.top}
            fill="var(--well)"
          >
            <title>{fault.words}</title>
          </rect>
        ))}
      {y.ticks(6).map((tick) => (
        <g key={tick}>
          <line x1={MARGIN.left} x2={WIDTH - MARGIN.right} y1={y(tick)} y2={y(tick)} className="stroke-line" />
          <text x={MARGIN.left - 6} y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[12px]">
            {tick} %
          </text>
        </g>
      ))}
      {ticks.map((tick) => (
        <text key={tick.getTime()} x={x(tick)} y={HEIGHT - MARGIN.bottom + 16} textAnchor="middle" className="fill-ink2 text-[12px]">
          {words(tick)}
        </text>
      ))}
      {(
        [
          [t("floor", { percent: settings.floorPercent }), settings.floorPercent, "var(--hold)", ""],
          [t("target", { percent: settings.targetPercent }), settings.targetPercent, "var(--ready)", "6 4"],
          [t("high", { percent: settings.highPercent }), settings.highPercent, "var(--care)", ""],
        ] as const
      ).map(([name, at, colour, dash]) => (
        <g key={name}>
          <line x1={MARGIN.left} x2={WIDTH - MARGIN.right} y1={y(at)} y2={y(at)} stroke={colour} strokeWidth="1.5" strokeDasharray={dash} />
          <text x={WIDTH - MARGIN.right + 6} y={y(at) + 4} fill={colour} className="text-[12px]">
            {name}
          </text>
        </g>
      ))}
      {pieces.map((piece) => (
        <path key={piece[0]?.at} d={path(piece) ?? undefined} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      ))}
      {marks
        .filter(({ at }) => at >= from)
        .map((mark) => (
          <line
            key={`${mark.at}${mark.words}`}
            x1={x(mark.at)}
            x2={x(mark.at)}
            y1={HEIGHT - MARGIN.bottom + 22}
            y2={HEIGHT - MARGIN.bottom + 34}
            stroke="var(--accent)"
            strokeWidth="2"
          >
            <title>{mark.words}</title>
          </line>
        ))}
      <text x={MARGIN.left} y={HEIGHT - 2} className="fill-ink2 text-[11px]">
        {t("legend")}
      </text>
    </svg>
  );
}

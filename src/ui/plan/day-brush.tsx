"use client";
import { brushX, scaleLinear, select } from "d3";
import { useEffect, useRef } from "react";
import { useTranslations } from "use-intl";
import type { PlannedTask } from "../../core/rounds/problem.ts";
import type { RoundWords } from "./round-words.ts";

const [WIDTH, HEIGHT, BAR] = [1000, 30, 30];

/** The whole day in small, hands by half hours; a span of it is drawn over to be seen large. */
export function DayBrush({
  tasks,
  until,
  span,
  onSpan,
  words,
}: {
  tasks: readonly PlannedTask[];
  /** The day's last minute. */
  until: number;
  span: readonly [number, number];
  onSpan: (span: [number, number]) => void;
  words: RoundWords;
}) {
  const t = useTranslations("plan.chart");
  const frame = useRef<SVGGElement>(null);
  const changed = useRef(onSpan);
  changed.current = onSpan;
  const bars = Array.from({ length: Math.ceil(until / BAR) }, (_, at) => {
    const [open, close] = [at * BAR, (at + 1) * BAR];
    return tasks
      .flatMap(({ stretches }) => stretches.filter(({ person }) => person))
      .reduce((sum, { start, end }) => sum + Math.max(0, Math.min(end, close) - Math.max(start, open)), 0);
  });
  const most = Math.max(BAR, ...bars);
  const [from, to] = span;
  useEffect(() => {
    if (!frame.current) return;
    const x = scaleLinear([0, until], [0, WIDTH]);
    const brush = brushX<unknown>()
      .extent([
        [0, 0],
        [WIDTH, HEIGHT],
      ])
      .on("end", ({ selection, sourceEvent }: { selection: [number, number] | null; sourceEvent: unknown }) => {
        if (!sourceEvent) return;
        if (!selection) return changed.current([0, until]);
        const [open, close] = selection.map((at) => Math.round(x.invert(at) / 5) * 5) as [number, number];
        changed.current(close - open >= BAR ? [open, close] : [Math.max(0, open - BAR), open + 3 * BAR]);
      });
    const node = select<SVGGElement, unknown>(frame.current);
    node.call(brush);
    node.call(brush.move, [x(from), x(to)]);
  }, [from, to, until]);
  return (
    <div className="ml-32">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="h-8 w-full"
        role="img"
        aria-label={t("zoom", { from: words.minute(from), to: words.minute(to) })}
      >
        {bars.map((minutes, at) => (
          <rect
            key={at}
            x={(at * BAR * WIDTH) / until + 1}
            width={Math.max(1, (BAR * WIDTH) / until - 2)}
            y={HEIGHT - (HEIGHT * minutes) / most}
            height={(HEIGHT * minutes) / most}
            fill="var(--ink2)"
          />
        ))}
        <path d={`M0 ${HEIGHT}H${WIDTH}`} stroke="var(--ink)" />
        <g ref={frame} className="[&_.selection]:fill-[var(--accent)] [&_.selection]:stroke-[var(--accent)]" />
      </svg>
    </div>
  );
}

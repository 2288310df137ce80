"use client";
import { scaleLinear } from "d3";
import { useTranslations } from "use-intl";
import type { StripDays, StripsView } from "../../work/machine/strips.ts";
import { Segmented } from "../kit/tabs.tsx";

const [WIDTH, LEFT] = [1240, 118];
/** Where the bars of nozzles out stand, and how high they may grow. */
const [BASE, TALL] = [58, 38];
const ROW = { cleans: 76, outside: 95, work: 114, air: 139 };
const HEIGHT = 152;
const MOST_DOTS = 4;

/** A machine's last days, one column a day: nozzles out, cleans, days outside tolerance, work, the air of its room. */
export function Strips({ strips, machine, days: span }: { strips: StripsView; machine: string; days: StripDays }) {
  const t = useTranslations("machine.strips");
  const { days, tolerance, airFloor } = strips;
  const each = (WIDTH - LEFT) / Math.max(1, days.length);
  const x = (at: number) => LEFT + at * each;
  const worst = Math.max(4, ...days.map(({ missing }) => missing ?? 0));
  const out = scaleLinear([0, worst], [0, TALL]).clamp(true);
  const humid = days.flatMap(({ air }) => air ?? []);
  const air = scaleLinear([Math.min(30, ...humid), Math.max(60, ...humid)], [ROW.air + 11, ROW.air - 13]);
  const facts = (day: StripsView["days"][number]) =>
    [
      day.missing === null ? "" : t("facts.missing", { count: day.missing }),
      day.cleans ? t("facts.cleans", { count: day.cleans }) : "",
      day.done.length ? t("facts.done", { names: day.done.join(", ") }) : "",
      day.missed.length ? t("facts.missed", { names: day.missed.join(", ") }) : "",
      day.changed.length ? t("facts.changed", { parts: day.changed.join(", ") }) : "",
      day.air === null ? "" : t("facts.air", { percent: Math.round(day.air) }),
    ]
      .filter(Boolean)
      .join("; ") || t("facts.nothing");
  const label = (y: number, words: string) => (
    <text x="0" y={y} fontSize="13" fontWeight="600" fill="var(--ink)">
      {words}
    </text>
  );
  let airPath = "";
  days.forEach(({ air: value }, at) => {
    if (value !== null)
      airPath += `${airPath === "" || days[at - 1]?.air == null ? "M" : "L"}${(x(at) + each / 2).toFixed(1)} ${air(value).toFixed(1)}`;
  });
  return (
    <section aria-label={t("title", { days: span, year: t("days365") })} className="mt-4 border-ink border-t-[1.5px] pt-2">
      <div className="flex items-center justify-between gap-3">
        <h2 className="!text-base font-bold">{t("title", { days: span, year: t("days365") })}</h2>
        <Segmented
          label={t("span")}
          value={String(span)}
          options={([30, 90, 365] as const).map((count) => ({
            value: String(count),
            name: t(`days${count}`),
            href: `/machines/${machine}?days=${count}`,
          }))}
        />
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is scrolled by keys too */}
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={t("span")}>
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className="w-full min-w-[700px]"
          role="img"
          aria-label={summary(strips, t)}
          fontFamily="var(--font-sans)"
        >
          {days.map(
            ({ works, iso }, at) => !works && <rect key={iso} x={x(at)} y="14" width={each} height={HEIGHT - 18} fill="var(--well)" />,
          )}
          {days.map(({ iso, words }, at) =>
            iso.endsWith("-01") ? (
              <g key={iso}>
                <path d={`M${x(at)} 10V${HEIGHT - 4}`} stroke="var(--rule)" strokeDasharray="2 3" />
                <text x={x(at) + 3} y="10" fontSize="11" fontFamily="var(--font-mono)" fill="var(--ink2)">
                  {words.split(" ").slice(1).join(" ")}
                </text>
              </g>
            ) : null,
          )}
          {label(BASE - 6, t("out"))}
          {label(ROW.cleans + 2, t("cleans"))}
          {label(ROW.outside + 4, t("outside"))}
          {label(ROW.work + 4, t("work"))}
          {label(ROW.air + 4, t("air"))}
          {[BASE + 2, ROW.outside - 10, ROW.work - 10, ROW.air - 15].map((y) => (
            <path key={y} d={`M0 ${y}H${WIDTH}`} stroke="var(--line)" />
          ))}
          <path d={`M${LEFT} ${BASE - out(tolerance)}H${WIDTH}`} stroke="var(--hold)" strokeDasharray="3 3" />
          <text x={LEFT - 6} y={BASE + 4 - out(tolerance)} fontSize="11" textAnchor="end" fill="var(--hold)" fontFamily="var(--font-mono)">
            {tolerance}
          </text>
          {airFloor !== null && humid.length > 0 && (
            <>
              <path d={`M${LEFT} ${air(airFloor)}H${WIDTH}`} stroke="var(--care)" strokeDasharray="3 3" />
              <text x={LEFT - 6} y={air(airFloor) + 4} fontSize="11" textAnchor="end" fill="var(--care)" fontFamily="var(--font-mono)">
                {airFloor}
              </text>
            </>
          )}
          {days.map((day, at) => {
            const [left, wide] = [x(at) + each * 0.15, Math.max(1.5, each * 0.7)];
            const high = out(day.missing ?? 0);
            return (
              <g key={day.iso}>
                {day.missing !== null && (
                  <rect
                    x={left}
                    y={BASE - Math.max(1.5, high)}
                    width={wide}
                    height={Math.max(1.5, high)}
                    fill={day.outside ? "var(--hold)" : "var(--ink2)"}
                  />
                )}
                {Array.from({ length: Math.min(MOST_DOTS, day.cleans) }, (_, dot) => (
                  <circle key={dot} cx={x(at) + each / 2} cy={ROW.cleans + 3 - dot * 4.2} r={Math.min(1.9, each / 3)} fill="var(--ink2)" />
                ))}
                {day.outside && <rect x={x(at)} y={ROW.outside - 6} width={each} height="11" fill="var(--hold)" />}
                {day.done.length > 0 && <rect x={left} y={ROW.work - 6} width={wide} height="11" fill="var(--ink)" />}
                {day.changed.length > 0 && <rect x={left - 1} y={ROW.work - 10} width={wide + 2} height="19" fill="var(--accent)" />}
                {day.missed.length > 0 && (
                  <circle
                    cx={x(at) + each / 2}
                    cy={ROW.work}
                    r={Math.min(4.5, each / 2)}
                    fill="var(--sheet)"
                    stroke="var(--hold)"
                    strokeWidth="2"
                  />
                )}
                <rect x={x(at)} y="12" width={each} height={HEIGHT - 12} fill="transparent">
                  <title>{t("day", { day: day.words, facts: facts(day) })}</title>
                </rect>
              </g>
            );
          })}
          <path d={airPath} fill="none" stroke="var(--asleep)" strokeWidth="1.8" pointerEvents="none" />
          <path d={`M${WIDTH - 1} 12V${HEIGHT}`} stroke="var(--accent)" strokeWidth="2" />
          <text x={WIDTH - 4} y="10" fontSize="11" fontWeight="700" textAnchor="end" fill="var(--accent)">
            {t("today")}
          </text>
        </svg>
      </div>
    </section>
  );
}

/** The strips in words, for who can't see them. */
function summary({ days }: StripsView, t: ReturnType<typeof useTranslations<"machine.strips">>): string {
  const sum = (of: (day: StripsView["days"][number]) => number) => days.reduce((all, day) => all + of(day), 0);
  const outside = sum(({ outside: bad }) => Number(bad));
  const changed = days.flatMap(({ changed: parts, words }) => parts.map((part) => `${part} (${words})`));
  return [
    `${t("outside")}: ${outside}`,
    t("facts.cleans", { count: sum(({ cleans }) => cleans) }),
    ...(changed.length ? [t("changed", { parts: changed.join(", ") })] : []),
  ].join("; ");
}

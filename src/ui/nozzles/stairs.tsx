import { useTranslations } from "use-intl";
import { capital } from "../../core/capital.ts";
import type { Action } from "../../core/nozzles/ladder/next-step.ts";
import type { LadderSettings } from "../../core/nozzles/ladder/settings.ts";

const [WIDTH, HEIGHT, FOOT] = [300, 176, 170];

/** The way of a recovery as a staircase: each clean with its ink, then what comes when cleans don't help; the step that is next stands out. */
export function Stairs({ ladder, action, out }: { ladder: LadderSettings; action: Action; out: number }) {
  const t = useTranslations("next.stairs");
  const steps = [
    ...ladder.rungs.map(({ id, name, ml }) => ({ id, name: capital(name), more: t("ml", { ml }) })),
    { id: "by-hand", name: t("byHand"), more: "" },
    { id: "flush", name: t("flush"), more: "" },
    { id: "rest", name: t("rest"), more: t("hours", { hours: ladder.restHours }) },
  ];
  const here = steps.findIndex(({ id }) => id === (action.kind === "clean" ? action.rung.id : action.kind));
  const wide = WIDTH / steps.length;
  const top = (at: number) => FOOT - 32 - (at * 108) / Math.max(1, steps.length - 1);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={t("label")} className="w-full">
      <title>{t("label")}</title>
      {steps.map(({ id, name, more }, at) => (
        <g key={id} transform={`translate(${at * wide} 0)`}>
          <rect
            x="1"
            y={top(at)}
            width={wide - 1}
            height={FOOT - top(at)}
            fill={at === here ? "var(--fill)" : "var(--card)"}
            stroke={at === here ? "var(--fill)" : "var(--rule)"}
            strokeWidth="1.5"
          />
          <text
            x={wide / 2}
            y={top(at) + 14}
            textAnchor="middle"
            fontSize="10.5"
            fontWeight="700"
            fill={at === here ? "var(--on-fill)" : "var(--ink)"}
          >
            {name}
          </text>
          <text
            x={wide / 2}
            y={top(at) + 27}
            textAnchor="middle"
            fontSize="10"
            className="font-mono [font-stretch:75%]"
            fill={at === here ? "var(--on-fill)" : "var(--ink2)"}
          >
            {more}
          </text>
        </g>
      ))}
      {here >= 0 && out > 0 && (
        <g transform={`translate(${here * wide + wide / 2} ${top(here) - 15})`}>
          <circle r="12" fill="var(--hold-fill)" />
          <text y="5" textAnchor="middle" fontSize="14" fontWeight="700" fill="#fff" className="font-mono [font-stretch:75%]">
            {out}
          </text>
        </g>
      )}
    </svg>
  );
}

import { useTranslations } from "use-intl";
import type { Whereabouts } from "./lanes.ts";
import type { RoundWords } from "./round-words.ts";

const HEIGHT_PX = 16;

/** Under a person's work: the area they are in as a line, a walk as a zigzag with its minutes. */
export function WhereaboutsLine({
  along,
  span: [from, until],
  words,
}: {
  along: readonly Whereabouts[];
  span: readonly [from: number, until: number];
  words: RoundWords;
}) {
  const t = useTranslations("plan.chart");
  const share = (minute: number) => ((minute - from) / (until - from)) * 100;
  return (
    <span className="pointer-events-none absolute inset-x-0 bottom-0.5" style={{ height: HEIGHT_PX }}>
      {along
        .filter(({ start, end }) => end > from && start < until)
        .map((each) => {
          const left = Math.max(0, share(each.start));
          const width = Math.min(100, share(each.end)) - left;
          const place = { left: `${left}%`, width: `${width}%` };
          return "area" in each ? (
            <span key={each.start} className="absolute inset-y-0 flex items-center gap-1 overflow-hidden" style={place}>
              <i className="size-1.5 shrink-0 rounded-full bg-ink3" />
              <span className="truncate font-semibold text-ink2 text-xs">{words.area(each.area)}</span>
              <i className="h-0.5 min-w-0 grow bg-ink3" />
            </span>
          ) : (
            <span
              key={each.start}
              className="absolute inset-y-0"
              style={place}
              title={t("walk", { minutes: each.end - each.start, area: words.area(each.walkTo) })}
            >
              <svg viewBox="0 0 24 10" preserveAspectRatio="none" className="absolute inset-x-0 bottom-1 h-2 w-full" aria-hidden="true">
                <path
                  d="M0 9 L4 1 L8 9 L12 1 L16 9 L20 1 L24 9"
                  className="fill-none stroke-accent"
                  strokeWidth="2"
                  vectorEffect="non-scaling-stroke"
                />
              </svg>
            </span>
          );
        })}
    </span>
  );
}

import { useTranslations } from "use-intl";
import type { ShelfRow, ShelfView } from "../../work/stores/shelf.ts";

/** The days ahead that the picture shows. */
export const REACH_DAYS = 56;
const at = (days: number) => `${(Math.min(REACH_DAYS, Math.max(0, days)) / REACH_DAYS) * 100}%`;
const HATCH = "bg-[repeating-linear-gradient(135deg,var(--line)_0_2px,transparent_2px_7px)]";
const DIAMOND = { order: "bg-hold", low: "bg-care", fine: "bg-ink3" } as const;

/** Dates over the bars of a shelf. */
export function ReachAxis({ view }: { view: Pick<ShelfView, "days" | "closures"> }) {
  const t = useTranslations("stores.shelf");
  return (
    <span className="relative block h-4" aria-hidden="true">
      {view.days.map((day, index) => (
        <span
          key={day.in}
          className={`figure absolute whitespace-nowrap border-line border-l pl-1 font-normal ${index === 0 ? "font-bold text-accent" : ""}`}
          style={{ left: at(day.in) }}
        >
          {index === 0 ? t("today") : day.words}
        </span>
      ))}
    </span>
  );
}

/** How far an item reaches: a bar to the day it runs out, a diamond on the day to order, below it what a delivery takes; closures hatched. */
export function Reach({ row, closures }: { row: ShelfRow; closures: ShelfView["closures"] }) {
  const t = useTranslations("stores.shelf");
  const counted = row.keeping === "lot" || row.keeping === "counted";
  const days = row.coverDays;
  const name = row.name;
  const long = days === null || days > REACH_DAYS;
  return (
    <span
      className="relative block h-7"
      {...(counted
        ? { role: "img", "aria-label": long ? t("reachLong", { name, days: REACH_DAYS }) : t("reach", { name, days: days ?? 0 }) }
        : {})}
    >
      {closures.map(({ from, to }) =>
        from < REACH_DAYS ? (
          <span key={from} className={`absolute inset-y-0 ${HATCH}`} style={{ left: at(from), width: `calc(${at(to)} - ${at(from)})` }} />
        ) : null,
      )}
      {counted && (
        <>
          <span
            className="absolute top-1 h-4 border-2 border-ink shadow-[inset_0_0_0_1px_var(--sheet)]"
            style={{ width: at(days ?? REACH_DAYS), background: row.colour ?? "var(--ink)" }}
          />
          {row.orderInDays !== null && (
            <>
              <span className="absolute top-[21px] h-0.5 bg-ink3" style={{ left: at(row.orderInDays), width: at(row.leadDays) }} />
              <span
                className={`-translate-x-1/2 absolute top-[7px] size-2.5 rotate-45 border border-sheet ${DIAMOND[row.state]}`}
                style={{ left: at(row.orderInDays) }}
              />
            </>
          )}
        </>
      )}
    </span>
  );
}

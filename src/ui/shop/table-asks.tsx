"use client";
import { useTranslations } from "use-intl";
import type { TableView } from "../../work/shop/tables.ts";
import type { Settled } from "./settled.ts";

const EXAMPLE = { dates: "03/04/24", decimals: "40.210" };

/** What the cells leave open is asked once for the whole table: two readings to choose from. */
export function TableAsks({ view, settled, settle }: { view: Pick<TableView, "asks">; settled: Settled; settle: (more: Settled) => void }) {
  const t = useTranslations("shop.bringIn.asks");
  const questions = (["dates", "decimals"] as const).filter((each) => view.asks[each] !== undefined || settled.style?.[each] !== undefined);
  if (questions.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-3">
      {questions.map((each) => (
        <fieldset key={each} className="rounded-[6px] border-[1.5px] border-care bg-care-wash px-3.5 pt-1 pb-3">
          <legend className="px-1 font-bold text-sm">{t(each, { example: view.asks[each] ?? EXAMPLE[each] })}</legend>
          <div className="flex flex-wrap gap-2">
            {(each === "dates" ? (["day-first", "month-first"] as const) : (["comma", "point"] as const)).map((answer) => (
              <label
                key={answer}
                className="inline-flex min-h-9 items-center gap-2 rounded-[3px] border-[1.5px] border-rule bg-card px-3 text-sm"
              >
                <input
                  type="radio"
                  name={`table-${each}`}
                  className="size-4 accent-[var(--accent)]"
                  checked={settled.style?.[each] === answer}
                  onChange={() => settle({ style: { ...settled.style, [each]: answer } })}
                />
                {t(answer)}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}

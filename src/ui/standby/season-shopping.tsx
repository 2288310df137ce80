"use client";
import Link from "next/link";
import { useTranslations } from "use-intl";
import type { SeasonView } from "../../work/standby/season.ts";
import { Empty } from "../kit/card.tsx";

/** What a closure takes from stores, what is short first, with the day by which it must be ordered. */
export function Shopping({ needs }: { needs: SeasonView["needs"] }) {
  const t = useTranslations("standby.closure");
  if (needs.length === 0) return <Empty title={t("noNeeds")} />;
  return (
    <>
      <p className="text-ink2 text-sm">{t("byItself")}</p>
      <ul>
        {[...needs]
          .sort((a, b) => Number(b.short) - Number(a.short))
          .map((need) => (
            <li key={need.name} className="border-line border-b py-2">
              <p className="flex items-baseline justify-between gap-3">
                {need.item ? (
                  <Link href={`/stores/items/${need.item}`} className="font-bold">
                    {need.name}
                  </Link>
                ) : (
                  <b>{need.name}</b>
                )}
                <span className="figure whitespace-nowrap">{need.words}</span>
              </p>
              <p className="text-ink2 text-sm">
                {need.heldWords}, {t("forMachines", { names: need.machines.join(", ") })}
              </p>
              <p className={need.short ? "font-semibold text-hold text-sm" : "text-ready text-sm"}>
                {need.short
                  ? (need.risk ??
                    (need.orderBy
                      ? `${t("orderBy")} ${need.late ? t("past", { day: need.orderByWords ?? need.orderBy }) : (need.orderByWords ?? need.orderBy)}`
                      : t("setUp")))
                  : t("enough")}
              </p>
            </li>
          ))}
      </ul>
    </>
  );
}

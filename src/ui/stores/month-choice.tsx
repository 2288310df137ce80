"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "use-intl";
import { monthName } from "../../core/calendar/said.ts";
import { Select } from "../kit/select.tsx";

/** Which month a page shows, kept in its address. */
export function MonthChoice({ path, month, months }: { path: string; month: string; months: readonly string[] }) {
  const t = useTranslations("stores");
  const router = useRouter();
  return (
    <Select
      label={t("month")}
      value={month}
      onChange={(next) => router.push(`${path}?month=${next}`)}
      className="!w-44"
      options={[...new Set([month, ...months])].map((each) => ({ value: each, name: monthName(each) }))}
    />
  );
}

"use client";
import { CalendarDaysIcon, CalendarIcon, ChartGanttIcon, ChevronLeftIcon, ChevronRightIcon, ListIcon, MoonIcon } from "lucide-react";
import type { ReactNode } from "react";
import { useTranslations } from "use-intl";
import { DateInput } from "../kit/date-input.tsx";
import { IconButton } from "../kit/icon-button.tsx";
import { RoomHead } from "../kit/room.tsx";
import { Segmented } from "../kit/tabs.tsx";

export type PlanWay = "list" | "timeline" | "week" | "month" | "closures";
const WAYS = [
  { value: "list", icon: <ListIcon aria-hidden="true" />, path: "/plan/list" },
  { value: "timeline", icon: <ChartGanttIcon aria-hidden="true" />, path: "/plan" },
  { value: "week", icon: <CalendarDaysIcon aria-hidden="true" />, path: "/plan/week" },
  { value: "month", icon: <CalendarIcon aria-hidden="true" />, path: "/plan/month" },
  { value: "closures", icon: <MoonIcon aria-hidden="true" />, path: "/plan/closures" },
] as const;

/** What stands over each way to see the plan: the answer as a number, what can be done, the ways, the day. */
export function PlanFrame({
  way,
  number,
  title,
  more,
  actions,
  day,
  tools,
  children,
}: {
  way: PlanWay;
  /** The answer as a number; null where words say it. */
  number: number | null;
  title: string;
  more?: ReactNode;
  actions?: ReactNode;
  day?: { value: string; today: string; days: readonly { day: string; works: boolean }[]; onChange: (day: string) => void };
  tools?: ReactNode;
  children: ReactNode;
}) {
  const t = useTranslations("plan");
  const at = day ? day.days.findIndex((each) => each.day === day.value) : -1;
  const step = (by: number) => {
    const next = day?.days[at + by];
    if (next) day.onChange(next.day);
  };
  return (
    <main className="px-5 pb-8 max-sm:px-3">
      <div className="border-line border-b">
        <RoomHead number={number} title={title} more={more} actions={actions} />
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 py-2.5">
        <Segmented
          label={t("views.label")}
          value={way}
          options={WAYS.map(({ value, icon, path }) => ({
            value,
            icon,
            name: t(`views.${value}`),
            href: day && day.value !== day.today && (value === "list" || value === "timeline") ? `${path}?on=${day.value}` : path,
          }))}
        />
        {day && (
          <span className="flex items-center gap-1">
            <IconButton name={t("dayBefore")} disabled={at <= 0} onClick={() => step(-1)}>
              <ChevronLeftIcon aria-hidden="true" />
            </IconButton>
            <DateInput
              label={t("day")}
              value={day.value}
              today={day.today}
              onChange={day.onChange}
              className="!w-40"
              {...(day.days[0] ? { min: day.days[0].day } : {})}
              {...(day.days.at(-1) ? { max: day.days.at(-1)?.day ?? "" } : {})}
              off={(each) => day.days.some((known) => known.day === each && !known.works)}
            />
            <IconButton name={t("dayAfter")} disabled={at < 0 || at >= day.days.length - 1} onClick={() => step(1)}>
              <ChevronRightIcon aria-hidden="true" />
            </IconButton>
          </span>
        )}
        <span className="ml-auto flex flex-wrap items-center gap-x-3 gap-y-2">{tools}</span>
      </div>
      {children}
    </main>
  );
}

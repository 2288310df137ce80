"use client";
import { PencilIcon, PlusIcon } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { useTranslations } from "use-intl";
import { readDay, spokenDay } from "../../core/calendar/day.ts";
import { DAY_STARTS_AT_HOUR } from "../../core/calendar/site-time.ts";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import { Button } from "../kit/button.tsx";
import { Panel } from "../kit/panel.tsx";
import { say, trying } from "../say.ts";
import { ask } from "../send.ts";
import type { CalendarView } from "./calendar-view.ts";
import { type DayPart, DayPartForm } from "./day-forms.tsx";
import { ShopRoom } from "./shop-room.tsx";

const hour = (at: number) => `${String(at).padStart(2, "0")}:00`;
const dayWords = (day: string) => {
  const read = readDay(day);
  return read === undefined ? day : spokenDay(read, true);
};

/** When the shop works: its days, times of day, shifts, closures and areas, each edited in a panel. */
export function Days({ calendar }: { calendar: CalendarView }) {
  const t = useTranslations("shop.calendar");
  const all = useTranslations("shop");
  const router = useRouter();
  const [open, setOpen] = useState<DayPart | null>(null);
  const closures = calendar.closures ?? [];
  const shifts = calendar.shifts ?? [];
  const extraDays = calendar.extraDays ?? [];
  const save = (next: CalendarView) =>
    trying(async () => {
      const { name, areas, dayStartsAtHour, workDays, beats } = next;
      await ask("/api/calendar", {
        body: {
          name,
          areas,
          dayStartsAtHour: dayStartsAtHour ?? DAY_STARTS_AT_HOUR,
          workDays,
          beats: Object.fromEntries(BEATS.flatMap((beat) => (beats?.[beat]?.by ? [[beat, beats[beat].by]] : []))),
          extraDays: next.extraDays ?? [],
          closures: (next.closures ?? []).map(({ from, to, name: called }) => ({ from, to, ...(called ? { name: called } : {}) })),
          shifts: (next.shifts ?? []).map((shift) => ({ ...shift, days: shift.days ?? [] })),
        },
      });
      say(t("saved"));
      setOpen(null);
      router.refresh();
    });
  const weekdays = (days: readonly number[] | undefined) =>
    (days ?? []).map((day) => t(`weekdays.${String(day) as "1"}`)).join(", ") || t("none");
  const start = calendar.dayStartsAtHour ?? DAY_STARTS_AT_HOUR;
  const entry = (key: string, words: ReactNode, more: ReactNode, part: DayPart) => (
    <li key={key} className="border-line border-b">
      <button
        type="button"
        onClick={() => setOpen(part)}
        className="flex w-full items-baseline justify-between gap-3 py-1.5 text-left hover:bg-card"
      >
        <b>{words}</b>
        <span className="text-ink2 text-sm">{more}</span>
      </button>
    </li>
  );
  return (
    <ShopRoom
      here="calendar"
      number={calendar.workDays.length}
      title={t("answer", { days: calendar.workDays.length })}
      more={t("more", { time: hour(start), areas: calendar.areas.length, closures: closures.length })}
    >
      <div className="grid gap-x-8 gap-y-6 md:grid-cols-2">
        <Part title={t("shop")} action={all("edit")} icon={<PencilIcon aria-hidden="true" />} onAct={() => setOpen({ kind: "shop" })}>
          <li className="border-line border-b py-1.5">
            <b>{calendar.name}</b>
          </li>
          <li className="border-line border-b py-1.5">
            {t("workDays")}: {weekdays(calendar.workDays)}
          </li>
        </Part>
        <Part title={t("beats")} action={all("edit")} icon={<PencilIcon aria-hidden="true" />} onAct={() => setOpen({ kind: "beats" })}>
          {BEATS.map((beat) =>
            entry(beat, t(`beat.${beat}`), calendar.beats?.[beat]?.by ? t("lateAfter", { time: calendar.beats[beat].by }) : t("noTime"), {
              kind: "beats",
            }),
          )}
        </Part>
        <Part title={t("shifts")} action={t("newShift")} onAct={() => setOpen({ kind: "shift", at: null })} empty={shifts.length === 0}>
          {shifts.map((shift, at) =>
            entry(shift.id, shift.id, `${shift.from}–${shift.to}, ${weekdays(shift.days)}`, { kind: "shift", at }),
          )}
        </Part>
        <Part
          title={t("closures")}
          action={t("newClosure")}
          onAct={() => setOpen({ kind: "closure", at: null })}
          empty={closures.length === 0}
        >
          {closures.map((closure, at) =>
            entry(`${closure.from}${at}`, closure.name || t("closure"), `${dayWords(closure.from)} – ${dayWords(closure.to)}`, {
              kind: "closure",
              at,
            }),
          )}
        </Part>
        <Part
          title={t("extraDays")}
          action={t("newExtraDay")}
          onAct={() => setOpen({ kind: "extra", at: null })}
          empty={extraDays.length === 0}
        >
          {extraDays.map((day, at) => entry(day, dayWords(day), "", { kind: "extra", at }))}
        </Part>
        <Part
          title={t("areas")}
          action={t("newArea")}
          onAct={() => setOpen({ kind: "area", at: null })}
          empty={calendar.areas.length === 0}
        >
          {calendar.areas.map((area, at) => entry(area.id, area.name, "", { kind: "area", at }))}
        </Part>
      </div>
      <Panel title={open ? titleOf(open, t) : ""} open={open !== null} onOpenChange={(on) => !on && setOpen(null)}>
        {open && <DayPartForm key={JSON.stringify(open)} part={open} calendar={calendar} save={(next) => void save(next)} />}
      </Panel>
    </ShopRoom>
  );
}

function titleOf(part: DayPart, t: ReturnType<typeof useTranslations<"shop.calendar">>): string {
  switch (part.kind) {
    case "shop":
      return t("shop");
    case "beats":
      return t("beats");
    case "shift":
      return t(part.at === null ? "newShift" : "shift");
    case "closure":
      return t(part.at === null ? "newClosure" : "closure");
    case "extra":
      return t(part.at === null ? "newExtraDay" : "extraDay");
    case "area":
      return t(part.at === null ? "newArea" : "area");
  }
}

function Part({
  title,
  action,
  icon = <PlusIcon aria-hidden="true" />,
  onAct,
  empty = false,
  children,
}: {
  title: string;
  action: string;
  icon?: ReactNode;
  onAct: () => void;
  empty?: boolean;
  children: ReactNode;
}) {
  const t = useTranslations("shop.calendar");
  return (
    <section aria-label={title}>
      <div className="flex items-center justify-between gap-3 border-ink border-b-[1.5px] pb-1">
        <h2 className="!text-base font-bold">{title}</h2>
        <Button look="quiet" size="small" onClick={onAct} aria-label={`${title}: ${action}`}>
          {icon}
          {action}
        </Button>
      </div>
      {empty ? <p className="py-1.5 text-ink2">{t("none")}</p> : <ul>{children}</ul>}
    </section>
  );
}

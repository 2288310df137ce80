"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { useTranslations } from "use-intl";
import type { StandbyView } from "../../work/standby/machine.ts";
import type { RegimeOption } from "../../work/standby/methods.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Checkbox, Field } from "../kit/field.tsx";
import { TimeInput } from "../kit/time-input.tsx";
import { IdleBar } from "./idle-bar.tsx";

/** How long it stands: from when to when, or to an end that nobody knows. */
export function GapForm({ view }: { view: StandbyView }) {
  const t = useTranslations("idle");
  const router = useRouter();
  const [unknown, setUnknown] = useState(view.gap.to === null);
  const [from, setFrom] = useState(view.gap.from.slice(0, 16));
  const [to, setTo] = useState((view.gap.to ?? "").slice(0, 16));
  const [fromDay = "", fromTime = ""] = from.split("T");
  const [toDay = "", toTime = ""] = to.split("T");
  const changed =
    from !== view.gap.from.slice(0, 16) || unknown !== (view.gap.to === null) || (!unknown && to !== (view.gap.to ?? "").slice(0, 16));
  const plan = () => router.push(`/machines/${view.id}/idle?${new URLSearchParams({ from, to: unknown ? "unknown" : to })}`);
  return (
    <section aria-label={t("gap")} className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <Field label={t("stops")} className="w-44">
        <DateInput value={fromDay} today={view.today} onChange={(day) => setFrom(`${day}T${fromTime}`)} />
      </Field>
      <span className="w-20">
        <TimeInput label={`${t("stops")}: ${t("time")}`} value={fromTime} onChange={(time) => setFrom(`${fromDay}T${time}`)} />
      </span>
      {!unknown && (
        <>
          <Field label={t("starts")} className="w-44">
            <DateInput value={toDay} today={view.today} onChange={(day) => setTo(`${day}T${toTime || "08:00"}`)} />
          </Field>
          <span className="w-20">
            <TimeInput label={`${t("starts")}: ${t("time")}`} value={toTime} onChange={(time) => setTo(`${toDay}T${time}`)} />
          </span>
        </>
      )}
      <Checkbox label={t("unknown")} checked={unknown} onChange={(event) => setUnknown(event.target.checked)} />
      <Button look={changed ? "primary" : "secondary"} disabled={!changed || (!unknown && (!toDay || !toTime))} onClick={plan}>
        {t("plan")}
      </Button>
      <Link href={`/machines/${view.id}/idle`} prefetch={false} className="pb-2 text-sm">
        {t("tonight")}
      </Link>
    </section>
  );
}

/** The gap as a bar: the work before, what is done to it meanwhile, the work after. */
export function GapBar({ view, chosen }: { view: StandbyView; chosen: RegimeOption }) {
  const t = useTranslations("idle");
  const methods = useTranslations("standby.methods");
  const [before, after] = [Math.round(chosen.minutesBefore), Math.round(chosen.minutesAfter)];
  const label = t("bar", { method: methods(view.chosen), before, words: view.gap.words, after });
  const hands = (minutes: number) =>
    minutes > 0 && (
      <span
        className="figure grid h-9 min-w-12 place-items-center bg-ink px-1.5 font-bold text-sheet text-xs"
        style={{ width: `${Math.min(18, 6 + minutes / 12)}%` }}
      >
        {t("minutes", { minutes })}
      </span>
    );
  return (
    <div role="img" aria-label={label}>
      <p className="flex justify-between gap-3 pb-1 text-xs">
        <span>
          <b>{t("lastPrint")}</b> <span className="figure">{view.gap.fromWords}</span>
        </span>
        <span className="text-right">
          <b>{t("firstPrint")}</b> <span className="figure">{view.gap.toWords ?? t("unknown")}</span>
        </span>
      </p>
      <div className="flex items-center">
        <span className="h-0.5 w-6 bg-ink" />
        {hands(before)}
        <span className="h-9 min-w-0 grow">
          <IdleBar regime={view.chosen} name={`${methods(view.chosen)}, ${view.gap.words}`} />
        </span>
        {hands(after)}
        <span
          className={`h-0.5 w-6 ${view.gap.to ? "bg-ink" : "bg-[repeating-linear-gradient(90deg,var(--ink)_0_3px,transparent_3px_6px)]"}`}
        />
      </div>
    </div>
  );
}

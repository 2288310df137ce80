"use client";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { spokenDay, toDay } from "../../core/calendar/day.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { enter } from "../enter.ts";
import { Button } from "../kit/button.tsx";
import { DateInput } from "../kit/date-input.tsx";
import { Field, TextInput } from "../kit/field.tsx";

const spoken = (day: string) => spokenDay(toDay(day));

/** Moves work within its window, or further with a reason; skips it with one. */
export function MoveForm({ task, today, done }: { task: DayView["tasks"][number]; today: string; done: () => Promise<void> }) {
  const t = useTranslations("plan.move");
  const [to, setTo] = useState([task.dueDay, today].sort().at(-1) ?? today);
  const [reason, setReason] = useState("");
  const outside = to < task.opens || to > task.overdueAfter;
  const send = async (what: "move" | "skip") => {
    const of = { ...(task.machine ? { machine: task.machine } : {}), ...(task.routine ? { routine: task.routine } : {}) };
    const because = reason.trim() ? { reason: reason.trim() } : {};
    const entry =
      what === "move"
        ? { ...of, kind: "move", body: { due: task.dueDay, to, ...because } }
        : task.oneOff
          ? { ...of, kind: "one-off-over", body: { of: task.oneOff, outcome: "skipped", ...because } }
          : { ...of, kind: "routine", body: { outcome: "skipped", ...because } };
    const said = what === "move" ? t("moved", { name: task.name, day: spoken(to) }) : t("skipped", { name: task.name });
    if (await enter(entry, said)) await done();
  };
  return (
    <div className="mt-1 grid gap-2 border-line border-t pt-2">
      <Field label={t("reason")}>
        <TextInput value={reason} maxLength={500} onChange={(event) => setReason(event.target.value)} />
      </Field>
      {task.movable && (
        <div className="flex items-end gap-2">
          <Field label={t("to")} hint={t("window", { from: spoken(task.opens), to: spoken(task.overdueAfter) })} className="grow">
            <DateInput value={to} onChange={setTo} min={today} today={today} />
          </Field>
          <Button className="mb-5" disabled={to === task.dueDay || (outside && !reason.trim())} onClick={() => void send("move")}>
            {t("move")}
          </Button>
        </div>
      )}
      <Button disabled={!reason.trim()} onClick={() => void send("skip")}>
        {t("skip")}
      </Button>
    </div>
  );
}

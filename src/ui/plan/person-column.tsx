"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { Popover } from "radix-ui";
import { useTranslations } from "use-intl";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { Button } from "../kit/button.tsx";
import { Initials } from "../kit/initials.tsx";
import { Meter } from "../kit/meter.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { type Give, isOpen, label, type Task } from "./given-task.ts";

/** Minutes that fill somebody's bar. */
const FULL_MINUTES = 240;

/** A person with their minutes of the day and what they have; while something is dragged, why it can't be theirs. */
export function PersonColumn({
  person,
  view,
  minutes,
  dragged,
  give,
  mayPlan,
}: {
  person: DayView["people"][number];
  view: DayView;
  minutes: number;
  dragged: Task | null;
  give: Give;
  mayPlan: boolean;
}) {
  const t = useTranslations("plan.person");
  const { setNodeRef, isOver } = useDroppable({ id: `person/${person.id}` });
  const not = dragged ? whyNot(person, dragged) : undefined;
  const tasks = view.tasks.filter((task) => task.person === person.id);
  const there = person.shifts.length > 0;
  return (
    <section
      ref={setNodeRef}
      aria-label={person.name}
      className={`grid grid-cols-[11rem_1fr] gap-3 border-line border-b py-2 ${isOver && !not ? "bg-accent-wash" : ""} ${not ? "bg-[repeating-linear-gradient(135deg,transparent_0_8px,var(--hold-wash)_8px_12px)]" : ""} max-sm:grid-cols-1`}
    >
      <div className="flex items-center gap-2">
        <Initials name={person.name} big />
        <span className="min-w-0 grow">
          <h2 className={`!text-sm truncate font-bold ${there ? "" : "text-ink3"}`}>{person.name}</h2>
          <Meter share={minutes / FULL_MINUTES} label={t("minutes", { minutes })} className="my-0.5 !h-1.5" />
          <span className="block text-ink3 text-xs">
            <span className="figure text-ink2">{t("minutes", { minutes })}</span>{" "}
            {there ? person.shifts.join(", ") : (person.absence ?? t("notThere"))}
          </span>
        </span>
      </div>
      <div>
        {not && <p className="font-semibold text-hold text-sm">{not}</p>}
        {tasks.length === 0 && there && <p className="py-1 text-ink3 text-sm">{t("nothing")}</p>}
        <ul className="flex flex-wrap gap-1.5">
          {tasks.map((task) => (
            <li key={task.key}>
              <Mine task={task} view={view} give={give} mayPlan={mayPlan} />
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

function Mine({ task, view, give, mayPlan }: { task: Task; view: DayView; give: Give; mayPlan: boolean }) {
  const t = useTranslations("plan");
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: task.key, disabled: !mayPlan || !isOpen(task) });
  const open = isOpen(task);
  const pill = `inline-flex min-h-7 items-center gap-1.5 rounded-full border px-2.5 text-xs ${task.late && open ? "border-hold bg-hold-fill font-bold text-white" : open ? "border-rule bg-card" : "border-transparent text-ink3"}`;
  const said = (
    <>
      {!open && <span aria-hidden="true">{task.state === "done" ? "✓" : "–"}</span>}
      <b>{task.machineName ?? t("task.shop")}</b> {task.short}
    </>
  );
  if (!mayPlan || !open)
    return (
      <span className={pill} title={label(task)}>
        {said}
      </span>
    );
  return (
    <span ref={setNodeRef} {...listeners} className={`inline-block cursor-grab touch-none ${isDragging ? "opacity-40" : ""}`}>
      <Popover.Root>
        <Popover.Trigger className={`${pill} hover:border-ink`} aria-label={t("person.whyOf", { work: label(task) })}>
          {said}
        </Popover.Trigger>
        <PopCard label={label(task)} align="start" className="w-72 gap-2">
          <p>
            {task.given?.why
              ? t("person.givenWhy", { name: task.given.by, why: task.given.why })
              : t("person.givenBy", { name: task.given?.by ?? "" })}
          </p>
          <Button onClick={() => void give([{ key: task.key, person: null, why: null }], t("task.open", { work: label(task) }))}>
            {t("nobody.toNobody")}
          </Button>
          {view.people
            .filter((person) => !whyNot(person, task) && person.id !== task.person)
            .map((person) => (
              <Button
                key={person.id}
                onClick={() =>
                  void give([{ key: task.key, person: person.id, why: null }], t("task.to", { work: label(task), name: person.name }))
                }
              >
                {t("person.to", { name: person.name })}
              </Button>
            ))}
        </PopCard>
      </Popover.Root>
    </span>
  );
}

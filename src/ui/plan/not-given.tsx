"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { GripVerticalIcon, UserPlusIcon } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useTranslations } from "use-intl";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { Button } from "../kit/button.tsx";
import { Badge } from "../kit/chip.tsx";
import { Initials } from "../kit/initials.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { type Give, label, type Task } from "./given-task.ts";
import { MoveForm } from "./move-form.tsx";

type Shared = { view: DayView; give: Give; mayPlan: boolean; load: (day: string) => Promise<void> };

/** What nobody has yet, in walking order; what may be done early apart. */
export function NotGiven({ tasks, early, ...shared }: { tasks: Task[]; early: Task[] } & Shared) {
  const t = useTranslations("plan.nobody");
  const [showEarly, setShowEarly] = useState(false);
  const { setNodeRef, isOver } = useDroppable({ id: "nobody" });
  const list = (items: Task[]) => (
    <ul>
      {items.map((task, index) => {
        const before = items[index - 1];
        const first = !before || (before.beat ?? "") !== (task.beat ?? "");
        return (
          <li key={task.key}>
            {first && <h3 className="mt-2.5 font-semibold text-ink3 text-xs">{t(task.beat ?? "between")}</h3>}
            <TaskLine task={task} {...shared} />
          </li>
        );
      })}
    </ul>
  );
  return (
    <section
      aria-label={t("title")}
      ref={setNodeRef}
      className={`h-fit rounded-[6px] border border-line bg-card p-3.5 ${isOver ? "!bg-accent-wash" : ""}`}
    >
      <h2 className="!text-base flex items-center justify-between font-bold">
        {t("title")} <Badge>{tasks.length}</Badge>
      </h2>
      {tasks.length === 0 && <p className="py-2 text-ink2">{t("none")}</p>}
      {list(tasks)}
      {early.length > 0 && !showEarly && (
        <Button look="quiet" onClick={() => setShowEarly(true)} className="mt-2">
          {t("showEarly", { count: early.length })}
        </Button>
      )}
      {showEarly && (
        <>
          <h3 className="mt-3 font-semibold">{t("early")}</h3>
          {list(early)}
        </>
      )}
    </section>
  );
}

function TaskLine({ task, ...shared }: { task: Task } & Shared) {
  const t = useTranslations("plan.task");
  const { mayPlan } = shared;
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: task.key, disabled: !mayPlan });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      className={`flex min-h-9 items-center gap-2 border-line border-b text-sm ${mayPlan ? "cursor-grab touch-none" : ""} ${isDragging ? "opacity-40" : ""}`}
    >
      {mayPlan && <GripVerticalIcon aria-hidden="true" className="size-4 shrink-0 text-ink3" />}
      <span className="min-w-0 grow truncate" title={label(task)}>
        <b>{task.machineName ?? t("shop")}</b> {task.name}{" "}
        {task.late ? (
          <b className="text-hold">{t("late")}</b>
        ) : (
          <span className="text-ink2">{task.dueWords === "today" ? "" : task.dueWords}</span>
        )}
      </span>
      <span
        aria-hidden="true"
        className={`h-2.5 shrink-0 ${task.late ? "bg-hold" : "bg-ink"}`}
        style={{ width: Math.min(60, 2 + task.minutes * 1.5) }}
      />
      <span className="figure w-7 shrink-0 text-right text-ink2">{task.minutes}</span>
      {mayPlan && <GiveMenu task={task} {...shared} />}
    </div>
  );
}

/** The same as a drag, by keyboard: who may, who may not and why; moving and skipping too. */
function GiveMenu({ task, view, give, load }: { task: Task } & Shared) {
  const t = useTranslations("plan");
  const [open, setOpen] = useState(false);
  const to = (person: string | null, said: string) => {
    setOpen(false);
    void give([{ key: task.key, person, why: null }], said);
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="grid size-8 shrink-0 place-items-center rounded-full border-[1.5px] border-rule border-dashed text-ink2 hover:border-ink"
        aria-label={t("nobody.assign", { work: label(task) })}
        onPointerDown={(event) => event.stopPropagation()}
      >
        <UserPlusIcon aria-hidden="true" className="size-4" />
      </Popover.Trigger>
      <PopCard label={t("nobody.assignTo", { work: label(task) })} align="end" className="max-h-[80vh] w-80 gap-1">
        <p className="font-bold">{label(task)}</p>
        <ul className="list-disc pl-5 text-ink2 text-sm">
          {task.why.map((why) => (
            <li key={why}>{why}</li>
          ))}
        </ul>
        {view.people.map((person) => {
          const not = whyNot(person, task);
          return (
            <button
              key={person.id}
              type="button"
              disabled={not !== undefined}
              className="flex min-h-9 items-center gap-2 rounded-[3px] px-1.5 text-left enabled:hover:bg-accent-wash disabled:text-ink3"
              onClick={() => to(person.id, t("task.to", { work: label(task), name: person.name }))}
            >
              <Initials name={person.name} /> {person.name}
              <span className={`ml-auto text-xs ${not ? "text-hold" : "text-ink3"}`}>{not ?? person.shifts.join(", ")}</span>
            </button>
          );
        })}
        {task.person && <Button onClick={() => to(null, t("task.open", { work: label(task) }))}>{t("nobody.toNobody")}</Button>}
        <MoveForm
          task={task}
          today={view.today}
          done={() => {
            setOpen(false);
            return load(view.day);
          }}
        />
      </PopCard>
    </Popover.Root>
  );
}

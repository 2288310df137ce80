"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { Popover } from "radix-ui";
import { useState } from "react";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { PopCard } from "../kit/pop-card.tsx";
import { MoveForm } from "./forms.tsx";
import { type Give, label, type Task } from "./given-task.ts";

const BEAT_NAMES = { opening: "Opening", midday: "Midday", closing: "Closing" } as const;

/** What nobody has yet, in walking order; what may be done early apart. */
export function NotGiven({
  tasks,
  early,
  view,
  give,
  mayPlan,
  load,
}: {
  tasks: Task[];
  early: Task[];
  view: DayView;
  give: Give;
  mayPlan: boolean;
  load: (day: string) => Promise<void>;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: "nobody" });
  const list = (items: Task[]) => (
    <ul>
      {items.map((task, index) => {
        const heading = task.beat ? BEAT_NAMES[task.beat] : "In between";
        const before = items[index - 1];
        const first = !before || (before.beat ?? "") !== (task.beat ?? "");
        return (
          <li key={task.key}>
            {first && <h3 className="mt-2 text-ink2 text-sm">{heading}</h3>}
            <TaskLine task={task} view={view} give={give} mayPlan={mayPlan} load={load} />
          </li>
        );
      })}
    </ul>
  );
  return (
    <section aria-label="Not given" ref={setNodeRef} className={isOver ? "bg-well" : ""}>
      <h2 className="border-rule border-b pb-1">
        Not given <span className="figure font-normal text-ink2">{tasks.length}</span>
      </h2>
      {tasks.length === 0 && <p className="py-2 text-ink2">All of the day's work is given.</p>}
      {list(tasks)}
      {early.length > 0 && (
        <details className="mt-3">
          <summary className="cursor-pointer py-1 text-ink2">{early.length} may be done early</summary>
          {list(early)}
        </details>
      )}
    </section>
  );
}

function TaskLine({
  task,
  view,
  give,
  mayPlan,
  load,
}: {
  task: Task;
  view: DayView;
  give: Give;
  mayPlan: boolean;
  load: (day: string) => Promise<void>;
}) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: task.key, disabled: !mayPlan });
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      className={`flex items-baseline gap-2 border-line border-b py-0.5 ${mayPlan ? "cursor-grab touch-none" : ""} ${isDragging ? "opacity-40" : ""}`}
    >
      <span className="grow">
        <span className={`font-semibold ${task.late ? "text-hold" : ""}`}>{task.machineName ?? "Shop"}</span> {task.name}
        <span className="text-ink2 text-sm">
          {" "}
          {task.late ? "late" : ""} {task.dueWords === "today" ? "" : task.dueWords}
        </span>
      </span>
      <span className="figure whitespace-nowrap text-ink2">{task.minutes} min</span>
      {mayPlan && <GiveMenu task={task} view={view} give={give} load={load} />}
    </div>
  );
}

/** The same as a drag, by keyboard: who may, who may not and why; moving and skipping too. */
function GiveMenu({ task, view, give, load }: { task: Task; view: DayView; give: Give; load: (day: string) => Promise<void> }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="press !min-h-8 !px-2"
        aria-label={`${label(task)}: give`}
        onPointerDown={(event) => event.stopPropagation()}
      >
        Give
      </Popover.Trigger>
      <PopCard label={`${label(task)}: give to`} align="end" className="max-h-[80vh] w-80 gap-1">
        <p className="font-semibold">{label(task)}</p>
        <ul className="list-disc pl-5 text-sm">
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
              className="press !justify-between"
              onClick={() => {
                setOpen(false);
                void give([{ key: task.key, person: person.id, why: null }], `${label(task)}: ${person.name}.`);
              }}
            >
              {person.name} <span className="font-normal text-sm">{not ?? person.shifts.join(", ")}</span>
            </button>
          );
        })}
        {task.person && (
          <button
            type="button"
            className="press"
            onClick={() => {
              setOpen(false);
              void give([{ key: task.key, person: null, why: null }], `${label(task)}: open again.`);
            }}
          >
            To nobody
          </button>
        )}
        <MoveForm
          task={task}
          done={() => {
            setOpen(false);
            return load(view.day);
          }}
        />
      </PopCard>
    </Popover.Root>
  );
}

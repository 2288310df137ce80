"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { Popover } from "radix-ui";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { PopCard } from "../kit/pop-card.tsx";
import { type Give, isOpen, label, type Task } from "./given-task.ts";

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
  const { setNodeRef, isOver } = useDroppable({ id: `person/${person.id}` });
  const not = dragged ? whyNot(person, dragged) : undefined;
  const tasks = view.tasks.filter((task) => task.person === person.id);
  const most = 240;
  return (
    <section
      ref={setNodeRef}
      aria-label={person.name}
      className={`border-line border-b pb-2 ${isOver && !not ? "bg-well" : ""} ${not ? "opacity-60" : ""}`}
    >
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        {person.name}
        <span className="font-normal text-ink2 text-sm">
          {person.shifts.length ? person.shifts.join(", ") : (person.absence ?? "not there")}
        </span>
        <span className="font-normal text-ink2 text-sm">{(person.skills ?? []).join(" ")}</span>
        <span className="figure ml-auto font-normal">{minutes} min</span>
      </h2>
      <div className="my-1 h-1.5 bg-well" aria-hidden="true">
        <div className="h-full bg-ink" style={{ width: `${Math.min(100, (100 * minutes) / most)}%` }} />
      </div>
      {not && <p className="text-sm text-hold">{not}</p>}
      <ul className="flex flex-wrap gap-x-3">
        {tasks.map((task) => (
          <li key={task.key}>
            <Mine task={task} view={view} give={give} mayPlan={mayPlan} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Mine({ task, view, give, mayPlan }: { task: Task; view: DayView; give: Give; mayPlan: boolean }) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: task.key, disabled: !mayPlan || !isOpen(task) });
  return (
    <span
      ref={setNodeRef}
      {...listeners}
      className={`inline-flex items-baseline gap-1.5 py-0.5 ${mayPlan && isOpen(task) ? "cursor-grab touch-none" : "text-ink2"} ${isDragging ? "opacity-40" : ""}`}
    >
      <span aria-hidden="true">{task.state === "done" ? "✓" : task.state === "skipped" ? "–" : task.late ? "!" : "•"}</span>
      <span className={task.late && isOpen(task) ? "text-hold" : ""}>{label(task)}</span>
      {mayPlan && isOpen(task) && (
        <Popover.Root>
          <Popover.Trigger
            className="rounded-sm px-1 text-accent underline"
            aria-label={`${label(task)}: why ${task.given?.by ? "given" : ""}, and change`}
            onPointerDown={(event) => event.stopPropagation()}
          >
            why
          </Popover.Trigger>
          <PopCard label={label(task)} align="start" className="w-72 gap-2">
            <p>
              Given by {task.given?.by}
              {task.given?.why ? `: ${task.given.why}` : ""}.
            </p>
            <button
              type="button"
              className="press"
              onClick={() => void give([{ key: task.key, person: null, why: null }], `${label(task)}: open again.`)}
            >
              Take it back
            </button>
            {view.people
              .filter((person) => !whyNot(person, task) && person.id !== task.person)
              .map((person) => (
                <button
                  key={person.id}
                  type="button"
                  className="press"
                  onClick={() => void give([{ key: task.key, person: person.id, why: null }], `${label(task)}: ${person.name}.`)}
                >
                  To {person.name}
                </button>
              ))}
          </PopCard>
        </Popover.Root>
      )}
    </span>
  );
}

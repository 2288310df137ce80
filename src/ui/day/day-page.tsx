"use client";
import { DndContext, type DragEndEvent, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from "@dnd-kit/core";
import { Popover } from "radix-ui";
import { useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { fillTheRest, type Given, giveToTheUsual } from "../../core/tasks/fill-the-rest.ts";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day-view.ts";
import { oneAtATime } from "../one-at-a-time.ts";
import { sayFault } from "../say-fault.ts";
import { ask, entryOf, sendEntries } from "../send.ts";
import { useLive } from "../use-live.ts";
import { MoveForm, OneOffForm, RosterForms, UsualForm } from "./forms.tsx";

type Task = DayView["tasks"][number];
const isOpen = ({ state }: Task) => state !== "done" && state !== "skipped";
/** What is to be given out: due by the day in view; what may only be done early is shown apart. */
const isDue = (task: Task) => isOpen(task) && task.state !== "open";

/** Giving out the day's work: tasks on the left, people with their minutes on the right; by drag or by keyboard. */
export function DayPage({ first, role }: { first: DayView; role: Role }) {
  const [view, setView] = useState(first);
  const mayPlan = mayDo(role, "plan");
  const load = useCallback(async (day: string) => {
    try {
      setView(await ask<DayView>(`/api/day?on=${day}`));
    } catch (error) {
      sayFault(error);
    }
  }, []);
  const shown = useRef(view.day);
  shown.current = view.day;
  const again = useMemo(() => oneAtATime(() => load(shown.current)), [load]);
  useLive(() => void again());
  const give = useCallback(
    async (given: (Given | { key: string; person: string | null; why: string | null })[], said: string) => {
      const entries = given.flatMap(({ key, person, why }) => {
        const task = view.tasks.find((each) => each.key === key);
        return task
          ? [
              entryOf({
                kind: "task",
                ...(task.machine ? { machine: task.machine } : {}),
                ...(task.routine ? { routine: task.routine } : {}),
                body: { key, due: task.dueDay, person, ...(why ? { why } : {}) },
              }),
            ]
          : [];
      });
      if (entries.length === 0) return void toast("There is nothing to give that way.");
      try {
        await sendEntries(entries);
        await load(view.day);
        toast(said, {
          duration: 12_000,
          action: {
            label: "Undo",
            onClick: () =>
              void sendEntries(
                entries.map(({ id }) => entryOf({ kind: "amendment", amends: id, body: { why: "Given by mistake", struck: true } })),
              )
                .then(() => load(view.day))
                .then(() => toast("As it was before; the ledger keeps both."), sayFault),
          },
        });
      } catch (error) {
        sayFault(error);
      }
    },
    [view, load],
  );
  const minutes = new Map(
    view.people.map(({ id }) => [
      id,
      view.tasks.filter((task) => task.person === id && isDue(task)).reduce((sum, task) => sum + task.minutes, 0),
    ]),
  );
  const due = view.tasks.filter(isDue);
  const free = due.filter(({ person }) => person === null);
  const early = view.tasks.filter((task) => isOpen(task) && task.state === "open" && task.person === null);
  const fill = () => {
    const given = fillTheRest(free, view.people, minutes);
    void give(given, `${given.length} given: longest first, each to whoever fits and has the least.`);
  };
  const usual = () => {
    const given = giveToTheUsual(free, view.people, view.usual);
    void give(given, `${given.length} given to the usual people.`);
  };
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [dragged, setDragged] = useState<Task | null>(null);
  const dropped = ({ over }: DragEndEvent) => {
    const task = dragged;
    setDragged(null);
    if (!task || !over) return;
    const person = view.people.find(({ id }) => `person/${id}` === over.id);
    if (over.id === "nobody") return void give([{ key: task.key, person: null, why: null }], `${label(task)}: open again.`);
    if (!person) return;
    const not = whyNot(person, task);
    if (not) return void toast.error(`${person.name} ${not}.`);
    void give([{ key: task.key, person: person.id, why: null }], `${label(task)}: ${person.name}.`);
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => setDragged(view.tasks.find(({ key }) => key === active.id) ?? null)}
      onDragEnd={dropped}
      onDragCancel={() => setDragged(null)}
    >
      <main className="px-4 py-3">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <h1>The day's work</h1>
          <label className="flex items-center gap-2">
            <span className="sr-only">Day</span>
            <select value={view.day} onChange={(event) => void load(event.target.value)} className="field">
              {view.days.map(({ day, words, works }) => (
                <option key={day} value={day}>
                  {day === view.today ? "today, " : ""}
                  {words}
                  {works ? "" : " (day off)"}
                </option>
              ))}
            </select>
          </label>
          <span className="text-soft">
            {free.length} of {due.length} not given, {free.reduce((sum, task) => sum + task.minutes, 0)} min hands-on
          </span>
          {mayPlan && (
            <span className="ml-auto flex gap-2">
              <button type="button" className="press" onClick={usual}>
                Give to the usual people
              </button>
              <button type="button" className="press press-main" onClick={fill}>
                Fill the rest
              </button>
            </span>
          )}
        </div>
        {view.beyond.length > 0 && (
          <details className="mt-2 border-stop border-l-4 pl-3">
            <summary className="cursor-pointer py-1">
              <strong>{view.beyond.length}</strong> in the next 7 days that nobody there may do:{" "}
              {[...new Set(view.beyond.map(({ dayWords, machine, name }) => `${machine ?? ""} ${name} (${dayWords})`))]
                .slice(0, 2)
                .join("; ")}
              {view.beyond.length > 2 ? " …" : ""}
            </summary>
            <ul className="max-h-60 overflow-auto text-sm">
              {view.beyond.map((each) => (
                <li key={`${each.day}/${each.machine}/${each.name}`} className="py-0.5">
                  <strong className="font-semibold">
                    {each.dayWords}: {each.machine} {each.name}
                  </strong>{" "}
                  <span className="text-soft">{each.why.join("; ")}</span>
                </li>
              ))}
            </ul>
          </details>
        )}
        {view.withdrawn.length > 0 && (
          <p className="mt-2 text-soft">
            Withdrawn, since the calendar or a routine was changed:{" "}
            {view.withdrawn.map(({ name, person }) => `${name} (${person})`).join("; ")}.
          </p>
        )}
        <div className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
          <Open tasks={free} early={early} view={view} give={give} mayPlan={mayPlan} load={load} />
          <section aria-label="People" className="grid h-fit gap-3">
            {view.people.map((person) => (
              <PersonColumn
                key={person.id}
                person={person}
                view={view}
                minutes={minutes.get(person.id) ?? 0}
                dragged={dragged}
                give={give}
                mayPlan={mayPlan}
              />
            ))}
          </section>
        </div>
        {mayPlan && (
          <div className="mt-6 grid gap-6 border-hair border-t pt-3 lg:grid-cols-3">
            <OneOffForm view={view} done={() => load(view.day)} />
            <RosterForms view={view} done={() => load(view.day)} />
            <UsualForm view={view} done={() => load(view.day)} />
          </div>
        )}
      </main>
    </DndContext>
  );
}

export const label = (task: Pick<Task, "machineName" | "name">) => `${task.machineName ? `${task.machineName}, ` : ""}${task.name}`;
export type Give = (given: { key: string; person: string | null; why: string | null }[], said: string) => Promise<void>;
const BEAT_NAMES = { opening: "Opening", midday: "Midday", closing: "Closing" } as const;

function Open({
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
            {first && <h3 className="mt-2 text-soft text-sm">{heading}</h3>}
            <TaskLine task={task} view={view} give={give} mayPlan={mayPlan} load={load} />
          </li>
        );
      })}
    </ul>
  );
  return (
    <section aria-label="Not given" ref={setNodeRef} className={isOver ? "bg-tint" : ""}>
      <h2 className="border-soft border-b pb-1">
        Not given <span className="figure font-normal text-soft">{tasks.length}</span>
      </h2>
      {tasks.length === 0 && <p className="py-2 text-soft">All of the day's work is given.</p>}
      {list(tasks)}
      {early.length > 0 && (
        <details className="mt-3">
          <summary className="cursor-pointer py-1 text-soft">{early.length} may be done early</summary>
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
      className={`flex items-baseline gap-2 border-hair border-b py-0.5 ${mayPlan ? "cursor-grab touch-none" : ""} ${isDragging ? "opacity-40" : ""}`}
    >
      <span className="grow">
        <span className={`font-semibold ${task.late ? "text-stop" : ""}`}>{task.machineName ?? "Shop"}</span> {task.name}
        <span className="text-soft text-sm">
          {" "}
          {task.late ? "late" : ""} {task.dueWords === "today" ? "" : task.dueWords}
        </span>
      </span>
      <span className="figure whitespace-nowrap text-soft">{task.minutes} min</span>
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
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          aria-label={`${label(task)}: give to`}
          className="z-20 grid max-h-[80vh] w-80 gap-1 overflow-auto rounded-sm border border-soft bg-raised p-3 shadow-lg"
        >
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
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function PersonColumn({
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
      className={`border-hair border-b pb-2 ${isOver && !not ? "bg-tint" : ""} ${not ? "opacity-60" : ""}`}
    >
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        {person.name}
        <span className="font-normal text-soft text-sm">
          {person.shifts.length ? person.shifts.join(", ") : (person.absence ?? "not there")}
        </span>
        <span className="font-normal text-soft text-sm">{(person.skills ?? []).join(" ")}</span>
        <span className="figure ml-auto font-normal">{minutes} min</span>
      </h2>
      <div className="my-1 h-1.5 bg-tint" aria-hidden="true">
        <div className="h-full bg-ink" style={{ width: `${Math.min(100, (100 * minutes) / most)}%` }} />
      </div>
      {not && <p className="text-sm text-stop">{not}</p>}
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
      className={`inline-flex items-baseline gap-1.5 py-0.5 ${mayPlan && isOpen(task) ? "cursor-grab touch-none" : "text-soft"} ${isDragging ? "opacity-40" : ""}`}
    >
      <span aria-hidden="true">{task.state === "done" ? "✓" : task.state === "skipped" ? "–" : task.late ? "!" : "•"}</span>
      <span className={task.late && isOpen(task) ? "text-stop" : ""}>{label(task)}</span>
      {mayPlan && isOpen(task) && (
        <Popover.Root>
          <Popover.Trigger
            className="rounded-sm px-1 text-accent underline"
            aria-label={`${label(task)}: why ${task.given?.by ? "given" : ""}, and change`}
            onPointerDown={(event) => event.stopPropagation()}
          >
            why
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="start"
              sideOffset={4}
              collisionPadding={8}
              aria-label={label(task)}
              className="z-20 grid w-72 gap-2 rounded-sm border border-soft bg-raised p-3 shadow-lg"
            >
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
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}

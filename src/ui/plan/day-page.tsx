"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { useCallback, useMemo, useRef, useState } from "react";
import { toast } from "sonner";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { fillTheRest, type Given, giveToTheUsual } from "../../core/tasks/fill-the-rest.ts";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { oneAtATime } from "../one-at-a-time.ts";
import { trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { useLive } from "../use-live.ts";
import { sendWithUndo } from "../with-undo.ts";
import { OneOffForm, RosterForms, UsualForm } from "./forms.tsx";
import { isOpen, label, type Task } from "./given-task.ts";
import { NotGiven } from "./not-given.tsx";
import { PersonColumn } from "./person-column.tsx";

/** What is to be given out: due by the day in view; what may only be done early is shown apart. */
const isDue = (task: Task) => isOpen(task) && task.state !== "open";

/** Giving out the day's work: tasks on the left, people with their minutes on the right; by drag or by keyboard. */
export function DayPage({ first, role }: { first: DayView; role: Role }) {
  const [view, setView] = useState(first);
  const mayPlan = mayDo(role, "plan");
  const load = useCallback(async (day: string) => {
    await trying(async () => {
      setView(await ask<DayView>(`/api/day?on=${day}`));
    });
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
      await trying(() => sendWithUndo(entries, { said, why: "Given by mistake", after: () => load(view.day) }));
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
          <span className="text-ink2">
            {free.length} of {due.length} not given, {free.reduce((sum, task) => sum + task.minutes, 0)} min hands-on
          </span>
          <a href="/paper">On paper</a>
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
          <details className="mt-2 border-hold border-l-4 pl-3">
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
                  <span className="text-ink2">{each.why.join("; ")}</span>
                </li>
              ))}
            </ul>
          </details>
        )}
        {view.withdrawn.length > 0 && (
          <p className="mt-2 text-ink2">
            Withdrawn, since the calendar or a routine was changed:{" "}
            {view.withdrawn.map(({ name, person }) => `${name} (${person})`).join("; ")}.
          </p>
        )}
        <div className="mt-3 grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
          <NotGiven tasks={free} early={early} view={view} give={give} mayPlan={mayPlan} load={load} />
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
          <div className="mt-6 grid gap-6 border-line border-t pt-3 lg:grid-cols-3">
            <OneOffForm view={view} done={() => load(view.day)} />
            <RosterForms view={view} done={() => load(view.day)} />
            <UsualForm view={view} done={() => load(view.day)} />
          </div>
        )}
      </main>
    </DndContext>
  );
}

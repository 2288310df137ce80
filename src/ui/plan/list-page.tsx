"use client";
import { DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { PrinterIcon, UsersIcon, WandSparklesIcon } from "lucide-react";
import Link from "next/link";
import { Popover } from "radix-ui";
import { useCallback, useMemo, useRef, useState } from "react";
import { useTranslations } from "use-intl";
import type { Role } from "../../core/fleet/vocabulary.ts";
import { mayDo } from "../../core/safety/who-may.ts";
import { fillTheRest, type Given, giveToTheUsual, whyNobody } from "../../core/tasks/fill-the-rest.ts";
import { whyNot } from "../../core/tasks/fits.ts";
import type { DayView } from "../../work/day/day-view.ts";
import { Button, buttonLook } from "../kit/button.tsx";
import { Panel } from "../kit/panel.tsx";
import { PopCard } from "../kit/pop-card.tsx";
import { oneAtATime } from "../one-at-a-time.ts";
import { trying } from "../say.ts";
import { ask, entryOf } from "../send.ts";
import { toast } from "../toast.ts";
import { useLive } from "../use-live.ts";
import { sendWithUndo } from "../with-undo.ts";
import { isOpen, label, type Task } from "./given-task.ts";
import { NotGiven } from "./not-given.tsx";
import { PersonColumn } from "./person-column.tsx";
import { PlanFrame } from "./plan-frame.tsx";
import { SomethingChanged } from "./something-changed.tsx";
import { UsualTeam } from "./usual-team.tsx";

/** What is to be given out: due by the day in view; what may only be done early is shown apart. */
const isDue = (task: Task) => isOpen(task) && task.state !== "open";

/** Giving out the day's work: jobs on the left, people with their minutes on the right; by drag or by keyboard. */
export function ListPage({ first, role }: { first: DayView; role: Role }) {
  const t = useTranslations("plan");
  const [view, setView] = useState(first);
  const [team, setTeam] = useState(false);
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
      if (entries.length === 0) return void toast(t("nobody.nothingLeft"));
      await trying(() => sendWithUndo(entries, { said, why: t("task.givenByMistake"), after: () => load(view.day) }));
    },
    [view, load, t],
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
    const given = fillTheRest(free, view.people, minutes, view.clock);
    const left = free.filter(({ key }) => !given.some((each) => each.key === key));
    const [first] = left;
    const said = t("task.assigned", { count: given.length });
    const rest = first ? t("task.leftOver", { count: left.length, work: label(first), why: whyNobody(first, view.people) }) : "";
    void give(given, `${said} ${rest}`.trim());
  };
  const usual = () => {
    const given = giveToTheUsual(free, view.people, view.usual);
    void give(given, t("task.usualAssigned", { count: given.length }));
  };
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [dragged, setDragged] = useState<Task | null>(null);
  const dropped = ({ over }: DragEndEvent) => {
    const task = dragged;
    setDragged(null);
    if (!task || !over) return;
    const person = view.people.find(({ id }) => `person/${id}` === over.id);
    if (over.id === "nobody") return void give([{ key: task.key, person: null, why: null }], t("task.open", { work: label(task) }));
    if (!person) return;
    const not = whyNot(person, task);
    if (not) return void toast.error(t("task.refused", { name: person.name, why: not }));
    void give([{ key: task.key, person: person.id, why: null }], t("task.to", { work: label(task), name: person.name }));
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }) => setDragged(view.tasks.find(({ key }) => key === active.id) ?? null)}
      onDragEnd={dropped}
      onDragCancel={() => setDragged(null)}
    >
      <PlanFrame
        way="list"
        number={free.length}
        title={
          due.length === 0
            ? t("answer.nothing")
            : free.length === 0
              ? t("answer.allGiven", { all: due.length })
              : t("answer.nobody", { all: due.length })
        }
        more={t("answer.hands", { minutes: free.reduce((sum, task) => sum + task.minutes, 0) })}
        actions={
          <>
            {mayPlan && (
              <SomethingChanged
                shape={view}
                roster={{
                  usual: Object.fromEntries(view.people.map(({ id, usual: shifts }) => [id, shifts])),
                  shifts: view.shifts,
                  changes: view.roster,
                }}
                done={() => load(view.day)}
              />
            )}
            <Link href="/paper" prefetch={false} className={buttonLook()}>
              <PrinterIcon aria-hidden="true" />
              {t("print")}
            </Link>
            {mayPlan && (
              <>
                <Button onClick={() => setTeam(true)}>
                  <UsersIcon aria-hidden="true" />
                  {t("usual")}
                </Button>
                <Button look="primary" onClick={fill} disabled={free.length === 0}>
                  <WandSparklesIcon aria-hidden="true" />
                  {t("assignAll")}
                </Button>
              </>
            )}
          </>
        }
        day={{ value: view.day, today: view.today, days: view.days, onChange: (day) => void load(day) }}
      >
        {view.beyond.length > 0 && (
          <p className="mb-2 flex flex-wrap items-center gap-2 border-hold border-l-4 pl-3 text-sm">
            {t("nobody.beyond", { count: view.beyond.length })}.
            <Popover.Root>
              <Popover.Trigger className="font-semibold text-accent underline">{t("nobody.beyondShow")}</Popover.Trigger>
              <PopCard label={t("nobody.beyond", { count: view.beyond.length })} align="start" className="max-h-96 w-96 gap-1 text-sm">
                {view.beyond.map((each) => (
                  <p key={`${each.day}/${each.machine}/${each.name}`}>
                    <b>
                      {each.dayWords}: {each.machine} {each.name}
                    </b>{" "}
                    <span className="text-ink2">{each.why.join("; ")}</span>
                  </p>
                ))}
              </PopCard>
            </Popover.Root>
          </p>
        )}
        {view.withdrawn.length > 0 && (
          <p className="mb-2 text-ink2 text-sm">
            {t("nobody.withdrawn", { names: view.withdrawn.map(({ name, person }) => `${name} (${person})`).join("; ") })}
          </p>
        )}
        <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)]">
          <NotGiven tasks={free} early={early} view={view} give={give} mayPlan={mayPlan} load={load} />
          <section aria-label={t("person.people")} className="grid h-fit">
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
        <Panel title={t("team.title")} open={team} onOpenChange={setTeam}>
          <UsualTeam
            view={view}
            assign={() => {
              setTeam(false);
              usual();
            }}
            done={() => load(view.day)}
          />
        </Panel>
      </PlanFrame>
    </DndContext>
  );
}

"use client";
import { lazy, Suspense, useState } from "react";
import type { FloorView } from "../../core/floor/floor-view.ts";
import { inWalkingOrder } from "../../core/tasks/task.ts";
import { StateMark } from "../kit/state-mark.tsx";
import { put } from "./outbox.ts";
import { to } from "./route.ts";
import { clock, type OpenRun, openRuns } from "./runs.ts";
import { useTick } from "./timers-bar.tsx";
import type { Floor } from "./use-floor.ts";

const YourRound = lazy(() => import("./your-round.tsx").then((module) => ({ default: module.YourRound })));

type Task = FloorView["tasks"][number];
const isOpen = ({ state }: Task) => state !== "done" && state !== "skipped";
const BEAT_NAMES = { opening: "Opening", midday: "Midday", closing: "Closing" } as const;
const beatName = ({ beat }: Task) => (beat ? BEAT_NAMES[beat] : "In between");

/** The operator's first screen: what is theirs in the order of beat and walk, what anyone may take, what is running. */
export function MyShift({ floor }: { floor: Floor }) {
  const { view, who } = floor;
  const me = view.people.find(({ id }) => id === who?.person);
  const runs = openRuns(view);
  const mine = inWalkingOrder(view.tasks.filter((task) => task.person === me?.id && me));
  const may = (task: Task) => !task.skill || (me?.skills.includes(task.skill) ?? false);
  const free = inWalkingOrder(
    view.tasks.filter((task) => task.person === null && isOpen(task) && task.state !== "open" && task.state !== "coming"),
  );
  const takeable = free.filter(may);
  const minutes = mine.filter(isOpen).reduce((sum, task) => sum + task.minutes, 0);
  return (
    <main className="mx-auto max-w-3xl px-3 py-4">
      <h1>{me ? `${me.name.split(" ")[0]}'s shift` : "Who is here?"}</h1>
      <p className="mt-1 text-ink2">
        {view.todayWords}
        {me && `; ${mine.filter(isOpen).length} to do, ${minutes} min hands-on`}
      </p>
      {!me && (
        <a href={to.who} className="press press-main hand mt-4 w-full">
          Say who you are
        </a>
      )}
      {view.handover && (
        <section aria-label="Handover" className="mt-4 border-accent border-l-4 pl-3">
          <h2>Handed over to you</h2>
          <p className="text-ink2">
            From {view.handover.by}, {view.handover.words}: {view.handover.items.length}{" "}
            {view.handover.items.length === 1 ? "thing" : "things"}
          </p>
          <a href={to.handover} className="press hand mt-2">
            Read it
          </a>
        </section>
      )}
      {me && view.round && (
        <Suspense>
          <YourRound floor={floor} person={me.id} />
        </Suspense>
      )}
      <Runs runs={runs} floor={floor} mine={(run) => run.state.person === me?.id} title="Under way" />
      <TaskList
        title="Mine"
        tasks={mine}
        floor={floor}
        runs={runs}
        empty={me ? "Nothing is given to you yet. Take some from below." : ""}
      />
      <TaskList title="Anyone may take" tasks={takeable} floor={floor} runs={runs} empty="Nothing is left to take." take={me?.id} several />
      {free.length > takeable.length && (
        <p className="mt-3 text-ink2">
          {free.length - takeable.length} more need another skill:{" "}
          {[...new Set(free.filter((task) => !may(task)).map(({ skill }) => skill))].join(", ")}.
        </p>
      )}
    </main>
  );
}

function Runs({ runs, mine, title, floor }: { runs: OpenRun[]; mine: (run: OpenRun) => boolean; title: string; floor: Floor }) {
  useTick();
  if (runs.length === 0) return null;
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="border-rule border-b pb-1">{title}</h2>
      <ul className="divide-y divide-line">
        {runs.map((each) => {
          const { run, machine, routine, state } = each;
          const left = state.timer ? state.timer.endsAt - floor.now() : undefined;
          return (
            <li key={run.id} className="flex flex-wrap items-center gap-x-3 py-2">
              <div className="grow">
                <p className="font-semibold">
                  {machine.name} <span className="font-normal">{routine.name}</span>
                </p>
                <p className="text-ink2">
                  {mine(each) ? "" : `${run.personName}: `}
                  {state.status === "stopped"
                    ? `stopped: ${state.stoppedFor}`
                    : left !== undefined
                      ? left > 0
                        ? `${clock(left)} left; you are free meanwhile`
                        : "time is up"
                      : (state.now?.text ?? "all steps done")}
                </p>
                {state.owed.length > 0 && <p className="text-hold">Owed: {state.owed.map(({ words }) => words).join("; ")}</p>}
              </div>
              <a href={to.run(run.id)} className="press hand">
                {mine(each) ? "Go on" : "Look"}
              </a>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function TaskList({
  title,
  tasks,
  floor,
  runs,
  empty,
  take,
  several,
}: {
  title: string;
  tasks: Task[];
  floor: Floor;
  runs: OpenRun[];
  empty: string;
  take?: string;
  several?: boolean;
}) {
  const [all, setAll] = useState(!several);
  const machines = new Map(floor.view.machines.map((machine) => [machine.id, machine]));
  const shown = all ? tasks : tasks.slice(0, 12);
  const grouped = shown.reduce<{ beat: string; tasks: Task[] }[]>((groups, task) => {
    const last = groups.at(-1);
    if (last?.beat === beatName(task)) last.tasks.push(task);
    else groups.push({ beat: beatName(task), tasks: [task] });
    return groups;
  }, []);
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="border-rule border-b pb-1">
        {title} <span className="figure font-normal text-ink2">{tasks.filter(isOpen).length}</span>
      </h2>
      {tasks.length === 0 && <p className="py-2 text-ink2">{empty}</p>}
      {grouped.map(({ beat, tasks: group }) => (
        <div key={beat}>
          <h3 className="mt-2 text-ink2 text-sm">{beat}</h3>
          <ul className="divide-y divide-line">
            {group.map((task) => {
              const machine = task.machine ? machines.get(task.machine) : undefined;
              const running = runs.find(({ run }) => run.key === task.key);
              return (
                <li key={task.key} className="flex items-center gap-2 py-1.5">
                  <span aria-hidden="true" className="w-5 text-center font-semibold">
                    {task.state === "done" ? "✓" : task.state === "skipped" ? "–" : task.late ? "!" : "•"}
                  </span>
                  <a href={to.task(task.key)} className="grow rounded-sm py-2 text-ink no-underline hover:bg-well">
                    <span className={`font-semibold ${task.late ? "text-hold" : ""} ${isOpen(task) ? "" : "text-ink2 line-through"}`}>
                      {task.machineName ?? "Shop"}
                    </span>{" "}
                    <span className={isOpen(task) ? "" : "text-ink2 line-through"}>{task.name}</span>
                    <span className="block text-ink2 text-sm">
                      {task.late ? "late; " : ""}
                      {task.dueWords === "today" ? "" : `due ${task.dueWords}; `}
                      {task.minutes} min{running ? `; ${running.run.personName} is at it` : ""}
                    </span>
                  </a>
                  {machine && isOpen(task) && task.isCheck && <StateMark word={machine.word} />}
                  {take && (
                    <button
                      type="button"
                      className="press hand"
                      onClick={() =>
                        void put([
                          {
                            kind: "task",
                            ...(task.machine ? { machine: task.machine } : {}),
                            ...(task.routine ? { routine: task.routine } : {}),
                            body: { key: task.key, due: task.dueDay, person: take },
                          },
                        ])
                      }
                    >
                      Take
                    </button>
                  )}
                </li>
              );
            })}
          </ul>
        </div>
      ))}
      {!all && tasks.length > shown.length && (
        <button type="button" className="press hand mt-2 w-full" onClick={() => setAll(true)}>
          {tasks.length - shown.length} more
        </button>
      )}
    </section>
  );
}

"use client";
import { nextStretches } from "../../core/rounds/next-stretch.ts";
import { piecesOf } from "../../core/rounds/stretches-of.ts";
import { to } from "./route.ts";
import { clock, openRuns } from "./runs.ts";
import { useTick } from "./timers-bar.tsx";
import type { Floor } from "./use-floor.ts";

const SHOWN = 5;

/** The round in force as one person follows it: where to go now, the walk, what runs by itself meanwhile, what comes then. */
export function YourRound({ floor, person }: { floor: Floor; person: string }) {
  useTick();
  const { view } = floor;
  const { round } = view;
  if (!round) return null;
  const now = Math.floor((floor.now() - new Date(round.zero).getTime()) / 60_000);
  const clockOf = new Intl.DateTimeFormat("en-GB", { timeZone: view.timeZone, hour: "2-digit", minute: "2-digit" });
  const said = (minute: number) => clockOf.format(new Date(new Date(round.zero).getTime() + minute * 60_000));
  const machines = new Map(view.machines.map((machine) => [machine.id, machine]));
  const tasks = new Map(view.tasks.map((task) => [task.key, task]));
  const runs = openRuns(view);
  const followed = round.tasks.map(({ key, stretches }) => {
    const task = tasks.get(key);
    const machine = task?.machine ? machines.get(task.machine) : undefined;
    const routine = task?.routine ? view.routines[task.routine] : undefined;
    const run = runs.find((each) => each.run.key === key);
    const pieces = run && routine && machine ? piecesOf(routine, machine.machine) : [];
    const step = run?.state.timer?.step ?? run?.state.now?.at;
    const place = pieces.findIndex(({ steps }) => steps.includes(step ?? ""));
    return {
      key,
      area: task?.area ?? null,
      stretches,
      over: !task || task.state === "done" || task.state === "skipped",
      ...(run ? { at: Math.max(0, place) } : {}),
    };
  });
  const next = nextStretches(followed, person, now, (from, area) => (from && area ? (round.walk[from]?.[area] ?? 0) : 0));
  if (next.length === 0) return null;
  const areaName = (key: string) => view.areas.find(({ id }) => id === tasks.get(key)?.area)?.name;
  const link = (key: string) => {
    const run = runs.find((each) => each.run.key === key);
    return run ? to.run(run.run.id) : to.task(key);
  };
  const waiting = runs.filter(({ state }) => state.person === person && state.timer);
  return (
    <section aria-label="Your round" className="mt-4">
      <h2 className="border-rule border-b pb-1">Your round</h2>
      <ol className="divide-y divide-line">
        {next.slice(0, SHOWN).map((stretch, index) => {
          const task = tasks.get(stretch.key);
          return (
            <li key={`${stretch.key}/${stretch.place}`} className={index === 0 ? "border-accent border-l-4 py-2 pl-3" : "py-1 pl-4"}>
              <a href={link(stretch.key)} className="block min-h-12 text-ink no-underline">
                <span className={`figure ${index === 0 ? "text-lg" : "text-ink2"}`}>{stretch.underWay ? "now" : said(stretch.start)}</span>{" "}
                <span className={index === 0 ? "font-semibold text-xl" : "font-semibold"}>{task?.machineName ?? "Shop"}</span>{" "}
                <span className={index === 0 ? "text-lg" : ""}>{task?.name}</span>
                <span className="block text-ink2">
                  {stretch.underWay ? "under way, " : stretch.begins ? "" : "go on with it, "}
                  {stretch.end - stretch.start} min
                  {stretch.walkMinutes > 0 && `, after ${stretch.walkMinutes} min walk to ${areaName(stretch.key) ?? "it"}`}
                  {stretch.behind > 1 && <span className="text-hold">; {stretch.behind} min behind the round</span>}
                </span>
              </a>
            </li>
          );
        })}
      </ol>
      {next.length > SHOWN && (
        <p className="py-1 pl-4 text-ink2">
          {next.length - SHOWN} more, the last at {said(next.at(-1)?.start ?? 0)}
        </p>
      )}
      {waiting.map(({ run, machine, state }) => (
        <p key={run.id} className="pl-4 text-ink2">
          {machine.name} works by itself
          {state.timer && state.timer.endsAt > floor.now() ? `, ${clock(state.timer.endsAt - floor.now())} left` : ": time is up"}.
        </p>
      ))}
    </section>
  );
}

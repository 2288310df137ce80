import type { FloorView } from "../../core/floor/floor-view.ts";
import { nextStretches } from "../../core/rounds/next-stretch.ts";
import { piecesOf } from "../../core/rounds/stretches-of.ts";
import { inWalkingOrder } from "../../core/tasks/task.ts";
import { to } from "./route.ts";
import type { OpenRun } from "./runs.ts";

export type Task = FloorView["tasks"][number];
/** A piece of somebody's work in the order of doing. */
export type Stop = {
  task: Task;
  /** By the round: its clock time, how long, how far behind, whether it is gone on with. */
  round: { at: number; minutes: number; behind: number; underWay: boolean; begins: boolean } | null;
  /** The way there from the one before, where it leads to another area. */
  walk: { minutes: number | null; area: string } | null;
};

export const isOpen = ({ state }: Task): boolean => state !== "done" && state !== "skipped";

/** Somebody's open work: by the published round where there is one, then what it leaves, each in walking order. */
export function stopsOf(view: FloorView, person: string, runs: readonly OpenRun[], now: number): Stop[] {
  const mine = inWalkingOrder(view.tasks.filter((task) => task.person === person && isOpen(task)));
  const areaName = (id: string | null) => view.areas.find((area) => area.id === id)?.name ?? "";
  const planned = byRound(view, person, runs, now);
  const keys = new Set(planned.map(({ task }) => task.key));
  const rest = mine.filter(({ key }) => !keys.has(key)).map((task): Stop => ({ task, round: null, walk: null }));
  let area: string | null = null;
  return [...planned, ...rest].map((stop) => {
    const from = area;
    area = stop.task.area ?? area;
    if (stop.walk || from === null || area === null || from === area) return stop;
    const minutes = view.round?.walk[from]?.[area] ?? null;
    return { ...stop, walk: { minutes, area: areaName(area) } };
  });
}

function byRound(view: FloorView, person: string, runs: readonly OpenRun[], now: number): Stop[] {
  const { round } = view;
  if (!round) return [];
  const zero = new Date(round.zero).getTime();
  const tasks = new Map(view.tasks.map((task) => [task.key, task]));
  const followed = round.tasks.map(({ key, stretches }) => {
    const task = tasks.get(key);
    const machine = view.machines.find(({ id }) => id === task?.machine);
    const routine = task?.routine ? view.routines[task.routine] : undefined;
    const run = runs.find((each) => each.run.key === key);
    const pieces = run && routine && machine ? piecesOf(routine, machine.machine) : [];
    const step = run?.state.timer?.step ?? run?.state.now?.at;
    const place = pieces.findIndex(({ steps }) => steps.includes(step ?? ""));
    return { key, area: task?.area ?? null, stretches, over: !task || !isOpen(task), ...(run ? { at: Math.max(0, place) } : {}) };
  });
  const walk = (from: string | null, to: string | null) => (from && to ? (round.walk[from]?.[to] ?? 0) : 0);
  return nextStretches(followed, person, Math.floor((now - zero) / 60_000), walk).flatMap((stretch): Stop[] => {
    const task = tasks.get(stretch.key);
    if (!task) return [];
    const area = view.areas.find(({ id }) => id === task.area)?.name ?? "";
    return [
      {
        task,
        round: {
          at: zero + stretch.start * 60_000,
          minutes: stretch.end - stretch.start,
          behind: stretch.behind,
          underWay: stretch.underWay,
          begins: stretch.begins,
        },
        walk: stretch.walkMinutes > 0 ? { minutes: stretch.walkMinutes, area } : null,
      },
    ];
  });
}

/** Where a job is gone on with, or begun. */
export const linkOf = (task: Task, runs: readonly OpenRun[]) => {
  const run = runs.find((each) => each.run.key === task.key);
  return run ? to.run(run.run.id) : to.task(task.key);
};

import type { FloorMachine, FloorRoutine, FloorRun, FloorView } from "../../core/floor/floor-view.ts";
import { type PlannedStep, runPlan } from "../../core/runs/plan.ts";
import { type RunState, runState } from "../../core/runs/run.ts";

/** A run as this device sees it: replayed from its events, those queued here included. */
export type OpenRun = { run: FloorRun; machine: FloorMachine; routine: FloorRoutine; plan: readonly PlannedStep[]; state: RunState };

export function openRun(view: FloorView, id: string): OpenRun | undefined {
  const run = view.runs.find((each) => each.id === id);
  const machine = view.machines.find((each) => each.id === run?.machine);
  const routine = run && view.routines[run.routine];
  if (!run || !machine || !routine) return undefined;
  const plan = runPlan(run.steps, machine.machine);
  const state = runState(plan, machine.machine, run.events);
  return state && { run, machine, routine, plan, state };
}

export const openRuns = (view: FloorView): OpenRun[] =>
  view.runs.flatMap(({ id }) => {
    const found = openRun(view, id);
    return found && (found.state.status === "running" || found.state.status === "stopped") ? [found] : [];
  });

/** Minutes and seconds left, `0:00` when over. */
export function clock(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
}

/** Hours and minutes of an instant on this device's wall, in the shop's zone. */
export const wallClock = (view: FloorView, at: number): string =>
  new Intl.DateTimeFormat("en-GB", { timeZone: view.timeZone, hour: "2-digit", minute: "2-digit" }).format(new Date(at));

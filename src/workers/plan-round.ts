/// <reference lib="webworker" />
import { foundOf, type LeastChange, leastChange } from "../core/rounds/left-out.ts";
import { modelOf } from "../core/rounds/model.ts";
import { planRound } from "../core/rounds/plan-round.ts";
import type { RoundPlan, RoundProblem } from "../core/rounds/problem.ts";

declare const self: DedicatedWorkerGlobalScope;

export type PlanAsked = { problem: RoundProblem; effort: number; zero: string; timeZone: string };
export type PlanTold =
  | { kind: "so far"; plan: RoundPlan; share: number }
  /** What would let in each task that is left out, by its id. */
  | { kind: "done"; plan: RoundPlan; changes: Record<string, LeastChange> };

/** Told at most so often: drawing costs more than searching. */
const TELL_EVERY_MS = 120;

self.onmessage = ({ data }: MessageEvent<PlanAsked>) => {
  const { problem, effort, zero, timeZone } = data;
  const clock = new Intl.DateTimeFormat("en-GB", { timeZone, hour: "2-digit", minute: "2-digit" });
  const say = (minute: number) => clock.format(new Date(new Date(zero).getTime() + minute * 60_000));
  const began = performance.now();
  const stopAt = began + effort * 2000;
  let told = Number.NEGATIVE_INFINITY;
  const search = planRound(problem, { effort, say, isOver: () => performance.now() > stopAt });
  let step = search.next();
  for (; !step.done; step = search.next()) {
    const at = performance.now();
    if (at - told < TELL_EVERY_MS) continue;
    told = at;
    self.postMessage({ kind: "so far", plan: step.value, share: Math.min(0.99, (at - began) / (effort * 1000)) } satisfies PlanTold);
  }
  const plan = step.value;
  const model = modelOf(problem);
  const found = foundOf(model, plan);
  const changes = Object.fromEntries(
    model.tasks.flatMap(({ id }, index) => (found.placed[index] ? [] : [[id, leastChange(model, found, index)] as const])),
  );
  self.postMessage({ kind: "done", plan, changes } satisfies PlanTold);
};

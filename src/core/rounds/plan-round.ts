import { randomFrom } from "../random.ts";
import { earliestAlone } from "./alone.ts";
import { brokenRules } from "./broken-rules.ts";
import { enumerate, isSmall } from "./exact.ts";
import { layOut } from "./lay-out.ts";
import { type SayMinute, whyLeftOut } from "./left-out.ts";
import { lowerBound } from "./lower-bound.ts";
import { type Model, modelOf } from "./model.ts";
import type { RoundPlan, RoundProblem } from "./problem.ts";
import { type Found, firstPlan, improve, LOOKS_A_SECOND } from "./search.ts";

export type PlanOptions = {
  /** About how many seconds' worth of steps; the same number of steps whatever the machine. */
  effort?: number;
  seed?: number;
  /** Asked at each pause: whether to give back the best plan so far at once. */
  isOver?: () => boolean;
  /** How a minute is said where a task is left out. */
  say?: SayMinute;
};

export const USUAL_EFFORT = 2;
/** Partial plans looked at in about a second. */
const NODES_A_SECOND = 25_000;
/** Of a small problem's effort, what goes into a good plan before every other is ruled out. */
const SMALL_SHARE = 0.2;

/**
 * The plan of a round (`rounds.md`): yields the best so far from the first on, returns the best found. The same plan for the same
 * problem, effort and seed, unless it was stopped, which it then says.
 */
export function* planRound(
  problem: RoundProblem,
  { effort = USUAL_EFFORT, seed = 1, isOver = () => false, say }: PlanOptions = {},
): Generator<RoundPlan, RoundPlan> {
  const model = modelOf(problem);
  const alone = earliestAlone(model);
  const hopeless = new Set(alone.flatMap((place, index) => (place ? [] : [index])));
  const random = randomFrom(seed);
  let bound = lowerBound(model, alone);
  const inFull = (plan: Found, stopped: boolean): RoundPlan => {
    // Sums of tenths differ in their last digits by the order in which they were added.
    const provenBest = plan.cost - bound <= 1e-6;
    return {
      format: "zesty-anvil/round-plan",
      version: 1,
      cost: plan.cost,
      lowerBound: provenBest ? plan.cost : bound,
      provenBest,
      stopped,
      tasks: tasksOf(model, plan),
      leftOut: model.tasks.flatMap(({ id }, index) => (plan.placed[index] ? [] : [{ id, why: whyLeftOut(model, index, alone, say) }])),
    };
  };
  const sound = (plan: Found) =>
    model.tasks.every(({ begun }) => !begun) || brokenRules(problem, { tasks: tasksOf(model, plan) }).length === 0;

  let best = firstPlan(model, sound);
  yield inFull(best, false);
  const small = isSmall(model);
  const looks = effort * LOOKS_A_SECOND;
  for (const share of small ? [SMALL_SHARE, 2 * SMALL_SHARE] : [1]) {
    if (best.cost - bound <= 1e-6) break;
    const search = improve(model, best, looks * share, random, hopeless, sound);
    for (let step = search.next(); ; step = search.next()) {
      best = step.value;
      if (step.done) break;
      if (isOver()) return inFull(best, true);
      yield inFull(best, false);
    }
    if (!small || share !== SMALL_SHARE) continue;
    const all = enumerate(model, best, hopeless, Math.ceil(effort * NODES_A_SECOND), sound, isOver);
    if (all.best) best = all.best;
    if (all.finished) bound = best.cost;
    if (isOver()) return inFull(best, true);
  }
  return inFull(best, false);
}

/** The whole search at once. */
export function wholePlan(problem: RoundProblem, options: PlanOptions = {}): RoundPlan {
  const search = planRound(problem, options);
  for (let step = search.next(); ; step = search.next()) if (step.done) return step.value;
}

const tasksOf = (model: Model, plan: Found) =>
  plan.placed.flatMap((placement, index) => (placement ? [layOut(model, index, placement)] : []));

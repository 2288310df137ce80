import { wholePlan } from "../../src/core/rounds/plan-round.ts";
import type { RoundView } from "../../src/work/rounds/rounds.ts";

/** The plan of a view as the screen would publish it. */
export const asRound = (seen: RoundView, more: Record<string, unknown> = {}, problem = seen.problem) => {
  const plan = wholePlan(problem, { effort: 0.1 });
  return {
    plan,
    sent: {
      at: seen.problem.now ?? 0,
      round: {
        day: seen.day,
        what: seen.what,
        zero: seen.zero,
        tasks: plan.tasks.map(({ id, stretches }) => {
          const { machine, routine } = seen.tasks[id] ?? {};
          return { key: id, ...(machine ? { machine } : {}), ...(routine ? { routine } : {}), stretches };
        }),
        leftOut: plan.leftOut.map(({ id, why }) => ({ key: id, why })),
        locked: [],
        ...more,
      },
    },
  };
};

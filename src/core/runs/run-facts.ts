import type { Machine } from "../fleet/schema.ts";
import { holds, type PlannedStep } from "./plan.ts";
import { kindOfOwed, type Owed, type RunState, recordedIn, type Trace } from "./run.ts";

/** What is told of a run's state; apart from it, since a tablet's first screen needs the state alone. */

/** What is open, in words, one line a kind. @example openWords([]) // [] */
export function openWords(owed: readonly Owed[]): string[] {
  return owed.flatMap((first) => {
    const alike = owed.filter(({ id }) => kindOfOwed(id) === kindOfOwed(first.id));
    if (alike[0] !== first) return [];
    const ons = alike.flatMap(({ on }) => on ?? []);
    return ons.length ? `${first.words}: ${ons.join(", ")}` : first.words;
  });
}

/**
 * The steps of a guided run from the one to do now, as far as their conditions are known: what no answer has decided yet is left out.
 * @example ahead({ ...state, now: null }, plan, machine) → []
 */
export function ahead(state: RunState, plan: readonly PlannedStep[], machine: Machine): PlannedStep[] {
  const recorded = recordedIn(state);
  const from = plan.findIndex(({ at }) => at === state.now?.at);
  return from < 0 ? [] : plan.slice(from).filter((step) => holds(step.when, machine, recorded));
}

/** When a run first did something at the machine: a look, a reading or a question does nothing. Milliseconds; undefined where it only looked. @example firstActAt(plan, []) → undefined */
export function firstActAt(plan: readonly PlannedStep[], trace: readonly Pick<Trace, "step" | "at" | "passed">[]): number | undefined {
  const acts = new Set(plan.filter(({ kind }) => kind === "do" || kind === "wait" || kind === "hold").map((step) => step.at));
  return trace.find(({ step, passed }) => passed === undefined && acts.has(step))?.at;
}

/** The routines that a run called and did: some of their steps done, none left out. */
export function calledAndDone(plan: readonly PlannedStep[], trace: readonly Pick<Trace, "step" | "passed">[]): string[] {
  const did = new Map<string, boolean>();
  for (const { step: at, passed } of trace) {
    const of = plan.find((each) => each.at === at)?.routine;
    if (of) did.set(of, (did.get(of) ?? true) && passed === undefined);
  }
  return [...did].flatMap(([routine, whole]) => (whole ? [routine] : []));
}

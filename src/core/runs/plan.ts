import { policiesOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Condition, Step } from "../routines/step.ts";

/** A step as a run meets it: repeats made single, windows opened up. */
export type PlannedStep = Exclude<Step, { kind: "window" }> & {
  /** Its id in the run: `swab`, or `swab@H1` where it is done for each. */
  at: string;
  /** What it is done on, where it is done for each. */
  on?: string;
  window?: { id: string; text: string; withinMinutes: number };
};

/** A routine's steps for one machine, in order; conditions on what is recorded are asked only when their step is reached. */
export function runPlan(steps: readonly Step[], machine: Machine): PlannedStep[] {
  return steps.flatMap((step) => plannedOf(step, machine));
}

function plannedOf(step: Step, machine: Machine, window?: PlannedStep["window"]): PlannedStep[] {
  if (step.kind === "window") {
    const { id, text, withinMinutes } = step;
    return step.steps.flatMap((inner) => plannedOf(inner, machine, { id, text, withinMinutes }));
  }
  const rest = window ? { window } : {};
  if (!step.each) return [{ ...step, ...rest, at: step.id }];
  return targets(step.each, machine).map((on) => ({ ...step, ...rest, at: `${step.id}@${on}`, on }));
}

function targets(each: NonNullable<Step["each"]>, machine: Machine): string[] {
  const heads = machine.heads ?? [];
  if (each === "head") return heads.map(({ id }) => id);
  return heads.flatMap((head) => (head.channels ?? []).filter(({ ink }) => ink === "white").map(({ id }) => `${head.id}/${id}`));
}

/** Whether a condition holds on a machine, given what the run has recorded so far (by step id). */
export function holds(condition: Condition | undefined, machine: Machine, recorded: (step: string) => string | undefined): boolean {
  if (!condition) return true;
  if ("not" in condition) return !holds(condition.not, machine, recorded);
  if ("all" in condition) return condition.all.every((each) => holds(each, machine, recorded));
  if ("any" in condition) return condition.any.some((each) => holds(each, machine, recorded));
  if ("ability" in condition) return machine.abilities?.includes(condition.ability) ?? false;
  if ("part" in condition) return machine.parts?.some(({ kind }) => kind === condition.part) ?? false;
  if ("waste" in condition) return machine.waste?.some(({ kind }) => kind === condition.waste) ?? false;
  if ("policy" in condition) return policiesOf(machine)[condition.policy] === condition.is;
  return recorded(condition.recorded) === condition.is;
}

import { familyOf, policiesOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Condition, Each, PlainStep, Step, Use } from "../routines/step.ts";

/** A step as a run meets it: repeats made single, windows and called routines opened up. */
export type PlannedStep = PlainStep & {
  /** Its id in the run: `swab`, or `swab@H1` where it is done for each. */
  at: string;
  /** What it is done on, where it is done for each. */
  on?: string;
  window?: { id: string; text: string; withinMinutes: number };
};

type Around = { on?: string; window?: PlannedStep["window"]; when?: Condition };

/**
 * A routine's steps for one machine, in order; conditions on what is recorded are asked only when their step is reached.
 * Called routines stand in the steps as `compiled` puts them there.
 */
export function runPlan(steps: readonly Step[], machine: Machine): readonly PlannedStep[] {
  const ofSteps = plans.get(steps) ?? new WeakMap<Machine, readonly PlannedStep[]>();
  plans.set(steps, ofSteps);
  const plan = ofSteps.get(machine) ?? steps.flatMap((step) => plannedOf(step, machine, {}));
  ofSteps.set(machine, plan);
  return plan;
}
/** Neither a routine's steps nor a machine's settings change in place: what was planned once stays so. */
const plans = new WeakMap<readonly Step[], WeakMap<Machine, readonly PlannedStep[]>>();

function plannedOf(step: Step, machine: Machine, around: Around): PlannedStep[] {
  const when = both(around.when, step.when);
  switch (step.kind) {
    case "window": {
      const { id, text, withinMinutes } = step;
      return step.steps.flatMap((inner) => plannedOf(inner, machine, { ...around, ...when, window: { id, text, withinMinutes } }));
    }
    case "repeat":
      return targets(step.each, machine).flatMap((on) =>
        step.steps.flatMap((inner) => plannedOf(inner, machine, { ...around, ...when, on })),
      );
    case "call":
      return [];
    default: {
      const { on: outer, when: _, ...rest } = around;
      const uses = step.uses?.map((use) => amountAt(use, machine));
      const ons = step.each ? targets(step.each, machine).map((on) => (outer ? `${outer}/${on}` : on)) : [outer];
      return ons.map((on) => ({
        ...step,
        ...(uses ? { uses } : {}),
        ...rest,
        ...when,
        at: on ? `${step.id}@${on}` : step.id,
        ...(on ? { on } : {}),
      }));
    }
  }
}

/** What is used at one machine: what is said for each of its channels, lines or heads taken together, to a tenth. */
function amountAt({ per, ...use }: Use, machine: Machine): Use {
  return per ? { ...use, amount: Math.round(use.amount * targets(per, machine).length * 10) / 10 } : use;
}

const both = (outer: Condition | undefined, inner: Condition | undefined): { when?: Condition } => {
  const all = [outer, inner].flatMap((each) => each ?? []);
  const [first] = all;
  return first ? { when: all.length > 1 ? { all } : first } : {};
};

const SIDES = ["left", "right"];

/** What a step that is done for each is done on, at one machine, in walking order. */
export function targets(each: Each, machine: Machine): string[] {
  const heads = machine.heads ?? [];
  const channels = (of: (ink: string) => boolean) =>
    heads.flatMap((head) => (head.channels ?? []).filter(({ ink }) => of(ink)).map(({ id }) => `${head.id}/${id}`));
  switch (each) {
    case "head":
      return heads.map(({ id }) => id);
    case "side":
      return SIDES;
    case "slot":
      return channels(() => true).map((_, index) => `slot ${index + 1}`);
    case "white-channel":
    case "white-line":
      return channels((ink) => ink === "white");
    case "colour-channel":
      return channels((ink) => ink !== "white");
    default:
      return channels(() => true);
  }
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
  if ("family" in condition) return familyOf(machine) === condition.family;
  if ("headsAtLeast" in condition) return (machine.heads?.length ?? 0) >= condition.headsAtLeast;
  if ("policy" in condition) return policiesOf(machine)[condition.policy] === condition.is;
  const value = recorded(condition.recorded);
  if ("is" in condition) return value === condition.is;
  if (value === undefined) return false;
  return "below" in condition ? Number(value) < condition.below : Number(value) >= condition.atLeast;
}

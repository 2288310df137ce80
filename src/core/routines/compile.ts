import type { Choice, Condition, Step } from "./step.ts";

/** How deep routines may call each other. */
export const CALLS_DEEP = 8;

/**
 * Steps with the routines they call put in their places, each called step under a name of its own (`R01.print`), its
 * conditions and ways on with it. A routine that is not there, or that would be called for ever, leaves its call out.
 */
export function compiled(
  steps: readonly Step[],
  stepsOf: (routine: string) => readonly Step[] | undefined,
  calling: readonly string[] = [],
): Step[] {
  return steps.flatMap((step): Step[] => {
    if (step.kind === "window" || step.kind === "repeat") return [{ ...step, steps: compiled(step.steps, stepsOf, calling) }];
    if (step.kind !== "call") return [step];
    const called = stepsOf(step.routine);
    if (!called || calling.includes(step.routine) || calling.length >= CALLS_DEEP) return [];
    const inner = compiled(called, stepsOf, [...calling, step.routine]);
    return inner.filter((each) => !("alone" in each)).map((each) => under(each, step.id, step.routine, step.when));
  });
}

function under(step: Step, name: string, routine: string, when: Condition | undefined): Step {
  const id = (inner: string) => `${name}.${inner}`;
  const condition = (inner: Condition): Condition => {
    if ("not" in inner) return { not: condition(inner.not) };
    if ("all" in inner) return { all: inner.all.map(condition) };
    if ("any" in inner) return { any: inner.any.map(condition) };
    return "recorded" in inner ? { ...inner, recorded: id(inner.recorded) } : inner;
  };
  const own = step.when ? condition(step.when) : undefined;
  const all = [when, own].flatMap((each) => each ?? []);
  const [first] = all;
  const guarded = first ? { when: all.length > 1 ? { all } : first } : {};
  const { when: _, ...bare } = step;
  if (bare.kind === "window" || bare.kind === "repeat")
    return { ...bare, ...guarded, id: id(bare.id), steps: bare.steps.map((each) => under(each, name, routine, undefined)) };
  if (bare.kind === "call") return { ...bare, ...guarded, id: id(bare.id) };
  const choices = (list: readonly Choice[]) => list.map((choice) => (choice.goTo ? { ...choice, goTo: id(choice.goTo) } : choice));
  const mine = { ...guarded, id: id(bare.id), routine: bare.routine ?? routine };
  return "choices" in bare ? { ...bare, ...mine, choices: choices(bare.choices) } : { ...bare, ...mine };
}

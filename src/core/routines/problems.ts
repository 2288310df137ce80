import { fleetProblems, type Problem } from "../fleet/validate.ts";
import { POLICIES } from "../fleet/vocabulary.ts";
import { accept } from "../record/validate.ts";
import type { Routine } from "./routine.ts";
import { Pack, RoutineBody } from "./schema.ts";
import { type Choice, type Condition, FOUND_AS, type PlainStep, type Step } from "./step.ts";

/** A plain step with its place in the file, in the order of doing. */
type Placed = { step: PlainStep; path: string };

/**
 * Every reason why a value is no routine, each with its JSON path; empty where it is one. `book` holds the routines that
 * it may call and cover, itself left out or not.
 */
export function routineProblems(value: unknown, book: ReadonlyMap<string, Routine>): Problem[] {
  const read = accept(RoutineBody, value);
  if ("problems" in read) return read.problems;
  return meaningProblems(read.value, "$", new Map([...book, [read.value.id, read.value]]));
}

/** The same of a pack, whose routines may call each other. */
export function packProblems(value: unknown, book: ReadonlyMap<string, Routine>): Problem[] {
  const read = accept(Pack, value);
  if ("problems" in read) return read.problems;
  const { routines } = read.value;
  const all = new Map([...book, ...routines.map((routine) => [routine.id, routine] as const)]);
  return routines.flatMap((routine, index) => [
    ...(routines.findIndex(({ id }) => id === routine.id) === index
      ? []
      : [{ path: `$.routines[${index}].id`, message: `${routine.id} is here a second time` }]),
    ...meaningProblems(routine, `$.routines[${index}]`, all),
  ]);
}

function meaningProblems(routine: Routine, path: string, book: ReadonlyMap<string, Routine>): Problem[] {
  return [...planningProblems(routine, path, book), ...(routine.steps ? stepProblems(routine, routine.steps, path, book) : [])];
}

/** What a fleet file refuses of a routine: its trigger, its window, what it covers. */
function planningProblems({ id, name, trigger, window, covers }: Routine, path: string, book: ReadonlyMap<string, Routine>): Problem[] {
  const others = (covers ?? []).filter((each) => each !== id && book.has(each)).map((each) => ({ id: each, name: each }));
  const file = {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: "site", name: "Site", timeZone: "UTC" },
    calendar: { workDays: [1] },
    machines: [],
    routines: [{ id, name, ...(trigger ? { trigger } : {}), ...(window ? { window } : {}), ...(covers ? { covers } : {}) }, ...others],
  };
  return fleetProblems(file).map((problem) => ({ ...problem, path: problem.path.replace(/^\$\.routines\[0\]/, path) }));
}

function placed(steps: readonly Step[], path: string): Placed[] {
  return steps.flatMap((step, index): Placed[] => {
    const at = `${path}[${index}]`;
    if (step.kind === "window" || step.kind === "repeat") return placed(step.steps, `${at}.steps`);
    return step.kind === "call" ? [] : [{ step, path: at }];
  });
}

/** All steps, groups and calls too, with their places. */
function all(steps: readonly Step[], path: string): { step: Step; path: string }[] {
  return steps.flatMap((step, index) => {
    const at = `${path}[${index}]`;
    return [{ step, path: at }, ...("steps" in step ? all(step.steps, `${at}.steps`) : [])];
  });
}

function stepProblems(routine: Routine, steps: readonly Step[], path: string, book: ReadonlyMap<string, Routine>): Problem[] {
  const inOrder = placed(steps, `${path}.steps`);
  const whole = all(steps, `${path}.steps`);
  return [
    ...whole.flatMap(({ step, path: at }, index) =>
      whole.findIndex((each) => each.step.id === step.id) < index
        ? [{ path: `${at}.id`, message: `${step.id} is the id of an earlier step` }]
        : [],
    ),
    ...whole.flatMap(({ step, path: at }) => callProblems(routine, step, at, book)),
    ...inOrder.flatMap(({ step, path: at }) => ("choices" in step ? choiceProblems(step.choices, at, whole, book) : [])),
    ...inOrder.flatMap(({ step, path: at }) =>
      step.kind === "measure" && step.min > step.max ? [{ path: `${at}.min`, message: `${step.min} is above max ${step.max}` }] : [],
    ),
    ...owedProblems(inOrder),
    ...whole.flatMap(({ step, path: at }) => (step.when ? conditionProblems(step.when, `${at}.when`, recordedBefore(inOrder, at)) : [])),
    ...loopProblems(inOrder, whole),
  ];
}

function callProblems(routine: Routine, step: Step, at: string, book: ReadonlyMap<string, Routine>): Problem[] {
  if (step.kind !== "call") return [];
  const called = book.get(step.routine);
  if (!called) return [{ path: `${at}.routine`, message: `there is no routine ${step.routine}` }];
  if (!called.steps) return [{ path: `${at}.routine`, message: `${step.routine} has no steps to follow` }];
  const ring = ringFrom(routine.id, step.routine, book, [routine.id]);
  return ring ? [{ path: `${at}.routine`, message: `calls in a ring: ${ring.join(" calls ")}` }] : [];
}

/** The way from one routine back to the first, where there is one. */
function ringFrom(first: string, routine: string, book: ReadonlyMap<string, Routine>, way: string[]): string[] | undefined {
  if (routine === first) return [...way, routine];
  if (way.includes(routine)) return undefined;
  for (const { step } of all(book.get(routine)?.steps ?? [], "")) {
    const ring = step.kind === "call" ? ringFrom(first, step.routine, book, [...way, routine]) : undefined;
    if (ring) return ring;
  }
  return undefined;
}

function choiceProblems(
  choices: readonly Choice[],
  at: string,
  whole: readonly { step: Step }[],
  book: ReadonlyMap<string, Routine>,
): Problem[] {
  return choices.flatMap(({ id, goTo, calls }, index) => [
    ...(calls !== undefined && !book.has(calls)
      ? [{ path: `${at}.choices[${index}].calls`, message: `there is no routine ${calls}` }]
      : []),
    ...(choices.findIndex((each) => each.id === id) < index
      ? [{ path: `${at}.choices[${index}].id`, message: `${id} is the id of an earlier choice` }]
      : []),
    ...(goTo !== undefined && !whole.some(({ step }) => step.id === goTo)
      ? [{ path: `${at}.choices[${index}].goTo`, message: `there is no step ${goTo}` }]
      : []),
  ]);
}

/** What is closed was opened before; what is opened is closed after. */
function owedProblems(inOrder: readonly Placed[]): Problem[] {
  return inOrder.flatMap(({ step, path }, index) => [
    ...(step.settles !== undefined && !inOrder.slice(0, index).some((each) => each.step.owes?.id === step.settles)
      ? [{ path: `${path}.settles`, message: `settles ${step.settles}, which no step before it owes` }]
      : []),
    ...(step.owes && !inOrder.slice(index + 1).some((each) => each.step.settles === step.owes?.id)
      ? [{ path: `${path}.owes.id`, message: `owes ${step.owes.id}, which no step after it settles` }]
      : []),
  ]);
}

type Recorded = { ids: ReadonlySet<string>; steps: ReadonlyMap<string, PlainStep> };

/** What was recorded before a place: by look, decide, found or measure. */
function recordedBefore(inOrder: readonly Placed[], at: string): Recorded {
  // A group's own place is before its first step's.
  const index = inOrder.findIndex(({ path }) => path === at || path.startsWith(`${at}.steps`));
  const before = inOrder.slice(0, index < 0 ? undefined : index).map(({ step }) => step);
  const records = before.filter(({ kind }) => kind === "look" || kind === "decide" || kind === "found" || kind === "measure");
  return { ids: new Set(records.map(({ id }) => id)), steps: new Map(records.map((step) => [step.id, step])) };
}

function conditionProblems(condition: Condition, at: string, recorded: Recorded): Problem[] {
  if ("not" in condition) return conditionProblems(condition.not, `${at}.not`, recorded);
  if ("all" in condition) return condition.all.flatMap((each, index) => conditionProblems(each, `${at}.all[${index}]`, recorded));
  if ("any" in condition) return condition.any.flatMap((each, index) => conditionProblems(each, `${at}.any[${index}]`, recorded));
  if ("policy" in condition) {
    const values: readonly string[] = POLICIES[condition.policy];
    return values.includes(condition.is) ? [] : [{ path: `${at}.is`, message: `${condition.policy} is one of ${values.join(", ")}` }];
  }
  if (!("recorded" in condition)) return [];
  const step = recorded.steps.get(condition.recorded);
  if (!step) return [{ path: `${at}.recorded`, message: `no step before this one records ${condition.recorded}` }];
  const answers = "choices" in step ? step.choices.map(({ id }) => id) : step.kind === "found" ? [...FOUND_AS] : undefined;
  if ("is" in condition)
    return answers && !answers.includes(condition.is)
      ? [{ path: `${at}.is`, message: `${condition.recorded} records one of ${answers.join(", ")}` }]
      : [];
  return step.kind === "measure" ? [] : [{ path: `${at}.recorded`, message: `${condition.recorded} records no number` }];
}

/** From every step that can be reached the end can be reached: no choices that only lead back. */
function loopProblems(inOrder: readonly Placed[], whole: readonly { step: Step; path: string }[]): Problem[] {
  const placeOf = (id: string) => {
    const found = whole.find(({ step }) => step.id === id);
    return found ? inOrder.findIndex(({ path }) => path === found.path || path.startsWith(`${found.path}.steps`)) : -1;
  };
  const after = inOrder.map(({ step }, index) => {
    if (!("choices" in step) || ("optional" in step && step.optional)) return [index + 1];
    return step.choices.map(({ goTo }) => (goTo === undefined ? index + 1 : placeOf(goTo)));
  });
  const ends = new Set([inOrder.length]);
  for (let grown = true; grown; ) {
    grown = false;
    after.forEach((ways, index) => {
      if (!ends.has(index) && ways.some((way) => ends.has(way))) {
        ends.add(index);
        grown = true;
      }
    });
  }
  const stuck = inOrder.findIndex((_, index) => !ends.has(index));
  return stuck < 0 ? [] : [{ path: inOrder[stuck]?.path ?? "$", message: "from here no way leads to the end: every choice leads back" }];
}

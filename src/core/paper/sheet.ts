import type { Machine } from "../fleet/schema.ts";
import { conditionWords } from "../routines/condition-words.ts";
import { type Condition, FOUND_AS } from "../routines/step.ts";
import { useWords } from "../runs/outlook.ts";
import { holds, type PlannedStep } from "../runs/plan.ts";
import { isReading, placeOf } from "../runs/run.ts";

/** What is left free on a sheet for the answer to a step. */
export type Box =
  | { kind: "tick" }
  /** One of these; `goes` is the number of the line to go on with. */
  | { kind: "choice"; options: { id: string; text: string; goes?: number }[] }
  | { kind: "number"; what: string; unit: string; min: number; max: number }
  | { kind: "wait"; minutes: number }
  | { kind: "hold"; until: string; thenSeconds: number }
  /** Missing, weak and deflected nozzles of each channel. */
  | { kind: "check" }
  | { kind: "name"; by: "second" | "supervisor" };

/** A line of a printed sheet: a step of a run. */
export type SheetLine = {
  at: string;
  number: number;
  text: string;
  on?: string;
  detail?: string;
  /** Done only where this holds; asked of what was written further up. */
  only?: string;
  box: Box;
  /** When it was done is written beside it: the clock matters there. */
  timed: boolean;
  window?: { text: string; withinMinutes: number; begins: boolean; ends: boolean };
  /** What it leaves open, and the number of the line that closes it. */
  opens?: { words: string; closedBy?: number };
  uses: string[];
};

/** The steps of a plan that a sheet shows: those that can't come up at this machine are left out. */
export const paperPlan = (plan: readonly PlannedStep[], machine: Machine): PlannedStep[] =>
  plan.filter(({ when }) => !when || couldBe(when, machine, true));

/** Whether a condition could turn out so at a machine, whatever will be written on the sheet. */
function couldBe(condition: Condition, machine: Machine, so: boolean): boolean {
  if ("recorded" in condition) return true;
  if ("not" in condition) return couldBe(condition.not, machine, !so);
  if ("all" in condition) return condition.all[so ? "every" : "some"]((each) => couldBe(each, machine, so));
  if ("any" in condition) return condition.any[so ? "some" : "every"]((each) => couldBe(each, machine, so));
  return holds(condition, machine, () => undefined) === so;
}

/** A run's plan as lines to be ticked and written on, in order, numbered from 1. */
export function sheetLines(plan: readonly PlannedStep[]): SheetLine[] {
  const numberOf = (id: string, on: string | undefined) => placeOf(id, plan, on) + 1;
  const closedBy = (id: string, opened: number) => {
    const index = plan.findIndex((step, place) => place > opened && step.settles === id);
    return index < 0 ? {} : { closedBy: index + 1 };
  };
  return plan.map((step, index) => {
    const window = step.window;
    const begins = window !== undefined && plan[index - 1]?.window?.id !== window.id;
    const ends = window !== undefined && plan[index + 1]?.window?.id !== window.id;
    const only = step.when ? askedOfSheet(step.when) : undefined;
    return {
      at: step.at,
      number: index + 1,
      text: step.text,
      ...(step.on ? { on: step.on } : {}),
      ...(step.detail ? { detail: step.detail } : {}),
      ...(only ? { only: onlyWords(only, plan) } : {}),
      box: boxOf(step, numberOf),
      timed: begins || ends || step.kind === "wait" || step.kind === "nozzle-check",
      ...(window ? { window: { text: window.text, withinMinutes: window.withinMinutes, begins, ends } } : {}),
      ...(step.owes ? { opens: { words: step.owes.words, ...closedBy(step.owes.id, index) } } : {}),
      uses: (step.uses ?? []).map(useWords),
    };
  });
}

/** The lines of a sheet that only takes readings: a routine somebody practised does without stepping through it. */
export const shortLines = (plan: readonly PlannedStep[]): SheetLine[] => {
  const wanted = new Set(plan.filter(isReading).map(({ at }) => at));
  return sheetLines(plan).filter(({ at }) => wanted.has(at));
};

/** The part of a condition that only what is written on the sheet can answer. */
export function askedOfSheet(condition: Condition): Condition | undefined {
  if ("recorded" in condition) return condition;
  if ("all" in condition) {
    const rest = condition.all.flatMap((each) => askedOfSheet(each) ?? []);
    return rest.length > 1 ? { all: rest } : rest[0];
  }
  if ("any" in condition) return condition.any.some(askedOfSheet) ? condition : undefined;
  if ("not" in condition) return askedOfSheet(condition.not) ? condition : undefined;
  return undefined;
}

/** “line 3: clean” rather than the id that the routine knows the step by. */
function onlyWords(condition: Condition, plan: readonly PlannedStep[]): string {
  if ("recorded" in condition) {
    const index = plan.findIndex(({ id }) => id === condition.recorded);
    const step = plan[index];
    const line = `line ${index + 1}`;
    if ("below" in condition) return `${line} is below ${condition.below}`;
    if ("atLeast" in condition) return `${line} is ${condition.atLeast} or more`;
    const choice = step && "choices" in step ? step.choices.find(({ id }) => id === condition.is)?.text : undefined;
    return `${line}: “${choice ?? condition.is}”`;
  }
  if ("not" in condition) return `not ${onlyWords(condition.not, plan)}`;
  if ("all" in condition) return condition.all.map((each) => onlyWords(each, plan)).join(" and ");
  if ("any" in condition) return condition.any.map((each) => onlyWords(each, plan)).join(" or ");
  return conditionWords(condition);
}

function boxOf(step: PlannedStep, numberOf: (id: string, on: string | undefined) => number): Box {
  switch (step.kind) {
    case "look":
    case "decide":
      return {
        kind: "choice",
        options: step.choices.map(({ id, text, goTo }) => ({ id, text, ...(goTo ? { goes: numberOf(goTo, step.on) } : {}) })),
      };
    case "found":
      return { kind: "choice", options: FOUND_AS.map((id) => ({ id, text: id })) };
    case "measure":
      return { kind: "number", what: step.what, unit: step.unit, min: step.min, max: step.max };
    case "wait":
      return { kind: "wait", minutes: step.waitMinutes };
    case "hold":
      return { kind: "hold", until: step.until, thenSeconds: step.thenSeconds };
    case "nozzle-check":
      return { kind: "check" };
    case "confirm":
      return { kind: "name", by: step.by };
    default:
      return { kind: "tick" };
  }
}

import type { Machine } from "../fleet/schema.ts";
import type { RunEvent, RunForm, StepResult } from "./events.ts";
import { holds, type PlannedStep } from "./plan.ts";

/** What a person did at a step, in the order of doing. */
export type Trace = {
  step: string;
  at: number;
  person: string | null;
  result?: StepResult;
  note?: string;
  /** Why it was left out. */
  passed?: string;
  /** Why its timer was cut short. */
  early?: string;
  tookSeconds: number;
};
/** What is open. Done for each of several things it is open singly: `id` is then `clip@H1/K`, and `on` is `H1/K`. */
export type Owed = { id: string; on?: string; words: string; step: string; since: number };
/** A running timer: of a wait, or of a hold whose condition is met. */
export type RunTimer = { step: string; text: string; startedAt: number; endsAt: number };

export type RunState = {
  status: "running" | "stopped" | "ended" | "abandoned";
  form: RunForm;
  key?: string;
  version: string;
  gear: boolean;
  person: string | null;
  device: string | null;
  startedAt: number;
  lastAt: number;
  trace: Trace[];
  /** The step to do now; `null` where all are done. */
  now: PlannedStep | null;
  /** When the step to do now was reached. */
  reachedAt: number;
  timer: RunTimer | null;
  /** The window that the step to do now lies in, once its first act is done. */
  window: { text: string; startedAt: number; endsAt: number } | null;
  owed: Owed[];
  notes: { at: number; person: string | null; text: string }[];
  photos: { at: number; photo: string; of?: string }[];
  stoppedFor: string | null;
  /** What was missing where an answer ended the run before its work was done. */
  endsFor: string | null;
  /** Events that did not fit, by id: done on another tablet meanwhile, or out of turn. They stay on record. */
  strays: string[];
};

/**
 * A run as its events leave it. Pure: the same plan, machine and events give the same state, whatever device asks.
 * Times are milliseconds since 1970. Events are taken in the order given; what does not fit is a stray and changes nothing.
 * `undefined` where the first event is no start.
 */
export function runState(plan: readonly PlannedStep[], machine: Machine, events: readonly RunEvent[]): RunState | undefined {
  const [first, ...rest] = events;
  if (first?.body.event !== "start") return undefined;
  const { form, key, version, gear } = first.body;
  const state: RunState = {
    status: "running",
    form,
    ...(key ? { key } : {}),
    version,
    gear: gear ?? false,
    person: first.person,
    device: first.device ?? null,
    startedAt: first.at,
    lastAt: first.at,
    trace: [],
    now: null,
    reachedAt: first.at,
    timer: null,
    window: null,
    owed: [],
    notes: [],
    photos: [],
    stoppedFor: null,
    endsFor: null,
    strays: [],
  };
  const clock = { clearedAt: new Map<string, number>(), settled: new Map<string, number>(), windows: new Map<string, number>() };
  arrive(state, plan, machine, first.at, clock);
  for (const event of rest) {
    if (!apply(state, plan, machine, event, clock)) state.strays.push(event.id);
    else state.lastAt = event.at;
  }
  return state;
}

type Clock = { clearedAt: Map<string, number>; settled: Map<string, number>; windows: Map<string, number> };

function apply(state: RunState, plan: readonly PlannedStep[], machine: Machine, event: RunEvent, clock: Clock): boolean {
  const { body, at, person } = event;
  if (state.status === "ended" || state.status === "abandoned") return noteOnly(state, event);
  switch (body.event) {
    case "start":
      return false;
    case "gear":
      state.gear = true;
      state.reachedAt = at;
      return true;
    case "step":
    case "pass": {
      const step = plan.find((each) => each.at === body.step);
      if (!step || !fits(state, step, body)) return false;
      if (state.form !== "guided" && state.trace.some((trace) => trace.step === step.at)) return false;
      state.trace.push({
        step: step.at,
        at,
        person,
        tookSeconds:
          body.event === "step" && body.tookSeconds !== undefined ? body.tookSeconds : Math.max(0, (at - state.reachedAt) / 1000),
        ...(body.event === "step"
          ? {
              ...(body.result ? { result: body.result } : {}),
              ...(body.note ? { note: body.note } : {}),
              ...(body.early ? { early: body.early } : {}),
            }
          : { passed: body.reason }),
      });
      state.status = "running";
      // A window runs from its first act that is done, not from when somebody came to it.
      if (step.window && body.event === "step" && !clock.windows.has(step.window.id)) clock.windows.set(step.window.id, at);
      arrive(state, plan, machine, at, clock);
      return true;
    }
    case "clear":
      if (state.now?.at !== body.step || state.now.kind !== "hold") return false;
      clock.clearedAt.set(`${body.step}/${state.trace.length}`, at);
      arrive(state, plan, machine, at, clock, true);
      return true;
    case "settle":
      if (!state.owed.some(({ id }) => id === body.owed || kindOfOwed(id) === body.owed)) return false;
      clock.settled.set(body.owed, at);
      arrive(state, plan, machine, at, clock, true);
      return true;
    case "back":
      if (state.trace.length === 0) return false;
      state.trace.pop();
      arrive(state, plan, machine, at, clock);
      return true;
    case "stop":
      state.status = "stopped";
      state.stoppedFor = body.reason;
      return true;
    case "resume":
      state.status = "running";
      state.stoppedFor = null;
      state.person = person;
      state.device = event.device ?? null;
      return true;
    case "hand":
      state.person = body.to;
      return true;
    case "abandon":
      if (state.owed.length) return false;
      state.status = "abandoned";
      state.stoppedFor = body.reason;
      state.timer = null;
      return true;
    case "end":
      if (state.endsFor !== null || state.owed.length || missing(state, plan, machine).length) return false;
      state.status = "ended";
      state.timer = null;
      return true;
    default:
      return noteOnly(state, event);
  }
}

/** Notes and pictures come at any time, after the end as well. */
function noteOnly(state: RunState, { body, at, person }: RunEvent): boolean {
  if (body.event === "note") state.notes.push({ at, person, text: body.text });
  else if (body.event === "photo") state.photos.push({ at, photo: body.photo, ...(body.of ? { of: body.of } : {}) });
  else return false;
  return true;
}

function fits(state: RunState, step: PlannedStep, body: { event: "step"; result?: StepResult } | { event: "pass" }): boolean {
  if (state.form === "guided" && state.now?.at !== step.at) return false;
  if (body.event === "pass") return true;
  if (holdsPower(step, state.owed).length) return false;
  return resultProblem(step, body.result) === undefined;
}

/** What keeps a step from switching the power on: all that is open but what this very step closes. @example holdsPower({ powersOn: true }, []) → [] */
export const holdsPower = (step: Pick<PlannedStep, "powersOn" | "settles">, owed: readonly Owed[]): Owed[] =>
  step.powersOn ? owed.filter(({ id }) => kindOfOwed(id) !== step.settles) : [];

/** @example kindOfOwed("clip@H1/K") // "clip" */
export const kindOfOwed = (id: string) => id.split("@")[0] ?? id;

/** What is wrong with a step's result, in words for the person; `undefined` where it can be kept. */
export function resultProblem(step: PlannedStep, result: StepResult | undefined): string | undefined {
  switch (step.kind) {
    case "look":
    case "decide":
      if (result?.choice === undefined) return step.kind === "look" && step.optional ? undefined : "Choose what you see.";
      return step.choices.some(({ id }) => id === result.choice) ? undefined : "This answer is none of those offered.";
    case "found":
      return result?.found === undefined && !step.optional ? "Choose how you found it." : undefined;
    case "measure":
      if (result?.value === undefined) return step.optional ? undefined : `Enter the ${step.what} in ${step.unit}.`;
      return result.value < step.min || result.value > step.max
        ? `The ${step.what} must be between ${step.min} and ${step.max} ${step.unit}.`
        : undefined;
    case "nozzle-check":
      return result?.check === undefined ? "Enter the readings of the check." : undefined;
    case "photo":
      return result?.photo === undefined && !step.optional ? "Take the picture." : undefined;
    case "confirm":
      return result?.by === undefined ? (step.by === "second" ? "Who had the second look?" : "Which supervisor agrees?") : undefined;
    default:
      return undefined;
  }
}

/** What an earlier step recorded, as a condition asks it. */
export const recordedIn =
  (state: RunState) =>
  (id: string): string | undefined => {
    const trace = [...state.trace].reverse().find(({ step }) => step === id || step.startsWith(`${id}@`));
    return trace?.result?.choice ?? trace?.result?.found ?? (trace?.result?.value === undefined ? undefined : String(trace.result.value));
  };

/** The steps of a short form or a sheet that still want a reading; of a guided run, the step to do now. */
export function missing(state: RunState, plan: readonly PlannedStep[], machine: Machine): PlannedStep[] {
  if (state.form === "guided") return state.now ? [state.now] : [];
  const recorded = recordedIn(state);
  const leapt = leaptOver(plan, (at) => state.trace.find(({ step }) => step === at)?.result?.choice);
  return plan.filter(
    (step) =>
      isReading(step) && !leapt.has(step.at) && holds(step.when, machine, recorded) && !state.trace.some((trace) => trace.step === step.at),
  );
}

/** The steps that an answer leads past. */
export function leaptOver(plan: readonly PlannedStep[], choiceOf: (at: string) => string | undefined): Set<string> {
  const leapt = new Set<string>();
  plan.forEach((step, index) => {
    const goTo = "choices" in step ? step.choices.find(({ id }) => id === choiceOf(step.at))?.goTo : undefined;
    if (goTo) for (const { at } of plan.slice(index + 1, Math.max(index + 1, placeOf(goTo, plan, step.on)))) leapt.add(at);
  });
  return leapt;
}

/** Whether a step belongs on the short form: what must be read, chosen or seen by a second person. */
export function isReading(step: PlannedStep): boolean {
  if (step.kind === "measure" || step.kind === "look" || step.kind === "found" || step.kind === "photo") return !step.optional;
  return step.kind === "nozzle-check" || step.kind === "decide" || step.kind === "confirm";
}

/** Finds the step to do now and what follows from being there: timer, window, what is still to put right. */
function arrive(state: RunState, plan: readonly PlannedStep[], machine: Machine, at: number, clock: Clock, same = false): void {
  state.owed = owedBy(state, plan, clock);
  state.endsFor = state.form === "guided" ? endedBy(state, plan) : null;
  if (state.form !== "guided") {
    state.now = null;
    return;
  }
  if (!same) {
    state.now = state.endsFor === null ? next(state, plan, machine) : null;
    state.reachedAt = at;
  }
  const step = state.now;
  state.timer = step ? timerOf(step, state, clock) : null;
  if (!step?.window) {
    state.window = null;
    clock.windows.clear();
    return;
  }
  const opened = clock.windows.get(step.window.id);
  state.window =
    opened === undefined ? null : { text: step.window.text, startedAt: opened, endsAt: opened + step.window.withinMinutes * 60_000 };
}

/** What is missing where the last answer ends the run. */
function endedBy({ trace }: RunState, plan: readonly PlannedStep[]): string | null {
  const last = trace.at(-1);
  const step = plan.find(({ at }) => at === last?.step);
  const chosen = step && "choices" in step ? step.choices.find(({ id }) => id === last?.result?.choice) : undefined;
  return chosen?.ends ?? null;
}

function next(state: RunState, plan: readonly PlannedStep[], machine: Machine): PlannedStep | null {
  const last = state.trace.at(-1);
  let index = 0;
  if (last) {
    const step = plan.find(({ at }) => at === last.step);
    const chosen = step && "choices" in step ? step.choices.find(({ id }) => id === last.result?.choice) : undefined;
    index = chosen?.goTo ? placeOf(chosen.goTo, plan, step?.on) : plan.findIndex(({ at }) => at === last.step) + 1;
  }
  const recorded = recordedIn(state);
  return plan.slice(index).find((step) => holds(step.when, machine, recorded)) ?? null;
}

/** Where a choice leads: the step of that id, of the same head or line where it is done for each. */
export function placeOf(id: string, plan: readonly PlannedStep[], on: string | undefined): number {
  const same = plan.findIndex((step) => step.id === id && step.on === on);
  return same >= 0 ? same : plan.findIndex((step) => step.id === id);
}

function timerOf(step: PlannedStep, state: RunState, clock: Clock): RunTimer | null {
  const since = step.kind === "hold" ? clock.clearedAt.get(`${step.at}/${state.trace.length}`) : state.reachedAt;
  const seconds = step.kind === "wait" ? step.waitMinutes * 60 : step.kind === "hold" ? step.thenSeconds : undefined;
  if (since === undefined || seconds === undefined) return null;
  return { step: step.at, text: step.text, startedAt: since, endsAt: since + seconds * 1000 };
}

/** What is opened and not closed: from the steps done, and what was settled by itself since. A short form owes nothing: it is entered when all is over. */
function owedBy(state: RunState, plan: readonly PlannedStep[], clock: Clock): Owed[] {
  const owed = new Map<string, Owed>();
  if (state.form === "short") return [];
  for (const { step: at, at: when, passed } of state.trace) {
    const step = plan.find((each) => each.at === at);
    if (!step || passed !== undefined) continue;
    if (step.owes) {
      const id = step.on ? `${step.owes.id}@${step.on}` : step.owes.id;
      owed.set(id, { ...step.owes, id, ...(step.on ? { on: step.on } : {}), step: at, since: when });
    }
    if (step.settles) close(owed, step.settles, step.on);
  }
  for (const [id, at] of clock.settled) {
    for (const open of [...owed.values()]) if ((open.id === id || kindOfOwed(open.id) === id) && open.since <= at) owed.delete(open.id);
  }
  return [...owed.values()];
}

/** A step of one thing closes what is open of that thing; a step of none closes all of its kind. */
function close(owed: Map<string, Owed>, kind: string, on: string | undefined): void {
  if (on !== undefined && owed.delete(`${kind}@${on}`)) return;
  for (const id of [...owed.keys()]) if (on === undefined ? kindOfOwed(id) === kind : id === kind) owed.delete(id);
}

/** Hands-on minutes that a plan's steps take together, where they say so. */
export const plannedSeconds = (step: PlannedStep): number =>
  Math.round(60 * (step.kind === "wait" ? step.waitMinutes : (step.minutes ?? 0)));

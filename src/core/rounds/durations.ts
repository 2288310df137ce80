import { median } from "d3-array";
import type { PlannedStep } from "../runs/plan.ts";
import type { RunState } from "../runs/run.ts";
import { minutesOf, type PaceFactors } from "./stretches-of.ts";

/** How long a run took: minutes with hands and in waits, beside what was planned for the steps that were done. */
export type RunTime = {
  routine: string;
  machine: string;
  person: string | null;
  hands: number;
  plannedHands: number;
  wait: number;
  plannedWait: number;
};

/** How long a run took, by the steps that were done in it; what was left out, and a timer that was cut short, do not count. */
export function runTime(
  { routine, machine }: { routine: string; machine: string },
  plan: readonly PlannedStep[],
  { person, trace }: Pick<RunState, "person" | "trace">,
): RunTime {
  const time: RunTime = { routine, machine, person, hands: 0, plannedHands: 0, wait: 0, plannedWait: 0 };
  for (const { step: at, tookSeconds, passed, early } of trace) {
    const step = plan.find((each) => each.at === at);
    if (!step || passed || early) continue;
    if (step.kind === "wait") {
      time.wait += tookSeconds / 60;
      time.plannedWait += step.waitMinutes;
    } else {
      time.hands += tookSeconds / 60;
      time.plannedHands += minutesOf(step);
    }
  }
  return time;
}

/** What is expected of a routine at a machine (and, where asked, of one person), with what it rests on. */
export type Duration = {
  factors: PaceFactors;
  runs: number;
  /** Median of the runs against the plan, and how much they spread: a standard deviation of the logarithm. */
  medianFactor: number | null;
  spread: number;
  why: string;
};

/** The plan counts as so many runs, a person's being like everybody else as so many. */
const PLAN_COUNTS_AS = 4;
const PERSON_COUNTS_AS = 6;
/** How much runs of one kind spread where nothing is known. */
const USUAL_SPREAD = 0.25;
/** Four of five runs are over within this many standard deviations of the logarithm. */
const EIGHTIETH = 0.8416;
/** A run of more than four times the plan was left lying, one of less than a quarter was tapped through: they say nothing. */
const MOST_FACTOR = 4;
/** Whether a time against its plan says something of how long it takes. @example saysPace(20, 10) // true */
export const saysPace = (took: number, planned: number): boolean =>
  took > 0 && planned > 0 && took / planned <= MOST_FACTOR && planned / took <= MOST_FACTOR;

const logs = (pairs: readonly (readonly [number, number])[]) =>
  pairs.flatMap(([took, planned]) => (saysPace(took, planned) ? [Math.log(took / planned)] : []));
const shrunk = (values: readonly number[], counts: number) =>
  values.length ? (values.length * (median(values) ?? 0)) / (values.length + counts) : 0;

/**
 * Expected minutes from the house's own runs of a routine at a machine: the median against the plan, drawn towards the plan while
 * runs are few; with `person`, how they differ from others besides. `safe`: long enough for four runs of five. Common practice, no source.
 */
export function expectedDuration(
  runs: readonly RunTime[],
  { routine, machine, person, safe = false }: { routine: string; machine: string; person?: string; safe?: boolean },
): Duration {
  const here = runs.filter((run) => run.routine === routine && run.machine === machine);
  const hands = logs(here.map((run) => [run.hands, run.plannedHands]));
  const waits = logs(here.map((run) => [run.wait, run.plannedWait]));
  const usual = shrunk(hands, PLAN_COUNTS_AS);
  const theirs = person === undefined ? [] : logs(runs.filter((run) => run.person === person).map((run) => [run.hands, run.plannedHands]));
  const others = person === undefined ? [] : logs(runs.filter((run) => run.person !== person).map((run) => [run.hands, run.plannedHands]));
  const personal = theirs.length
    ? (theirs.length * ((median(theirs) ?? 0) - (others.length ? (median(others) ?? 0) : 0))) / (theirs.length + PERSON_COUNTS_AS)
    : 0;
  const spread = Math.sqrt(
    (hands.reduce((sum, each) => sum + (each - (median(hands) ?? 0)) ** 2, 0) + PLAN_COUNTS_AS * USUAL_SPREAD ** 2) /
      (hands.length + PLAN_COUNTS_AS),
  );
  const slack = safe ? Math.exp(EIGHTIETH * spread) : 1;
  const factors = { hands: Math.exp(usual + personal) * slack, wait: Math.exp(shrunk(waits, PLAN_COUNTS_AS)) };
  const percent = (factor: number) => `${Math.round(factor * 100)} %`;
  const why = [
    hands.length
      ? `${hands.length} ${hands.length === 1 ? "run" : "runs"} here took ${percent(Math.exp(median(hands) ?? 0))} of the planned hands minutes (median); the plan counts as ${PLAN_COUNTS_AS} runs`
      : "no run here yet: as planned",
    ...(theirs.length ? [`${theirs.length} runs by this person: ${percent(Math.exp(personal))} of others`] : []),
    ...(safe ? [`made long enough for four of five: ${percent(slack)}`] : []),
  ].join("; ");
  return { factors, runs: hands.length, medianFactor: hands.length ? Math.exp(median(hands) ?? 0) : null, spread, why };
}

import type { FloorMachine } from "../floor/floor-view.ts";
import { type CheckSaid, checkVerdict } from "../nozzles/ladder/check-verdict.ts";
import type { Check } from "../nozzles/ladder/recovery.ts";
import type { Draw, Effects } from "../routines/effects.ts";
import type { Choice } from "../routines/step.ts";
import { cleansIn, drawMl } from "../stores/waste/draws.ts";
import { FOUR_OF_FIVE, roomFor } from "../stores/waste/level.ts";
import { drawnIn, drawnSoFar } from "./drawn.ts";
import { knownAnswer } from "./known.ts";
import type { PlannedStep } from "./plan.ts";
import type { RunState, Trace } from "./run.ts";
import { ahead } from "./run-facts.ts";

type Run = {
  machine: Pick<FloorMachine, "machine" | "known" | "desk" | "vessel">;
  routine: { effects?: Effects };
  plan: readonly PlannedStep[];
  state: RunState;
};

/** What is known of a step's answer, and what it rests on. Without a choice the person chooses. */
export type KnownInRun = { choice?: string } & (
  | { of: "shop"; words: string }
  | ({ of: "check"; cleans: number } & CheckSaid)
  | { of: "room"; ml: number; limitMl: number; comesMl: number; fits: boolean }
);

/** Head cleans of a run so far, as its steps count them. @example cleansSoFar({ plan: [], state }) // 0 */
export const cleansSoFar = ({ plan, state }: Pick<Run, "plan" | "state">): number => cleansIn(drawnSoFar(plan, state.trace));

/** The answers that a step offers just now. @example offered(choices, 8) // those without `cleansBelow: 8` */
export const offered = (choices: readonly Choice[], cleans: number): Choice[] =>
  choices.filter(
    ({ cleansBelow, cleansFrom }) =>
      (cleansBelow === undefined || cleans < cleansBelow) && (cleansFrom === undefined || cleans >= cleansFrom),
  );

/**
 * The answer to a step, where it is known: from the shop's record, from the run's last check, from the waste vessel's estimate
 * with what this run drew so far and what is still to come. `undefined` where nothing is known.
 */
export function knownInRun(run: Run, step: PlannedStep): KnownInRun | undefined {
  if (!("choices" in step) || !step.knows) return undefined;
  if (step.knows === "check") return byCheck(run, step.choices);
  if (step.knows === "room") return byRoom(run, step);
  const known = knownAnswer(step, run.machine.known);
  return known && { of: "shop", ...known };
}

function byCheck({ machine: { desk }, plan, state }: Run, choices: readonly Choice[]): KnownInRun | undefined {
  if (!desk) return undefined;
  const entries = state.trace.flatMap(({ result }) => result?.check ?? []);
  const checks = desk.events.filter((event): event is Check => event.kind === "check" && entries.includes(event.entry ?? ""));
  const cleans = cleansSoFar({ plan, state });
  const said = checkVerdict(checks, cleans, desk.judging);
  if (!said) return undefined;
  const choice =
    choices.find(({ verdict }) => verdict === said.verdict) ?? choices.find(({ verdict }) => verdict === "poor" && said.verdict === "flag");
  return { of: "check", cleans, ...said, ...(choice ? { choice: choice.id } : {}) };
}

function byRoom(run: Run, step: PlannedStep): KnownInRun | undefined {
  const { machine, routine, plan, state } = run;
  const { vessel, desk } = machine;
  if (!vessel || vessel.measured === null || !desk || !("choices" in step)) return undefined;
  const { ladder } = desk.judging;
  const emptied = state.trace.findLastIndex(({ step: at }) =>
    plan.some((each) => each.at === at && each.kind === "measure" && each.empties),
  );
  const drawn = mlOf(run, state.trace.slice(emptied + 1));
  const rest = ahead(state, plan, machine.machine).slice(1);
  const next = rest.findIndex((each) => each.id === step.id);
  const comes: Pick<Trace, "step">[] = (next < 0 ? rest : rest.slice(0, next)).map(({ at }) => ({ step: at }));
  // What no step tells of comes once, in all of the run.
  const untold: readonly Draw[] = next < 0 ? drawnIn(plan, [], routine.effects?.draws) : [];
  const comesMl = mlOf(run, comes) + drawMl(untold, ladder, machine.known?.fill).ml;
  const ml = vessel.ml + drawn;
  const room = roomFor({ ml, spreadMl: (vessel.highMl - vessel.lowMl) / (2 * FOUR_OF_FIVE) }, vessel.limitMl, comesMl);
  const choice = room.fits ? step.choices.find(({ id }) => id === "room")?.id : undefined;
  return { of: "room", ml, limitMl: vessel.limitMl, comesMl, fits: room.fits, ...(choice ? { choice } : {}) };
}

/** What steps draw, the lines of a flush by this machine's own. */
function mlOf({ machine: { desk, known }, routine, plan }: Run, trace: readonly Pick<Trace, "step" | "passed" | "result">[]): number {
  if (!desk) return 0;
  const lines = trace.reduce((sum, { step: at, passed }) => {
    const step = plan.find((each) => each.at === at);
    const isLine = passed === undefined && step?.id === routine.effects?.lineStep;
    return sum + (isLine ? (known?.lines?.[step?.on ?? ""]?.ml ?? 0) : 0);
  }, 0);
  return lines + drawMl(drawnSoFar(plan, trace), desk.judging.ladder, known?.fill).ml;
}

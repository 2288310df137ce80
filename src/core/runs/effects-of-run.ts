import { shiftedWhite } from "../fleet/positions.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Draw, Effects } from "../routines/effects.ts";
import type { Use } from "../routines/step.ts";
import type { Regime } from "../standby/regime.ts";
import { type Leaving, leavesShelf, type ShelfItem, usedMaterials, usualMaterials } from "../stores/run-materials.ts";
import { drawnIn } from "./drawn.ts";
import type { RunBody, StepResult } from "./events.ts";
import { holds, type PlannedStep } from "./plan.ts";
import { leaptOver, type Trace } from "./run.ts";
import { calledAndDone } from "./run-facts.ts";

/** What was done of a routine: step by step, or as usual but for what was answered (a short form, the desk). */
export type DoneRun = {
  routine: { id: string; name: string; effects?: Effects; voidsCheck?: boolean };
  plan: readonly PlannedStep[];
  /** The work that it was done for. */
  key?: string | null;
  done: { trace: readonly Pick<Trace, "step" | "passed" | "result">[] } | { answers: Readonly<Record<string, StepResult | undefined>> };
};

/** All that follows from a run that came to its end. */
export type RunEffects = {
  /** Routines that it settles besides its own: those that it called and that were done whole. A check that it called has its readings. */
  settles: string[];
  /** The one-off work that it was done for. */
  oneOff: string | null;
  tends: readonly string[];
  /** Places of the machine whose part is a new one. */
  replaces: string[];
  uses: Use[];
  /** What leaves the shelf for that, earliest use-by first. */
  takes: Leaving[];
  /** What ran into the waste: as it was done where the steps tell, else as usual. */
  drew: Draw[];
  /** The machine's waste vessel as it was emptied, where both levels are known or the first. */
  empties: { vessel: string; beforeMl: number; ml: number } | null;
  /** The new map of ink positions. */
  positions: string[] | null;
  sleeps: Regime | null;
  wakes: boolean;
  voidsCheck: boolean;
};

/**
 * What a run does, one and the same for the guided run, the short form, several at once, paper and the desk.
 * @param isCheck whether a routine is a check, which has an entry of its own
 */
export function effectsOfRun(
  { routine, plan, key, done }: DoneRun,
  {
    machine,
    shelf,
    isCheck,
    positions,
  }: { machine: Machine; shelf: readonly ShelfItem[]; isCheck: (routine: string) => boolean; positions?: readonly string[] | undefined },
): RunEffects {
  const { effects = {} } = routine;
  const trace = "trace" in done ? done.trace : doneAsAnswered(plan, machine, done.answers);
  const uses =
    "trace" in done
      ? usedMaterials(plan, done.trace)
      : usualMaterials(
          plan,
          machine,
          Object.fromEntries(Object.entries(done.answers).map(([at, said]) => [at, said?.choice ?? said?.found])),
        );
  const value = (step: string | undefined) =>
    step === undefined ? undefined : trace.findLast((each) => each.step === step)?.result?.value;
  return {
    settles: "trace" in done ? calledAndDone(plan, done.trace).filter((id) => !isCheck(id)) : [],
    oneOff: key?.startsWith("one-off/") ? key.slice("one-off/".length) : null,
    tends: effects.tends ?? [],
    replaces: (machine.parts ?? []).filter(({ kind }) => effects.replaces?.includes(kind)).map(({ id }) => id),
    uses,
    takes: leavesShelf(uses, shelf, machine),
    drew: drawnIn(plan, trace, effects.draws),
    empties: emptiedOf(effects, machine, value),
    positions: newPositions(effects, machine, positions, trace),
    sleeps: effects.sleeps ?? null,
    wakes: effects.wakes ?? false,
    voidsCheck: routine.voidsCheck ?? false,
  };
}

/** The steps that a short form stands for: those that its answers lead to. */
function doneAsAnswered(plan: readonly PlannedStep[], machine: Machine, answers: Readonly<Record<string, StepResult | undefined>>) {
  const said = (at: string) => answers[at]?.choice ?? answers[at]?.found;
  const leapt = leaptOver(plan, said);
  const recorded = (id: string) => {
    const value = answers[id]?.value;
    return said(id) ?? (value === undefined ? undefined : String(value));
  };
  return plan.flatMap(({ at: step, when }) =>
    leapt.has(step) || !holds(when, machine, recorded) ? [] : [{ step, ...(answers[step] ? { result: answers[step] } : {}) }],
  );
}

function emptiedOf({ waste }: Effects, machine: Machine, value: (step: string | undefined) => number | undefined): RunEffects["empties"] {
  const vessel = machine.waste?.[0];
  const before = value(waste?.before);
  if (waste?.does !== "empties" || !vessel || before === undefined) return null;
  const within = (ml: number) => Math.min(ml, vessel.volumeMl);
  return { vessel: vessel.id, beforeMl: within(before), ml: within(value(waste.after) ?? 0) };
}

/** The ink lines after a shift of the whites, where the run made one. */
function newPositions(
  { shiftsStep }: Effects,
  machine: Machine,
  positions: readonly string[] | undefined,
  trace: readonly Pick<Trace, "step" | "result">[],
): string[] | null {
  const said = trace.findLast(({ step }) => step === shiftsStep?.step)?.result?.choice;
  const by = said === undefined ? undefined : shiftsStep?.places[said];
  return by === undefined ? null : (shiftedWhite(machine, positions, by) ?? null);
}

/** The run's last event, with what it drew. @example endOf({ drew: [] }) // { event: "end" } */
export const endOf = ({ drew }: Pick<RunEffects, "drew">): RunBody => ({ event: "end", ...(drew.length ? { drew } : {}) });

/** An entry that follows from a run; machine, run, time and person are those of the run. */
export type Following = {
  kind: "stock" | "vessel" | "part" | "positions" | "routine" | "one-off" | "one-off-over" | "sign";
  routine?: string;
  body: Record<string, unknown>;
};

/**
 * The entries that keep what followed. @param takes what leaves the shelf where somebody corrected it
 * @param into the container that the waste went into
 */
export function followingEntries(
  { routine }: Pick<DoneRun, "routine">,
  effects: RunEffects,
  { takes = effects.takes, into }: { takes?: readonly Leaving[]; into?: string } = {},
): Following[] {
  const lines = takes.flatMap((each) => each.lines);
  const { empties, settles, oneOff, replaces, positions } = effects;
  return [
    ...(lines.length ? [{ kind: "stock" as const, routine: routine.id, body: { event: "used", lines } }] : []),
    ...(empties ? [{ kind: "vessel" as const, body: { ...empties, event: "emptied", ...(into ? { into } : {}) } }] : []),
    ...replaces.map((part) => ({ kind: "part" as const, body: { part, event: "replaced", reason: routine.name } })),
    ...(positions ? [{ kind: "positions" as const, body: { order: positions } }] : []),
    ...settles.map((id) => ({ kind: "routine" as const, routine: id, body: { outcome: "done", note: `with ${routine.name}` } })),
    ...(oneOff ? [{ kind: "one-off-over" as const, body: { of: oneOff, outcome: "done" } }] : []),
  ];
}

import type { Machine } from "../fleet/schema.ts";
import type { Routine } from "../routines/routine.ts";
import { holds, type PlannedStep, runPlan } from "../runs/plan.ts";
import type { Stretch } from "./problem.ts";

/** A piece of a run that is one stretch: the steps in it, and minutes as planned. */
export type Piece = { kind: "hands" | "wait"; steps: string[]; minutes: number; upTo?: number };

/** How long hands and waits really take against the plan, as factors. */
export type PaceFactors = { hands: number; wait: number };
const AS_PLANNED: PaceFactors = { hands: 1, wait: 1 };

/**
 * A routine at one machine as pieces: steps with hands taken together, waits between them. A wait inside a window may last as much
 * longer as the window leaves room. Without steps: the routine's own minutes, the wait last.
 *
 * @param recorded what is foreseen to be answered, where steps depend on it
 */
export function piecesOf(
  routine: Pick<Routine, "steps" | "handsMinutes" | "waitMinutes">,
  machine: Machine,
  recorded: (step: string) => string | undefined = () => undefined,
): Piece[] {
  const plan = routine.steps ? runPlan(routine.steps, machine).filter(({ when }) => holds(when, machine, recorded)) : [];
  if (plan.length === 0)
    return [
      { kind: "hands", steps: [], minutes: routine.handsMinutes || 1 },
      ...(routine.waitMinutes ? [{ kind: "wait" as const, steps: [], minutes: routine.waitMinutes }] : []),
    ];
  const windows = new Map<string, number>();
  for (const step of plan) if (step.window) windows.set(step.window.id, (windows.get(step.window.id) ?? 0) + minutesOf(step));
  const pieces: Piece[] = [];
  for (const step of plan) {
    const last = pieces.at(-1);
    if (step.kind === "wait") {
      const room = step.window ? Math.max(0, Math.floor(step.window.withinMinutes - (windows.get(step.window.id) ?? 0))) : undefined;
      pieces.push({ kind: "wait", steps: [step.at], minutes: step.waitMinutes, ...(room === undefined ? {} : { upTo: room }) });
    } else if (last?.kind === "hands") {
      last.steps.push(step.at);
      last.minutes += minutesOf(step);
    } else pieces.push({ kind: "hands", steps: [step.at], minutes: minutesOf(step) });
  }
  return pieces;
}

/** Minutes planned for a step; half a minute where its routine says none. @example minutesOf({ kind: "do", id: "a", at: "a", text: "A" }) → 0.5 */
export const minutesOf = (step: PlannedStep): number => (step.kind === "wait" ? step.waitMinutes : (step.minutes ?? 0.5));

/** Pieces as a planning problem has them: whole minutes, one person throughout. */
export function stretchesOf(pieces: readonly Piece[], factors: PaceFactors = AS_PLANNED): Stretch[] {
  let hands = 0;
  return pieces.map(({ kind, minutes, upTo }): Stretch => {
    if (kind === "wait") return { wait: Math.ceil(minutes * factors.wait - 1e-9), ...(upTo === undefined ? {} : { upTo }) };
    return { hands: Math.max(1, Math.round(minutes * factors.hands)), ...(hands++ ? { samePerson: true } : {}) };
  });
}

import type { Machine } from "../fleet/schema.ts";
import type { Routine } from "../routines/routine.ts";
import type { Step } from "../routines/step.ts";
import type { Following } from "./effects-of-run.ts";
import type { StepResult } from "./events.ts";
import type { PlannedStep } from "./plan.ts";

type Around = {
  routine: Pick<Routine, "id" | "name">;
  book: ReadonlyMap<string, Pick<Routine, "name" | "handsMinutes">>;
  machine: Pick<Machine, "waste">;
  /** The shop's day, as `2026-11-30`. */
  today: string;
  /** The id of the container that waste went into. */
  into?: string;
};

/**
 * The entries that follow from what was answered or read at a step: the sign that it reports, the routine that it calls for as work of
 * today, the waste vessel that was emptied (what was in it in mL).
 * @example stepFollows({ kind: "do", id: "a", at: "a", text: "Go on." }, undefined, around) // []
 */
export function stepFollows(
  step: PlannedStep,
  result: StepResult | undefined,
  { routine, book, machine, today, into }: Around,
): Following[] {
  const choice = "choices" in step ? step.choices.find(({ id }) => id === result?.choice) : undefined;
  const called = choice?.calls ? book.get(choice.calls) : undefined;
  const [vessel] = machine.waste ?? [];
  const emptied = step.kind === "measure" && step.empties && vessel ? result?.value : undefined;
  return [
    ...(choice?.reports ? [{ kind: "sign" as const, body: { sign: choice.reports, note: `seen in ${routine.name}` } }] : []),
    ...(choice?.calls && called
      ? [
          {
            kind: "one-off" as const,
            body: {
              title: called.name,
              on: today,
              minutes: Math.ceil(called.handsMinutes ?? 5),
              routine: choice.calls,
              calledIn: routine.id,
              note: choice.text.slice(0, 200),
            },
          },
        ]
      : []),
    ...(vessel && emptied !== undefined
      ? [
          {
            kind: "vessel" as const,
            body: { vessel: vessel.id, event: "emptied", beforeMl: Math.min(emptied, vessel.volumeMl), ml: 0, ...(into ? { into } : {}) },
          },
        ]
      : []),
  ];
}

/** Whether an answer of a routine's own steps calls for another. @example callsFor([], "R37") → false */
export function callsFor(steps: readonly Step[], routine: string): boolean {
  return steps.some((step) =>
    "steps" in step ? callsFor(step.steps, routine) : "choices" in step && step.choices.some(({ calls }) => calls === routine),
  );
}

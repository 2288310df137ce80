import type { Routine } from "../routines/routine.ts";
import type { Choice, Step } from "../routines/step.ts";
import type { Following } from "./effects-of-run.ts";

type Around = { routine: Pick<Routine, "id" | "name">; book: ReadonlyMap<string, Pick<Routine, "name" | "handsMinutes">>; today: string };

/**
 * The entries that follow from an answer: the sign that it reports, the routine that it calls for, as work of today.
 * @param today the shop's day, as `2026-11-30`
 * @example answerFollows({ id: "dry", text: "Dry", calls: "R37" }, { routine, book, today: "2026-11-30" }) // one entry of kind one-off
 */
export function answerFollows(choice: Choice | undefined, { routine, book, today }: Around): Following[] {
  const called = choice?.calls ? book.get(choice.calls) : undefined;
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
  ];
}

/** Whether an answer of a routine's own steps calls for another. @example callsFor([], "R37") → false */
export function callsFor(steps: readonly Step[], routine: string): boolean {
  return steps.some((step) =>
    "steps" in step ? callsFor(step.steps, routine) : "choices" in step && step.choices.some(({ calls }) => calls === routine),
  );
}

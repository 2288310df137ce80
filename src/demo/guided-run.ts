import { uuidv7 } from "uuidv7";
import type { Machine } from "../core/fleet/schema.ts";
import type { Routine } from "../core/routines/routine.ts";
import type { RunBody, RunEvent, StepResult } from "../core/runs/events.ts";
import { type PlannedStep, runPlan } from "../core/runs/plan.ts";
import { runState } from "../core/runs/run.ts";
import { stepsVersion } from "../core/runs/version.ts";

/** Followed step by step in the last weeks, and how fast people are and machines let them be. */
export const GUIDED = ["R04", "R10"];
export const GUIDED_DAYS = 21;
const PACE: Record<string, number> = { bram: 0.9, ilse: 1.05, tadeo: 1.25, wren: 1, goby: 1.3, sprat: 1.1 };

type Asked = {
  machine: Machine;
  routine: Routine;
  person: string;
  at: Date;
  random: () => number;
  /** Enters a check of that moment; gives back its id. */
  check: (at: Date) => string;
  /** What is chosen at a step, where it is not the first answer. */
  answers?: Readonly<Record<string, string>>;
};

/** An untroubled run of a routine, at the pace of whoever does it. @throws Error where an answer does not fit the routine */
export function guidedRun({ machine, routine, person, at, random, check, answers = {} }: Asked): RunEvent[] {
  const steps = routine.steps ?? [];
  const plan = runPlan(steps, machine);
  const events: RunEvent[] = [];
  const pace = (PACE[person] ?? 1) * (PACE[machine.id] ?? 1) * (0.85 + random() * 0.35);
  let time = at.getTime();
  const enter = (body: RunBody) => events.push({ id: uuidv7(), at: time, person, body });
  enter({ event: "start", form: "guided", version: stepsVersion(steps), gear: true });
  for (let state = runState(plan, machine, events); state?.now; state = runState(plan, machine, events)) {
    if (state.strays.length) throw new Error(`${routine.id}: the demo's answer before ${state.now.at} does not fit`);
    const step = state.now;
    const minutes = step.kind === "wait" ? step.waitMinutes * (1 + random() * 0.2) : (step.minutes ?? 0.5) * pace;
    time += Math.round(minutes * 60) * 1000;
    if (step.kind === "hold") enter({ event: "clear", step: step.at });
    const choice = answers[step.id];
    const result = choice ? { choice } : answerTo(step, person, () => check(new Date(time)));
    enter({ event: "step", step: step.at, ...(result ? { result } : {}), tookSeconds: Math.round(minutes * 60) });
  }
  enter({ event: "end" });
  return events;
}

/** What an untroubled run answers at a step. */
function answerTo(step: PlannedStep, person: string, check: () => string): StepResult | undefined {
  switch (step.kind) {
    case "nozzle-check":
      return { check: check() };
    case "look":
    case "decide": {
      const choice = step.choices.find(({ goTo }) => !goTo)?.id ?? step.choices[0]?.id;
      return choice ? { choice } : undefined;
    }
    case "found":
      return { found: "some" };
    case "measure":
      return { value: step.min };
    case "confirm":
      return { by: person === "mirko" ? "ottoline" : "mirko" };
    default:
      return undefined;
  }
}

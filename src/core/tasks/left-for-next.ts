import type { Day } from "../calendar/day.ts";
import type { RunState } from "../runs/run.ts";
import { openWords } from "../runs/run-facts.ts";
import { isOpen } from "./of-day.ts";

/** What a shift leaves to the next: why it is on the list, and about what. */
export type LeftItem = {
  kind: string;
  words: string;
  machine?: string;
  key?: string;
};

/** A shop at the end of a shift, in words where people read them. */
export type ShiftEnd = {
  today: Day;
  repairs: readonly { machine: string; machineName: string; symptom: string; waitsFor?: string; expected?: string }[];
  machines: readonly { id: string; name: string; word: string; why: string }[];
  runs: readonly {
    machine: string;
    key: string | null;
    /** Machine and routine. */
    words: string;
    person: string;
    /** The clock time at which its timer ends. */
    timerEnds?: string;
    state: Pick<RunState, "status" | "stoppedFor" | "timer" | "owed">;
  }[];
  tasks: readonly {
    key: string;
    machine: string | null;
    words: string;
    /** Who has it. */
    person: string | null;
    due: Day;
    state: string;
    late: boolean;
  }[];
};

/** What a shift leaves to the next, gravest first: machines out of order, holds, what runs or is to be put right, what is late or undone. */
export function leftForTheNext({ today, repairs, machines, runs, tasks }: ShiftEnd): LeftItem[] {
  const unfinished = runs.filter(({ state }) => state.status === "running" || state.status === "stopped");
  const running = new Set(unfinished.map(({ key }) => key));
  return [
    ...repairs.map(
      ({ machine, machineName, symptom, waitsFor, expected }): LeftItem => ({
        kind: "out of order",
        machine,
        words: `${machineName} is out of order: ${symptom}${waitsFor ? `; waits for ${waitsFor}` : ""}${expected ? `, expected ${expected}` : ""}`,
      }),
    ),
    ...machines
      .filter(({ word }) => word === "Hold")
      .map(({ id, name, why }): LeftItem => ({ kind: "hold", machine: id, words: `${name} is on hold: ${why}` })),
    ...unfinished.map(({ machine, key, words, person, timerEnds, state }): LeftItem => {
      const where =
        state.status === "stopped"
          ? `stopped: ${state.stoppedFor}`
          : state.timer && timerEnds
            ? `${state.timer.text} until ${timerEnds}`
            : "under way";
      const stillOpen = state.owed.length ? `; still open: ${openWords(state.owed).join(", ")}` : "";
      return {
        kind: state.owed.length ? "owed" : "run",
        machine,
        ...(key ? { key } : {}),
        words: `${words} (${person}), ${where}${stillOpen}`,
      };
    }),
    ...tasks
      .filter((task) => isOpen(task) && !running.has(task.key) && task.due <= today && (task.state !== "open" || task.late))
      .map(
        ({ key, machine, words, person, late }): LeftItem => ({
          kind: late ? "late" : "undone",
          ...(machine ? { machine } : {}),
          key,
          words: `${words}${late ? ", late" : ""}${person ? ` (${person})` : ""}`,
        }),
      ),
  ];
}

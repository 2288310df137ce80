import type { Day } from "../calendar/day.ts";
import { BEATS, type Beat } from "../fleet/beats.ts";

/** A piece of a day's work that somebody can be given. */
export type Task = {
  /** The occurrence's lasting name, or that of one-off work. */
  key: string;
  machine: string | null;
  routine: string | null;
  name: string;
  /** Hands-on minutes. */
  minutes: number;
  skill: string | null;
  beat?: Beat;
  due: Day;
  /** The machine's place in walking order. */
  place: number;
  /** Who has it. */
  person: string | null;
};

/** Tasks in the order in which they are walked: by beat, what has no beat after the midday, then by the machine's place. */
export function inWalkingOrder<Each extends Pick<Task, "beat" | "place" | "key" | "due">>(tasks: readonly Each[]): Each[] {
  const rank = ({ beat }: Pick<Task, "beat">) => (beat === undefined ? 1.5 : BEATS.indexOf(beat));
  return [...tasks].sort((a, b) => rank(a) - rank(b) || a.place - b.place || a.due - b.due || (a.key < b.key ? -1 : 1));
}

import type { Beat } from "../fleet/beats.ts";
import type { Person } from "../fleet/schema.ts";
import type { Task } from "./task.ts";

export type Worker = Pick<Person, "id" | "name" | "role" | "skills"> & {
  /** The shifts worked on the day. */
  shifts: readonly string[];
  /** When they are there, in minutes from the day's start; left out: all day. */
  spans?: readonly (readonly [from: number, to: number])[];
  /** Why there is none, where somebody said so. */
  absence?: string;
};

/** A day's clock in minutes from its start: until when each time of day's work is due, and now; `null` on another day. */
export type DayClock = { beats: Partial<Record<Beat, number>>; now: number | null };
/** Work of a time of day is done in the last so many minutes before it is due. A guess. */
const BEFORE_BEAT_MINUTES = 60;

/**
 * Whether somebody is there when work is to be done: shortly before its time of day; what is late, or of no time of day, as long as they stay.
 * @example isThereFor({ ...bram, spans: [[600, 1080]] }, { beat: "opening" }, { beats: { opening: 240 }, now: null }) // false: they come after it
 */
export function isThereFor({ spans }: Pick<Worker, "spans">, { beat }: Pick<Task, "beat">, { beats, now }: DayClock): boolean {
  if (!spans) return true;
  const by = beat && beats[beat];
  if (by === undefined || (now !== null && now >= by)) return now === null || spans.some(([, to]) => to > now);
  return spans.some(([from, to]) => from < by && to > by - BEFORE_BEAT_MINUTES);
}

/** Why a person can't be given a task that day, in words; `undefined` where they can. Skills gate who may be given what. */
export function whyNot(worker: Worker, task: Pick<Task, "skill" | "name">): string | undefined {
  if (worker.role === "viewer") return "may only look";
  if (task.skill && !worker.skills?.includes(task.skill as never)) return `has no ${task.skill.toUpperCase()} skill`;
  if (worker.shifts.length === 0) return worker.absence ? `is away: ${worker.absence}` : "does not work that day";
  return undefined;
}

/** Tasks that nobody there that day may do. */
export const beyondEverybody = <Each extends Pick<Task, "skill" | "name">>(tasks: readonly Each[], workers: readonly Worker[]): Each[] =>
  tasks.filter((task) => workers.every((worker) => whyNot(worker, task) !== undefined));

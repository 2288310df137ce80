import type { Person } from "../fleet/schema.ts";
import type { Task } from "./task.ts";

export type Worker = Pick<Person, "id" | "name" | "role" | "skills"> & {
  /** The shifts worked on the day. */
  shifts: readonly string[];
  /** Why there is none, where somebody said so. */
  absence?: string;
};

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

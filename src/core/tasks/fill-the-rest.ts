import { type Worker, whyNot } from "./fits.ts";
import type { Task } from "./task.ts";

/** The usual person of a machine, or of an area, by id. */
export type Usual = { machines: Readonly<Record<string, string>>; areas: Readonly<Record<string, string>> };
export type Given = { key: string; person: string; why: string };

/**
 * Gives each task that nobody has, longest first (then by key), to the fitting person with the least hands-on minutes
 * that day (then by id). What fits nobody is left.
 * @param minutes hands-on minutes that each person has already
 */
export function fillTheRest(tasks: readonly Task[], workers: readonly Worker[], minutes: ReadonlyMap<string, number>): Given[] {
  const load = new Map(workers.map(({ id }) => [id, minutes.get(id) ?? 0]));
  const open = tasks.filter(({ person }) => person === null).sort((a, b) => b.minutes - a.minutes || (a.key < b.key ? -1 : 1));
  return open.flatMap((task) => {
    const fitting = workers
      .filter((worker) => !whyNot(worker, task))
      .sort((a, b) => (load.get(a.id) ?? 0) - (load.get(b.id) ?? 0) || (a.id < b.id ? -1 : 1));
    const worker = fitting[0];
    if (!worker) return [];
    const has = load.get(worker.id) ?? 0;
    load.set(worker.id, has + task.minutes);
    const why =
      fitting.length === 1
        ? `${worker.name} is the only one there who may`
        : `${worker.name} has the least of the ${fitting.length} who may: ${Math.round(has)} min so far`;
    return [{ key: task.key, person: worker.id, why }];
  });
}

/** Gives each task that nobody has to its machine's usual person, or its area's, where they fit. */
export function giveToTheUsual(tasks: readonly (Task & { area?: string | null })[], workers: readonly Worker[], usual: Usual): Given[] {
  return tasks.flatMap((task) => {
    if (task.person !== null) return [];
    const [ofMachine, ofArea] = [task.machine && usual.machines[task.machine], task.area && usual.areas[task.area]];
    const worker = workers.find(({ id }) => id === (ofMachine || ofArea));
    if (!worker || whyNot(worker, task)) return [];
    return [{ key: task.key, person: worker.id, why: `${worker.name} usually has this ${ofMachine ? "machine" : "area"}` }];
  });
}

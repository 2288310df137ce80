import { type DayClock, isThereFor, type Worker, whyNot } from "./fits.ts";
import type { Task } from "./task.ts";

/** The usual person of a machine, or of an area, by id. */
export type Usual = { machines: Readonly<Record<string, string>>; areas: Readonly<Record<string, string>> };
export type Given = { key: string; person: string; why: string };

/** A clock of which nothing is known: everybody is there all day. */
const ANY_TIME: DayClock = { beats: {}, now: null };

/**
 * Gives each task that nobody has, longest first (then by key), to the fitting person with the least hands-on minutes that day (then
 * by id), who is there at its time of day. What a machine asks for at one time of day stays together where one person may do all of it.
 * What fits nobody is left.
 * @param minutes hands-on minutes that each person has already
 */
export function fillTheRest(
  tasks: readonly Task[],
  workers: readonly Worker[],
  minutes: ReadonlyMap<string, number>,
  clock: DayClock = ANY_TIME,
): Given[] {
  const load = new Map(workers.map(({ id }) => [id, minutes.get(id) ?? 0]));
  const may = (worker: Worker, task: Task) => !whyNot(worker, task) && isThereFor(worker, task, clock);
  return bundles(
    tasks.filter(({ person }) => person === null),
    workers,
    may,
  ).flatMap((bundle) => {
    const fitting = workers
      .filter((worker) => bundle.every((task) => may(worker, task)))
      .sort((a, b) => (load.get(a.id) ?? 0) - (load.get(b.id) ?? 0) || (a.id < b.id ? -1 : 1));
    const worker = fitting[0];
    if (!worker) return [];
    const has = load.get(worker.id) ?? 0;
    load.set(worker.id, has + minutesOf(bundle));
    const why =
      fitting.length === 1
        ? `${worker.name} is the only one there who may`
        : `${worker.name} has the least of the ${fitting.length} who may: ${Math.round(has)} min so far`;
    return bundle.map(({ key }) => ({ key, person: worker.id, why }));
  });
}

const minutesOf = (bundle: readonly Task[]) => bundle.reduce((sum, task) => sum + task.minutes, 0);

/** What is given to one person together, longest first: a machine's work of one time of day, where somebody may do all of it. */
function bundles(open: readonly Task[], workers: readonly Worker[], may: (worker: Worker, task: Task) => boolean): Task[][] {
  const together = new Map<string, Task[]>();
  for (const task of open) {
    const name = task.machine && task.beat ? `${task.machine}/${task.beat}` : task.key;
    together.set(name, [...(together.get(name) ?? []), task]);
  }
  return [...together.values()]
    .flatMap((bundle) => (workers.some((worker) => bundle.every((task) => may(worker, task))) ? [bundle] : bundle.map((task) => [task])))
    .sort((a, b) => minutesOf(b) - minutesOf(a) || ((a[0]?.key ?? "") < (b[0]?.key ?? "") ? -1 : 1));
}

/** Why nobody could be given a task: nobody there may do it, or who may is not there at its time. */
export function whyNobody(task: Task, workers: readonly Worker[]): string {
  const there = workers.filter(({ shifts, role }) => shifts.length > 0 && role !== "viewer");
  if (there.length === 0) return "nobody works that day";
  if (there.some((worker) => !whyNot(worker, task))) return "who may is not there at that time";
  return `nobody there has the ${task.skill?.toUpperCase() ?? ""} skill`;
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

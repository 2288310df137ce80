import { FOREVER, type Model, type ModelTask } from "./model.ts";
import { lateness, promiseCost } from "./task-cost.ts";

/** Where a task lies: its anchor, its planned hands stretches with who does each, its end. */
export type Placement = { anchor: number; times: number[]; who: number[]; end: number };

/** What lies on one person or one machine, by time; `tasks` −1 is a machine's busy span. */
type Line = { starts: number[]; ends: number[]; areas: number[]; tasks: number[]; fixed: boolean[] };

/** A plan under work: who and what is taken when. Changed in place by `put` and `take`. */
export type Timetable = {
  model: Model;
  placed: (Placement | undefined)[];
  people: Line[];
  machines: Line[];
  /** Hands minutes a person, of tasks that are in. */
  minutes: number[];
  /** Their sum. */
  allMinutes: number;
  /** Begun tasks that are in and that a person had a hand in: who has some needs no first walk. */
  begunIn: number[];
  /** Looks into a line so far: the measure of effort. */
  looks: number;
};

const emptyLine = (): Line => ({ starts: [], ends: [], areas: [], tasks: [], fixed: [] });

/** A timetable with nothing in it but what has begun and is over. */
export function timetableOf(model: Model): Timetable {
  const table: Timetable = {
    model,
    placed: model.tasks.map(() => undefined),
    people: model.people.map(emptyLine),
    machines: model.machines.map(emptyLine),
    minutes: model.people.map(() => 0),
    allMinutes: 0,
    begunIn: model.people.map(() => 0),
    looks: 0,
  };
  model.machines.forEach(({ busy, area }, machine) => {
    for (const [start, end] of busy) add(table.machines[machine] as Line, start, end, area, -1, true);
  });
  model.tasks.forEach((task, index) => {
    // What somebody has begun holds them, whatever becomes of the task.
    for (const { person, start, end } of task.begun?.hands ?? []) add(table.people[person] as Line, start, end, task.area, index, true);
    if (task.begun?.doneAt !== undefined) put(table, index, { anchor: task.begun.start, times: [], who: [], end: task.begun.doneAt });
  });
  return table;
}

function add(line: Line, start: number, end: number, area: number, task: number, fixed: boolean): void {
  let at = line.starts.length;
  while (at > 0 && (line.starts[at - 1] as number) > start) at--;
  line.starts.splice(at, 0, start);
  line.ends.splice(at, 0, end);
  line.areas.splice(at, 0, area);
  line.tasks.splice(at, 0, task);
  line.fixed.splice(at, 0, fixed);
}

function removeAll(line: Line, task: number): void {
  for (let at = line.tasks.length - 1; at >= 0; at--) {
    if (line.tasks[at] !== task || line.fixed[at]) continue;
    line.starts.splice(at, 1);
    line.ends.splice(at, 1);
    line.areas.splice(at, 1);
    line.tasks.splice(at, 1);
    line.fixed.splice(at, 1);
  }
}

function addMinutes(table: Timetable, person: number, minutes: number): void {
  table.minutes[person] = (table.minutes[person] as number) + minutes;
  table.allMinutes += minutes;
}

export const startOf = (task: ModelTask, placement: Placement): number => task.begun?.start ?? placement.anchor;

export function put(table: Timetable, index: number, placement: Placement): void {
  const task = table.model.tasks[index] as ModelTask;
  table.placed[index] = placement;
  table.looks += 3;
  add(table.machines[task.machine] as Line, startOf(task, placement), placement.end, task.area, index, false);
  for (let k = 0; k < placement.times.length; k++) {
    const [start, person, hands] = [placement.times[k] as number, placement.who[k] as number, task.hands[k] as number];
    add(table.people[person] as Line, start, start + hands, task.area, index, false);
    addMinutes(table, person, hands);
  }
  for (const { person, start, end } of task.begun?.hands ?? []) {
    addMinutes(table, person, end - start);
    table.begunIn[person] = (table.begunIn[person] as number) + 1;
  }
}

export function take(table: Timetable, index: number): Placement {
  const task = table.model.tasks[index] as ModelTask;
  const placement = table.placed[index];
  if (!placement) throw new Error(`task ${task.id} is not in the plan`);
  table.placed[index] = undefined;
  table.looks += 3;
  removeAll(table.machines[task.machine] as Line, index);
  for (let k = 0; k < placement.times.length; k++) {
    const person = placement.who[k] as number;
    removeAll(table.people[person] as Line, index);
    addMinutes(table, person, -(task.hands[k] as number));
  }
  for (const { person, start, end } of task.begun?.hands ?? []) {
    addMinutes(table, person, start - end);
    table.begunIn[person] = (table.begunIn[person] as number) - 1;
  }
  return placement;
}

/** Whether all before a place of a person's line is of begun tasks that are left out: then the first walk is still to be made. */
function isFirst(table: Timetable, line: Line, at: number): boolean {
  for (let before = 0; before < at; before++) if (!line.fixed[before] || table.placed[line.tasks[before] as number]) return false;
  return true;
}

/**
 * The earliest minute from `from` on at which a person can do hands minutes in an area: inside one shift piece, clear of all
 * they have, with the way there and on. `FOREVER` where there is none. A begun task's rest asks for no first walk.
 */
export function earliestFree(table: Timetable, who: number, area: number, hands: number, from: number, begun: boolean): number {
  table.looks++;
  const person = table.model.people[who] as Model["people"][number];
  const line = table.people[who] as Line;
  const { walk } = table.model;
  const { starts, ends, areas } = line;
  let at = starts.length;
  while (at > 0 && (ends[at - 1] as number) > from) at--;
  let least = from;
  const before = at > 0 ? (ends[at - 1] as number) + (walk[areas[at - 1] as number]?.[area] as number) : 0;
  if (before > least) least = before;
  if (person.startsIn >= 0 && !begun && isFirst(table, line, at)) {
    const walked = person.firstFrom + (walk[person.startsIn]?.[area] as number);
    if (walked > least) least = walked;
  }
  for (;;) {
    const until = at < starts.length ? (starts[at] as number) - (walk[area]?.[areas[at] as number] as number) : FOREVER;
    if (least + hands <= until)
      for (const [open, close] of person.shifts) {
        const start = Math.max(open, least);
        if (start + hands <= close && start + hands <= until) return start;
        if (open >= until) break;
      }
    if (at >= starts.length) return FOREVER;
    const after = (ends[at] as number) + (walk[areas[at] as number]?.[area] as number);
    if (after > least) least = after;
    at++;
  }
}

/** The walking that one more stretch adds to a person's way, in minutes. */
export function addedWalk(table: Timetable, who: number, area: number, start: number): number {
  const line = table.people[who] as Line;
  const { walk } = table.model;
  let at = line.starts.length;
  while (at > 0 && (line.starts[at - 1] as number) > start) at--;
  let [from, to] = [table.model.people[who]?.startsIn as number, -1];
  for (let before = at - 1; before >= 0; before--)
    if (counts(table, line, before)) {
      from = line.areas[before] as number;
      break;
    }
  for (let next = at; next < line.starts.length; next++)
    if (counts(table, line, next)) {
      to = line.areas[next] as number;
      break;
    }
  const way = (a: number, b: number) => (a < 0 || b < 0 ? 0 : (walk[a]?.[b] as number));
  return way(from, area) + way(area, to) - way(from, to);
}

const counts = (table: Timetable, line: Line, at: number) => !line.fixed[at] || table.placed[line.tasks[at] as number] !== undefined;

/** What a timetable costs, by the sum of `rounds.md`. */
export function costOf(table: Timetable): number {
  const { model } = table;
  let [cost, last] = [0, 0];
  for (let index = 0; index < model.tasks.length; index++) {
    const task = model.tasks[index] as ModelTask;
    const placement = table.placed[index];
    if (!placement) {
      cost += model.price * task.weight;
      continue;
    }
    if (placement.end > last) last = placement.end;
    cost += taskCost(task, placement);
  }
  let walking = 0;
  for (let who = 0; who < table.people.length; who++) {
    const line = table.people[who] as Line;
    let area = model.people[who]?.startsIn as number;
    for (let at = 0; at < line.starts.length; at++) {
      if (!counts(table, line, at)) continue;
      const next = line.areas[at] as number;
      if (area >= 0) walking += model.walk[area]?.[next] as number;
      area = next;
    }
  }
  return cost + last + 0.1 * spreadOf(table.minutes) + 0.1 * walking;
}

/** A placed task's own part of the cost: lateness, and how far it is from what was promised. */
export function taskCost(task: ModelTask, placement: Placement): number {
  const first = task.begun?.hands[0]?.person ?? placement.who[0];
  return lateness(task, placement.end) + promiseCost(task, startOf(task, placement), first);
}

export function spreadOf(minutes: readonly number[]): number {
  if (minutes.length === 0) return 0;
  let [most, least] = [0, FOREVER];
  for (const each of minutes) {
    if (each > most) most = each;
    if (each < least) least = each;
  }
  return most - least;
}

import { FOREVER, type ModelTask } from "./model.ts";
import { addedWalk, earliestFree, type Placement, startOf, type Timetable, taskCost } from "./timetable.ts";

export type PlaceOptions = {
  /** No anchor before this minute, although it might be. */
  notBefore?: number;
  /** Whether to pass over a person this time: leaves room for what a greedy choice would never find. */
  passOver?: (person: number) => boolean;
  /** The end of the plan so far: what ends later costs its minutes more. */
  last?: number;
};

/**
 * The cheapest place for a task among those that end as early as can be, one for each person that its bound stretches may fall
 * to; a promised one also from its promised start on. `undefined` where there is none.
 */
export function cheapestPlace(
  table: Timetable,
  index: number,
  options: PlaceOptions = {},
): { placement: Placement; cost: number } | undefined {
  const task = table.model.tasks[index] as ModelTask;
  if (task.begun?.doneAt !== undefined) return undefined;
  const window = windowOf(table, task);
  if (!window) return undefined;
  const from = Math.max(window.from, Math.min(options.notBefore ?? 0, task.until));
  const froms = [from];
  if (task.promisedPerson >= 0 && !task.begun && task.promisedStart > from) froms.push(task.promisedStart);
  const firsts = task.bound < 0 && task.anySame ? task.people : [task.bound];
  let best: { placement: Placement; cost: number } | undefined;
  for (const least of froms)
    for (const first of firsts) {
      if (first >= 0 && task.bound < 0 && options.passOver?.(first)) continue;
      const placement = earliestPlace(table, index, least, window.until, first, options.passOver);
      if (!placement) continue;
      const cost = addedCost(table, task, placement, options.last ?? 0);
      if (!best || cost < best.cost) best = { placement, cost };
    }
  return best;
}

/** From when a task's anchor may be and until when it must end, by itself and by what it waits for; `undefined` where that is not in the plan. */
function windowOf(table: Timetable, task: ModelTask): { from: number; until: number } | undefined {
  let [from, until] = [task.from, task.latest];
  for (const before of task.after) {
    const placement = table.placed[before];
    if (!placement) return undefined;
    if (placement.end > from) from = placement.end;
  }
  for (const after of task.before) {
    const placement = table.placed[after];
    const start = placement ? startOf(table.model.tasks[after] as ModelTask, placement) : FOREVER;
    if (start < until) until = start;
  }
  return { from, until };
}

/**
 * The earliest place of a task's chain, all its stretches as early as can be at once: the times that fit are closed under
 * taking the earlier of each, so that pushing each stretch to its next free minute, and what must not lie too far before it
 * after it, comes to the least of all.
 */
export function earliestPlace(
  table: Timetable,
  index: number,
  from: number,
  until: number,
  first: number,
  passOver?: (person: number) => boolean,
): Placement | undefined {
  const task = table.model.tasks[index] as ModelTask;
  const count = task.hands.length;
  table.looks += 3;
  const line = table.machines[task.machine] as Timetable["machines"][number];
  let anchor = from;
  let gap = 0;
  while (gap < line.ends.length && (line.ends[gap] as number) <= anchor) gap++;
  const times: number[] = new Array(count).fill(0);
  const lows: number[] = new Array(count).fill(0);
  for (;;) {
    // The machine's free time before its item `gap`.
    while (gap < line.starts.length && (line.starts[gap] as number) <= anchor && (line.ends[gap] as number) > anchor) {
      if (task.begun && (line.tasks[gap] as number) >= 0) return undefined;
      anchor = line.ends[gap] as number;
      gap++;
    }
    if (anchor > task.until || anchor > until) return undefined;
    const closes = gap < line.starts.length ? (line.starts[gap] as number) : FOREVER;
    let k = 0;
    if (count) lows[0] = Math.max(lows[0] as number, anchor + task.leadMin);
    while (k < count) {
      const time = freeFrom(table, task, k, lows[k] as number, first, passOver);
      if (time >= FOREVER) return undefined;
      const most =
        k === 0 ? anchor + task.leadMax : (times[k - 1] as number) + (task.hands[k - 1] as number) + (task.gapMax[k - 1] as number);
      times[k] = time;
      if (time > most) {
        if (k === 0) {
          anchor += time - most;
          if (anchor > task.until || anchor > until) return undefined;
          // Later than the machine's free time: the next one is looked at below.
          if (anchor >= closes) break;
        } else {
          lows[k - 1] = (times[k - 1] as number) + time - most;
          lows[k] = time;
          k--;
          continue;
        }
      }
      if (k + 1 < count) {
        const low = time + (task.hands[k] as number) + (task.gapMin[k] as number);
        if (low > (lows[k + 1] as number)) lows[k + 1] = low;
      }
      k++;
    }
    if (k >= count) {
      const end = count ? (times[count - 1] as number) + (task.hands[count - 1] as number) + task.tail : anchor + task.tail;
      if (end > until) return undefined;
      if (end <= closes) return { anchor, times, who: chooseWho(table, task, times, first, passOver), end };
    }
    if (gap >= line.starts.length) return undefined;
    if (task.begun && (line.tasks[gap] as number) >= 0) return undefined;
    anchor = Math.max(anchor, line.ends[gap] as number);
    gap++;
  }
}

/** Who may do a task's stretch `k`, given who does what is bound to the first. */
const mayDo = (task: ModelTask, k: number, first: number): readonly number[] | undefined =>
  first >= 0 && (k === 0 ? task.bound < 0 || task.same[0] : task.same[k]) ? undefined : task.people;

function freeFrom(
  table: Timetable,
  task: ModelTask,
  k: number,
  low: number,
  first: number,
  passOver?: (person: number) => boolean,
): number {
  const [hands, begun] = [task.hands[k] as number, task.begun !== undefined];
  const people = mayDo(task, k, first);
  if (!people) return task.people.includes(first) ? earliestFree(table, first, task.area, hands, low, begun) : FOREVER;
  let best = FOREVER;
  for (const person of people) {
    if (passOver?.(person)) continue;
    const time = earliestFree(table, person, task.area, hands, low, begun);
    if (time < best) {
      best = time;
      if (time === low) break;
    }
  }
  return best;
}

/** Of those who are free, for each stretch, whoever walks and has least; nobody is in two places, since a task's stretches follow each other. */
function chooseWho(
  table: Timetable,
  task: ModelTask,
  times: readonly number[],
  first: number,
  passOver?: (person: number) => boolean,
): number[] {
  const who: number[] = [];
  let [added, last] = [0, -1];
  for (let k = 0; k < times.length; k++) {
    const people = mayDo(task, k, first);
    if (!people) {
      who.push(first);
      last = first;
      continue;
    }
    let [best, least] = [-1, FOREVER * 1000];
    for (const person of people) {
      if (passOver?.(person)) continue;
      if (earliestFree(table, person, task.area, task.hands[k] as number, times[k] as number, task.begun !== undefined) !== times[k])
        continue;
      const walked = person === last ? 0 : addedWalk(table, person, task.area, times[k] as number);
      const promised = k === 0 && task.promisedPerson >= 0 && task.promisedPerson !== person ? 200 : 0;
      // A fifth of a minute a minute more than others: evens the load without knowing it whole.
      const load = (table.minutes[person] as number) + (person === last ? added : 0);
      const cost = walked + promised + load * 0.2;
      if (cost < least) [best, least] = [person, cost];
    }
    who.push(best);
    added = best === last ? added + (task.hands[k] as number) : (task.hands[k] as number);
    last = best;
  }
  return who;
}

/** What a placement adds to the cost of what is there, the evening of hands minutes taken roughly. */
function addedCost(table: Timetable, task: ModelTask, placement: Placement, last: number): number {
  let cost = taskCost(task, placement) + Math.max(0, placement.end - last);
  let before = -1;
  for (let k = 0; k < placement.who.length; k++) {
    const person = placement.who[k] as number;
    if (person !== before) cost += 0.1 * addedWalk(table, person, task.area, placement.times[k] as number);
    cost += (0.02 * (task.hands[k] as number) * (table.minutes[person] as number)) / (1 + table.allMinutes / table.minutes.length);
    before = person;
  }
  // Of equals, the one that ends earlier.
  return cost + 0.001 * placement.end;
}

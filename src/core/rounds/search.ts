import { inOrder } from "./alone.ts";
import type { Model, ModelTask } from "./model.ts";
import { cheapestPlace } from "./place.ts";
import { costOf, type Placement, put, type Timetable, take, timetableOf } from "./timetable.ts";

/** A whole plan found: where each task lies, `undefined` where it is left out. */
export type Found = { placed: (Placement | undefined)[]; cost: number };

/** Looks into people's time that are about a second's worth on a usual machine. */
export const LOOKS_A_SECOND = 1_500_000;
/** Looks between two words of progress. */
const LOOKS_A_PAUSE = 150_000;

/** No more tasks than this are taken out from a moment on: more would take too long to put back. */
const MOST_AT_ONCE = 60;

type Random = () => number;

/** The plan of a timetable as it stands. */
export const found = (table: Timetable): Found => ({ placed: [...table.placed], cost: costOf(table) });

/** Puts tasks in, each at its cheapest place, in the given order but for what waits for others; gives back those that found none. */
function putAll(table: Timetable, order: readonly number[], random?: Random, passOver = 0): number[] {
  let last = lastEnd(table);
  const failed: number[] = [];
  for (const index of inOrder(table.model, order)) {
    const options = { last, ...(random && passOver > 0 ? shy(random, passOver, table) : {}) };
    const place = cheapestPlace(table, index, options) ?? (passOver > 0 ? cheapestPlace(table, index, { last }) : undefined);
    if (!place) {
      failed.push(index);
      continue;
    }
    put(table, index, place.placement);
    if (place.placement.end > last) last = place.placement.end;
  }
  return failed;
}

/** Now and then a person passed over, or a task not begun at once. */
function shy(random: Random, share: number, table: Timetable) {
  const away = random() < share * 4 ? Math.floor(random() * table.model.people.length) : -1;
  const late = random() < share ? someMoment(table, random) : 0;
  return { ...(away >= 0 ? { passOver: (person: number) => person === away } : {}), notBefore: late };
}

/** A moment at which something ends: a place where waiting for it may pay. */
function someMoment(table: Timetable, random: Random): number {
  const index = Math.floor(random() * table.placed.length);
  return table.placed[index]?.end ?? 0;
}

function lastEnd(table: Timetable): number {
  let last = 0;
  for (const placement of table.placed) if (placement && placement.end > last) last = placement.end;
  return last;
}

/** Ways of ordering tasks for a first plan: what is pressing, heavy, long or early first. */
const FIRST_ORDERS: ((task: ModelTask, price: number) => number)[] = [
  (task) => task.due - lengthOf(task),
  (task) => task.due,
  (task) => -task.weight * 1e6 + task.due,
  (task) => Math.min(task.due, task.latest) - lengthOf(task) - 20 * task.weight,
  (task) => -lengthOf(task),
  (task) => task.latest - lengthOf(task),
  (task) => task.from,
];

export const lengthOf = (task: ModelTask): number =>
  task.leadMin + task.tail + task.hands.reduce((sum, hands, k) => sum + hands + (task.gapMin[k] ?? 0), 0);

/** The best of some constructed plans that are sound: a first good one; where none is, all is left out. */
export function firstPlan(model: Model, sound: (found: Found) => boolean): Found {
  let best = found(timetableOf(model));
  for (const rank of FIRST_ORDERS) {
    const table = timetableOf(model);
    const open = model.tasks.map((_, index) => index).filter((index) => !table.placed[index]);
    const score = (index: number) => rank(model.tasks[index] as ModelTask, model.price);
    putAll(
      table,
      begunFirst(
        model,
        open.sort((a, b) => score(a) - score(b) || a - b),
      ),
    );
    const each = found(table);
    if (each.cost < best.cost && sound(each)) best = each;
  }
  return best;
}

const begunFirst = (model: Model, order: readonly number[]): number[] => [
  ...order.filter((index) => model.tasks[index]?.begun),
  ...order.filter((index) => !model.tasks[index]?.begun),
];

/** Looks that a model's fixed work counts for in each step: the cost of a whole plan is worked out once a step. */
const stepLooks = (model: Model) => 10 + model.tasks.length;

/**
 * A neighbourhood search: again and again some tasks that lie near each other are taken out and put back in another order,
 * each at its cheapest place; what is worse is kept with a chance that sinks as the effort runs out (docs/decisions/0007).
 * Yields the best plan so far at each pause; the same plan for the same model, effort and random numbers.
 */
export function* improve(
  model: Model,
  start: Found,
  looks: number,
  random: Random,
  hopeless: ReadonlySet<number>,
  sound: (found: Found) => boolean,
): Generator<Found, Found> {
  let table = tableWith(model, start);
  let best = start;
  let cost = start.cost;
  let spent = 0;
  let pause = LOOKS_A_PAUSE;
  const count = model.tasks.length;
  const heat = heatOf(model, start);
  let sinceBest = 0;
  while (spent < looks && count > 0) {
    const before = table.looks;
    const share = spent / looks;
    const temperature = heat.from * (heat.to / heat.from) ** share;
    const out = ruin(table, random, hopeless);
    const kept = out.map((index) => take(table, index));
    const absent = absentees(table, out, hopeless, random);
    const order = recreateOrder(model, [...out, ...absent], kept, out, random);
    const failed = putAll(table, order, random, 0.02);
    const orphans = dropOrphans(table, failed);
    const now = costOf(table);
    spent += table.looks - before + stepLooks(model);
    sinceBest++;
    if (now < cost - temperature * Math.log(Math.max(random(), 1e-12))) {
      cost = now;
      if (now < best.cost - 1e-9) {
        const each = found(table);
        if (sound(each)) {
          best = each;
          sinceBest = 0;
        }
      }
    } else putBack(table, out, kept, absent, orphans);
    // Far off the best and long without a better one: back to it.
    if (sinceBest > 4000 && cost > best.cost + 1e-9) {
      const looked = table.looks;
      table = tableWith(model, best);
      table.looks = looked;
      cost = best.cost;
      sinceBest = 0;
    }
    if (spent >= pause) {
      pause += LOOKS_A_PAUSE;
      yield best;
    }
  }
  return best;
}

export function tableWith(model: Model, plan: Found): Timetable {
  const table = timetableOf(model);
  plan.placed.forEach((placement, index) => {
    if (placement && !table.placed[index]) put(table, index, placement);
  });
  return table;
}

/** From what a late quarter of an hour of an average task costs down to next to nothing. */
function heatOf(model: Model, start: Found): { from: number; to: number } {
  const scale = Math.min(200, Math.max(3, start.cost / Math.max(4, model.tasks.length) / 4));
  return { from: scale, to: 0.05 };
}

/** Takes note of which tasks to take out: one, and what lies near it in time, mostly at its machine or with its people. */
function ruin(table: Timetable, random: Random, hopeless: ReadonlySet<number>): number[] {
  const { model } = table;
  const movable = model.tasks.flatMap((task, index) => (table.placed[index] && task.begun?.doneAt === undefined ? [index] : []));
  if (movable.length === 0) return [];
  const most = Math.min(movable.length, 2 + Math.floor(random() * Math.min(movable.length > 80 ? 7 : 12, 2 + movable.length / 3)));
  const kind = random();
  const absent = model.tasks.flatMap((_, index) => (table.placed[index] || hopeless.has(index) ? [] : [index]));
  const pick = (from: readonly number[]) => from[Math.floor(random() * from.length)] as number;
  const seed = absent.length && random() < 0.35 ? pick(absent) : kind < 0.45 ? costliest(table, movable, random) : pick(movable);
  const seedTask = model.tasks[seed] as ModelTask;
  const wanted = Math.max(seedTask.from, Math.min(seedTask.due, seedTask.latest) - lengthOf(seedTask) * random());
  const lies = table.placed[seed]?.anchor;
  const aim =
    lies === undefined
      ? seedTask.from + random() * Math.max(0, seedTask.latest - seedTask.from)
      : random() < 0.5
        ? lies
        : Math.min(lies, wanted);
  // What is left out goes in only where its own place is made, by what it waits for as well.
  const chosen = new Set<number>(lies === undefined ? seedTask.after.filter((before) => movableTask(table, before)) : [seed]);
  // What hangs together by what comes after what is moved together: all of it from a moment on.
  if (kind > 0.9 && kind <= 0.95 && lies !== undefined && movable.length <= MOST_AT_ONCE) {
    const moment = table.placed[pick(movable)]?.anchor ?? 0;
    for (const index of movable) if ((table.placed[index] as Placement).anchor >= moment) chosen.add(index);
  } else if (kind > 0.95) while (chosen.size < most) chosen.add(pick(movable));
  else {
    const far = movable.map((index) =>
      index === seed ? Number.POSITIVE_INFINITY : distance(table, index, seedTask, aim) * (0.3 + random()),
    );
    while (chosen.size < most) {
      let nearest = 0;
      for (let place = 1; place < far.length; place++) if ((far[place] as number) < (far[nearest] as number)) nearest = place;
      if (far[nearest] === Number.POSITIVE_INFINITY) break;
      chosen.add(movable[nearest] as number);
      far[nearest] = Number.POSITIVE_INFINITY;
    }
  }
  if (random() < 0.5)
    for (const index of chosen)
      for (const after of (model.tasks[index] as ModelTask).before) if (movableTask(table, after)) chosen.add(after);
  return [...withBound(table, chosen)];
}

/** How far a placed task is from a moment, in minutes; further where it shares neither machine nor people with another. */
function distance(table: Timetable, index: number, other: ModelTask, aim: number): number {
  const task = table.model.tasks[index] as ModelTask;
  const { anchor, end, who } = table.placed[index] as Placement;
  const apart = aim < anchor ? anchor - aim : aim > end ? aim - end : 0;
  return apart + (task.machine === other.machine ? 0 : who.some((person) => other.people.includes(person)) ? 10 : 60);
}

/** With a begun task goes all that could then lie where it must: what else is at its machine, and its people's first. */
function withBound(table: Timetable, chosen: Set<number>): Set<number> {
  for (const index of chosen) {
    const task = table.model.tasks[index] as ModelTask;
    if (!task.begun) continue;
    for (const other of table.machines[task.machine]?.tasks ?? []) if (movableTask(table, other)) chosen.add(other);
    const people = new Set([...task.begun.hands.map(({ person }) => person), ...(table.placed[index]?.who ?? [])]);
    for (const person of people) {
      const line = table.people[person];
      const first = line?.tasks.findIndex((other, at) => !line.fixed[at] && other !== index) ?? -1;
      if (line && first >= 0 && movableTask(table, line.tasks[first] as number)) chosen.add(line.tasks[first] as number);
    }
  }
  return chosen;
}

const movableTask = (table: Timetable, index: number) =>
  index >= 0 && table.placed[index] !== undefined && table.model.tasks[index]?.begun?.doneAt === undefined;

/** One of the costly: the dearer of some drawn. */
function costliest(table: Timetable, movable: readonly number[], random: Random): number {
  let [best, most] = [-1, -1];
  for (let draw = 0; draw < 4; draw++) {
    const index = movable[Math.floor(random() * movable.length)] as number;
    const task = table.model.tasks[index] as ModelTask;
    const placement = table.placed[index] as Placement;
    const cost = task.weight * Math.max(0, placement.end - task.due) + 0.01 * placement.end;
    if (cost > most) [best, most] = [index, cost];
  }
  return best;
}

/** Tasks left out, which may fit now; of many, some. */
function absentees(table: Timetable, out: readonly number[], hopeless: ReadonlySet<number>, random: Random): number[] {
  const gone = new Set(out);
  const absent = table.model.tasks.flatMap((_, index) => (table.placed[index] || gone.has(index) || hopeless.has(index) ? [] : [index]));
  return absent.length <= 6 ? absent : absent.filter(() => random() < 6 / absent.length);
}

function recreateOrder(model: Model, all: number[], kept: readonly Placement[], out: readonly number[], random: Random): number[] {
  const was = new Map(out.map((index, place) => [index, (kept[place] as Placement).anchor]));
  const way = random();
  const score = (index: number): number => {
    const task = model.tasks[index] as ModelTask;
    if (way < 0.3) return random();
    if (way < 0.5) return task.due - lengthOf(task);
    if (way < 0.62) return -task.weight + 0.001 * task.due;
    if (way < 0.74) return (was.get(index) ?? task.from) * (0.7 + 0.6 * random());
    if (way < 0.84) return -lengthOf(task);
    if (way < 0.92) return task.people.length * 100 + Math.min(task.due, 5000) / 100;
    return Math.min(task.due, task.latest) - lengthOf(task) - 10 * task.weight;
  };
  const scores = new Map(all.map((index) => [index, score(index)]));
  const order = [...all].sort((a, b) => (scores.get(a) as number) - (scores.get(b) as number) || a - b);
  return begunFirst(model, order);
}

/** What follows a task that is left out can't stay in: gives back what was taken out. */
function dropOrphans(table: Timetable, failed: readonly number[]): Map<number, Placement> {
  const dropped = new Map<number, Placement>();
  const open = [...failed];
  for (let index = open.pop(); index !== undefined; index = open.pop())
    for (const after of table.model.tasks[index]?.before ?? []) {
      if (table.placed[after]) dropped.set(after, take(table, after));
      open.push(after);
    }
  return dropped;
}

/** Undoes a step: what was put in goes out, what was taken out goes back. */
function putBack(
  table: Timetable,
  out: readonly number[],
  kept: readonly Placement[],
  absent: readonly number[],
  orphans: Map<number, Placement>,
): void {
  const back = new Map([...orphans, ...out.map((index, place) => [index, kept[place] as Placement] as const)]);
  for (const index of [...out, ...absent]) if (table.placed[index]) take(table, index);
  for (const [index, placement] of back) put(table, index, placement);
}

import { FOREVER, type Model, type ModelTask } from "./model.ts";
import type { Found } from "./search.ts";
import { lateness, promiseCost, promiseLeast } from "./task-cost.ts";
import { type Placement, spreadOf } from "./timetable.ts";

/** What an enumeration came to: the best plan there is, or that it would have taken too long. */
export type Enumerated = { finished: boolean; best: Found | undefined };

/** Above this many hands stretches nobody waits for an enumeration. */
const MOST_EVENTS = 16;
const MOST_TASKS = 10;
const NODES_A_PAUSE = 1000;
const NEARLY = 1e-9;

/** Whether a problem is small enough for `enumerate` to be worth a try. */
export function isSmall(model: Model): boolean {
  const open = model.tasks.filter(({ begun }) => begun?.doneAt === undefined);
  return open.length <= MOST_TASKS && open.reduce((sum, { hands }) => sum + Math.max(1, hands.length), 0) <= MOST_EVENTS;
}

/**
 * Every plan that could be better than the one known, by branch and bound (docs/decisions/0008). Sets of tasks left out, cheapest
 * first; for each, hands stretches are added one by one in the order of their starts, each to each person who may. With these
 * orders given, all times at their least are the best there are, promises aside; those are met by moving tasks later while it pays.
 * @param nodes how many partial plans may be looked at
 */
export function enumerate(
  model: Model,
  known: Found,
  hopeless: ReadonlySet<number>,
  nodes: number,
  sound: (found: Found) => boolean,
  isOver: () => boolean,
): Enumerated {
  const search = new Enumeration(model, known.cost, nodes, sound, isOver);
  const open = model.tasks.flatMap(({ begun }, index) => (begun?.doneAt === undefined ? [index] : []));
  const free = open.filter((index) => !hopeless.has(index));
  const sets = Array.from({ length: 2 ** free.length }, (_, bits) => new Set([...hopeless, ...free.filter((_, at) => bits & (1 << at))]))
    .filter((out) => [...out].every((index) => (model.tasks[index] as ModelTask).before.every((after) => out.has(after))))
    .map((out) => ({ out, price: [...out].reduce((sum, index) => sum + model.price * (model.tasks[index] as ModelTask).weight, 0) }))
    .sort((a, b) => a.price - b.price);
  for (const { out, price } of sets) {
    if (price >= search.best - NEARLY) break;
    search.allBut(out, price);
    if (search.nodes <= 0) return { finished: false, best: search.found };
  }
  return { finished: true, best: search.found };
}

/** A stretch of work to be ordered: hands of somebody, or (`person` −1) a task that is nothing but waits. */
type Event = { task: number; k: number; person: number; walkCost: number };

class Enumeration {
  best: number;
  nodes: number;
  found: Found | undefined;
  private readonly model: Model;
  private readonly walk: number[][];
  private inPlan: number[] = [];
  private base = 0;
  private baseEnd = 0;
  /** The order so far, its times beside it (least ones), and each task's anchor. */
  private events: Event[] = [];
  private times: number[] = [];
  private anchors: number[] = [];
  private next: number[] = [];
  private firstOf: number[] = [];
  private minutes: number[] = [];
  private start: { end: number; area: number; costArea: number; needsFirst: boolean; minutes: number }[] = [];
  private machineFrom: number[] = [];

  private readonly sound: (found: Found) => boolean;
  private readonly isOver: () => boolean;

  constructor(model: Model, best: number, nodes: number, sound: (found: Found) => boolean, isOver: () => boolean) {
    this.sound = sound;
    this.isOver = isOver;
    this.model = model;
    this.best = best;
    this.nodes = nodes;
    this.walk = model.walk;
  }

  private task = (index: number): ModelTask => this.model.tasks[index] as ModelTask;

  allBut(out: ReadonlySet<number>, price: number): void {
    const { model } = this;
    this.inPlan = [];
    this.base = price;
    this.baseEnd = 0;
    this.machineFrom = model.machines.map(() => 0);
    model.tasks.forEach((task, index) => {
      const done = task.begun?.doneAt;
      if (done !== undefined) {
        this.base += lateness(task, done) + promiseCost(task, task.begun?.start ?? 0, task.begun?.hands[0]?.person);
        this.baseEnd = Math.max(this.baseEnd, done);
        this.machineFrom[task.machine] = Math.max(this.machineFrom[task.machine] as number, done);
      } else if (!out.has(index)) this.inPlan.push(index);
    });
    this.start = model.people.map(({ startsIn }, who) => {
      const own = model.tasks
        .flatMap((task, index) =>
          (task.begun?.hands ?? [])
            .filter(({ person }) => person === who)
            .map((each) => ({ ...each, area: task.area, counts: !out.has(index) })),
        )
        .sort((a, b) => a.start - b.start);
      let costArea = startsIn;
      let minutes = 0;
      for (const { area, counts, start, end } of own) {
        if (!counts) continue;
        if (costArea >= 0) this.base += 0.1 * (this.walk[costArea]?.[area] as number);
        costArea = area;
        minutes += end - start;
      }
      const last = own.reduce((latest, each) => (each.end >= (latest?.end ?? -1) ? each : latest), own[0]);
      return {
        end: last?.end ?? -FOREVER,
        area: last?.area ?? -1,
        costArea,
        needsFirst: startsIn >= 0 && !own.some(({ counts }) => counts),
        minutes,
      };
    });
    this.events = [];
    this.times = [];
    this.anchors = model.tasks.map(({ from }) => from);
    this.next = model.tasks.map(() => 0);
    this.firstOf = model.tasks.map(({ bound }) => bound);
    this.minutes = this.start.map(({ minutes }) => minutes);
    this.extend(0);
  }

  private count = (index: number) => Math.max(1, this.task(index).hands.length);

  private extend(walked: number): void {
    if (this.nodes % NODES_A_PAUSE === 0 && this.isOver()) this.nodes = 0;
    if (this.nodes-- <= 0) return;
    if (this.lowerBound(walked) >= this.best - NEARLY) return;
    const open = this.inPlan.filter((index) => (this.next[index] as number) < this.count(index));
    if (open.length === 0) return this.settle(walked);
    const ways: { event: Event; times: number[]; anchors: number[]; at: number }[] = [];
    for (const index of open) {
      if (!this.mayCome(index)) continue;
      const task = this.task(index);
      const k = this.next[index] as number;
      for (const person of this.peopleFor(task, index, k)) {
        const event: Event = { task: index, k, person, walkCost: this.walkTo(person, task.area) };
        this.events.push(event);
        const [times, anchors] = [[...this.times, 0], [...this.anchors]];
        if (this.settleTimes(times, anchors)) ways.push({ event, times, anchors, at: times.at(-1) as number });
        this.events.pop();
      }
    }
    ways.sort((a, b) => a.at - b.at);
    const [times, anchors] = [this.times, this.anchors];
    for (const way of ways) {
      const { task: index, person, k } = way.event;
      const task = this.task(index);
      const first = this.firstOf[index] as number;
      this.events.push(way.event);
      [this.times, this.anchors] = [way.times, way.anchors];
      this.next[index] = k + 1;
      if (first < 0 && person >= 0) this.firstOf[index] = person;
      if (person >= 0) this.minutes[person] = (this.minutes[person] as number) + (task.hands[k] as number);
      this.extend(walked + way.event.walkCost);
      if (person >= 0) this.minutes[person] = (this.minutes[person] as number) - (task.hands[k] as number);
      this.firstOf[index] = first;
      this.next[index] = k;
      this.events.pop();
      if (this.nodes <= 0) break;
    }
    [this.times, this.anchors] = [times, anchors];
  }

  /** Whether a task's next stretch may come now: what it waits for is all there, and its machine is free of half-done work. */
  private mayCome(index: number): boolean {
    const task = this.task(index);
    if ((this.next[index] as number) > 0 || task.begun) return true;
    const whole = (other: number) => !this.inPlan.includes(other) || this.next[other] === this.count(other);
    if (!task.after.every(whole)) return false;
    return this.inPlan.every((other) => {
      if (other === index || this.task(other).machine !== task.machine) return true;
      const started = (this.next[other] as number) > 0 || this.task(other).begun !== undefined;
      return !started || whole(other);
    });
  }

  private peopleFor(task: ModelTask, index: number, k: number): readonly number[] {
    if (task.hands.length === 0) return [-1];
    const first = this.firstOf[index] as number;
    if (task.same[k] && first >= 0) return task.people.includes(first) ? [first] : [];
    return task.people;
  }

  private walkTo(person: number, area: number): number {
    if (person < 0) return 0;
    let from = this.start[person]?.costArea as number;
    for (const event of this.events) if (event.person === person) from = this.task(event.task).area;
    return from < 0 ? 0 : (this.walk[from]?.[area] as number);
  }

  /** Raises all times to the least that fit the order of events; false where none do. */
  private settleTimes(times: number[], anchors: number[]): boolean {
    const { events, model } = this;
    for (let changed = true; changed; ) {
      changed = false;
      const personEnd = this.start.map(({ end }) => end);
      const personArea = this.start.map(({ area }) => area);
      const touched = this.start.map(({ needsFirst }) => !needsFirst);
      const machineEnd = [...this.machineFrom];
      const ends: number[] = [];
      for (let at = 0; at < events.length; at++) {
        const { task: index, k, person } = events[at] as Event;
        const task = this.task(index);
        let anchor = anchors[index] as number;
        let time = times[at] as number;
        const before = events[at - 1];
        // Of those that start together the one of the lesser task comes first, so that each plan is met once.
        if (before) time = Math.max(time, (times[at - 1] as number) + (before.task > index ? 1 : 0));
        if (k === 0) {
          if (!task.begun) anchor = Math.max(anchor, machineEnd[task.machine] as number);
          for (const other of task.after) anchor = Math.max(anchor, ends[other] ?? this.task(other).begun?.doneAt ?? 0);
          time = Math.max(time, anchor + task.leadMin);
        } else {
          const last = this.placeOf(index, k - 1, at);
          time = Math.max(time, (times[last] as number) + (task.hands[k - 1] as number) + (task.gapMin[k - 1] as number));
        }
        const hands = task.hands[k] ?? 0;
        if (person >= 0) {
          const way = (personArea[person] as number) < 0 ? 0 : (this.walk[personArea[person] as number]?.[task.area] as number);
          time = Math.max(time, (personEnd[person] as number) + way);
          const who = model.people[person] as Model["people"][number];
          if (!touched[person] && !task.begun) time = Math.max(time, who.firstFrom + (this.walk[who.startsIn]?.[task.area] as number));
          const piece = who.shifts.find(([from, to]) => Math.max(from, time) + hands <= to);
          if (!piece) return false;
          time = Math.max(time, piece[0]);
          personEnd[person] = time + hands;
          personArea[person] = task.area;
          touched[person] = true;
        }
        // What may not lie too far before it comes later with it.
        if (k === 0) anchor = Math.max(anchor, time - (task.hands.length ? task.leadMax : 0));
        else {
          const last = this.placeOf(index, k - 1, at);
          const least = time - (task.gapMax[k - 1] as number) - (task.hands[k - 1] as number);
          if (least > (times[last] as number)) {
            times[last] = least;
            changed = true;
          }
        }
        const end = time + this.rest(task, k);
        for (const [from, to] of model.machines[task.machine]?.busy ?? []) if (anchor < to && end > from) anchor = Math.max(anchor, to);
        if (anchor > task.until || end > task.latest) return false;
        if (anchor !== anchors[index]) {
          anchors[index] = anchor;
          changed = true;
        }
        if (time !== times[at]) {
          times[at] = time;
          changed = true;
        }
        ends[index] = end;
        machineEnd[task.machine] = Math.max(machineEnd[task.machine] as number, end);
      }
    }
    return true;
  }

  private placeOf(task: number, k: number, before: number): number {
    for (let at = before - 1; at >= 0; at--) if (this.events[at]?.task === task && this.events[at]?.k === k) return at;
    return -1;
  }

  /** Minutes from a stretch's start to the task's end at the least. */
  private rest(task: ModelTask, k: number): number {
    let minutes = task.tail;
    for (let each = k; each < task.hands.length; each++)
      minutes += (task.hands[each] as number) + (each + 1 < task.hands.length ? (task.gapMin[each] as number) : 0);
    return minutes;
  }

  /** What no plan that goes on from here can be under. */
  private lowerBound(walked: number): number {
    const { times, events } = this;
    const last = times.at(-1) ?? 0;
    let [cost, end, handsLeft] = [this.base + 0.1 * walked, this.baseEnd, 0];
    const lastTime = new Map<number, number>();
    events.forEach(({ task }, at) => {
      lastTime.set(task, times[at] as number);
    });
    const queue = [...this.machineFrom];
    const waiting = new Map<number, number>();
    for (const index of this.inPlan) {
      const task = this.task(index);
      const k = this.next[index] as number;
      const count = this.count(index);
      let least: number;
      if (k === 0) {
        least = Math.max((this.anchors[index] as number) + task.leadMin, last) + this.rest(task, 0);
        const length = task.leadMin + this.rest(task, 0);
        if (!task.begun) waiting.set(task.machine, (waiting.get(task.machine) ?? 0) + length);
      } else {
        const time = lastTime.get(index) as number;
        least = time + this.rest(task, k - 1);
        if (k < count) least = Math.max(least, last + this.rest(task, k));
      }
      if (k > 0 || task.begun) queue[task.machine] = Math.max(queue[task.machine] as number, least);
      for (let each = k; each < task.hands.length; each++) handsLeft += task.hands[each] as number;
      cost +=
        lateness(task, least) + promiseLeast(task, this.anchors[index] as number, k > 0 || task.begun ? this.firstOf[index] : undefined);
      if (least > end) end = least;
    }
    for (const [machine, length] of waiting) {
      // What is left at a machine comes one after another, the first not before its hour.
      const from = Math.min(
        ...this.inPlan
          .filter((index) => this.task(index).machine === machine && this.next[index] === 0 && !this.task(index).begun)
          .map((index) => this.anchors[index] as number),
      );
      end = Math.max(end, Math.max(queue[machine] as number, from) + length);
    }
    return cost + end + 0.1 * this.spreadLeast(handsLeft);
  }

  /** The least spread of hands minutes that is still to be had. */
  private spreadLeast(left: number): number {
    const { minutes } = this;
    if (minutes.length < 2) return 0;
    if (left === 0) return spreadOf(minutes);
    let [most, sum] = [0, left];
    for (const each of minutes) {
      sum += each;
      if (each > most) most = each;
    }
    // Whoever has most keeps it; the others share the rest at best evenly.
    return Math.max(0, most - (sum - most) / (minutes.length - 1));
  }

  /** A whole order: its cost at the least times, then with promised tasks moved later while that pays. */
  private settle(walked: number): void {
    let [times, anchors] = [this.times, this.anchors];
    let cost = this.wholeCost(times, anchors, walked);
    const promised = this.inPlan.filter((index) => this.task(index).promisedPerson >= 0 && !this.task(index).begun);
    for (let better = promised.length > 0; better; ) {
      better = false;
      const early = promised.filter((index) => (anchors[index] as number) < this.task(index).promisedStart);
      let [bestTimes, bestAnchors] = [times, anchors];
      for (let bits = 1; bits < 2 ** early.length; bits++) {
        const [triedTimes, triedAnchors] = [[...times], [...anchors]];
        early.forEach((index, at) => {
          if (bits & (1 << at)) triedAnchors[index] = (triedAnchors[index] as number) + 1;
        });
        if (!this.settleTimes(triedTimes, triedAnchors)) continue;
        const tried = this.wholeCost(triedTimes, triedAnchors, walked);
        if (tried < cost - NEARLY) {
          [cost, bestTimes, bestAnchors] = [tried, triedTimes, triedAnchors];
          better = true;
        }
      }
      [times, anchors] = [bestTimes, bestAnchors];
    }
    if (cost >= this.best - NEARLY) return;
    const placed: (Placement | undefined)[] = this.model.tasks.map((task) =>
      task.begun?.doneAt === undefined ? undefined : { anchor: task.begun.start, times: [], who: [], end: task.begun.doneAt },
    );
    for (const index of this.inPlan) {
      const own = this.events.flatMap((event, at) => (event.task === index ? [{ time: times[at] as number, person: event.person }] : []));
      const hands = own.filter(({ person }) => person >= 0);
      placed[index] = {
        anchor: anchors[index] as number,
        times: hands.map(({ time }) => time),
        who: hands.map(({ person }) => person),
        end: this.endOf(index, times, anchors),
      };
    }
    const found = { placed, cost };
    if (!this.sound(found)) return;
    this.best = cost;
    this.found = found;
  }

  private endOf(index: number, times: readonly number[], anchors: readonly number[]): number {
    const task = this.task(index);
    if (task.hands.length === 0) return (anchors[index] as number) + task.tail;
    const last = this.placeOf(index, task.hands.length - 1, this.events.length);
    return (times[last] as number) + this.rest(task, task.hands.length - 1);
  }

  private wholeCost(times: readonly number[], anchors: readonly number[], walked: number): number {
    let [cost, end] = [this.base + 0.1 * walked + 0.1 * spreadOf(this.minutes), this.baseEnd];
    for (const index of this.inPlan) {
      const task = this.task(index);
      const ends = this.endOf(index, times, anchors);
      cost += lateness(task, ends) + promiseCost(task, task.begun?.start ?? (anchors[index] as number), this.firstOf[index]);
      if (ends > end) end = ends;
    }
    return cost + end;
  }
}

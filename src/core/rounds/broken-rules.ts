import type { PlannedStretch, PlannedTask, RoundProblem, RoundTask } from "./problem.ts";

/**
 * What breaks a hard rule: which task, and why in words. Written from the rules alone and sharing nothing with the search, so that
 * what a person laid by hand and what a search found are held against the same.
 */
export type Broken = { task: string; why: string };

/** How a minute, and what has an id, is called. */
export type Words = {
  minute: (minute: number) => string;
  person: (id: string) => string;
  machine: (id: string) => string;
  task: (id: string) => string;
  area: (id: string) => string;
};
const same = (id: string) => id;
const PLAIN: Words = { minute: String, person: same, machine: same, task: same, area: same };

type Plan = { tasks: readonly PlannedTask[] };
/** A hands stretch of somebody, begun or planned. */
type Doing = PlannedStretch & { task: RoundTask; area: string; begun: boolean; first: boolean };

/** Every hard rule of `rounds.md` that a plan breaks; empty where it keeps them all. */
export function brokenRules(problem: RoundProblem, plan: Plan, words: Words = PLAIN): Broken[] {
  const { minute, person: who, machine: at, task: named } = words;
  const broken: Broken[] = [];
  const tasks = new Map(problem.tasks.map((task) => [task.id, task]));
  const machines = new Map(problem.machines.map((machine) => [machine.id, machine]));
  const begun = new Map((problem.begun ?? []).map((each) => [each.task, each.stretches]));
  const placed = new Map(plan.tasks.map((each) => [each.id, each.stretches]));
  const now = problem.now ?? 0;
  const say = (task: string, why: string) => broken.push({ task, why });
  if (placed.size < plan.tasks.length) say("", "a task is planned twice");

  const doings: Doing[] = [];
  for (const [id, stretches] of placed) {
    const task = tasks.get(id);
    if (!task) {
      say(id, `there is no task “${id}”`);
      continue;
    }
    const machine = machines.get(task.machine);
    const soFar = begun.get(id) ?? [];
    if (stretches.length !== task.stretches.length) {
      say(id, `has ${stretches.length} stretches instead of ${task.stretches.length}`);
      continue;
    }
    chainRules(problem, task, stretches, soFar.length, say);
    soFar.forEach((was, index) => {
      const is = stretches[index];
      if (is && (is.start !== was.start || is.person !== was.person || (was.end !== undefined && is.end !== was.end)))
        say(id, `its stretch ${index + 1} has begun and may not change`);
    });
    const first = stretches[soFar.length];
    const end = stretches.at(-1)?.end ?? 0;
    if (first) {
      if (first.start < now) say(id, `starts at ${minute(first.start)}, before now, ${minute(now)}`);
      if (end > (task.latest ?? problem.horizon))
        say(id, `ends at ${minute(end)}, after its latest, ${minute(task.latest ?? problem.horizon)}`);
      for (const [from, to] of machine?.busy ?? [])
        if (first.start < to && from < end) say(id, `is in ${at(task.machine)}'s busy time ${minute(from)} to ${minute(to)}`);
    }
    if (soFar.length === 0) {
      const start = stretches[0]?.start ?? 0;
      if (start < (task.earliest ?? 0)) say(id, `starts at ${minute(start)}, before its earliest, ${minute(task.earliest ?? 0)}`);
      for (const before of task.after ?? []) {
        const done = placed.get(before)?.at(-1)?.end;
        if (done === undefined) say(id, `comes after ${named(before)}, which is left out`);
        else if (done > start) say(id, `starts at ${minute(start)}, but ${named(before)} ends at ${minute(done)}`);
      }
    }
    const firstHands = stretches.find((_, index) => "hands" in (task.stretches[index] ?? {}))?.person;
    stretches.forEach((stretch, index) => {
      const shape = task.stretches[index];
      if (!shape || !("hands" in shape)) return;
      doings.push({ ...stretch, task, area: machine?.area ?? "", begun: index < soFar.length, first: false });
      if (index < soFar.length) return;
      const person = problem.people.find((each) => each.id === stretch.person);
      if (!person) return say(id, `nobody does its stretch ${index + 1}`);
      for (const skill of task.skills ?? []) if (!person.skills?.includes(skill)) say(id, `${who(person.id)} has no ${skill} skill`);
      if (task.fixedTo && task.fixedTo !== person.id) say(id, `is fixed to ${who(task.fixedTo)}, not ${who(person.id)}`);
      if (shape.samePerson && person.id !== firstHands) say(id, `its stretch ${index + 1} is bound to ${who(firstHands ?? "")}`);
      if (!person.shifts.some(([from, to]) => from <= stretch.start && stretch.end <= to))
        say(id, `${who(person.id)} is not on shift from ${minute(stretch.start)} to ${minute(stretch.end)}`);
    });
  }
  // What somebody has begun holds them, also where its task is left out.
  for (const { task: id, stretches } of problem.begun ?? []) {
    const task = tasks.get(id);
    if (!task || placed.has(id)) continue;
    stretches.forEach((stretch, index) => {
      const shape = task.stretches[index];
      if (!shape || !("hands" in shape) || stretch.end !== undefined) return;
      const end = Math.max(stretch.start + shape.hands, now);
      doings.push({
        person: stretch.person,
        start: stretch.start,
        end,
        task,
        area: machines.get(task.machine)?.area ?? "",
        begun: true,
        first: false,
      });
    });
  }
  machineRules(problem, placed, words, say);
  personRules(problem, doings, words, say);
  return broken;
}

function chainRules(
  problem: RoundProblem,
  task: RoundTask,
  stretches: readonly PlannedStretch[],
  begun: number,
  say: (task: string, why: string) => void,
): void {
  const now = problem.now ?? 0;
  const given = problem.begun?.find((each) => each.task === task.id)?.stretches ?? [];
  stretches.forEach((stretch, index) => {
    const shape = task.stretches[index];
    const next = stretches[index + 1];
    if (!shape) return;
    const isBegun = index < begun;
    const open = isBegun && given[index]?.end === undefined;
    const length = "hands" in shape ? shape.hands : shape.wait;
    if (next && next.start !== stretch.end && !(isBegun && index + 1 < begun))
      say(task.id, `its stretch ${index + 2} starts at ${next.start}, not at ${stretch.end}`);
    if (isBegun && !open) return;
    const lasts = stretch.end - stretch.start;
    if ("hands" in shape) {
      const expected = open ? Math.max(length, now - stretch.start) : length;
      if (lasts !== expected) say(task.id, `its stretch ${index + 1} lasts ${lasts} minutes instead of ${expected}`);
      return;
    }
    if (lasts < length) say(task.id, `its wait ${index + 1} lasts ${lasts} minutes, under ${length}`);
    const most = next ? length + (shape.upTo ?? Number.POSITIVE_INFINITY) : length;
    if (lasts > most && !(open && next && stretch.start + most < now))
      say(task.id, `its wait ${index + 1} lasts ${lasts} minutes, over ${most}`);
  });
}

function machineRules(
  problem: RoundProblem,
  placed: ReadonlyMap<string, readonly PlannedStretch[]>,
  { minute, machine: at, task: named }: Words,
  say: (task: string, why: string) => void,
): void {
  for (const { id: machine } of problem.machines) {
    const there = problem.tasks
      .filter((task) => task.machine === machine)
      .flatMap(({ id }) => {
        const stretches = placed.get(id);
        return stretches ? [{ id, start: stretches[0]?.start ?? 0, end: stretches.at(-1)?.end ?? 0 }] : [];
      })
      .filter(({ start, end }) => end > start)
      .sort((a, b) => a.start - b.start || a.end - b.end);
    there.forEach((each, index) => {
      const before = there[index - 1];
      if (before && each.start < before.end)
        say(each.id, `starts at ${minute(each.start)}, while ${named(before.id)} has ${at(machine)} until ${minute(before.end)}`);
    });
  }
}

function personRules(
  problem: RoundProblem,
  doings: readonly Doing[],
  { minute, person: who, machine: at, area: place }: Words,
  say: (task: string, why: string) => void,
): void {
  const way = (from: string, to: string) => problem.walk[problem.areas.indexOf(from)]?.[problem.areas.indexOf(to)] ?? 0;
  const begunTasks = new Set((problem.begun ?? []).map(({ task }) => task));
  for (const { id, shifts, startsIn } of problem.people) {
    const own = doings.filter(({ person }) => person === id).sort((a, b) => a.start - b.start || a.end - b.end);
    const [first] = own;
    if (first && startsIn && !first.begun && !begunTasks.has(first.task.id)) {
      const from = Math.max(Math.min(...shifts.map(([open]) => open)), problem.now ?? 0);
      const there = from + way(startsIn, first.area);
      if (first.start < there) say(first.task.id, `${who(id)} can't be in ${place(first.area)} before ${minute(there)}`);
    }
    own.forEach((each, index) => {
      const before = own[index - 1];
      if (!before || (before.begun && each.begun)) return;
      const there = before.end + way(before.area, each.area);
      if (each.start < there) {
        const late = each.begun ? before : each;
        say(
          late.task.id,
          `${who(id)} is at ${at(before.task.machine)} until ${minute(before.end)}${there > before.end ? `, then walks ${there - before.end} min` : ""}`,
        );
      }
    });
  }
}

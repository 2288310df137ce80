import { readJson } from "../fleet/read.ts";
import type { Problem } from "../fleet/validate.ts";
import { accept } from "../record/validate.ts";
import { RoundProblem, type Stretch } from "./problem.ts";

/** A planning problem from its JSON text, or each place where it is none (`rounds.md`). Changes nothing, throws nothing. */
export function readRoundProblem(text: string): { problem: RoundProblem } | { problems: Problem[] } {
  const read = readJson(text);
  if ("problems" in read) return read;
  const accepted = accept(RoundProblem, read.value);
  if ("problems" in accepted) return accepted;
  const problems = meaningProblems(accepted.value);
  return problems.length ? { problems } : { problem: accepted.value };
}

/** What its schema can't say of a problem: ids, spans, the walk, rings, what has begun. */
export function meaningProblems(problem: RoundProblem): Problem[] {
  const found: Problem[] = [];
  const say = (path: string, message: string) => found.push({ path, message });
  const areas = ids(problem.areas, (_, index) => `$.areas[${index}]`, say);
  const people = ids(
    problem.people.map(({ id }) => id),
    (_, index) => `$.people[${index}].id`,
    say,
  );
  const machines = ids(
    problem.machines.map(({ id }) => id),
    (_, index) => `$.machines[${index}].id`,
    say,
  );
  const tasks = ids(
    problem.tasks.map(({ id }) => id),
    (_, index) => `$.tasks[${index}].id`,
    say,
  );
  const known = (set: ReadonlySet<string>, id: string | null | undefined, path: string, what: string) => {
    if (id != null && !set.has(id)) say(path, `there is no ${what} “${id}”`);
  };
  walkProblems(problem, say);
  problem.people.forEach(({ shifts, startsIn }, index) => {
    spanProblems(shifts, problem.horizon, `$.people[${index}].shifts`, "shift", say);
    known(areas, startsIn, `$.people[${index}].startsIn`, "area");
  });
  problem.machines.forEach(({ area, busy = [] }, index) => {
    known(areas, area, `$.machines[${index}].area`, "area");
    spanProblems(busy, problem.horizon, `$.machines[${index}].busy`, "busy span", say);
  });
  problem.tasks.forEach((task, index) => {
    const at = `$.tasks[${index}]`;
    known(machines, task.machine, `${at}.machine`, "machine");
    known(people, task.fixedTo, `${at}.fixedTo`, "person");
    task.after?.forEach((id, place) => {
      known(tasks, id, `${at}.after[${place}]`, "task");
    });
    for (const key of ["earliest", "latest"] as const)
      if ((task[key] ?? 0) > problem.horizon) say(`${at}.${key}`, `${task[key]} is past the horizon of ${problem.horizon}`);
    task.stretches.forEach((stretch, place) => {
      if ("hands" in stretch === "wait" in stretch) say(`${at}.stretches[${place}]`, "expected either hands or a wait");
      if ("hands" in stretch && "upTo" in stretch) say(`${at}.stretches[${place}].upTo`, "is not a known key of hands");
      if ("wait" in stretch && "samePerson" in stretch) say(`${at}.stretches[${place}].samePerson`, "is not a known key of a wait");
    });
  });
  const ring = ringOf(problem);
  if (ring) say(`$.tasks[${problem.tasks.findIndex(({ id }) => id === ring[0])}].after`, `goes in a ring: ${ring.join(" → ")}`);
  begunProblems(problem, say, (id, path) => known(people, id, path, "person"));
  const promised = new Set<string>();
  problem.promised?.forEach(({ task, person }, index) => {
    known(tasks, task, `$.promised[${index}].task`, "task");
    known(people, person, `$.promised[${index}].person`, "person");
    if (promised.has(task)) say(`$.promised[${index}].task`, `“${task}” stands twice`);
    promised.add(task);
  });
  return found;
}

type Say = (path: string, message: string) => void;

function ids(all: readonly string[], path: (id: string, index: number) => string, say: Say): Set<string> {
  const seen = new Set<string>();
  all.forEach((id, index) => {
    if (seen.has(id)) say(path(id, index), `“${id}” stands twice`);
    seen.add(id);
  });
  return seen;
}

function spanProblems(spans: readonly [number, number][], horizon: number, path: string, what: string, say: Say): void {
  spans.forEach(([from, to], index) => {
    if (to <= from) say(`${path}[${index}]`, `ends at ${to}, not after its start at ${from}`);
    if (to > horizon) say(`${path}[${index}]`, `ends at ${to}, past the horizon of ${horizon}`);
  });
  const inOrder = spans.map((span, index) => ({ span, index })).sort((a, b) => a.span[0] - b.span[0] || a.index - b.index);
  inOrder.forEach(({ span, index }, place) => {
    const before = inOrder[place - 1];
    if (before && span[0] < before.span[1]) say(`${path}[${index}]`, `overlaps the ${what} ${before.span.join(" to ")}`);
  });
}

/** The walk is square, of one row an area, without a way from an area to itself, and no way round is shorter. */
function walkProblems({ areas, walk }: RoundProblem, say: Say): void {
  const size = areas.length;
  if (walk.length !== size) return void say("$.walk", `has ${walk.length} rows for ${size} areas`);
  for (const [from, row] of walk.entries())
    if (row.length !== size) return void say(`$.walk[${from}]`, `has ${row.length} columns for ${size} areas`);
  const minutes = (from: number, to: number) => walk[from]?.[to] ?? 0;
  for (let from = 0; from < size; from++) {
    if (minutes(from, from) !== 0) return void say(`$.walk[${from}][${from}]`, "is not 0: an area has no way to itself");
    for (let to = 0; to < size; to++)
      for (let over = 0; over < size; over++)
        if (minutes(from, over) + minutes(over, to) < minutes(from, to))
          return void say(
            `$.walk[${from}][${to}]`,
            `is ${minutes(from, to)}, longer than over ${areas[over]} (${minutes(from, over)} + ${minutes(over, to)})`,
          );
  }
}

/** The ids of a ring in `after`, the first one again at its end; `undefined` where there is none. */
function ringOf({ tasks }: RoundProblem): string[] | undefined {
  const waitsFor = new Map(tasks.map(({ id, after = [] }) => [id, new Set(after)]));
  const open = new Map([...waitsFor].map(([id, after]) => [id, [...after].filter((each) => waitsFor.has(each)).length]));
  const followers = new Map<string, string[]>();
  for (const [id, after] of waitsFor) for (const each of after) followers.set(each, [...(followers.get(each) ?? []), id]);
  const free = [...open].filter(([, count]) => count === 0).map(([id]) => id);
  for (let id = free.pop(); id !== undefined; id = free.pop()) {
    open.delete(id);
    for (const next of followers.get(id) ?? []) {
      const left = (open.get(next) ?? 0) - 1;
      open.set(next, left);
      if (left === 0) free.push(next);
    }
  }
  // Each of what is left waits for another of what is left: following that way comes round.
  const path: string[] = [];
  let at = open.keys().next().value;
  while (at !== undefined && !path.includes(at)) {
    path.push(at);
    at = [...(waitsFor.get(at) ?? [])].find((each) => open.has(each));
  }
  return at === undefined ? undefined : [...path.slice(path.indexOf(at)), at];
}

const isHands = (stretch: Stretch | undefined) => stretch !== undefined && "hands" in stretch;

function begunProblems({ tasks, begun = [], now = 0 }: RoundProblem, say: Say, knownPerson: (id: string, path: string) => void): void {
  const seen = new Set<string>();
  begun.forEach(({ task: id, stretches }, index) => {
    const at = `$.begun[${index}]`;
    const task = tasks.find((each) => each.id === id);
    if (!task) return void say(`${at}.task`, `there is no task “${id}”`);
    if (seen.has(id)) say(`${at}.task`, `“${id}” stands twice`);
    seen.add(id);
    if (stretches.length > task.stretches.length)
      return void say(`${at}.stretches`, `has ${stretches.length} stretches; the chain of “${id}” has ${task.stretches.length}`);
    stretches.forEach(({ person, start, end }, place) => {
      const here = `${at}.stretches[${place}]`;
      const last = place === stretches.length - 1;
      const hands = isHands(task.stretches[place]);
      if (hands && person === undefined) say(`${here}.person`, "is missing: this stretch needs hands");
      if (!hands && person !== undefined) say(`${here}.person`, "is not expected: this stretch is a wait");
      if (person !== undefined) knownPerson(person, `${here}.person`);
      if (start > now) say(`${here}.start`, `${start} is after now, minute ${now}`);
      if (end === undefined && !last) say(`${here}.end`, "is missing: only the last begun stretch may still be open");
      if (end !== undefined && end < start) say(`${here}.end`, `${end} is before its start at ${start}`);
      const next = stretches[place + 1];
      if (next && end !== undefined && next.start < end)
        say(`${at}.stretches[${place + 1}].start`, `${next.start} is before ${end}, the end of the stretch before`);
      if (last && hands && end !== undefined && end < now && place < task.stretches.length - 1)
        say(`${here}.end`, `ended at ${end}, before now, and the next stretch has not begun`);
    });
  });
}

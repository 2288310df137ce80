import type { RoundProblem, Stretch } from "./problem.ts";

export const FOREVER = 1e9;

/**
 * A task as the search sees it: its planned hands stretches with the least and most minutes between them, waits that follow
 * each other taken together. `anchor` is the start of the first planned stretch: of a task that has not begun, its start.
 */
export type ModelTask = {
  id: string;
  machine: number;
  area: number;
  weight: number;
  due: number;
  latest: number;
  /** The anchor lies in [from, until]. */
  from: number;
  until: number;
  after: number[];
  before: number[];
  /** People who may do a hands stretch, by place. */
  people: number[];
  /** From the anchor to the first planned hands stretch. */
  leadMin: number;
  leadMax: number;
  hands: number[];
  same: boolean[];
  gapMin: number[];
  gapMax: number[];
  /** Minutes from the end of the last planned hands stretch to the task's end. */
  tail: number;
  /** The person that `same` stretches are bound to by what has begun; −1: by the first planned one. */
  bound: number;
  anySame: boolean;
  begun: BegunPart | undefined;
  promisedPerson: number;
  promisedStart: number;
};
export type BegunPart = {
  start: number;
  /** Hands stretches so far, ends filled in. */
  hands: { person: number; start: number; end: number }[];
  /** All its stretches so far, ends filled in but for a wait that goes on. */
  stretches: { person: number; start: number; end: number | undefined }[];
  /** The end, where nothing is left to plan. */
  doneAt: number | undefined;
};
export type ModelPerson = { id: string; shifts: [number, number][]; startsIn: number; firstFrom: number };
export type Model = {
  problem: RoundProblem;
  now: number;
  /** What leaving out a task of weight 1 costs. */
  price: number;
  walk: number[][];
  people: ModelPerson[];
  machines: { area: number; busy: [number, number][] }[];
  tasks: ModelTask[];
};

/** The price of leaving out a task of weight 1. */
export const leftOutPrice = (horizon: number): number => 1000 + 10 * horizon;

/** A problem that is in order, by places instead of ids. */
export function modelOf(problem: RoundProblem): Model {
  const now = problem.now ?? 0;
  const places = (all: readonly { id: string }[]) => new Map(all.map(({ id }, index) => [id, index]));
  const [people, machines, tasks] = [places(problem.people), places(problem.machines), places(problem.tasks)];
  const areas = new Map(problem.areas.map((id, index) => [id, index]));
  const begun = new Map((problem.begun ?? []).map((each) => [each.task, each]));
  const promised = new Map((problem.promised ?? []).map((each) => [each.task, each]));
  const placeOf = (map: Map<string, number>, id: string | null | undefined) => (id == null ? -1 : (map.get(id) ?? -1));

  const model: Model = {
    problem,
    now,
    price: leftOutPrice(problem.horizon),
    walk: problem.walk,
    people: problem.people.map(({ id, shifts, startsIn }) => {
      const inOrder = [...shifts].sort((a, b) => a[0] - b[0]);
      return { id, shifts: inOrder, startsIn: placeOf(areas, startsIn), firstFrom: Math.max(inOrder[0]?.[0] ?? 0, now) };
    }),
    machines: problem.machines.map(({ area, busy = [] }) => ({
      area: placeOf(areas, area),
      busy: [...busy].sort((a, b) => a[0] - b[0]),
    })),
    tasks: problem.tasks.map((task) => {
      const machine = placeOf(machines, task.machine);
      const may = problem.people.flatMap(({ id, skills = [] }, index) =>
        (task.fixedTo == null || task.fixedTo === id) && (task.skills ?? []).every((skill) => skills.includes(skill)) ? [index] : [],
      );
      const promise = promised.get(task.id);
      const part = begunPart(task.stretches, begun.get(task.id)?.stretches, now, people);
      const chain = chainOf(task.stretches.slice(part?.begun.stretches.length ?? 0));
      return {
        id: task.id,
        machine,
        area: placeOf(areas, problem.machines[machine]?.area),
        weight: task.weight ?? 1,
        due: task.due ?? FOREVER,
        latest: task.latest ?? problem.horizon,
        from: part?.from ?? Math.max(task.earliest ?? 0, now),
        until: part?.until ?? FOREVER,
        after: part ? [] : [...new Set((task.after ?? []).map((id) => placeOf(tasks, id)))],
        before: [],
        people: may,
        ...chain,
        bound: part?.begun.hands[0]?.person ?? -1,
        anySame: chain.same.some((same, index) => same && (index > 0 || part?.begun.hands[0] !== undefined)),
        begun: part?.begun,
        promisedPerson: promise ? placeOf(people, promise.person) : -1,
        promisedStart: promise ? promise.start : -1,
      };
    }),
  };
  model.tasks.forEach(({ after }, index) => {
    for (const each of after) model.tasks[each]?.before.push(index);
  });
  return model;
}

/** Planned stretches as hands with the minutes between them. */
function chainOf(stretches: readonly Stretch[]) {
  const chain = {
    leadMin: 0,
    leadMax: 0,
    hands: [] as number[],
    same: [] as boolean[],
    gapMin: [] as number[],
    gapMax: [] as number[],
    tail: 0,
  };
  let [least, most] = [0, 0];
  stretches.forEach((stretch, index) => {
    if ("wait" in stretch) {
      least += stretch.wait;
      // A last wait lasts exactly its minutes.
      most += stretch.wait + (index === stretches.length - 1 ? 0 : (stretch.upTo ?? FOREVER));
      return;
    }
    if (chain.hands.length === 0) [chain.leadMin, chain.leadMax] = [least, Math.min(most, FOREVER)];
    else {
      chain.gapMin.push(least);
      chain.gapMax.push(Math.min(most, FOREVER));
    }
    chain.hands.push(stretch.hands);
    chain.same.push(stretch.samePerson ?? false);
    [least, most] = [0, 0];
  });
  chain.tail = least;
  return chain;
}

/** What has begun of a task, and from when to when its next stretch may start. */
function begunPart(
  chain: readonly Stretch[],
  stretches: readonly { person?: string; start: number; end?: number }[] | undefined,
  now: number,
  people: ReadonlyMap<string, number>,
): { begun: BegunPart; from: number; until: number } | undefined {
  const first = stretches?.[0];
  if (!stretches || !first) return undefined;
  const over = stretches.length === chain.length;
  const soFar = stretches.map(({ person, start, end }, index) => {
    const stretch = chain[index];
    const isHands = stretch !== undefined && "hands" in stretch;
    const length = !stretch ? 0 : "hands" in stretch ? stretch.hands : stretch.wait;
    const open = isHands ? Math.max(start + length, now) : over ? start + length : undefined;
    return { person: person === undefined ? -1 : (people.get(person) ?? -1), start, end: end ?? open };
  });
  const last = soFar.at(-1);
  const lastOfChain = chain[stretches.length - 1];
  let [from, until] = [now, FOREVER];
  if (last && lastOfChain && "hands" in lastOfChain && last.end !== undefined) [from, until] = [last.end, last.end];
  else if (last && lastOfChain && "wait" in lastOfChain) {
    if (last.end !== undefined && last.end >= now) [from, until] = [last.end, last.end];
    else {
      const ends = last.start + lastOfChain.wait;
      from = Math.max(ends, now);
      until = ends + (lastOfChain.upTo ?? FOREVER);
      // Its time is past: any minute will do.
      if (until < now) until = FOREVER;
    }
  }
  const begun: BegunPart = {
    start: first.start,
    stretches: soFar,
    hands: soFar.flatMap(({ person, start, end }) => (person >= 0 && end !== undefined ? [{ person, start, end }] : [])),
    doneAt: over ? (last?.end ?? now) : undefined,
  };
  return { begun, from, until };
}

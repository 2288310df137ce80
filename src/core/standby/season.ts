import { walkOf } from "../rounds/day-problem.ts";
import type { PlannedTask, RoundPlan, RoundProblem, Stretch } from "../rounds/problem.ts";

/** The work of a closure as a planning problem of its own, so that who puts what to sleep and wakes it, and when, comes from the rounds kernel. */

export type SeasonWork = {
  /** `sprat/R53/before`. */
  key: string;
  machine: string;
  area: string;
  skill: string | null;
  stretches: Stretch[];
  /** Minutes of the problem: not before, to be over by, not after. */
  earliest: number;
  due: number;
  latest?: number;
  after: string[];
  /** Chosen by hand. */
  person?: string;
};
export type SeasonPerson = { id: string; skills: readonly string[]; shifts: [number, number][] };

const WEIGHT = 3;

/** The problem of putting machines to sleep, or of waking them. */
export function seasonProblem(
  horizon: number,
  work: readonly SeasonWork[],
  people: readonly SeasonPerson[],
  walk: { walk: Record<string, number>; walkMinutes: number },
): RoundProblem {
  const areas = [...new Set(work.map(({ area }) => area))];
  const machines = new Map(work.map(({ machine, area }) => [machine, area]));
  const known = new Set(people.map(({ id }) => id));
  const within = (minute: number) => Math.max(0, Math.min(horizon, Math.round(minute)));
  return {
    format: "zesty-anvil/round-problem",
    version: 1,
    unit: "minute",
    horizon,
    areas,
    walk: walkOf(areas, walk),
    people: people.map(({ id, skills, shifts }) => ({
      id,
      skills: [...skills],
      shifts: shifts.map(([from, to]): [number, number] => [within(from), within(to)]).filter(([from, to]) => to > from),
    })),
    machines: [...machines].map(([id, area]) => ({ id, area })),
    tasks: work.map(({ key, machine, skill, stretches, earliest, due, latest, after, person }) => ({
      id: key,
      machine,
      skills: skill ? [skill] : [],
      weight: WEIGHT,
      earliest: within(earliest),
      due: Math.max(0, Math.round(due)),
      ...(latest === undefined ? {} : { latest: within(latest) }),
      ...(after.length ? { after } : {}),
      ...(person && known.has(person) ? { fixedTo: person } : {}),
      stretches,
    })),
    now: 0,
  };
}

export type PlacedWork = { key: string; person: string | null; start: number; end: number; handsMinutes: number; lateMinutes: number };

/** What a plan says of each piece of work: by whom, from when to when, how late. */
export function placedWork(problem: RoundProblem, plan: Pick<RoundPlan, "tasks">): PlacedWork[] {
  return plan.tasks.map(({ id, stretches }: PlannedTask): PlacedWork => {
    const task = problem.tasks.find((each) => each.id === id);
    const start = stretches[0]?.start ?? 0;
    const end = stretches.at(-1)?.end ?? start;
    return {
      key: id,
      person: stretches.find(({ person }) => person)?.person ?? null,
      start,
      end,
      handsMinutes: stretches.filter(({ person }) => person).reduce((sum, each) => sum + each.end - each.start, 0),
      lateMinutes: Math.max(0, end - (task?.due ?? end)),
    };
  });
}

/** What a plan in force and a plan as it would be made now differ in, piece by piece. */
export type PlanChange = {
  key: string;
  kind: "moved" | "person" | "gone" | "new" | "left-out";
  fromMinutes: number | null;
  toMinutes: number | null;
  fromPerson: string | null;
  toPerson: string | null;
};

/** Smaller shifts of time are not worth telling. */
const TELL_MINUTES = 30;

export function planChanges(
  told: readonly { key: string; person: string | null; start: number }[],
  now: readonly { key: string; person: string | null; start: number }[],
  leftOut: readonly string[],
): PlanChange[] {
  const changes: PlanChange[] = [];
  for (const before of told) {
    const after = now.find(({ key }) => key === before.key);
    const common = {
      key: before.key,
      fromMinutes: before.start,
      fromPerson: before.person,
      toMinutes: after?.start ?? null,
      toPerson: after?.person ?? null,
    };
    if (!after) changes.push({ ...common, kind: leftOut.includes(before.key) ? "left-out" : "gone" });
    else if (after.person !== before.person) changes.push({ ...common, kind: "person" });
    else if (Math.abs(after.start - before.start) >= TELL_MINUTES) changes.push({ ...common, kind: "moved" });
  }
  for (const after of now)
    if (!told.some(({ key }) => key === after.key))
      changes.push({ key: after.key, kind: "new", fromMinutes: null, toMinutes: after.start, fromPerson: null, toPerson: after.person });
  return changes;
}

import { randomFrom } from "../../src/core/random.ts";
import type { RoundPlan, RoundProblem } from "../../src/core/rounds/problem.ts";

export type Size = { people: number; machines: number; tasks: number; horizon: number; areas?: number; pressing?: number };
type Stretches = RoundProblem["tasks"][number]["stretches"];

/** A made-up problem that uses every rule of the format now and then; the same one for the same seed. */
export function madeUpProblem(seed: number, { people, machines, tasks, horizon, areas = 2, pressing = 2 }: Size): RoundProblem {
  const random = randomFrom(seed);
  const between = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
  const one = <T>(of: readonly T[]) => of[between(0, of.length - 1)] as T;
  const names = Array.from({ length: areas }, (_, index) => `area-${index}`);
  // Distances along streets obey the triangle inequality.
  const at = names.map(() => [between(0, 3), between(0, 3)] as const);
  const walk = at.map(([x, y]) => at.map(([u, v]) => Math.abs(x - u) + Math.abs(y - v)));
  const skills = ["dtf", "uv", "solvent"];
  return {
    format: "zesty-anvil/round-problem",
    version: 1,
    unit: "minute",
    horizon,
    areas: names,
    walk,
    people: Array.from({ length: people }, (_, index) => {
      const pause = between(Math.floor(horizon * 0.4), Math.floor(horizon * 0.6));
      const late = between(0, Math.floor(horizon / 20));
      return {
        id: `person-${index}`,
        skills: skills.filter((_, each) => random() < 0.7 || each === index % 3),
        shifts:
          random() < 0.5 ? [[0, horizon]] : [[late, pause] as [number, number], [pause + between(3, 20), horizon] as [number, number]],
        ...(random() < 0.6 ? { startsIn: one(names) } : {}),
      };
    }),
    machines: Array.from({ length: machines }, (_, index) => {
      const from = between(0, Math.floor(horizon * 0.7));
      return {
        id: `machine-${index}`,
        area: one(names),
        ...(random() < 0.3 ? { busy: [[from, from + between(3, Math.floor(horizon / 6))] as [number, number]] } : {}),
      };
    }),
    tasks: Array.from({ length: tasks }, (_, index) => {
      const stretches: Stretches = [];
      const lead = random() < 0.08 ? { wait: between(1, 6), ...(random() < 0.5 ? { upTo: between(0, 6) } : {}) } : undefined;
      if (lead) stretches.push(lead);
      const hands = between(1, horizon > 100 ? 3 : 2);
      for (let each = 0; each < hands; each++) {
        stretches.push({ hands: between(1, 12), ...(each && random() < 0.5 ? { samePerson: true } : {}) });
        if (each < hands - 1 || random() < 0.25)
          if (random() < 0.85) stretches.push({ wait: between(0, 15), ...(random() < 0.6 ? { upTo: between(0, 8) } : {}) });
      }
      const length = stretches.reduce((sum, stretch) => sum + ("hands" in stretch ? stretch.hands : stretch.wait), 0);
      const earliest = random() < 0.3 ? between(0, Math.floor(horizon * 0.3)) : 0;
      return {
        id: `task-${index}`,
        machine: index < machines ? `machine-${index}` : `machine-${between(0, machines - 1)}`,
        skills: random() < 0.7 ? [one(skills)] : [],
        weight: between(1, 5),
        earliest,
        ...(random() < 0.7 ? { due: earliest + length + between(0, Math.floor((horizon * 0.3) / pressing)) } : {}),
        ...(random() < 0.2 ? { latest: Math.min(horizon, earliest + length + between(5, Math.floor(horizon * 0.5))) } : {}),
        ...(random() < 0.05 ? { fixedTo: `person-${between(0, people - 1)}` } : {}),
        after: index && random() < 0.15 ? [`task-${between(0, index - 1)}`] : [],
        stretches,
      };
    }),
  };
}

/** The same problem at a later minute: what has started by then has begun, all was promised, and somebody is gone. */
export function interrupted(problem: RoundProblem, plan: RoundPlan, now: number, gone?: string): RoundProblem {
  const begun = plan.tasks
    .filter(({ stretches }) => (stretches[0]?.start ?? now) < now)
    .map(({ id, stretches }) => ({
      task: id,
      stretches: stretches
        .filter(({ start }) => start < now)
        .map(({ person, start, end }) => ({ ...(person ? { person } : {}), start, ...(end <= now ? { end } : {}) })),
    }));
  const promised = plan.tasks.flatMap(({ id, stretches }) => {
    const person = stretches.find((stretch) => stretch.person)?.person;
    return person ? [{ task: id, person, start: stretches[0]?.start ?? 0 }] : [];
  });
  return {
    ...problem,
    now,
    begun,
    promised,
    people: problem.people.map((person) =>
      person.id === gone ? { ...person, shifts: person.shifts.filter(([from]) => from > now) } : person,
    ),
  };
}

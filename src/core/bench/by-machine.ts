import type { RoundProblem } from "../rounds/problem.ts";

/** How a morning went: when the last machine was ready, minutes with hands, minutes that people stood waiting, minutes walked. */
export type MorningCount = { lastReady: number; hands: number; standing: number; walking: number };

/**
 * A morning as it goes without a plan: machines in walking order, each taken whole by whoever is free first and may, who stays with it through
 * all its waits. Simulated from the same problem as a plan is made of, its dues and weights aside.
 */
export function byMachine(problem: RoundProblem): MorningCount {
  const way = (from: string | null, to: string) =>
    from === null ? 0 : (problem.walk[problem.areas.indexOf(from)]?.[problem.areas.indexOf(to)] ?? 0);
  const people = problem.people.map(({ id, skills = [], shifts, startsIn = null }) => ({
    id,
    skills,
    free: Math.max(problem.now ?? 0, shifts[0]?.[0] ?? 1e6),
    at: startsIn,
  }));
  const count: MorningCount = { lastReady: 0, hands: 0, standing: 0, walking: 0 };
  for (const { id: machine, area } of problem.machines) {
    const tasks = inTurn(problem, machine);
    const needs = new Set(tasks.flatMap(({ skills = [] }) => skills));
    const able = people.filter(({ skills }) => [...needs].every((skill) => skills.includes(skill))).sort((a, b) => a.free - b.free);
    const [person] = able;
    if (!person || tasks.length === 0) continue;
    const walked = way(person.at, area);
    count.walking += walked;
    let time = person.free + walked;
    for (const { stretches, earliest = 0 } of tasks) {
      if (time < earliest) {
        count.standing += earliest - time;
        time = earliest;
      }
      for (const stretch of stretches) {
        if ("hands" in stretch) count.hands += stretch.hands;
        else count.standing += stretch.wait;
        time += "hands" in stretch ? stretch.hands : stretch.wait;
      }
    }
    person.free = time;
    person.at = area;
    count.lastReady = Math.max(count.lastReady, time);
  }
  return count;
}

/** A machine's tasks, what comes after others behind them. */
function inTurn({ tasks }: RoundProblem, machine: string) {
  const own = tasks.filter((task) => task.machine === machine);
  return [...own].sort((a, b) => (a.after?.length ?? 0) - (b.after?.length ?? 0));
}

/** The same of a plan: standing is what a person's time between their first and last stretch holds besides hands and ways. */
export function ofPlan(
  problem: RoundProblem,
  plan: { tasks: readonly { id: string; stretches: readonly { person?: string; start: number; end: number }[] }[] },
): MorningCount {
  const areaOf = new Map(problem.tasks.map(({ id, machine }) => [id, problem.machines.find((each) => each.id === machine)?.area ?? ""]));
  const way = (from: string, to: string) => problem.walk[problem.areas.indexOf(from)]?.[problem.areas.indexOf(to)] ?? 0;
  const count: MorningCount = { lastReady: 0, hands: 0, standing: 0, walking: 0 };
  for (const { stretches } of plan.tasks) count.lastReady = Math.max(count.lastReady, stretches.at(-1)?.end ?? 0);
  for (const { id } of problem.people) {
    const own = plan.tasks
      .flatMap((task) =>
        task.stretches.filter(({ person }) => person === id).map((stretch) => ({ ...stretch, area: areaOf.get(task.id) ?? "" })),
      )
      .sort((a, b) => a.start - b.start);
    own.forEach((stretch, index) => {
      count.hands += stretch.end - stretch.start;
      const before = own[index - 1];
      if (!before) return;
      const walked = way(before.area, stretch.area);
      count.walking += walked;
      count.standing += stretch.start - before.end - walked;
    });
  }
  return count;
}

import { byMachine, ofPlan } from "../../src/core/bench/by-machine.ts";
import { toDay } from "../../src/core/calendar/day.ts";
import { dueWork } from "../../src/core/due/due-work.ts";
import { shopRules } from "../../src/core/due/facts.ts";
import { dayProblem, ROUND_SETTINGS } from "../../src/core/rounds/day-problem.ts";
import { listPlan } from "../../src/core/rounds/list-plan.ts";
import { planRound, wholePlan } from "../../src/core/rounds/plan-round.ts";
import type { RoundProblem } from "../../src/core/rounds/problem.ts";
import { piecesOf, stretchesOf } from "../../src/core/rounds/stretches-of.ts";
import { skillFor } from "../../src/core/routines/routine.ts";
import { demoHouse } from "../../src/demo/house.ts";
import { madeUpProblem } from "../../tests/rounds/cases.ts";

/** Rounds of a shop's size and larger, and the demo's opening with a plan and without; printed as JSON. Run bundled, in one thread. */

const SHOP = { people: 6, machines: 16, tasks: 30, horizon: 480, areas: 3 };
const LARGE = { people: 20, machines: 60, tasks: 150, horizon: 480, areas: 4 };

/** A shop-size problem of just about 60 stretches. */
function sixtyStretches(seed: number): RoundProblem {
  const problem = madeUpProblem(seed, { ...SHOP, tasks: 60 });
  const tasks: RoundProblem["tasks"] = [];
  let stretches = 0;
  for (const task of problem.tasks) {
    if (stretches + task.stretches.length > 60) break;
    tasks.push(task);
    stretches += task.stretches.length;
  }
  const known = new Set(tasks.map(({ id }) => id));
  return { ...problem, tasks: tasks.map((task) => ({ ...task, after: task.after?.filter((id) => known.has(id)) ?? [] })) };
}

function timed(problem: RoundProblem) {
  const began = performance.now();
  planRound(problem).next();
  const firstMs = performance.now() - began;
  const list = avoidable(problem, listPlan(problem).cost);
  const efforts = [0.25, 0.5, 1, 2, 4].map((effort) => {
    const at = performance.now();
    const plan = wholePlan(problem, { effort });
    return { effort, cost: plan.cost, share: avoidable(problem, plan.cost) / Math.max(list, 1e-9), ms: performance.now() - at };
  });
  return { firstMs, list, efforts };
}

/** Cost without the price of what nobody can do. */
function avoidable(problem: RoundProblem, cost: number): number {
  const alone = listPlan(problem).hopelessPrice;
  return cost - alone;
}

function demoOpening(): RoundProblem {
  const on = toDay("2026-11-25");
  const house = demoHouse(on);
  const { book } = shopRules(house.calendar, house.routines ?? []);
  const due = dueWork(house, on, 1).filter(({ beat, due: day }) => beat === "opening" && day === on);
  return dayProblem({
    horizon: 1080,
    now: 0,
    beats: { opening: 240 },
    areas: (house.areas ?? []).map(({ id }) => id),
    workers: (house.people ?? [])
      .filter(({ shifts }) => shifts?.includes("early"))
      .map(({ id, skills = [] }) => ({ id, skills, shifts: [[0, 540]] })),
    busy: {},
    work: due.flatMap(({ key, machine: id, routine: name }) => {
      const machine = house.machines.find((each) => each.id === id);
      const routine = book.get(name);
      if (!machine || !routine) return [];
      return [
        {
          key,
          machine: id,
          area: machine.area ?? null,
          skill: skillFor(routine, machine),
          beat: "opening" as const,
          isCheck: routine.isCheck ?? false,
          late: false,
          urgent: false,
          stretches: stretchesOf(piecesOf(routine, machine)),
        },
      ];
    }),
    begun: [],
    promised: [],
    locks: [],
    settings: ROUND_SETTINGS,
  });
}

const opening = demoOpening();
const seeds = [1, 2, 3, 4, 5, 6];
// The first calls of a process compile; they are nobody's plan.
wholePlan(sixtyStretches(99), { effort: 0.2 });
process.stdout.write(
  JSON.stringify({
    shop: seeds.map((seed) => timed(sixtyStretches(seed))),
    large: [1, 2, 3].map((seed) => timed(madeUpProblem(seed, LARGE))),
    opening: { tasks: opening.tasks.length, without: byMachine(opening), plan: ofPlan(opening, wholePlan(opening)) },
  }),
);

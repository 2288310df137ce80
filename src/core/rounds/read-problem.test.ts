import { expect, test } from "vitest";
import { madeUpProblem } from "../../../tests/rounds/cases.ts";
import { readRoundProblem } from "./read-problem.ts";

// biome-ignore lint/suspicious/noExplicitAny: the test breaks the problem in ways its type forbids
type Anything = any;
const base = () => ({ ...structuredClone(madeUpProblem(1, { people: 2, machines: 2, tasks: 3, horizon: 60 })), now: 10 }) as Anything;
const problemsOf = (change: (problem: Anything) => void): string[] => {
  const problem = base();
  change(problem);
  const read = readRoundProblem(JSON.stringify(problem));
  return "problems" in read ? read.problems.map(({ path, message }) => `${path}: ${message}`) : [];
};

test("a problem in order is read", () => expect(problemsOf(() => undefined)).toEqual([]));

test.each<[string, (problem: Anything) => void, string]>([
  ["a doubled area", (p) => p.areas.push(p.areas[0]), "$.areas[2]"],
  ["a doubled person", (p) => p.people.push(p.people[0]), "$.people[2].id"],
  ["a doubled machine", (p) => p.machines.push(p.machines[0]), "$.machines[2].id"],
  ["a doubled task", (p) => p.tasks.push(p.tasks[0]), "$.tasks[3].id"],
  ["an unknown machine", (p) => Object.assign(p.tasks[1], { machine: "moon" }), "$.tasks[1].machine"],
  ["an unknown area", (p) => Object.assign(p.machines[0], { area: "moon" }), "$.machines[0].area"],
  ["an unknown task before", (p) => Object.assign(p.tasks[1], { after: ["moon"] }), "$.tasks[1].after[0]"],
  ["an unknown person", (p) => Object.assign(p.tasks[1], { fixedTo: "moon" }), "$.tasks[1].fixedTo"],
  ["an unknown key", (p) => Object.assign(p.tasks[0], { moon: 1 }), "$.tasks[0].moon"],
  ["negative minutes", (p) => Object.assign(p.tasks[0], { earliest: -1 }), "$.tasks[0].earliest"],
  ["fractional minutes", (p) => Object.assign(p.tasks[0], { stretches: [{ hands: 1.5 }] }), "$.tasks[0].stretches[0].hands"],
  ["no hands at all", (p) => Object.assign(p.tasks[0], { stretches: [{ hands: 0 }] }), "$.tasks[0].stretches[0].hands"],
  ["neither hands nor wait", (p) => Object.assign(p.tasks[0], { stretches: [{}] }), "$.tasks[0].stretches[0]"],
  ["a window on hands", (p) => Object.assign(p.tasks[0], { stretches: [{ hands: 1, upTo: 1 }] }), "$.tasks[0].stretches[0].upTo"],
  ["a ring", (p) => Object.assign(p.tasks[0], { after: ["task-0"] }), "$.tasks[0].after"],
  ["a ring of two", (p) => [0, 1].map((task) => Object.assign(p.tasks[task], { after: [`task-${1 - task}`] })), "goes in a ring"],
  ["a walk with a row missing", (p) => p.walk.pop(), "$.walk"],
  ["a walk with a short row", (p) => p.walk[1].pop(), "$.walk[1]"],
  ["a walk from a place to itself", (p) => Object.assign(p.walk[0], { 0: 1 }), "$.walk[0][0]"],
  [
    "a walk that is longer than the way round",
    (p) =>
      Object.assign(p, {
        areas: [...p.areas, "c"],
        walk: [
          [0, 9, 2],
          [9, 0, 2],
          [2, 2, 0],
        ],
      }),
    "$.walk[0][1]",
  ],
  [
    "busy spans that overlap",
    (p) =>
      Object.assign(p.machines[0], {
        busy: [
          [5, 9],
          [8, 12],
        ],
      }),
    "$.machines[0].busy[1]",
  ],
  [
    "shifts that overlap",
    (p) =>
      Object.assign(p.people[0], {
        shifts: [
          [20, 30],
          [0, 21],
        ],
      }),
    "$.people[0].shifts[0]",
  ],
  ["a shift past the horizon", (p) => Object.assign(p.people[0], { shifts: [[0, 61]] }), "$.people[0].shifts[0]"],
  ["a shift that ends before it starts", (p) => Object.assign(p.people[0], { shifts: [[9, 3]] }), "$.people[0].shifts[0]"],
  ["a horizon of nothing", (p) => Object.assign(p, { horizon: 0 }), "$.horizon"],
  [
    "a begun start after now",
    (p) => Object.assign(p, { begun: [{ task: "task-0", stretches: [{ person: "person-0", start: 11 }] }] }),
    "$.begun[0].stretches[0].start",
  ],
  [
    "more begun stretches than the chain has",
    (p) =>
      Object.assign(p, {
        begun: [{ task: "task-0", stretches: Array.from({ length: 9 }, () => ({ person: "person-0", start: 1, end: 1 })) }],
      }),
    "$.begun[0].stretches",
  ],
  [
    "a task promised twice",
    (p) => Object.assign(p, { promised: [0, 1].map(() => ({ task: "task-0", person: "person-0", start: 3 })) }),
    "$.promised[1].task",
  ],
])("%s is refused, and its place named", (_, change, place) => {
  const problems = problemsOf(change);
  expect(problems.length).toBeGreaterThan(0);
  expect(problems.join("\n")).toContain(place);
});

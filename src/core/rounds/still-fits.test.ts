import { describe, expect, test } from "vitest";
import type { PlannedTask, RoundProblem } from "./problem.ts";
import { LATE_START_MINUTES, stillFits } from "./still-fits.ts";

/** What people were told, held against the minute it is: by hand, on two people and three short jobs. */

const problem = (more: Partial<RoundProblem> = {}): RoundProblem => ({
  format: "zesty-anvil/round-problem",
  version: 1,
  unit: "minute",
  horizon: 480,
  areas: ["film", "cloth"],
  walk: [
    [0, 2],
    [2, 0],
  ],
  people: [
    { id: "bram", shifts: [[0, 240]] },
    { id: "ngozi", shifts: [[0, 240]] },
  ],
  machines: [
    { id: "sprat", area: "film" },
    { id: "plover", area: "cloth" },
  ],
  tasks: [
    { id: "a", machine: "sprat", stretches: [{ hands: 10 }] },
    { id: "b", machine: "plover", stretches: [{ hands: 20 }] },
    { id: "c", machine: "sprat", stretches: [{ hands: 5 }, { wait: 30, upTo: 10 }, { hands: 5, samePerson: true }] },
  ],
  ...more,
});
const hands = (id: string, start: number, end: number, person = "bram"): PlannedTask => ({ id, stretches: [{ person, start, end }] });
const told = [hands("a", 0, 10), hands("b", 12, 32)];
const starts = (tasks: readonly PlannedTask[]) => Object.fromEntries(tasks.map(({ id, stretches }) => [id, stretches[0]?.start]));

describe("what people were told", () => {
  test("fits as long as nothing is later than it was told", () => expect(stillFits(problem(), told)).toEqual({ tasks: told, broken: [] }));

  test("fits three minutes later: what comes after moves by as much, walk and all", () => {
    // a from 3 to 13, two minutes of way, b from 15.
    const { tasks, broken } = stillFits(problem({ now: 3 }), told);
    expect([starts(tasks), broken]).toEqual([{ a: 3, b: 15 }, []]);
  });

  test("fits no more when nobody has begun after the minutes of grace", () => {
    expect(stillFits(problem({ now: LATE_START_MINUTES }), told).broken).toEqual([]);
    expect(stillFits(problem({ now: LATE_START_MINUTES + 1 }), told).broken.map(({ task }) => task)).toEqual(["a"]);
  });

  test("fits when work began a minute off, by somebody else, and what is bound to them follows", () => {
    const chain: PlannedTask = {
      id: "c",
      stretches: [
        { person: "bram", start: 40, end: 45 },
        { start: 45, end: 75 },
        { person: "bram", start: 75, end: 80 },
      ],
    };
    const begun = [{ task: "c", stretches: [{ person: "ngozi", start: 41 }] }];
    const { tasks, broken } = stillFits(problem({ now: 44, begun }), [chain]);
    expect([tasks[0]?.stretches, broken]).toEqual([
      [
        { person: "ngozi", start: 41, end: 46 },
        { start: 46, end: 76 },
        { person: "ngozi", start: 76, end: 81 },
      ],
      [],
    ]);
  });

  test("fits when a job is taken to last longer by now, as long as the next one waits no longer than the grace", () => {
    const longer = (minutes: number) =>
      problem({ tasks: problem().tasks.map((each) => (each.id === "a" ? { ...each, stretches: [{ hands: minutes }] } : each)) });
    expect(starts(stillFits(longer(14), told).tasks)).toEqual({ a: 0, b: 16 });
    expect(stillFits(longer(21), told).broken.map(({ task }) => task)).toEqual(["b"]);
  });

  test("fits no more when a job that goes on holds its person back for longer than the grace", () => {
    const begun = [{ task: "a", stretches: [{ person: "bram", start: 0 }] }];
    // b was told for 12: at 20 a goes on until 20 at least, b would start at 22, ten minutes late; at 21 it is too late.
    expect(stillFits(problem({ now: 20, begun }), told).broken).toEqual([]);
    expect(stillFits(problem({ now: 21, begun }), told).broken.map(({ task }) => task)).toEqual(["b"]);
  });

  test("fits no more when its person is gone, or its machine is out of order", () => {
    const gone = problem({ people: [{ id: "ngozi", shifts: [[0, 240]] }] });
    expect(stillFits(gone, told).broken.map(({ task }) => task)).toEqual(["a", "b"]);
    const out = problem({
      machines: [
        { id: "sprat", area: "film", busy: [[0, 480]] },
        { id: "plover", area: "cloth" },
      ],
    });
    expect(stillFits(out, told).broken.map(({ task }) => task)).toEqual(["a"]);
  });

  test("names a job whose parts are others by now", () => {
    const { broken } = stillFits(problem(), [hands("c", 40, 45)]);
    expect(broken.map(({ why }) => why)).toEqual(["has 1 stretches instead of 3"]);
  });
});

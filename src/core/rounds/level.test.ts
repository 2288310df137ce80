import fc from "fast-check";
import { expect, test } from "vitest";
import { type CarryingWork, type LevelDay, level, overload } from "./level.ts";

const day = (on: number, more: Partial<LevelDay> = {}): LevelDay => ({
  day: on,
  fixedMinutes: 60,
  capacityMinutes: 480,
  skills: new Set(["dtf", "uv"]),
  prints: new Set(),
  at: new Map(),
  ...more,
});
const work = (key: string, minutes: number, more: Partial<CarryingWork> = {}): CarryingWork => ({
  key,
  name: key,
  machine: key,
  skill: "dtf",
  minutes,
  opens: 100,
  due: 102,
  lastDay: 104,
  ...more,
});
const days = [100, 101, 102, 103, 104].map((on) => day(on));

test("work that all falls on one day is spread over its window", () => {
  const { moves, after } = level([work("a", 60), work("b", 60), work("c", 60), work("d", 60)], days);
  expect(moves.length).toBe(3);
  expect(Math.max(...after)).toBe(120);
  for (const { why } of moves) expect(why).toMatch(/had 300 min of hands/);
});
test("what is even already stays where it is", () => expect(level([work("a", 5)], days).moves).toEqual([]));
test("no day without the skill, without people, or outside the window", () => {
  const narrow = [day(100, { skills: new Set(["uv"]) }), day(101, { capacityMinutes: 0 }), day(102), day(103)];
  const { moves } = level([work("a", 90), work("b", 90, { lastDay: 102 }), work("c", 90)], narrow);
  expect(moves.every(({ to, key }) => to === 103 && key !== "b")).toBe(true);
  expect(moves.length).toBeGreaterThan(0);
});
test("what goes together at one machine falls together; a day on which it does not print is better", () => {
  const together = level([work("a", 10, { machine: "sprat", due: 102 }), work("b", 10, { machine: "sprat", due: 103 })], days);
  expect(together.moves.length).toBe(1);
  expect(together.moves[0]?.why).toContain("falls together with");
  const printing = days.map((each) => (each.day === 103 ? each : { ...each, prints: new Set(["a"]) }));
  expect(level([work("a", 30)], printing).moves[0]).toMatchObject({ to: 103 });
});
test("never less even than before, never outside a window, whatever the work", () => {
  const any = fc.record({
    minutes: fc.integer({ min: 1, max: 90 }),
    due: fc.integer({ min: 100, max: 104 }),
    before: fc.integer({ min: 0, max: 3 }),
    later: fc.integer({ min: 0, max: 3 }),
  });
  fc.assert(
    fc.property(fc.array(any, { maxLength: 25 }), (all) => {
      const given = all.map(({ minutes, due, before, later }, index) =>
        work(`${index}`, minutes, { due, opens: due - before, lastDay: due + later }),
      );
      const { moves, before, after } = level(given, days);
      for (const { key, to } of moves) {
        const own = given.find((each) => each.key === key) as CarryingWork;
        expect(to >= own.opens && to <= own.lastDay && to >= 100 && to <= 104).toBe(true);
      }
      const sum = (loads: number[]) => loads.reduce((total, each) => total + each, 0);
      expect(sum(after)).toBeCloseTo(sum(before), 6);
    }),
    { numRuns: 100 },
  );
});

test("too much for a set of skills is found though each skill alone has people enough (Hall 1935, from memory)", () => {
  const people = [
    { skills: ["uv", "solvent"], minutes: 100 },
    { skills: ["dtf"], minutes: 100 },
  ];
  expect(overload({ uv: 60, solvent: 60, dtf: 50 }, people)).toEqual({ skills: ["uv", "solvent"], loadMinutes: 120, capacityMinutes: 100 });
  expect(overload({ uv: 40, solvent: 60, dtf: 100 }, people)).toBeUndefined();
  expect(overload({ uv: 40, "": 170 }, people)).toMatchObject({ skills: ["uv", ""] });
});

import { expect, test } from "vitest";
import { type FollowedTask, nextStretches } from "./next-stretch.ts";

const tasks: FollowedTask[] = [
  {
    key: "sprat",
    area: "hall",
    over: false,
    stretches: [
      { person: "ilse", start: 0, end: 4 },
      { start: 4, end: 14 },
      { person: "ilse", start: 14, end: 16 },
    ],
  },
  { key: "teal", area: "annexe", over: false, stretches: [{ person: "ilse", start: 6, end: 9 }] },
  { key: "goby", area: "hall", over: false, stretches: [{ person: "bram", start: 0, end: 9 }] },
];
const walk = (from: string | null, to: string | null) => (from === to ? 0 : 2);
const seen = (at: Partial<Record<string, Partial<FollowedTask>>>, now: number) =>
  nextStretches(
    tasks.map((task) => ({ ...task, ...at[task.key] })),
    "ilse",
    now,
    walk,
  ).map(({ key, place, walkMinutes, behind, underWay }) => [key, place, walkMinutes, behind, underWay]);

test("in the round's order, only one's own, with the walk to each", () =>
  expect(seen({}, 0)).toEqual([
    ["sprat", 0, 0, 0, false],
    ["teal", 0, 2, 0, false],
    ["sprat", 2, 2, 0, false],
  ]));
test("while the first soaks the next is another machine", () =>
  expect(seen({ sprat: { at: 1 } }, 5)).toEqual([
    ["teal", 0, 2, 0, false],
    ["sprat", 2, 2, 0, false],
  ]));
test("behind the round: what should have begun, what should be over", () =>
  expect(seen({ sprat: { at: 0 } }, 10)).toEqual([
    ["sprat", 0, 0, 6, true],
    ["teal", 0, 2, 4, false],
    ["sprat", 2, 2, 0, false],
  ]));
test("what is over is gone", () => expect(seen({ sprat: { over: true }, teal: { over: true } }, 20)).toEqual([]));

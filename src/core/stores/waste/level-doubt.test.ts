import { expect, test } from "vitest";
import { doubtOfAnswer, levelDoubt } from "./level-doubt.ts";

/** Bounds are guesses of ours, as the source says; what is tested is on which side a reading falls. */

const vessel = { ml: 1100, lowMl: 1040, highMl: 1160, limitMl: 1700, measured: "Wed 25 Nov, 08:00" };

test.each([
  [50, true],
  [840, true],
  [850, false],
  [1100, false],
  [1350, false],
  [1360, true],
])("a level of %d mL where 1100 was expected is asked about: %s", (ml, asked) =>
  expect(levelDoubt(vessel, ml)).toEqual(asked ? { kind: "estimate", ml, estimateMl: 1100 } : undefined),
);
test("what was never looked at has no estimate to contradict", () => expect(levelDoubt({ ...vessel, measured: null }, 50)).toBeUndefined());
test("a wide estimate is not contradicted by what lies within twice its span", () =>
  expect(levelDoubt({ ...vessel, lowMl: 500, highMl: 1700 }, 50)).toBeUndefined());

const waste = { does: "reads", before: "level", mark: { step: "room", at: "full", below: "room" } } as const;
const asked = (choice: string, read: number) => doubtOfAnswer(waste, vessel, { step: "room", result: { choice }, read: () => read });
test("“at the mark” beside a low level, and “room enough” beside one at the mark, are asked about", () => {
  expect(asked("full", 50)).toEqual({ kind: "mark", ml: 50, limitMl: 1700, atMark: true });
  expect(asked("full", 1500)).toBeUndefined();
  expect(asked("room", 1700)).toEqual({ kind: "mark", ml: 1700, limitMl: 1700, atMark: false });
  expect(asked("room", 1699)).toBeUndefined();
  expect(asked("soon", 50)).toBeUndefined();
});
test("only the step that reads what was in it is compared, and only where there is a vessel", () => {
  const level = { step: "level", result: { value: 50 }, read: () => undefined };
  expect(doubtOfAnswer(waste, vessel, level)?.kind).toBe("estimate");
  expect(doubtOfAnswer({ does: "empties", before: "level", after: "rest" }, vessel, { ...level, step: "rest" })).toBeUndefined();
  expect(doubtOfAnswer(waste, null, level)).toBeUndefined();
  expect(doubtOfAnswer(undefined, vessel, level)).toBeUndefined();
});

import { expect, test } from "vitest";
import { materials, secondsInWindows, windowOutlook } from "./outlook.ts";
import type { PlannedStep } from "./plan.ts";

const window = { id: "w", text: "Heads off", withinMinutes: 3 };
const plan: PlannedStep[] = [
  { kind: "do", id: "a", at: "a", text: "A", minutes: 5, uses: [{ item: "foam swabs", amount: 1, unit: "pieces" }] },
  { kind: "do", id: "b", at: "b", text: "B", minutes: 1, window, uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }] },
  { kind: "do", id: "c", at: "c", text: "C", minutes: 1.5, window, uses: [{ item: "foam swabs", amount: 5, unit: "mL" }] },
];

test("who has never done it is judged by the minutes planned", () =>
  expect(windowOutlook(plan, {})).toEqual([
    {
      ...window,
      plannedMinutes: 2.5,
      times: 0,
      longestMinutes: null,
      likely: true,
      why: "not done here by you yet; its steps are planned at 2.5 min",
    },
  ]));
test("who has done it, by their longest time", () => {
  expect(windowOutlook(plan, { w: [100, 170] })[0]).toMatchObject({
    likely: true,
    why: expect.stringContaining("your longest of 2 took 2.8 min"),
  });
  expect(windowOutlook(plan, { w: [100, 190] })[0]?.likely).toBe(false);
});
test("a plan that does not fit its window is said to be unlikely", () =>
  expect(windowOutlook([{ ...plan[1], minutes: 4 } as PlannedStep], {})[0]?.likely).toBe(false));
test("no window, nothing to say", () => expect(windowOutlook([plan[0] as PlannedStep], {})).toEqual([]));
test("seconds in a window are those of its steps", () =>
  expect(
    secondsInWindows(plan, [
      { step: "a", at: 0, person: null, tookSeconds: 300 },
      { step: "b", at: 0, person: null, tookSeconds: 60 },
      { step: "c", at: 0, person: null, tookSeconds: 45 },
    ]),
  ).toEqual({ w: 105 }));
test("what is used is added up by item and unit", () =>
  expect(materials(plan)).toEqual([
    { item: "foam swabs", unit: "pieces", amount: 3 },
    { item: "foam swabs", unit: "mL", amount: 5 },
  ]));

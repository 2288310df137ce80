import { expect, test } from "vitest";
import { plannedClosures } from "./closures-ahead.ts";
import { toDay } from "./day.ts";

const closure = (from: string, to: string, name?: string) => ({ from, to, name });

test("those that are over are left out; those that overlap are one, with both names", () => {
  const found = plannedClosures(
    [
      closure("2026-12-30", "2027-01-03", "New year"),
      closure("2026-12-24", "2026-12-31", "Winter"),
      closure("2027-07-01", "2027-07-14"),
      closure("2026-08-01", "2026-08-14", "Summer"),
    ],
    toDay("2026-11-25"),
  );
  expect(found).toEqual([
    { from: "2026-12-24", to: "2027-01-03", name: "Winter and New year" },
    { from: "2027-07-01", to: "2027-07-14", name: "Closure" },
  ]);
});
test("one that is on now is still told", () => {
  expect(plannedClosures([closure("2026-11-20", "2026-11-25")], toDay("2026-11-25"))).toHaveLength(1);
});

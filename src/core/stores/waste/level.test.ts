import { expect, test } from "vitest";
import { DEFAULT_LADDER } from "../../nozzles/ladder/settings.ts";
import { randomFrom } from "../../random.ts";
import { BUILT_IN_EFFECTS } from "../../routines/built-in-effects.ts";
import { drawMl, rungMl } from "./draws.ts";
import { FOUR_OF_FIVE, type Inflow, reachesMark, roomFor, type VesselMark, vesselLevel } from "./level.ts";

const DAY = 86_400_000;

test("draws come to millilitres by the machine's own ladder", () => {
  expect(drawMl(BUILT_IN_EFFECTS.R04?.draws, DEFAULT_LADDER)).toEqual({ ml: 12, inkMl: 12 });
  expect(drawMl(BUILT_IN_EFFECTS.R21?.draws, DEFAULT_LADDER)).toEqual({ ml: 72, inkMl: 12 });
  expect(drawMl(undefined, DEFAULT_LADDER).ml).toBe(0);
  expect(rungMl({ ...DEFAULT_LADDER, rungs: [{ id: "one", name: "one", ml: 9, minutes: 1 }] }, "strong")).toBe(9);
});

test("a look, then two cleans and three days: what was seen, what was drawn, and the rest by its first guess", () => {
  const marks: VesselMark[] = [{ at: 0, ml: 400, kind: "level" }];
  const inflows: Inflow[] = [
    { at: DAY, ml: 12, what: "normal clean" },
    { at: 2 * DAY, ml: 12, what: "normal clean" },
    { at: -DAY, ml: 900, what: "before the look" },
  ];
  const found = vesselLevel(2000, marks, inflows, 3 * DAY);
  expect(found.ml).toBeCloseTo(400 + 24 + 3 * 4, 9);
  expect(found.why[1]).toContain("24 mL recorded since: 2 × normal clean");
});

test("after an emptying it begins at what was left", () => {
  const marks: VesselMark[] = [
    { at: 0, ml: 1500, kind: "level" },
    { at: DAY, ml: 20, kind: "emptied" },
  ];
  expect(vesselLevel(2000, marks, [], DAY).ml).toBeCloseTo(20, 9);
});

test("what runs in besides is learned from looks: 9 mL a day in truth", () => {
  const marks = Array.from(
    { length: 9 },
    (_, index): VesselMark => ({ at: index * 5 * DAY, ml: 100 + index * 5 * (10 + 9), kind: "level" }),
  );
  const inflows = Array.from({ length: 40 }, (_, day): Inflow => ({ at: (day + 0.5) * DAY, ml: 10, what: "clean" }));
  const found = vesselLevel(2000, marks, inflows, 40 * DAY);
  expect(found.learnedFrom).toBe(8);
  expect(found.besidesMlADay).toBeGreaterThan(8);
  expect(found.besidesMlADay).toBeLessThan(9.01);
});

test("one bad reading does not blow the range up: 900 mL read too much on day 20, of ten looks", () => {
  const marks = (bad: number) =>
    Array.from(
      { length: 10 },
      (_, index): VesselMark => ({ at: index * 5 * DAY, ml: 100 + index * 45 + (index === 4 ? bad : 0), kind: "level" }),
    );
  const [good, one] = [vesselLevel(2000, marks(0), [], 46 * DAY), vesselLevel(2000, marks(900), [], 46 * DAY)];
  // 9 mL a day in truth. Without a bound the spread of a day would be about 150 mL.
  expect(Math.abs(one.besidesMlADay - good.besidesMlADay)).toBeLessThan(1.5);
  expect(one.besidesSpread).toBeLessThan(12);
  expect(one.spreadMl).toBeLessThan(1.3 * good.spreadMl);
});

test("the error grows until the next look", () => {
  const spread = (day: number) => vesselLevel(2000, [{ at: 0, ml: 400, kind: "level" }], [], day * DAY).spreadMl;
  expect(spread(0)).toBeCloseTo(40, 6);
  expect([1, 5, 20].map(spread)).toEqual([...[1, 5, 20].map(spread)].sort((a, b) => a - b));
});

test("not looked at of late: it says so, and is unsure by a quarter of the vessel", () => {
  const found = vesselLevel(2000, [], [], 0);
  expect(found.spreadMl).toBeGreaterThanOrEqual(500);
  expect(found.why[0]).toContain("nobody has looked at it of late");
  expect(found.since).toBeNull();
});

test("four times of five the truth lies within the range, in a simulated house", () => {
  const random = randomFrom(5);
  let inside = 0;
  const rounds = 300;
  for (let round = 0; round < rounds; round++) {
    const truly = 2 + random() * 8;
    let level = 0;
    const marks: VesselMark[] = [];
    const inflows: Inflow[] = [];
    for (let day = 0; day < 33; day++) {
      const drawn = 20;
      inflows.push({ at: day * DAY, ml: drawn, what: "clean" });
      level += drawn * (0.75 + random() * 0.5) + truly * (0.5 + random());
      if (day % 5 === 4 && day < 28) marks.push({ at: (day + 0.4) * DAY, ml: Math.max(0, level + (random() - 0.5) * 80), kind: "level" });
    }
    const found = vesselLevel(2000, marks, inflows, 32.4 * DAY);
    if (Math.abs(found.ml - level) <= FOUR_OF_FIVE * found.spreadMl) inside++;
  }
  // More often than promised is the safe side; a range that is never wrong would be no use.
  expect(inside / rounds).toBeGreaterThan(0.78);
  expect(inside / rounds).toBeLessThan(0.995);
});

test("the day it reaches its mark, as a range; the soonest is the safe side", () => {
  const estimate = vesselLevel(2000, [{ at: 0, ml: 1500, kind: "level" }], [], 0);
  const { earliest, likely, latest } = reachesMark(estimate, 1700, new Array(60).fill(21));
  // 200 mL of room at 25 a day: the eighth day, counted from 0.
  expect(likely).toBe(7);
  expect(earliest).toBeLessThan(7);
  expect(latest).toBeGreaterThan(7);
  expect(reachesMark(estimate, 1700, new Array(3).fill(0))).toEqual({ earliest: null, likely: null, latest: null });
});

test("a draw that would go over the mark has no room, on the safe side of the estimate", () => {
  expect(roomFor({ ml: 1600, spreadMl: 40 }, 1700, 40).fits).toBe(true);
  expect(roomFor({ ml: 1600, spreadMl: 40 }, 1700, 72)).toMatchObject({ fits: false, roomMl: 100 });
  expect(roomFor({ ml: 1800, spreadMl: 40 }, 1700, 0).fits).toBe(true);
});

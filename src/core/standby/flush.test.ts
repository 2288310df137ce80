import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { emptyings, flushPlan, headOutMl, learnedWhiteFactor, lineMl, shareLeft, volumesFor, type WasteStep } from "./flush.ts";
import { STANDBY_SETTINGS } from "./settings.ts";

const plumbing = { boreMm: 3, lengthM: 2, damperMl: 6, headMl: 2, pumpMlAMinute: 40, ownCleansADay: 0 };
const lines = [
  { id: "H1/K", ink: "black" },
  { id: "H2/W1", ink: "white" },
];
const plan = (more: Partial<typeof plumbing> = {}, whiteFactor = 2) =>
  flushPlan(lines, { ...plumbing, ...more }, STANDBY_SETTINGS, { whiteFactor, cleanMl: 4 });

describe("volumes", () => {
  // Geometry; the handbook's own figure: a 3 mm bore holds 7.07 mL a metre.
  test("a line holds π/4 · d² · L", () => {
    expect(lineMl(3, 1)).toBeCloseTo(7.07, 2);
    expect(lineMl(2.5, 4)).toBeCloseTo(19.63, 2);
  });
  // Share left in one well-mixed volume after n volumes: e^−n (chemical reaction engineering texts; from memory).
  test("washout: 3 volumes leave 5 %, 4.6 leave 1 %", () => {
    expect(shareLeft(3)).toBeCloseTo(0.0498, 4);
    expect(shareLeft(4.6)).toBeCloseTo(0.01, 3);
    expect(volumesFor(0.01)).toBeCloseTo(4.605, 3);
    expect(volumesFor(0.05)).toBeCloseTo(2.996, 3);
  });

  /** A stream through tanks stirred well, in small steps: the old ink left is counted, no formula used. */
  function simulated(volumes: number, tanks: number): number {
    const ink = new Array<number>(tanks).fill(1 / tanks);
    const steps = 40_000;
    const part = (volumes * tanks) / steps;
    for (let step = 0; step < steps; step++) {
      let carried = 0;
      for (let tank = 0; tank < tanks; tank++) {
        const out = (ink[tank] as number) * part;
        ink[tank] = (ink[tank] as number) + carried - out;
        carried = out;
      }
    }
    return ink.reduce((sum, each) => sum + each, 0);
  }
  test.each([
    [1, 1],
    [3, 1],
    [4.6, 1],
    [1.5, 5],
  ])("%d volumes through %d tanks, against a numerical simulation", (volumes, tanks) => {
    // The ink still in the tanks: for one tank it is also the share in what runs out.
    const left = simulated(volumes, tanks);
    const formula =
      tanks === 1
        ? shareLeft(volumes)
        : // What is in each tank is what has not passed it: the mean over the tanks.
          Array.from({ length: tanks }, (_, index) => {
            const each = volumes * tanks;
            let term = Math.exp(-each);
            let sum = term;
            for (let k = 1; k <= index; k++) {
              term *= each / k;
              sum += term;
            }
            return sum;
          }).reduce((sum, each) => sum + each, 0) / tanks;
    expect(left).toBeCloseTo(formula, 3);
  });
  test("the more a line is like a plug, the sooner it is clear: the plan is on the safe side", () => {
    const planned = volumesFor(0.01);
    for (const tanks of [1, 2, 5, 20]) expect(shareLeft(planned, tanks)).toBeLessThanOrEqual(0.01 + 1e-12);
    expect(shareLeft(planned, 5)).toBeLessThan(shareLeft(planned, 2));
  });
});

describe("a bottle flush", () => {
  test("millilitres and seconds a line, worked by hand", () => {
    // 7.0686 × 2 + 6 + 2 = 22.137 mL; × 4.60517 = 101.95; 8 s at 40 mL/min = 5.333; together 107.28 mL, 160.9 s.
    const [black, white] = plan().lines;
    expect(black?.volumeMl).toBeCloseTo(22.137, 3);
    expect(black?.ml).toBeCloseTo(107.28, 2);
    expect(black?.seconds).toBeCloseTo(160.92, 1);
    expect(white?.ml).toBeCloseTo(2 * 101.946 + 5.333, 1);
  });
  test("all that is pumped ends as waste: lines, fresh fluid, 15 head cleans", () => {
    const { steps, fluidMl } = plan();
    expect(fluidMl).toBeCloseTo(
      steps.reduce((sum, { ml }) => sum + ml, 0),
      9,
    );
    expect(steps.at(-1)).toEqual({ what: "15 head cleans in fluid", ml: 60 });
    expect(steps.at(-2)?.ml).toBeCloseTo(2 * 22.137, 2);
  });
  test("a pump that moves nothing is refused in words", () => {
    expect(() => plan({ pumpMlAMinute: 0 })).toThrow(/above 0 mL a minute/);
    expect(() => plan({ pumpMlAMinute: Number.NaN })).toThrow(RangeError);
  });
  // Common practice, no source: 50 mL of fluid and 20 mL of storage liquid for six positions.
  test("a head taken out", () => {
    expect(headOutMl(6, STANDBY_SETTINGS)).toEqual({ fluidMl: 50, storageMl: 20 });
    expect(headOutMl(3, STANDBY_SETTINGS)).toEqual({ fluidMl: 25, storageMl: 10 });
  });
});

describe("where the waste is emptied", () => {
  const steps = (...ml: number[]): WasteStep[] => ml.map((each, index) => ({ what: `step ${index}`, ml: each }));
  test("before the first step, and before the step that would overflow", () =>
    expect(emptyings(steps(200, 200, 200), 425)).toEqual([
      { before: 0, after: 0 },
      { before: 2, after: 0 },
    ]));
  test("a step that alone holds more is stopped in the middle", () =>
    expect(emptyings(steps(100, 1000), 425)).toEqual([
      { before: 0, after: 0 },
      { before: 1, after: 0 },
      { before: 1, after: 425 },
      { before: 1, after: 850 },
    ]));
  test("exactly to the mark needs none", () => expect(emptyings(steps(225, 200), 425)).toEqual([{ before: 0, after: 0 }]));
  test("nothing drawn, or no vessel: none", () => {
    expect(emptyings([], 425)).toEqual([]);
    expect(emptyings(steps(10), 0)).toEqual([]);
  });
  test("poured step by step, the vessel never passes its mark", () =>
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 900, noNaN: true }), { minLength: 1, maxLength: 20 }),
        fc.integer({ min: 50, max: 800 }),
        (list, limit) => {
          const places = emptyings(steps(...list), limit);
          let inIt = 0;
          list.forEach((ml, index) => {
            let poured = 0;
            for (const { after } of places.filter(({ before }) => before === index)) {
              expect(inIt + after - poured).toBeLessThanOrEqual(limit + 1e-6);
              poured = after;
              inIt = 0;
            }
            inIt += ml - poured;
            expect(inIt).toBeLessThanOrEqual(limit + 1e-6);
          });
        },
      ),
    ));
});

describe("white's factor", () => {
  test("a first guess, said as that", () => {
    const { factor, why } = learnedWhiteFactor([], 2);
    expect(factor).toBe(2);
    expect(why).toContain("first guess");
  });
  test("logged seconds draw it to what they say", () => {
    const logged = (times: number) => Array.from({ length: 12 }, () => ({ seconds: 300 * times, plannedSeconds: 300 }));
    expect(learnedWhiteFactor(logged(3), 2).factor).toBeGreaterThan(2.7);
    expect(learnedWhiteFactor(logged(3), 2).factor).toBeLessThan(3);
    expect(learnedWhiteFactor(logged(0.5), 2).factor).toBe(1);
    expect(learnedWhiteFactor([{ seconds: 0, plannedSeconds: 300 }], 2).lines).toBe(0);
  });
});

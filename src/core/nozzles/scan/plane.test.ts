import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { cornersFault } from "./corners.ts";
import { latticeOf } from "./lattice.ts";
import { affineThrough, after, inverse, mapped, type Plane, type Point, planeThrough, SAME, solve } from "./plane.ts";
import { squareUp } from "./square-up.ts";

const square: Point[] = [
  [0, 0],
  [190, 0],
  [190, 120],
  [0, 120],
];
const quad: Point[] = [
  [310, 220],
  [2280, 140],
  [2410, 1620],
  [150, 1490],
];

describe("maps between planes", () => {
  test("four corners are met exactly (Hartley and Zisserman)", () => {
    const plane = planeThrough(square.map((from, index) => ({ from, to: quad[index] as Point })));
    square.forEach((from, index) => {
      const [x, y] = mapped(plane as Plane, from);
      expect(x).toBeCloseTo(quad[index]?.[0] ?? 0, 6);
      expect(y).toBeCloseTo(quad[index]?.[1] ?? 0, 6);
    });
  });
  test("a map and its inverse lead back; one after the other is their product", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -40, max: 40, noNaN: true }), { minLength: 8, maxLength: 8 }),
        fc.tuple(fc.double({ min: 0, max: 190, noNaN: true }), fc.double({ min: 0, max: 120, noNaN: true })),
        (moved, point) => {
          const to = quad.map(([x, y], index): Point => [x + (moved[2 * index] ?? 0), y + (moved[2 * index + 1] ?? 0)]);
          const plane = planeThrough(square.map((from, index) => ({ from, to: to[index] as Point }))) as Plane;
          const [x, y] = mapped(inverse(plane), mapped(plane, point));
          expect(Math.hypot(x - point[0], y - point[1])).toBeLessThan(1e-6);
          const twice = mapped(after(plane, SAME), point);
          expect(Math.hypot(twice[0] - mapped(plane, point)[0], twice[1] - mapped(plane, point)[1])).toBeLessThan(1e-6);
        },
      ),
    );
  });
  test("more pairs than needed: the map that made them is found again", () => {
    const truth = planeThrough(square.map((from, index) => ({ from, to: quad[index] as Point }))) as Plane;
    const pairs = Array.from({ length: 60 }, (_, index) => {
      const from: Point = [(index * 37) % 190, (index * 53) % 120];
      return { from, to: mapped(truth, from) };
    });
    const found = planeThrough(pairs) as Plane;
    for (const { from, to } of pairs) expect(Math.hypot(mapped(found, from)[0] - to[0], mapped(found, from)[1] - to[1])).toBeLessThan(1e-5);
  });
  test("what fixes no map is said to be none: three pairs, a line", () => {
    expect(planeThrough(square.slice(0, 3).map((from) => ({ from, to: from })))).toBeUndefined();
    expect(affineThrough([0, 1, 2, 3].map((x) => ({ from: [x, x] as const, to: [x, 0] as const })))).toBeUndefined();
    expect(solve([Float64Array.from([1, 2, 3]), Float64Array.from([2, 4, 6])])).toBeUndefined();
  });
});

test.each<[unknown, RegExp | undefined]>([
  [[0, 0, 10, 0, 10, 10, 0, 10], undefined],
  [[0, 0, 0, 10, 10, 10, 10, 0], undefined],
  [[0, 0, 10, 10, 10, 0, 0, 10], /cross over/],
  [[0, 0, 5, 0, 10, 0, 0, 10], /one line/],
  [[0, 0, 10, 0, 10, 10], /eight numbers/],
  [[0, 0, 10, 0, 10, 10, 0, "10"], /eight numbers/],
])("corners %j", (corners, fault) =>
  fault ? expect(cornersFault(corners)).toMatch(fault) : expect(cornersFault(corners)).toBeUndefined(),
);

test("a lattice's nearest mark is the nearest of all, and none beyond the reach", () => {
  const channel = {
    id: "A",
    ink: "black",
    colour: "#000000",
    origin: { x: -3, y: 2 },
    nozzles: 40,
    perRow: 10,
    dash: { length: 3, thickness: 0.3 },
    step: { x: 4, y: -0.5 },
    rowPitch: 9,
  };
  const lattice = latticeOf({
    format: "zesty-anvil/nozzle-pattern",
    version: 1,
    name: "n",
    unit: "mm",
    sheet: { width: 50, height: 40 },
    channels: [channel],
  });
  fc.assert(
    fc.property(
      fc.double({ min: -10, max: 60, noNaN: true }),
      fc.double({ min: -10, max: 50, noNaN: true }),
      fc.double({ min: 0.1, max: 2.9, noNaN: true }),
      (x, y, within) => {
        const all = lattice.marks.map((mark, index) => ({ index, d: Math.hypot(mark.x - x, mark.y - y) })).sort((a, b) => a.d - b.d);
        const [first] = all;
        const found = lattice.nearest(x, y, within);
        if (!first || first.d >= within) expect(found).toBe(-1);
        else expect(Math.hypot((lattice.marks[found]?.x ?? 0) - x, (lattice.marks[found]?.y ?? 0) - y)).toBeCloseTo(first.d, 9);
      },
    ),
  );
});

test("a lean is taken out: dashes of one length and direction on a leant sheet are so again", () => {
  const plane = planeThrough(square.map((from, index) => ({ from, to: quad[index] as Point }))) as Plane;
  const strokes = Array.from({ length: 200 }, (_, index) => {
    const [x, y] = [5 + ((index * 37) % 180), 5 + ((index * 53) % 110)];
    const [a, b] = [mapped(plane, [x, y]), mapped(plane, [x + 3.2, y])];
    return {
      x: (a[0] + b[0]) / 2,
      y: (a[1] + b[1]) / 2,
      angle: Math.atan2(b[1] - a[1], b[0] - a[0]),
      length: Math.hypot(b[0] - a[0], b[1] - a[1]),
      width: 3,
      tone: [0, 0, 0] as const,
    };
  });
  const upright = squareUp(strokes, 2600, 1800);
  const lengths = strokes.map(({ x, y, angle, length }) => {
    const [dx, dy] = [(Math.cos(angle) * length) / 2, (Math.sin(angle) * length) / 2];
    const [a, b] = [mapped(upright, [x - dx, y - dy]), mapped(upright, [x + dx, y + dy])];
    return Math.hypot(b[0] - a[0], b[1] - a[1]);
  });
  const before = strokes.map(({ length }) => length);
  const spread = (values: number[]) => Math.max(...values) / Math.min(...values);
  expect(spread(before)).toBeGreaterThan(1.1);
  expect(spread(lengths)).toBeLessThan(1.03);
});

import { Image } from "image-js";
import { Matrix, SVD } from "ml-matrix";
import { describe, expect, test } from "vitest";
import { chance, pictureOf } from "../../src/core/bench/print-check.ts";
import { mapped, type Pair, type Point, planeThrough } from "../../src/core/nozzles/scan/plane.ts";
import { strokesOf } from "../../src/core/nozzles/scan/strokes.ts";
import { usualPattern } from "../../src/core/nozzles/usual-pattern.ts";

/** The reader's mathematics held against independent libraries. */

/** The same by the plain direct linear transformation, solved by the singular value decomposition of `ml-matrix`. */
function homographyByLibrary(pairs: readonly Pair[]): number[] {
  const rows = pairs.flatMap(({ from: [x, y], to: [u, v] }) => [
    [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
    [0, 0, 0, x, y, 1, -v * x, -v * y, -v],
  ]);
  const { rightSingularVectors } = new SVD(new Matrix(rows.length < 9 ? [...rows, Array(9).fill(0)] : rows));
  const least = rightSingularVectors.getColumn(8);
  return least.map((each) => each / (least[8] ?? 1));
}

describe("perspective (Hartley and Zisserman; `ml-matrix` as reference)", () => {
  test("four corners are mapped as the library's homography maps them, and exactly", () => {
    const random = chance(11);
    for (let turn = 0; turn < 50; turn++) {
      const off = () => (random() - 0.5) * 120;
      const corners: Point[] = [
        [0, 0],
        [200, 0],
        [200, 120],
        [0, 120],
      ];
      const pairs = corners.map((from): Pair => ({ from, to: [300 + from[0] * 6 + off(), 200 + from[1] * 6 + off()] }));
      const plane = planeThrough(pairs);
      if (!plane) throw new Error("no plane");
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = homographyByLibrary(pairs);
      for (const { from, to } of pairs) {
        expect(mapped(plane, from)[0]).toBeCloseTo(to[0], 6);
        expect(mapped(plane, from)[1]).toBeCloseTo(to[1], 6);
      }
      for (let many = 0; many < 20; many++) {
        const [x, y] = [random() * 200, random() * 120];
        const w = g * x + h * y + 1;
        const [px, py] = mapped(plane, [x, y]);
        expect(px).toBeCloseTo((a * x + b * y + c) / w, 5);
        expect(py).toBeCloseTo((d * x + e * y + f) / w, 5);
      }
    }
  });
});

describe("threshold (Otsu 1979; `image-js` as reference)", () => {
  test("on an evenly lit sheet the strokes found are those that Otsu's threshold parts from the paper", () => {
    const pattern = usualPattern({ name: "One", heads: [{ id: "H1", channels: [{ id: "K", ink: "black", colour: "#1d1d1b" }] }] });
    if (!pattern) throw new Error("no pattern");
    const [width, height] = [Math.round(pattern.sheet.width * 7), Math.round(pattern.sheet.height * 7)];
    const { data } = pictureOf(
      pattern,
      { medium: [243, 241, 236], texture: 1, jitter: 0.03, satellites: 0, channels: { "H1/K": { missing: [7, 8, 60] } } },
      { width, height, corners: [0, 0, width, 0, width, height, 0, height], margin: 20, blur: 0.6, noise: 1.5 },
      5,
    );
    const grey = new Image(width, height, { data: new Uint8Array(data), colorModel: "RGB" }).grey();
    const mask = grey.threshold({ algorithm: "otsu" });
    const isInk = (x: number, y: number) => mask.getBit(Math.round(x), Math.round(y)) === 0;
    const strokes = strokesOf({ width, height, data, planes: 3 }, { radius: 24 });
    // A dash is 22 pixels long; what is much shorter is grain, and what is lighter than the paper its shine.
    const long = strokes.filter(({ length, tone: [red] }) => length > 15 && red < -60);
    expect(long).toHaveLength(117);
    const agreed = long.filter(({ x, y }) => isInk(x, y));
    expect(agreed).toHaveLength(long.length);
    // And beside each stroke, a step above it, the library sees paper as well.
    expect(long.filter(({ x, y }) => isInk(x, y - 12))).toHaveLength(0);
  });
});

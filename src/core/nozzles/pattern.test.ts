import { describe, expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { sheetSvg } from "./draw-sheet.ts";
import { hasNeighbours } from "./neighbours.ts";
import { dashOf, type NozzlePattern } from "./pattern.ts";
import { acceptPattern, readPattern } from "./read-pattern.ts";
import { unreadable } from "./reading.ts";
import { usualPattern } from "./usual-pattern.ts";

const channel = {
  id: "W1",
  ink: "white",
  colour: "#f8f8f6",
  origin: { x: 10, y: 8 },
  nozzles: 120,
  perRow: 20,
  dash: { length: 3.2, thickness: 0.3 },
  step: { x: 4.2, y: 0.45 },
  rowPitch: 11,
};
const pattern = (...channels: object[]) => ({
  format: "zesty-anvil/nozzle-pattern",
  version: 1,
  name: "Six channels, 120 nozzles each",
  unit: "mm",
  sheet: { width: 190, height: 120 },
  channels,
});
const problemsOf = (value: unknown) => {
  const read = acceptPattern(value);
  return "problems" in read ? read.problems.map(({ path, message }) => `${path} ${message}`).join("; ") : "";
};

describe("the place of a dash (the format's worked rule)", () => {
  test.each<[number, number, number]>([
    [0, 10, 8],
    [1, 14.2, 8.45],
    [19, 10 + 19 * 4.2, 8 + 19 * 0.45],
    [20, 10, 19],
    [47, 10 + 7 * 4.2, 8 + 2 * 11 + 7 * 0.45],
  ])("nozzle %i", (k, x, y) => {
    const dash = dashOf(channel as NozzlePattern["channels"][number], k);
    expect(dash.x).toBeCloseTo(x, 9);
    expect(dash.y).toBeCloseTo(y, 9);
    expect(dash.length).toBe(3.2);
  });
  test("a negative step climbs", () => {
    expect(dashOf({ ...channel, step: { x: 4.2, y: -0.45 } } as NozzlePattern["channels"][number], 2).y).toBeCloseTo(7.1, 9);
  });
});

describe("a pattern is refused with the place", () => {
  test.each<[string, unknown, RegExp]>([
    ["twice the same id", pattern(channel, { ...channel, origin: { x: 10, y: 60 } }), /channels\[1\]\.id “W1” stands twice/],
    [
      "channels that overlap",
      pattern(channel, { ...channel, id: "W2", origin: { x: 11, y: 8 } }),
      /channels\[1\] nozzle 0 is in the same place as nozzle 0 of W1/,
    ],
    ["rows that overlap", pattern({ ...channel, rowPitch: 0 }), /is in the same place as nozzle/],
    ["a million nozzles", pattern({ ...channel, nozzles: 100_000, perRow: 100 }), /at most 50,000/],
    ["no nozzles", pattern({ ...channel, nozzles: 0 }), /nozzles/],
    ["a colour that is none", pattern({ ...channel, colour: "white" }), /colour/],
    ["another unit", { ...pattern(channel), unit: "inch" }, /unit/],
    ["another format", { ...pattern(channel), format: "other" }, /format/],
    ["no channels", pattern(), /channels/],
  ])("%s", (_, value, message) => expect(problemsOf(value)).toMatch(message));
  test("what is no JSON, with line and column", () => {
    const read = readPattern('{\n "format": oops }');
    expect("problems" in read && read.problems[0]?.path).toMatch(/line 2/);
  });
  test("and one that is well is taken", () => {
    expect(problemsOf(pattern(channel, { ...channel, id: "V1", ink: "varnish", colour: null, origin: { x: 100, y: 8 } }))).toBe("");
  });
});

test("a machine's usual sheet holds its channels, without overlap; clear ink has no colour", () => {
  const made = usualPattern({
    name: "M",
    heads: [head("H1", { K: "black", V: "varnish", W: "white" })],
  });
  expect(problemsOf(made)).toBe("");
  expect(made?.channels.map(({ id, colour }) => [id, colour === null])).toEqual([
    ["H1/K", false],
    ["H1/V", true],
    ["H1/W", false],
  ]);
  expect(usualPattern({ name: "M", heads: [] })).toBeUndefined();
});

test("what can't be read has every channel once, without confidence; clear ink unread", () => {
  const read = unreadable(pattern(channel, { ...channel, id: "V1", colour: null }) as NozzlePattern);
  expect(read.needsReview).toBe(true);
  expect(read.channels.map(({ id, missing, confidence, unread }) => [id, missing?.length, confidence, unread ?? false])).toEqual([
    ["W1", 120, 0, false],
    ["V1", 0, 0, true],
  ]);
});

test.each<[number[], boolean]>([
  [[], false],
  [[3], false],
  [[3, 5, 9], false],
  [[9, 3, 4], true],
])("%j next to each other in print order: %s", (missing, next) => expect(hasNeighbours(missing)).toBe(next));

describe("a check sheet drawn to scale", () => {
  const two = { ...pattern(channel, { ...channel, id: "V", colour: null, origin: { x: 100, y: 8 } }) } as NozzlePattern;
  const svg = sheetSvg(two);
  test("is as wide and high as the sheet, in millimetres, with a stroke for each nozzle at its place", () => {
    expect(svg).toContain('width="190mm" height="120mm" viewBox="0 0 190 120"');
    expect(svg.match(/M/g)).toHaveLength(240);
    // Nozzle 47 by the format's worked rule: half its thickness above its middle.
    expect(svg).toContain(`M39.4 ${8 + 22 + 7 * 0.45 - 0.15}h3.2v0.3h-3.2z`);
  });
  test("draws clear ink as outlines, and names only where asked", () => {
    expect(svg).toContain('fill="none" stroke="#777777"');
    expect(svg).not.toContain("<text");
    expect(sheetSvg({ ...two, name: "A <b> & “c”" }, { labels: true })).toContain("A &lt;b&gt; &amp; “c”");
  });
});

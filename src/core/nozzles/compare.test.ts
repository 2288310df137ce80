import { describe, expect, test } from "vitest";
import { grewBetween, riskAround } from "./at-risk.ts";
import type { ChannelReading } from "./channel-reading.ts";
import { changeOf, changeWords, chronicIn, nozzleWords } from "./compare.ts";
import { countsOfWhich, withVerdict } from "./verdicts.ts";

/** Two checks beside each other: common practice, no source. */

const read = (missing: number[]): ChannelReading => ({ id: "H1/K", ...countsOfWhich({ missing, weak: [], deflected: [] }, 120, 0.95) });
const counted = (missing: number): ChannelReading => ({ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false });

describe("what changed between two checks", () => {
  test("new, as before and healed nozzles are told apart", () => {
    const change = changeOf(read([3, 17, 44]), read([17, 90]));
    expect(change).toMatchObject({ fresh: [90], same: [17], healed: [3, 44] });
    expect(changeWords(change)).toBe("new 91; as before 18; healed 4, 45");
  });
  test("chronic is what missed in most of the last checks", () => {
    const past = [read([17]), read([17, 5]), read([17]), read([])];
    expect(chronicIn([read([17, 5]), ...past])).toEqual([17]);
    expect(changeWords(changeOf(past[0], read([17, 5]), past))).toBe("new 6; chronic 18");
  });
  test("counts alone say how many", () => {
    expect(changeWords(changeOf(counted(20), counted(12)))).toBe("20 missing, now 12");
    expect(changeWords(changeOf(counted(0), read([4])))).toBe("new 5");
    expect(changeWords(changeOf({ ...counted(0), unread: true }, read([4])))).toBe("not read both times");
  });
  test("runs are drawn together", () => {
    expect(nozzleWords([0, 1, 2, 7, 9, 10])).toBe("1–3, 8, 10–11");
  });
  test("a nozzle stands in one list only", () => {
    const which = withVerdict({ missing: [4], weak: [5], deflected: [] }, [4, 5, 6], "deflected");
    expect(which).toEqual({ missing: [], weak: [], deflected: [4, 5, 6] });
    expect(countsOfWhich({ missing: [1, 2], weak: [], deflected: [] }, 2, 0.95)).toMatchObject({
      gone: true,
      neighbours: true,
      missing: 2,
    });
  });
});

describe("prints at risk", () => {
  const readings = [
    { at: 0, value: 1000, reset: false },
    { at: 10, value: 1200, reset: false },
    { at: 20, value: 30, reset: true },
    { at: 30, value: 80, reset: false },
  ];
  test("a counter's growth runs over a reset", () => {
    expect(grewBetween(readings, 10, 30)).toEqual({ grew: 80, since: 10, until: 30 });
    // From 2 to 9 are seven tenths of the 200 between two readings.
    expect(grewBetween(readings, 2, 9)).toEqual({ grew: 140, since: 0, until: 10, estimated: true });
    expect(grewBetween(readings, 5, 25)?.grew).toBeCloseTo(100 + 30 + 25, 9);
    expect(grewBetween(readings, -5, 5)?.grew).toBeCloseTo(100, 9);
    expect(grewBetween([], 0, 9)).toBeUndefined();
    expect(grewBetween(readings, 32, 34)).toEqual({ grew: 10, since: 20, until: 30, estimated: true });
  });
  test("from the last good check to the one that failed", () => {
    const checks = [
      { entry: "a", at: 1, outside: [] },
      { entry: "b", at: 5, outside: ["H1/W1"] },
      { entry: "c", at: 6, outside: [] },
      { entry: "d", at: 9, outside: [] },
    ];
    expect(riskAround(checks, 3)).toMatchObject({ good: { entry: "a" }, failed: { entry: "b" }, channels: ["H1/W1"] });
    expect(riskAround(checks, 7)).toMatchObject({ fine: { entry: "d" } });
    expect(riskAround(checks, 10)).toBeUndefined();
  });
});

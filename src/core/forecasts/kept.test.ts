import { describe, expect, test } from "vitest";
import { type NozzleEvent, recoveries } from "../nozzles/ladder/recovery.ts";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
import { DEFAULT_READINESS } from "../nozzles/readiness.ts";
import { randomFrom } from "../random.ts";
import { VESSEL_SETTINGS } from "../stores/waste/level.ts";
import { cleansKept, keptShare, levelsKept, minutesKept, waitsKept } from "./kept.ts";

const times = (held: number, of: number) => Array.from({ length: of }, (_, index) => ({ held: index < held }));

describe("how good forecasts are", () => {
  // Wilson at 95 %: 45 of 50 lie in 0.786 to 0.957, 30 of 50 in 0.462 to 0.724 (a value worked out by another program, scipy's formula by hand).
  test("the promised share lies in the interval of what came, above it, or below it", () => {
    expect(keptShare(times(45, 50), 0.9)).toMatchObject({ held: 45, of: 50, word: "as-said" });
    expect(keptShare(times(45, 50), 0.9).from).toBeCloseTo(0.786, 2);
    expect(keptShare(times(30, 50), 0.9).word).toBe("too-hopeful");
    expect(keptShare(times(50, 50), 0.8).word).toBe("too-careful");
    expect(keptShare(times(5, 9), 0.9).word).toBe("too-few");
  });
});

test("minutes: of runs that scatter as is usual about four of five are within what was planned for them; those left lying say nothing", () => {
  const random = randomFrom(3);
  const normal = () => [...Array(12)].reduce((sum) => sum + random(), -6);
  const runs = Array.from({ length: 300 }, (_, index) => ({
    routine: "R04",
    machine: "sprat",
    person: "ilse",
    day: `2026-11-${String(1 + (index % 28)).padStart(2, "0")}`,
    hands: 10 * Math.exp(0.25 * normal()),
    plannedHands: 10,
    wait: 0,
    plannedWait: 0,
  }));
  const kept = minutesKept([...runs, { ...(runs[0] as (typeof runs)[number]), hands: 200 }]);
  expect(kept).toHaveLength(300);
  const share = kept.filter(({ held }) => held).length / kept.length;
  expect(share).toBeGreaterThan(0.74);
  expect(share).toBeLessThan(0.87);
});

test("levels: each look is held against what the looks before it gave; the first against nothing", () => {
  const DAY = 86_400_000;
  const marks = [200, 240, 280, 900].map((ml, index) => ({ at: index * 5 * DAY, ml, kind: "level" as const }));
  const kept = levelsKept("sprat", 2000, marks, [], { ...VESSEL_SETTINGS, besidesMlADay: 8 }, (at) => `day ${at / DAY}`);
  expect(kept.map(({ day, held, came }) => [day, came, held])).toEqual([
    ["day 5", 240, true],
    ["day 10", 280, true],
    ["day 15", 900, false],
  ]);
});

test("orders: a shelf that was empty before they came did not hold; after they came, or before they were placed, says nothing", () => {
  const wait = { item: "ink", placed: "2026-11-02", received: "2026-11-09" };
  const of = (spans: [string, string | null][]) => waitsKept([wait], new Map([["ink", spans]]))[0];
  expect(of([])).toMatchObject({ held: true, came: 0 });
  expect(of([["2026-11-06", "2026-11-09"]])).toMatchObject({ held: false, came: 3 });
  expect(of([["2026-10-28", "2026-11-01"]])?.held).toBe(true);
  expect(of([["2026-11-07", null]])).toMatchObject({ held: false, came: 2 });
});

test("cleans: what was said at a recovery's first check, from those before it; what was left says nothing", () => {
  const MINUTE = 60_000;
  const check = (at: number, missing: number): NozzleEvent => ({
    at,
    kind: "check",
    channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }],
  });
  // Ten mornings with six out and two cleans each; the eleventh takes seven.
  const morning = (day: number, cleans: number): NozzleEvent[] => {
    const at = day * 1440 * MINUTE;
    return [
      check(at, 6),
      ...[...Array(cleans)].flatMap((_, index) => [{ at: at + (index + 1) * 4 * MINUTE, kind: "clean" as const, rung: "light" }]),
      check(at + (cleans + 1) * 4 * MINUTE, 0),
    ];
  };
  const judging = { readiness: DEFAULT_READINESS, ladder: DEFAULT_LADDER, nozzles: { "H1/K": 120 } };
  const events = [...Array(11)].flatMap((_, day) => morning(day, day === 10 ? 7 : 2));
  const kept = cleansKept("teal", recoveries(events, judging), { judging, machineClass: "dtg", heads: 1 }, (at) =>
    String(at / 1440 / MINUTE),
  );
  expect(kept).toHaveLength(11);
  expect(kept[9]).toMatchObject({ low: 2, high: 2, came: 2, held: true });
  expect(kept[10]).toMatchObject({ low: 2, high: 2, came: 7, held: false });
});

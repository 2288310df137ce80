import { describe, expect, test } from "vitest";
import type { FloorView } from "../../core/floor/floor-view.ts";
import { linkOf, stopsOf } from "./my-way.ts";
import type { OpenRun } from "./runs.ts";

/** Somebody's work in the order of doing: by the published round first, then in walking order, with the walks between areas. */

const task = (key: string, area: string, place: number, more: Record<string, unknown> = {}) => ({
  key,
  machine: key,
  machineName: key,
  area,
  place,
  due: 0,
  person: "bram",
  state: "due",
  minutes: 5,
  routine: "R08",
  ...more,
});
const ZERO = "2026-11-25T07:00:00.000Z";
const MINUTE = 60_000;
const view = (more: Partial<Record<keyof FloorView, unknown>>) =>
  ({
    tasks: [],
    machines: [],
    routines: {},
    areas: [
      { id: "hall", name: "Film hall" },
      { id: "bay", name: "Flatbed bay" },
    ],
    round: null,
    ...more,
  }) as unknown as FloorView;
const now = Date.parse(ZERO);
const keys = (found: ReturnType<typeof stopsOf>) => found.map(({ task: { key } }) => key);

describe("without a round", () => {
  const all = view({
    tasks: [
      task("sprat", "hall", 0),
      task("gannet", "bay", 2),
      task("smelt", "hall", 1),
      task("done", "hall", 3, { state: "done" }),
      task("others", "hall", 4, { person: "ilse" }),
    ],
  });
  test("one's own open work comes in walking order", () => {
    expect(keys(stopsOf(all, "bram", [], now))).toEqual(["sprat", "smelt", "gannet"]);
  });
  test("a walk is said where the next job is in another area", () => {
    expect(stopsOf(all, "bram", [], now).map(({ walk }) => walk?.area ?? null)).toEqual([null, null, "Flatbed bay"]);
    expect(stopsOf(all, "bram", [], now).every(({ round }) => round === null)).toBe(true);
  });
  test("who has nothing has no stops", () => expect(stopsOf(all, "wren", [], now)).toEqual([]));
});

describe("by the round", () => {
  const round = {
    by: "Ottoline",
    at: "07:00",
    zero: ZERO,
    tasks: [
      { key: "gannet", stretches: [{ person: "bram", start: 0, end: 10 }] },
      { key: "sprat", stretches: [{ person: "bram", start: 14, end: 20 }] },
      { key: "others", stretches: [{ person: "ilse", start: 0, end: 5 }] },
    ],
    walk: { hall: { bay: 3 }, bay: { hall: 4 } },
  };
  const all = view({
    round,
    tasks: [task("sprat", "hall", 0), task("gannet", "bay", 2), task("smelt", "hall", 1), task("others", "hall", 4, { person: "ilse" })],
  });
  test("its order goes before the way's, and what it leaves comes after", () => {
    expect(keys(stopsOf(all, "bram", [], now))).toEqual(["gannet", "sprat", "smelt"]);
  });
  test("each stretch has its clock time, its minutes and the minutes of the walk", () => {
    const [first, second] = stopsOf(all, "bram", [], now);
    expect(first?.round).toMatchObject({ at: now, minutes: 10, behind: 0, underWay: false });
    expect(second).toMatchObject({ round: { at: now + 14 * MINUTE, minutes: 6 }, walk: { minutes: 4, area: "Film hall" } });
  });
  test("late by the round, it says how far behind", () => {
    expect(stopsOf(all, "bram", [], now + 8 * MINUTE)[0]?.round?.behind).toBe(8);
  });
  test("what is done is passed over", () => {
    const done = view({ round, tasks: [task("sprat", "hall", 0), task("gannet", "bay", 2, { state: "done" })] });
    expect(keys(stopsOf(done, "bram", [], now))).toEqual(["sprat"]);
  });
});

test("a job under way leads to its run, another to its own page", () => {
  const runs = [{ run: { id: "r1", key: "sprat" } }] as unknown as OpenRun[];
  expect(linkOf(task("sprat", "hall", 0) as never, runs)).toBe("#/run/r1");
  expect(linkOf(task("sprat/R08/opening", "hall", 0) as never, runs)).toBe("#/task/sprat%2FR08%2Fopening");
});

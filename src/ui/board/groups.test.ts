import { describe, expect, test } from "vitest";
import type { BoardView, MachineRow } from "../../work/board/board.ts";
import { clockLine, grouped } from "./groups.ts";

const BEATS: BoardView["beats"] = [
  { beat: "opening", by: "08:00", passed: true },
  { beat: "midday", by: "13:00", passed: false },
  { beat: "closing", by: "21:00", passed: false },
];

describe("where now lies between the times of day", () => {
  test.each([
    ["08:00", "opening", 1],
    ["06:00", "opening", 0.5],
    // Four hours before the first time the opening begins.
    ["04:00", "opening", 0],
    ["01:00", "opening", 0],
    ["10:30", "midday", 0.5],
    ["13:00", "midday", 1],
    ["17:00", "closing", 0.5],
    ["22:45", "closing", 1],
  ])("%s lies in %s", (nowWords, beat, share) => {
    const line = clockLine({ beats: BEATS, nowWords });
    expect(line?.beat).toBe(beat);
    expect(line?.share).toBeCloseTo(share, 5);
    expect(line?.words).toBe(nowWords);
  });
  test("a shop without times has no line", () =>
    expect(clockLine({ beats: BEATS.map((each) => ({ ...each, by: null })), nowWords: "10:00" })).toBeNull());
  test("a time that is not set is passed over", () => {
    const two = BEATS.map((each) => (each.beat === "midday" ? { ...each, by: null } : each));
    expect(clockLine({ beats: two, nowWords: "14:30" })).toMatchObject({ beat: "closing", share: 0.5 });
  });
});

describe("areas of the Board", () => {
  const row = (id: string, area: string | null) => ({ id, area }) as MachineRow;
  const view = { areas: [{ id: "film", name: "Film hall", air: null }] } as unknown as BoardView;
  test("machines of an area that stand together are one group, in walking order", () => {
    const groups = grouped(view, [row("a", "film"), row("b", "film"), row("c", null), row("d", "film")]);
    expect(groups.map(({ name, rows }) => [name, rows.map(({ id }) => id)])).toEqual([
      ["Film hall", ["a", "b"]],
      ["No area", ["c"]],
      ["Film hall", ["d"]],
    ]);
    // Each group can be told from the others.
    expect(new Set(groups.map(({ id }) => id)).size).toBe(3);
  });
  test("a shop without areas names none", () => expect(grouped({ ...view, areas: [] }, [row("a", null)])[0]?.name).toBe(""));
});

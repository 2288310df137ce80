// @vitest-environment happy-dom
import { cleanup, render, screen, within } from "@testing-library/react";
import { afterEach, describe, expect, test } from "vitest";
import type { Need } from "../core/board/needs.ts";
import type { StateWord } from "../core/nozzles/readiness.ts";
import type { WallView } from "../work/needs/wall-view.ts";
import { Wall } from "./wall.tsx";

/** The Wall at four metres: how many can print, three needs, each machine with its mark; a large fleet by what is not ready. */

afterEach(cleanup);

const row = (name: string, word: StateWord, area = "hall", late = 0) => ({
  id: name.toLowerCase(),
  name,
  word,
  area,
  repair: null,
  also: [],
  beats: { opening: Array.from({ length: late }, () => ({ late: true })), midday: [], closing: [] },
});
function hung(rows: ReturnType<typeof row>[], needs: Need[], now = "2026-11-25T09:10:00Z") {
  const board = {
    site: "Tern & Harrow",
    todayWords: "Wed 25 Nov",
    timeZone: "Europe/London",
    now,
    machines: rows,
    areas: [{ id: "hall", name: "Film hall" }],
  };
  const able = rows.filter(({ word }) => word === "Ready" || word === "With care" || word === "Printing").length;
  render(<Wall first={{ board, needs: { canPrint: able, machines: rows.length, needs } } as unknown as WallView} token="t" />);
}
const late = (areaName: string, count: number): Need => ({
  kind: "late",
  area: areaName,
  areaName,
  jobs: { count, minutes: count },
  checks: 0,
  people: ["Bram Teasel"],
  machines: [],
});
const machine = (name: string) =>
  within(screen.getByRole("region", { name: "Machines" }))
    .getByText(name)
    .closest("li")?.textContent;

test("says how many can print, and a state's word for all but those that are ready", () => {
  hung([row("Sprat", "Ready"), row("Smelt", "With care"), row("Teal", "Hold"), row("Goby", "Ready", "hall", 2)], []);
  expect(screen.getByText("of 4 can print")).toBeTruthy();
  expect(screen.getByText("Nothing needs anybody now.")).toBeTruthy();
  expect([machine("Sprat"), machine("Smelt"), machine("Teal"), machine("Goby")]).toEqual([
    "Sprat",
    "SmeltWith care",
    "TealHold",
    "Goby2 late",
  ]);
});

describe("what needs somebody", () => {
  test("is three lines, with who has it, and how many more there are", () => {
    hung([row("Sprat", "Unchecked")], [late("Film hall", 1), late("Roll floor", 4), late("Flatbed bay", 2), late("Packing line", 9)]);
    const needs = screen.getByRole("region", { name: "Needs somebody now" });
    expect(needs.textContent).toMatch(/1Film hall1 job is lateBram.*2Roll floor4 jobs are lateBram.*3Flatbed bay/);
    expect(needs.textContent).not.toContain("Packing line");
    expect(needs.textContent).toContain("and 1 more");
  });
  test("a held machine says why, and who could do it", () => {
    const why = "White 2: 3 out.";
    const suggested = { person: "mirko", personName: "Mirko Salt", why: "" };
    hung(
      [row("Teal", "Hold")],
      [{ kind: "hold", machine: "teal", machineName: "Teal", why, next: "", minutes: 15, holder: null, suggested }],
    );
    expect(screen.getByRole("region", { name: "Needs somebody now" }).textContent).toBe("1TealWhite 2: 3 out.Mirko");
  });
});

test("of two hundred machines those that are ready are counted, not named", () => {
  const rows = Array.from({ length: 200 }, (_, index) => row(`Tern ${index}`, index < 3 ? "Hold" : "Ready"));
  hung(rows, []);
  expect(screen.getAllByRole("listitem")).toHaveLength(3);
  expect(screen.getByText("197 ready")).toBeTruthy();
});

test.each([
  ["2026-11-25T09:10:00Z", "day"],
  ["2026-11-25T20:00:00Z", "night"],
  ["2026-11-25T05:59:00Z", "night"],
])("its light goes by the clock: at %s it is %s", (now, light) => {
  hung([row("Sprat", "Ready")], [], now);
  expect(document.documentElement.dataset.light).toBe(light);
});

import { describe, expect, test } from "vitest";
import type { Worker } from "../tasks/fits.ts";
import type { WorkItem } from "../tasks/work-item.ts";
import { canPrint, type NeedRow, needsOf } from "./needs.ts";

/** What a supervisor is told first: ranked, with somebody who may do it and has the least to do. */

const row = (id: string, more: Partial<NeedRow> = {}): NeedRow => ({
  id,
  name: id,
  area: "hall",
  word: "Ready",
  why: "All nozzles fired.",
  next: { words: "Nothing more now" },
  repair: null,
  vessel: null,
  ...more,
});
const task = (key: string, more: Partial<WorkItem> = {}): WorkItem => ({
  key,
  machine: "teal",
  machineName: "Teal",
  area: "hall",
  routine: "R08",
  name: "Waste look",
  short: "Waste",
  minutes: 10,
  skill: "dtg",
  due: 0,
  place: 0,
  person: null,
  personName: null,
  state: "due",
  late: false,
  dueWords: "today",
  dueDay: "2026-11-25",
  movable: false,
  opens: "2026-11-25",
  overdueAfter: "2026-11-25",
  isCheck: false,
  glyph: "tool",
  hasSteps: false,
  why: [],
  given: null,
  run: null,
  doneAt: null,
  entry: null,
  oneOff: null,
  ...more,
});
const worker = (id: string, skills: string[], shifts = ["early"]): Worker =>
  ({ id, name: id.toUpperCase(), role: "operator", skills, shifts }) as unknown as Worker;
const needs = (more: Partial<Parameters<typeof needsOf>[0]> = {}) =>
  needsOf({
    rows: [],
    tasks: [],
    people: [worker("ann", ["dtg"]), worker("bea", ["dtg", "dtf"]), worker("cyd", ["uv"])],
    areas: [{ id: "hall", name: "Film hall", air: null }],
    short: [],
    empties: (routine) => routine === "R45",
    skillOf: () => "dtg",
    ...more,
  });

test("where all is well nothing needs anybody", () => {
  expect(needs({ rows: [row("teal"), row("goby", { word: "Asleep" })] })).toEqual([]);
});

test.each([
  ["Ready", true],
  ["With care", true],
  ["Printing", true],
  ["Unchecked", false],
  ["Hold", false],
  ["Asleep", false],
  ["Out of order", false],
] as const)("%s can print: %s", (word, can) => expect(canPrint(word)).toBe(can));

test("in this order: hold, late work, waste before work, nobody's work, out of order, short stock, air", () => {
  const kinds = needs({
    rows: [
      row("dory", { repair: { since: "2026-11-24", body: { symptom: "belt" } }, word: "Out of order" }),
      row("smelt", { vessel: { ml: 950, limitMl: 1000, days: { likely: 0 }, holdsBack: [] } }),
      row("teal", { word: "Hold" }),
    ],
    tasks: [task("a", { beat: "opening", late: true, person: "ann", personName: "ANN" }), task("b")],
    short: [{ item: "dtf-white", name: "DTF ink, white", days: 2 }],
    areas: [{ id: "hall", name: "Film hall", air: { word: "dry", words: "31 %" } }],
  }).map(({ kind }) => kind);
  expect(kinds).toEqual(["hold", "late", "vessel", "nobody", "out-of-order", "stock", "air"]);
});

describe("a machine on hold", () => {
  test("is offered to who has its skill, is there and has the least to do", () => {
    const tasks = [task("long", { person: "ann", minutes: 40 }), task("short", { person: "bea", minutes: 5 })];
    expect(needs({ rows: [row("teal", { word: "Hold" })], tasks })[0]).toMatchObject({
      kind: "hold",
      machine: "teal",
      suggested: { person: "bea", personName: "BEA" },
    });
  });
  test("that somebody was asked to bring back says who is on it, and is offered to nobody else", () => {
    const tasks = [task("one-off/x", { oneOff: "x", person: "bea", personName: "BEA" })];
    expect(needs({ rows: [row("teal", { word: "Hold" })], tasks })[0]).toMatchObject({ kind: "hold", holder: "BEA", suggested: null });
  });
  test("is offered to nobody where nobody there has the skill", () => {
    const people = [worker("cyd", ["uv"]), worker("ann", ["dtg"], [])];
    expect(needs({ rows: [row("teal", { word: "Hold" })], people })[0]).toMatchObject({ kind: "hold", suggested: null });
  });
});

describe("late work", () => {
  test("is told by area, the most of it first, with whose it is and which checks can be entered at once", () => {
    const of = (key: string, area: string, more: Partial<WorkItem> = {}) => task(key, { beat: "opening", late: true, area, ...more });
    const found = needs({
      tasks: [
        of("1", "hall", { machine: "teal", isCheck: true, person: "ann", personName: "ANN" }),
        of("2", "roll", { machine: "dory", isCheck: true, person: "bea", personName: "BEA" }),
        of("3", "roll", { machine: "fathom", isCheck: true, person: "bea", personName: "BEA" }),
        of("4", "roll", { machine: "fathom" }),
      ],
      areas: [
        { id: "hall", name: "Film hall", air: null },
        { id: "roll", name: "Roll floor", air: null },
      ],
    }).filter(({ kind }) => kind === "late");
    expect(found).toMatchObject([
      { area: "roll", areaName: "Roll floor", jobs: { count: 3, minutes: 30 }, checks: 2, people: ["BEA"], machines: ["dory", "fathom"] },
      { area: "hall", jobs: { count: 1 }, checks: 1, people: ["ANN"], machines: ["teal"] },
    ]);
  });
  test("of the week, without a time of day, is not late by the clock", () => {
    expect(needs({ tasks: [task("deep", { state: "overdue", late: true, person: "ann" })] })).toEqual([]);
  });
});

describe("a waste vessel", () => {
  const full = { ml: 900, limitMl: 1000, days: { likely: 3 }, holdsBack: [{ name: "Deep clean" }] };
  test("that work would overflow says before what it must be emptied, and offers the emptying that nobody has", () => {
    const tasks = [task("empty", { machine: "shanny", routine: "R45", name: "Empty the waste bottle", skill: "dtf" })];
    expect(needs({ rows: [row("shanny", { vessel: full })], tasks })[0]).toMatchObject({
      kind: "vessel",
      fullShare: 0.9,
      before: "Deep clean",
      task: "empty",
      suggested: { person: "bea" },
    });
  });
  test("that has room for today says nothing", () => {
    expect(needs({ rows: [row("shanny", { vessel: { ...full, holdsBack: [] } })] })).toEqual([]);
  });
});

test("nobody's work is counted, and given longest first to who may; what fits nobody is left", () => {
  const [need] = needs({
    tasks: [task("a", { minutes: 5 }), task("b", { minutes: 20 }), task("c", { skill: "cij" }), task("done", { state: "done" })],
  });
  expect(need).toMatchObject({ kind: "nobody", jobs: { count: 3, minutes: 35 } });
  if (need?.kind !== "nobody") throw new Error("no such need");
  expect(need.given.map(({ key, person }) => [key, person])).toEqual([
    ["b", "ann"],
    ["a", "bea"],
  ]);
  expect(need.given[0]).toMatchObject({ machine: "teal", routine: "R08", due: "2026-11-25" });
});

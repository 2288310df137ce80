import { describe, expect, test } from "vitest";
import { toDay } from "../calendar/day.ts";
import type { Beat } from "../fleet/vocabulary.ts";
import { dayBoard, nextAction } from "./day-board.ts";
import type { Occurrence } from "./occurrence.ts";
import { reasonSentence, whySentence } from "./sentence.ts";

const on = toDay("2026-11-25");
const item = (routine: string, rest: Partial<Occurrence> = {}): Occurrence => ({
  key: routine,
  machine: "m",
  routine,
  opens: on,
  due: on,
  overdueAfter: on,
  state: "due",
  why: [],
  ...rest,
});
const beat = (routine: string, name: Beat, rest: Partial<Occurrence> = {}) => item(routine, { beat: name, ...rest });
const current = (name: Beat) => ({ onHold: false, missedClosing: false, checks: (id: string) => id === "R01", current: name });

describe("a day's board", () => {
  const work = [
    beat("R01", "opening"),
    beat("R02", "opening", { state: "done" }),
    beat("R08", "midday"),
    item("R16", { state: "overdue", due: on - 2, overdueAfter: on - 1 }),
    item("R17", { due: on + 2, state: "open" }),
    item("R18", { due: on + 6, state: "coming" }),
  ];
  test("sorts today's work into its beats and the rest of the week's beside them", () => {
    const board = dayBoard(work, on, new Set<Beat>(["opening"]));
    expect(board.beats.opening.map(({ routine, late }) => [routine, late])).toEqual([
      ["R01", true],
      ["R02", false],
    ]);
    expect(board.beats.midday.map(({ late }) => late)).toEqual([false]);
    expect(board.also.map(({ routine, late }) => [routine, late])).toEqual([
      ["R16", true],
      ["R17", false],
    ]);
  });
  test("the next action: the check after a missed closing, recovery on hold, what is late, then the beat's own", () => {
    const board = dayBoard(work, on, new Set<Beat>());
    expect(nextAction(board, { ...current("opening"), missedClosing: true })).toMatchObject({
      kind: "check-after-missed-closing",
      routine: "R01",
    });
    expect(nextAction(board, { ...current("opening"), onHold: true })).toEqual({ kind: "recover" });
    expect(nextAction(board, current("opening"))).toMatchObject({ kind: "do", routine: "R16", late: true });
    const calm = dayBoard(
      work.filter(({ routine }) => routine !== "R16"),
      on,
      new Set<Beat>(),
    );
    expect(nextAction(calm, current("opening"))).toMatchObject({ routine: "R01" });
    const opened = dayBoard([beat("R01", "opening", { state: "done" }), beat("R10", "closing")], on, new Set<Beat>());
    expect(nextAction(opened, current("midday"))).toEqual({ kind: "nothing" });
    expect(nextAction(opened, current("closing"))).toMatchObject({ routine: "R10" });
  });
});

describe("reasons in words", () => {
  test.each([
    [{ kind: "beat", beat: "opening" }, "each print day, at opening"],
    [{ kind: "interval", every: { weeks: 1 } }, "every week"],
    [{ kind: "interval", every: { months: 3 } }, "every 3 months"],
    [{ kind: "by-use", days: 137, share: 0.5, basis: "no-readings" }, "every 137 days by use: half use assumed, no readings"],
    [{ kind: "by-use", days: 101, share: 0.876, basis: "readings" }, "every 101 days by use: 88 % of full use over the last 28 days"],
    [{ kind: "times", times: 1, printDays: [on], dues: [on] }, "once a week over 1 print days (Wed): Wed"],
    [
      { kind: "count-reached", counter: "prints", every: 1000, growth: 1050.25, day: on },
      "every 1,000 prints: 1,050.3 since, shown by the reading of Wed 25 Nov",
    ],
    [{ kind: "prompt", day: on, withinMinutes: 20 }, "the machine asked on Wed 25 Nov, within 20 minutes of starting"],
    [{ kind: "sign", sign: "house-odd-noise", day: on }, "“odd noise” was seen on Wed 25 Nov"],
    [{ kind: "last", day: undefined, since: on }, "never done here; looked after since Wed 25 Nov 2026"],
    [{ kind: "landed", from: on + 3, to: on + 2 }, "Sat 28 Nov is no day for it, so Fri 27 Nov"],
    [{ kind: "settled", outcome: "done", day: on, by: "R21" }, "done Wed 25 Nov (by R21)"],
  ] as const)("%j", (reason, words) => {
    expect(reasonSentence(reason as Parameters<typeof reasonSentence>[0])).toBe(words);
  });
  test("together they make one sentence", () => {
    expect(whySentence([{ kind: "idle" }, { kind: "on", day: on }])).toBe(
      "Each work day on which the machine does not print; once, on Wed 25 Nov.",
    );
  });
});

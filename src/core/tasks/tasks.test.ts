import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { inShift, presence, shiftAt } from "../calendar/roster.ts";
import type { Occurrence } from "../due/occurrence.ts";
import { fillTheRest, giveToTheUsual, whyNobody } from "./fill-the-rest.ts";
import { beyondEverybody, type Worker, whyNot } from "./fits.ts";
import { leftForTheNext, type ShiftEnd } from "./left-for-next.ts";
import { goesOn, isWorkOf } from "./of-day.ts";
import { inWalkingOrder, type Task } from "./task.ts";

const task = (key: string, minutes: number, more: Partial<Task> = {}): Task => ({
  key,
  machine: "sprat",
  routine: "R07",
  name: "Look",
  minutes,
  skill: "dtf",
  due: 100,
  place: 0,
  person: null,
  ...more,
});
const worker = (id: string, more: Partial<Worker> = {}): Worker => ({
  id,
  name: id,
  role: "operator",
  skills: ["dtf"],
  shifts: ["early"],
  ...more,
});

describe("who may have what", () => {
  test.each<[Partial<Worker>, string | undefined]>([
    [{}, undefined],
    [{ role: "viewer" }, "may only look"],
    [{ skills: ["uv"] }, "has no DTF skill"],
    [{ shifts: [] }, "does not work that day"],
    [{ shifts: [], absence: "Dentist" }, "is away: Dentist"],
  ])("%j: %s", (more, why) => expect(whyNot(worker("ilse", more), task("a", 5))).toBe(why));
  test("work that asks for no skill is anybody's who is there; what nobody there may do is found", () => {
    expect(whyNot(worker("ilse", { skills: [] }), task("a", 5, { skill: null }))).toBeUndefined();
    expect(beyondEverybody([task("a", 5), task("b", 5, { skill: "cij" })], [worker("ilse")]).map(({ key }) => key)).toEqual(["b"]);
  });
});

describe("filling the rest", () => {
  test("each open task, longest first, to the fitting person with the least minutes; the reason with it", () => {
    const given = fillTheRest(
      [
        task("a", 5),
        task("b", 25),
        task("c", 10),
        task("d", 10, { skill: "uv" }),
        task("e", 60, { person: "ilse" }),
        task("f", 1, { skill: "cij" }),
      ],
      [worker("bram"), worker("ilse"), worker("ngozi", { skills: ["uv", "dtf"] })],
      new Map([["ilse", 60]]),
    );
    expect(given.map(({ key, person }) => `${key} ${person}`)).toEqual(["b bram", "c ngozi", "d ngozi", "a ngozi"]);
    expect(given[0]?.why).toBe("bram has the least of the 3 who may: 0 min so far");
    expect(given[2]?.why).toBe("ngozi is the only one there who may");
  });
  test("nobody is given work of a time at which they are not there; a machine's work of one time stays together", () => {
    // Minutes from 04:00: early is 06:00 to 14:00, late 14:00 to 22:00; opening is due by 08:00, midday by 13:00, closing by 21:30.
    const clock = { beats: { opening: 240, midday: 540, closing: 1050 }, now: null };
    const [early, late] = [worker("early", { spans: [[120, 600]] }), worker("late", { spans: [[600, 1080]], shifts: ["late"] })];
    const tasks = [
      task("check", 5, { beat: "opening" }),
      task("white", 10, { beat: "opening" }),
      task("waste", 2, { beat: "midday" }),
      task("cap", 10, { beat: "closing" }),
      task("deep", 30, {}),
    ];
    const who = (now: number | null) =>
      Object.fromEntries(fillTheRest(tasks, [early, late], new Map(), { ...clock, now }).map(({ key, person }) => [key, person]));
    expect(who(null)).toMatchObject({ check: "early", white: "early", waste: "early", cap: "late" });
    // At 15:00 what is late is done by those who are still there.
    expect(who(660)).toEqual({ check: "late", white: "late", waste: "late", cap: "late", deep: "late" });
    expect(whyNobody(task("check", 5, { beat: "opening" }), [late])).toBe("who may is not there at that time");
    expect(whyNobody(task("check", 5, { skill: "cij" }), [late])).toBe("nobody there has the CIJ skill");
    expect(whyNobody(task("check", 5), [worker("gone", { shifts: [] })])).toBe("nobody works that day");
    // Two equal people: both jobs of the opening go to one of them, also where the minutes would be more even otherwise.
    const twins = [worker("ada", { spans: [[120, 600]] }), worker("bo", { spans: [[120, 600]] })];
    const opening = fillTheRest(tasks.slice(0, 2), twins, new Map(), clock);
    expect(new Set(opening.map(({ person }) => person)).size).toBe(1);
  });
  test("for equal people it is list scheduling, longest first: within 4/3 − 1/(3m) of the best (Graham 1969)", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 2, max: 3 }),
        (minutes, people) => {
          const workers = Array.from({ length: people }, (_, index) => worker(`p${index}`));
          const given = fillTheRest(
            minutes.map((each, index) => task(`t${index}`, each)),
            workers,
            new Map(),
          );
          const load = workers.map(({ id }) =>
            given.filter(({ person }) => person === id).reduce((sum, { key }) => sum + (minutes[Number(key.slice(1))] ?? 0), 0),
          );
          // The best by trying every way.
          let best = Number.POSITIVE_INFINITY;
          for (let way = 0; way < people ** minutes.length; way++) {
            const loads = Array.from({ length: people }, () => 0);
            let rest = way;
            for (const each of minutes) {
              loads[rest % people] = (loads[rest % people] ?? 0) + each;
              rest = Math.floor(rest / people);
            }
            best = Math.min(best, Math.max(...loads));
          }
          expect(Math.max(...load)).toBeLessThanOrEqual(best * (4 / 3 - 1 / (3 * people)) + 1e-9);
        },
      ),
      { numRuns: 60 },
    );
  });
  test("usual people: the machine's before the area's, where they fit", () => {
    const tasks = [
      { ...task("a", 5), area: "hall" },
      { ...task("b", 5, { machine: "teal" }), area: "hall" },
      { ...task("c", 5, { machine: "stave", skill: "cij" }), area: "hall" },
    ];
    const given = giveToTheUsual(tasks, [worker("bram"), worker("ilse")], { machines: { sprat: "ilse" }, areas: { hall: "bram" } });
    expect(given.map(({ key, person, why }) => [key, person, why])).toEqual([
      ["a", "ilse", "ilse usually has this machine"],
      ["b", "bram", "bram usually has this area"],
    ]);
  });
});

test("tasks stand in the order of beat and walk", () => {
  const order = inWalkingOrder([
    task("w", 1, { place: 1 }),
    task("c", 1, { beat: "closing" }),
    task("o2", 1, { beat: "opening", place: 5 }),
    task("o1", 1, { beat: "opening", place: 2 }),
    task("m", 1, { beat: "midday" }),
  ]);
  expect(order.map(({ key }) => key)).toEqual(["o1", "o2", "m", "w", "c"]);
});

describe("who is there", () => {
  const shifts = [
    { id: "early", days: [1, 2, 3, 4, 5], from: "06:00", to: "14:00" },
    { id: "night", days: [1, 2, 3, 4, 5, 6, 7], from: "22:00", to: "06:00" },
  ];
  const person = { id: "wren", shifts: ["early"] };
  // 2026-11-25 is a Wednesday; days count from 1970.
  const wednesday = Date.UTC(2026, 10, 25) / 86_400_000;
  test("usual shifts by weekday; the latest change that speaks of a day counts", () => {
    expect(presence(person, wednesday, shifts, []).shifts.map(({ id }) => id)).toEqual(["early"]);
    expect(presence(person, wednesday + 3, shifts, []).shifts).toEqual([]);
    const away = { person: "wren", from: wednesday, to: wednesday + 2, shifts: [], why: "ill", at: 1 };
    const back = { person: "wren", from: wednesday + 1, to: wednesday + 1, shifts: ["night"], why: "swap", at: 2 };
    expect(presence(person, wednesday, shifts, [away, back])).toMatchObject({ shifts: [], change: { why: "ill" } });
    expect(presence(person, wednesday + 1, shifts, [away, back]).shifts.map(({ id }) => id)).toEqual(["night"]);
  });
  test("a shift may run past midnight; between shifts the next one is meant", () => {
    expect(inShift({ from: "22:00", to: "06:00" }, "02:00")).toBe(true);
    expect(inShift({ from: "22:00", to: "06:00" }, "12:00")).toBe(false);
    expect([shiftAt(shifts, "07:00")?.id, shiftAt(shifts, "15:00")?.id, shiftAt(shifts, "23:00")?.id, shiftAt([], "10:00")]).toEqual([
      "early",
      "night",
      "night",
      undefined,
    ]);
  });
});

describe("the work of a day", () => {
  const day = (due: number, state: Occurrence["state"]) => ({ due, state });
  test.each([
    ["due that day", day(100, "due"), 100, true],
    ["due tomorrow, seen from tomorrow", day(101, "coming"), 101, true],
    ["carried over to today", day(95, "overdue"), 100, true],
    ["may be done today already", day(103, "open"), 100, true],
    ["done today before its day", day(103, "done"), 100, true],
    ["due tomorrow, not open yet", day(101, "coming"), 100, false],
    ["carried over, seen from tomorrow", day(95, "overdue"), 101, false],
  ] as const)("%s", (_, each, on, is) => expect(isWorkOf(each, on, 100)).toBe(is));

  test("of a machine out of order only what was chosen goes on, and what is settled stays", () => {
    const work = [
      { routine: "R01", state: "due" },
      { routine: "R02", state: "overdue" },
      { routine: "R08", state: "done" },
      { routine: "R10", state: "skipped" },
    ] as const;
    const left = (repair: { goOn?: string[] } | undefined) => goesOn(work, repair).map(({ routine }) => routine);
    expect(left(undefined)).toEqual(["R01", "R02", "R08", "R10"]);
    expect(left({})).toEqual(["R08", "R10"]);
    expect(left({ goOn: ["R02"] })).toEqual(["R02", "R08", "R10"]);
  });
});

describe("what a shift leaves to the next", () => {
  const nothing: ShiftEnd = { today: 100, repairs: [], machines: [], runs: [], tasks: [] };
  const still: ShiftEnd["runs"][number]["state"] = { status: "running", stoppedFor: null, timer: null, owed: [] };
  const run = (state: Partial<ShiftEnd["runs"][number]["state"]>, more: Partial<ShiftEnd["runs"][number]> = {}) => ({
    machine: "sprat",
    key: "sprat/R21/2026-W48/1",
    words: "Sprat: Deep clean",
    person: "Ilse",
    state: { ...still, ...state },
    ...more,
  });
  const left = (end: Partial<ShiftEnd>) => leftForTheNext({ ...nothing, ...end }).map(({ kind, words }) => `${kind} | ${words}`);

  test("a quiet shop leaves nothing", () => expect(left({})).toEqual([]));
  test("a repair with what it waits for, a hold with its reason; machines that are ready are not named", () => {
    expect(
      left({
        repairs: [{ machine: "goby", machineName: "Goby", symptom: "carriage stalls", waitsFor: "a belt", expected: "Thu 26 Nov" }],
        machines: [
          { id: "teal", name: "Teal", word: "Hold", why: "white 2 has 9 missing" },
          { id: "tally", name: "Tally", word: "Ready", why: "" },
        ],
      }),
    ).toEqual([
      "out of order | Goby is out of order: carriage stalls; waits for a belt, expected Thu 26 Nov",
      "hold | Teal is on hold: white 2 has 9 missing",
    ]);
  });
  test("runs: a wait with its end, one stopped with its reason, what is owed; ended ones are gone", () => {
    const timer = { step: "soak", text: "Let it soak.", startedAt: 0, endsAt: 9 };
    const owed = [{ id: "towel", words: "the towel lies under the head", step: "in", since: 0 }];
    expect(
      left({
        runs: [
          run({ timer }, { timerEnds: "14:05" }),
          run({ status: "stopped", stoppedFor: "no water", owed }),
          run({}),
          run({ status: "ended" }),
          run({ status: "abandoned" }),
        ],
      }),
    ).toEqual([
      "run | Sprat: Deep clean (Ilse), Let it soak. until 14:05",
      "owed | Sprat: Deep clean (Ilse), stopped: no water; still open: the towel lies under the head",
      "run | Sprat: Deep clean (Ilse), under way",
    ]);
  });
  test("work undone and late, but not twice what runs, nor what has time", () => {
    const work = (key: string, more: Partial<ShiftEnd["tasks"][number]> = {}) => ({
      key,
      machine: "sprat",
      words: `Sprat: ${key}`,
      person: null,
      due: 100,
      state: "due",
      late: false,
      ...more,
    });
    expect(
      left({
        runs: [run({}, { key: "running" })],
        tasks: [
          work("due"),
          work("late", { late: true, person: "Bram" }),
          work("running"),
          work("done", { state: "done" }),
          work("may wait", { state: "open" }),
          work("tomorrow", { due: 101 }),
        ],
      }).slice(1),
    ).toEqual(["undone | Sprat: due", "late | Sprat: late, late (Bram)"]);
  });
});

import { describe, expect, test } from "vitest";
import type { PlannedTask } from "../../core/rounds/problem.ts";
import type { RoundView } from "../../work/rounds/rounds.ts";
import { endOf, misfits, toldBy } from "./published.ts";
import { changeWords, wordsOf } from "./round-words.ts";

/** What was published, held against the day as it is: by hand, minute by minute. */

const job = (id: string, start: number, minutes = 10, person = "bram") => ({
  key: id,
  stretches: [{ person, start, end: start + minutes }],
});
const known = (name: string, state: string) => ({ name, machine: "sprat", machineName: "Sprat", state, person: "bram" });
function view(more: Partial<RoundView> = {}): RoundView {
  return {
    day: "2026-11-25",
    what: "opening",
    zero: "2026-11-25T04:00:00.000Z",
    timeZone: "UTC",
    people: [{ id: "bram", name: "Bram Teasel", role: "operator", shifts: ["early"], shiftWords: "early" }],
    machines: { sprat: "Sprat" },
    areas: { film: "Film hall" },
    tasks: { a: known("Check", "due"), b: known("Waste look", "due") },
    problem: {
      format: "zesty-anvil/round-problem",
      version: 1,
      unit: "minute",
      horizon: 600,
      areas: ["film"],
      walk: [[0]],
      people: [{ id: "bram", shifts: [[0, 600]] }],
      machines: [{ id: "sprat", area: "film" }],
      tasks: [
        { id: "a", machine: "sprat", stretches: [{ hands: 10 }] },
        { id: "b", machine: "sprat", stretches: [{ hands: 10 }] },
      ],
    },
    round: {
      id: "r",
      by: "Ottoline Marsh",
      at: "04:02",
      body: {
        day: "2026-11-25",
        what: "opening",
        zero: "2026-11-25T04:00:00.000Z",
        tasks: [job("a", 0), job("b", 10)],
        leftOut: [],
        locked: [],
      },
    },
    ...more,
  } as unknown as RoundView;
}
const fits = (of: RoundView, kept: PlannedTask[] = toldBy(of)) => misfits(of, kept, wordsOf(of)).map(({ task, why }) => `${task}: ${why}`);
const changed = (change: (of: RoundView) => void): RoundView => {
  const of = structuredClone(view());
  change(of);
  return of;
};

describe("what people were told", () => {
  test("stands at its minutes", () =>
    expect(toldBy(view())).toEqual([
      { id: "a", stretches: [{ person: "bram", start: 0, end: 10 }] },
      { id: "b", stretches: [{ person: "bram", start: 10, end: 20 }] },
    ]));
  test("moves with the minute that the day is counted from", () =>
    expect(toldBy(view({ zero: "2026-11-25T03:30:00.000Z" })).map(({ stretches }) => stretches[0]?.start)).toEqual([30, 40]));
  test.each(["done", "skipped"])("is left out once it is %s", (state) =>
    expect(toldBy(view({ tasks: { a: known("Check", state), b: known("Waste look", "due") } as never })).map(({ id }) => id)).toEqual([
      "b",
    ]),
  );
  test("is nothing where nothing was published", () => expect(toldBy(view({ round: null }))).toEqual([]));
});

describe("whether it still fits", () => {
  test("a plan that breaks nothing does", () => expect(fits(view())).toEqual([]));
  test("work that came in since is named", () =>
    expect(
      fits(
        changed((of) => {
          of.problem.tasks.push({ id: "c", machine: "sprat", stretches: [{ hands: 5 }] });
        }),
      ),
    ).toEqual(["c: came in since"]));
  test("what was left out on purpose did not come in", () =>
    expect(
      fits(
        changed((of) => {
          of.problem.tasks.push({ id: "c", machine: "sprat", stretches: [{ hands: 5 }] });
          of.round?.body.leftOut.push({ key: "c", why: "no room" });
        }),
      ),
    ).toEqual([]));
  test("work that is not due any more is named", () => {
    const of = changed((each) => {
      each.problem.tasks = each.problem.tasks.filter(({ id }) => id !== "b");
    });
    expect(
      fits(
        of,
        toldBy(of).filter(({ id }) => id !== "b"),
      ),
    ).toEqual(["b: is not due any more"]);
  });
  test("a job whose hands are at another for too long is named with the rule", () => {
    const of = changed((each) => {
      each.problem.tasks = [
        { id: "a", machine: "sprat", stretches: [{ hands: 25 }] },
        { id: "b", machine: "plover", stretches: [{ hands: 10 }] },
      ];
      each.problem.machines.push({ id: "plover", area: "film" });
      if (each.round) each.round.body.tasks = [job("a", 0, 25), job("b", 5)] as never;
    });
    expect(fits(of)).toEqual(["b: Bram is at Sprat until 04:25"]);
  });
  test("somebody who is not there any more breaks it", () => {
    const of = changed((each) => {
      each.problem.people = [{ id: "bram", shifts: [[300, 600]] }];
    });
    expect(fits(of).join()).toMatch(/^a: /);
  });
  test("a plan of another part of the day says nothing of this one", () => expect(fits(view({ what: "midday" }))).toEqual([]));
});

test("a plan ends with its last stretch; an empty one at once", () => {
  expect(endOf(toldBy(view()))).toBe(20);
  expect(endOf([])).toBe(0);
});

describe("how a plan is said", () => {
  const words = wordsOf(view());
  test("people by their first name, minutes by the clock, work with its machine", () => {
    expect([words.person("bram"), words.minute(90), words.work("a"), words.machine("sprat"), words.area("film")]).toEqual([
      "Bram",
      "05:30",
      "Sprat Check",
      "Sprat",
      "Film hall",
    ]);
  });
  test("what is not known is said by its id", () =>
    expect([words.person("nobody"), words.work("x"), words.area("y"), words.machine("z")]).toEqual(["nobody", "x", "y", "the shop"]));
  test.each([
    [{ later: 15 }, "It would fit if it might end 15 min later."],
    [{ come: { skills: ["dtf"], by: 60 } }, "It would fit if someone with the dtf skill came at 05:00."],
    [{ come: { skills: [], by: 0 } }, "It would fit if someone else came at 04:00."],
    [null, "Neither another person nor more time would let it in: make room by hand, or give it another day."],
  ] as const)("%j", (change, said) => expect(changeWords(change as never, words)).toBe(said));
});

import { describe, expect, test } from "vitest";
import { routineBook } from "./assigned.ts";
import { BUILT_IN } from "./built-in.ts";
import { packProblems, routineProblems } from "./problems.ts";
import type { Routine } from "./routine.ts";
import type { Step } from "./step.ts";

const book = routineBook([{ id: "house-bare", name: "Bare" }]);
const problems = (steps: unknown[], more: object = {}) =>
  routineProblems({ id: "house-x", name: "X", steps, ...more }, book).map(({ path, message }) => `${path} ${message}`);
const step = (id: string, more: object = {}) => ({ kind: "do", id, text: `${id}.`, ...more });
const ask = (id: string, choices: object[], kind = "decide") => ({ kind, id, text: `${id}?`, choices });

describe("what is no routine is refused with its place", () => {
  test("a good one is taken", () =>
    expect(
      problems([
        ask("what", [
          { id: "a", text: "A" },
          { id: "b", text: "B", goTo: "close" },
        ]),
        step("open", { owes: { id: "lid", words: "the lid is open" }, when: { recorded: "what", is: "a" } }),
        step("close", { settles: "lid" }),
        { kind: "call", id: "check", routine: "R01" },
      ]),
    ).toEqual([]));
  test.each<[string, unknown[], string]>([
    ["an unknown kind", [step("a", { kind: "dance" })], '$.steps[0].kind "dance" is not one of do, look'],
    ["an unknown key", [step("a", { colour: "red" })], "$.steps[0].colour is not a known key here"],
    ["no choices", [ask("a", [])], "$.steps[0].choices [] must NOT have fewer than 1 items"],
    ["an id twice", [step("a"), step("a")], "$.steps[1].id a is the id of an earlier step"],
    [
      "a choice twice",
      [
        ask("a", [
          { id: "x", text: "X" },
          { id: "x", text: "Y" },
        ]),
      ],
      "$.steps[0].choices[1].id x is the id of an earlier choice",
    ],
    ["a way to nowhere", [ask("a", [{ id: "x", text: "X", goTo: "z" }])], "$.steps[0].choices[0].goTo there is no step z"],
    [
      "an answer that calls for a routine that is not there",
      [ask("a", [{ id: "x", text: "X", calls: "R99" }])],
      "$.steps[0].choices[0].calls there is no routine R99",
    ],
    [
      "an amount for each of nothing",
      [step("a", { uses: [{ item: "fluid", amount: 5, unit: "mL", per: "bolt" }] })],
      '$.steps[0].uses[0].per "bolt"',
    ],
    [
      "a text in no language",
      [ask("a", [{ id: "x", text: "X" }]), step("b", { knows: "gap" })],
      "$.steps[1].knows is not a known key here",
    ],
    ["settling what was never owed", [step("a", { settles: "lid" })], "$.steps[0].settles settles lid, which no step before it owes"],
    [
      "owing what is never settled",
      [step("a", { owes: { id: "lid", words: "open" } })],
      "$.steps[0].owes.id owes lid, which no step after it settles",
    ],
    [
      "a condition on what is never recorded",
      [step("a", { when: { recorded: "b", is: "x" } })],
      "$.steps[0].when.recorded no step before this one records b",
    ],
    [
      "a condition on what comes later",
      [step("a", { when: { recorded: "b", is: "x" } }), ask("b", [{ id: "x", text: "X" }])],
      "$.steps[0].when.recorded no step before",
    ],
    [
      "a condition on no answer of it",
      [ask("b", [{ id: "x", text: "X" }]), step("a", { when: { not: { recorded: "b", is: "y" } } })],
      "$.steps[1].when.not.is b records one of x",
    ],
    [
      "a number asked of a choice",
      [ask("b", [{ id: "x", text: "X" }]), step("a", { when: { recorded: "b", below: 3 } })],
      "$.steps[1].when.recorded b records no number",
    ],
    ["a policy that has no such value", [step("a", { when: { policy: "cap", is: "damp" } })], "$.steps[0].when.is cap is one of wet, dry"],
    ["an unknown part lit", [step("a", { lights: ["nose"] })], '$.steps[0].lights[0] "nose": expected one of head'],
    [
      "limits the wrong way round",
      [{ kind: "measure", id: "m", text: "M.", what: "level", unit: "mL", min: 5, max: 1 }],
      "$.steps[0].min 5 is above max 1",
    ],
    [
      "a loop without end",
      [step("a"), ask("b", [{ id: "x", text: "X", goTo: "a" }]), step("c")],
      "$.steps[0] from here no way leads to the end",
    ],
    [
      "an endless loop inside a window",
      [{ kind: "window", id: "w", text: "W", withinMinutes: 3, steps: [ask("b", [{ id: "x", text: "X", goTo: "b" }])] }],
      "$.steps[0].steps[0] from here no way",
    ],
    ["a call to nothing", [{ kind: "call", id: "c", routine: "R99" }], "$.steps[0].routine there is no routine R99"],
    [
      "a call to what has no steps",
      [{ kind: "call", id: "c", routine: "house-bare" }],
      "$.steps[0].routine house-bare has no steps to follow",
    ],
    ["a call to itself", [{ kind: "call", id: "c", routine: "house-x" }], "$.steps[0].routine calls in a ring: house-x calls house-x"],
  ])("%s", (_, steps, said) => expect(problems(steps).join("\n")).toContain(said));

  test("a ring of calls through another routine of the pack is named in full", () => {
    const routine = (id: string, calls: string) => ({ id, name: id, steps: [{ kind: "call", id: "c", routine: calls }] });
    const found = packProblems(
      { format: "zesty-anvil/routines", version: 1, routines: [routine("house-a", "house-b"), routine("house-b", "house-a")] },
      book,
    );
    expect(found.map(({ path, message }) => `${path} ${message}`)).toEqual([
      "$.routines[0].steps[0].routine calls in a ring: house-a calls house-b calls house-a",
      "$.routines[1].steps[0].routine calls in a ring: house-b calls house-a calls house-b",
    ]);
  });
  test("what a fleet file refuses of a routine is refused here too", () => {
    expect(problems([step("a")], { trigger: { every: "print-day" } }).join()).toContain("$.trigger.beat is missing");
    expect(problems([step("a")], { trigger: { rule: "FREQ=HOURLY" } }).join()).toContain("$.trigger.rule");
    expect(problems([step("a")], { covers: ["R98"] }).join()).toContain("$.covers[0]");
    expect(problems([step("a")], { covers: ["R10"] })).toEqual([]);
  });
  test("the same routine twice in a pack", () =>
    expect(
      packProblems(
        {
          format: "zesty-anvil/routines",
          version: 1,
          routines: [
            { id: "house-a", name: "A" },
            { id: "house-a", name: "B" },
          ],
        },
        book,
      ),
    ).toEqual([{ path: "$.routines[1].id", message: "house-a is here a second time" }]));
});

describe("the routines that ship", () => {
  const plain = (steps: readonly Step[]): Step[] => steps.flatMap((each) => ("steps" in each ? [each, ...plain(each.steps)] : [each]));
  test.each(BUILT_IN.map((routine) => [routine.id, routine] as const))(
    "%s is written in the language that the house's own are",
    (_, routine: Routine) => {
      expect(routineProblems(JSON.parse(JSON.stringify(routine)), book)).toEqual([]);
      for (const each of plain(routine.steps ?? [])) if ("text" in each) expect(each.text.length).toBeLessThanOrEqual(95);
    },
  );
});

import { describe, expect, test } from "vitest";
import { choices } from "../../../tests/fixtures/machine.ts";
import { compiled } from "./compile.ts";
import type { Step } from "./step.ts";

const act = (id: string, more: object = {}): Step => ({ kind: "do", id, text: `${id}.`, ...more });
const book: Record<string, Step[]> = {
  look: [
    {
      kind: "look",
      id: "see",
      text: "See?",
      choices: choices(["bad", "Bad", "again"], ["good", "Good"]),
    },
    act("again", { when: { recorded: "see", is: "bad" } }),
  ],
  both: [act("first"), { kind: "call", id: "inner", routine: "look" }],
  ring: [act("round"), { kind: "call", id: "self", routine: "ring" }],
  held: [
    {
      kind: "window",
      id: "w",
      text: "W",
      withinMinutes: 3,
      steps: [act("in", { owes: { id: "lid", words: "open" } }), act("out", { settles: "lid" })],
    },
  ],
};
const put = (steps: Step[]) => compiled(steps, (id) => book[id]);
const ids = (steps: readonly Step[]): string[] => steps.flatMap((step) => ("steps" in step ? [step.id, ...ids(step.steps)] : [step.id]));

describe("called routines put in their places", () => {
  test("steps without a call stay as they are", () => expect(put([act("a")])).toEqual([act("a")]));
  test("each called step has a name of its own, its routine, and its own ways and conditions with it", () => {
    expect(put([act("a"), { kind: "call", id: "c", routine: "look" }])).toEqual([
      act("a"),
      {
        kind: "look",
        id: "c.see",
        text: "See?",
        routine: "look",
        choices: choices(["bad", "Bad", "c.again"], ["good", "Good"]),
      },
      { kind: "do", id: "c.again", text: "again.", routine: "look", when: { recorded: "c.see", is: "bad" } },
    ]);
  });
  test("a call's own condition stands before each step of it", () => {
    const [, again] = put([{ kind: "call", id: "c", routine: "look", when: { ability: "jig-clean" } }]);
    expect(again).toMatchObject({ when: { all: [{ ability: "jig-clean" }, { recorded: "c.see", is: "bad" }] } });
  });
  test("the same routine may be called twice", () =>
    expect(
      ids(
        put([
          { kind: "call", id: "c", routine: "look" },
          { kind: "call", id: "d", routine: "look" },
        ]),
      ),
    ).toEqual(["c.see", "c.again", "d.see", "d.again"]));
  test("a call in a call keeps the name of the routine that the step is from", () => {
    const steps = put([{ kind: "call", id: "o", routine: "both" }]);
    expect(ids(steps)).toEqual(["o.first", "o.inner.see", "o.inner.again"]);
    expect(steps.map((step) => ("routine" in step ? step.routine : undefined))).toEqual(["both", "look", "look"]);
    expect(steps[2]).toMatchObject({ when: { recorded: "o.inner.see", is: "bad" } });
  });
  test("a window that is called stays a window, and one may hold a call", () => {
    expect(ids(put([{ kind: "call", id: "c", routine: "held" }]))).toEqual(["c.w", "c.in", "c.out"]);
    expect(
      ids(put([{ kind: "window", id: "w", text: "W", withinMinutes: 1, steps: [{ kind: "call", id: "c", routine: "look" }] }])),
    ).toEqual(["w", "c.see", "c.again"]);
  });
  test("a ring ends instead of going on for ever, an unknown routine leaves its call out", () => {
    expect(ids(put([{ kind: "call", id: "c", routine: "ring" }]))).toEqual(["c.round"]);
    expect(put([{ kind: "call", id: "c", routine: "nothing" }])).toEqual([]);
  });
});

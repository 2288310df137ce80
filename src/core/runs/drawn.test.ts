import { describe, expect, test } from "vitest";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
import { cleansIn, drawMl } from "../stores/waste/draws.ts";
import { drawnIn, drawnSoFar } from "./drawn.ts";
import type { PlannedStep } from "./plan.ts";

const step = (at: string, more: object): PlannedStep => ({ kind: "do", id: at, at, text: at, ...more }) as unknown as PlannedStep;
const normal = (times: number) => ({ cleans: { strength: "normal" as const, times } });

describe("what a run let run into the waste", () => {
  const plan = [
    step("three", { draws: normal(3) }),
    step("one", { draws: normal(1) }),
    step("strong", { draws: { cleans: { strength: "strong", times: 1 } } }),
    step("cap", {}),
    step("line", { draws: { loads: 1, fluidMl: 2.5 } }),
    step("more", { kind: "measure", what: "cleans", unit: "cleans", min: 0, max: 9, draws: normal(1) }),
  ];
  test("each step as often as it was done, one draw a strength", () => {
    const done = ["three", "one", "one", "strong", "cap"].map((at) => ({ step: at }));
    expect(drawnSoFar(plan, done)).toEqual([normal(5), { cleans: { strength: "strong", times: 1 } }]);
    expect(cleansIn(drawnSoFar(plan, done))).toBe(6);
  });
  test("what was left out drew nothing; what was read counts as read", () => {
    expect(drawnSoFar(plan, [{ step: "three", passed: "no ink" }])).toEqual([]);
    expect(drawnSoFar(plan, [{ step: "more", result: { value: 4 } }])).toEqual([normal(4)]);
    expect(drawnSoFar(plan, [{ step: "more", result: { value: 0 } }, { step: "gone" }])).toEqual([]);
    expect(drawnSoFar(plan, [{ step: "line" }, { step: "line" }])).toEqual([{ loads: 2, fluidMl: 5 }]);
  });
  test("what no step tells of is as usual for the routine, what one tells of is not taken twice", () => {
    const usual = { ...normal(3), loads: 2, fluidMl: 60 };
    expect(drawnIn(plan, [{ step: "one" }], usual)).toEqual([normal(1)]);
    expect(drawnIn([step("cap", {})], [{ step: "cap" }], usual)).toEqual([usual]);
    expect(drawnIn([step("one", { draws: normal(1) })], [], usual)).toEqual([{ loads: 2, fluidMl: 60 }]);
    expect(drawnIn(plan, [], undefined)).toEqual([]);
  });
  // 5 × 4 mL + 12 mL of ink by the default ladder, 2 × 7 mL loaded; 10 × 4 mL in fluid is waste but no ink.
  test("in millilitres, ink apart from what only is waste", () => {
    const drew = [
      normal(5),
      { cleans: { strength: "strong" as const, times: 1 } },
      { loads: 2 },
      { ...normal(10), inFluid: true as const, fluidMl: 400 },
    ];
    expect(drawMl(drew, DEFAULT_LADDER)).toEqual({ ml: 20 + 12 + 14 + 40 + 400, inkMl: 20 + 12 + 14 });
    expect(drawMl([], DEFAULT_LADDER)).toEqual({ ml: 0, inkMl: 0 });
  });
});

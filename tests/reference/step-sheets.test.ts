import { describe, expect, test } from "vitest";
import type { Machine } from "../../src/core/fleet/schema.ts";
import { routineBook } from "../../src/core/routines/assigned.ts";
import type { Draw } from "../../src/core/routines/effects.ts";
import { drawnIn } from "../../src/core/runs/drawn.ts";
import type { RunBody, StepResult } from "../../src/core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { head } from "../fixtures/machine.ts";
import type { Facts } from "./sheet-facts.ts";
import { SHEETS as DAY } from "./sheets-day.ts";
import { SHEETS as LONGER } from "./sheets-longer-work.ts";
import { SHEETS as STORAGE } from "./sheets-storage.ts";
import { SHEETS as WASTE } from "./sheets-waste-and-parts.ts";
import { SHEETS as WEEKLY } from "./sheets-weekly.ts";

/**
 * Routines held against a table of facts of the trade, written down from its step sheets (common practice, no source): what is opened
 * and by which step it is closed, in which order, what is used, how long one waits, what is found and checked.
 */

const book = routineBook();
const machine: Machine = {
  id: "m",
  name: "M",
  class: "dtf",
  since: "2026-01-01",
  heads: [head("H1", { K: "black", C: "cyan" }), head("H2", { W1: "white" })],
  waste: [{ id: "bottle", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
  abilities: ["bottles", "removable-head", "storage-cartridges"],
  parts: [{ id: "air-filter", kind: "air-filter" }],
};
const stepsOf = (id: string) => book.get(id)?.steps ?? [];
const planOf = (id: string): readonly PlannedStep[] => runPlan(stepsOf(id), machine);

const SHEETS: Readonly<Record<string, Facts>> = { ...DAY, ...WEEKLY, ...LONGER, ...WASTE, ...STORAGE };

/** Routines whose steps say little more than their line. */
const TERSE: readonly string[] = ["R46", "R48"];

type Walk = {
  opens: [string, string, string][];
  uses: Record<string, number>;
  waits: Record<string, number>;
  found: string[];
  checks: string[];
};

/** A run to its end, each look by its first answer, each part found heavy. */
function walked(
  id: string,
  answers: Readonly<Record<string, string>> = {},
): Walk & { status: string | undefined; owed: number; drew: Draw[] } {
  const plan = planOf(id);
  const events: { id: string; at: number; person: string; body: RunBody }[] = [];
  const add = (body: RunBody) => events.push({ id: String(events.length), at: events.length * 300_000, person: "bram", body });
  add({ event: "start", form: "guided", version: stepsVersion(stepsOf(id)), gear: true });
  const walk: Walk = { opens: [], uses: {}, waits: {}, found: [], checks: [] };
  let open = new Set<string>();
  for (let count = 0; count < 200; count++) {
    const now = runState(plan, machine, events)?.now;
    if (!now) break;
    const result: StepResult | undefined =
      "choices" in now
        ? { choice: answers[now.at] ?? now.choices[0]?.id }
        : now.kind === "found"
          ? { found: "heavy" }
          : now.kind === "measure"
            ? { value: now.min }
            : now.kind === "nozzle-check"
              ? { check: "c" }
              : now.kind === "confirm"
                ? { by: "ilse" }
                : now.kind === "photo"
                  ? { photo: "0".repeat(64) }
                  : undefined;
    if (now.kind === "hold") add({ event: "clear", step: now.at });
    add({ event: "step", step: now.at, ...(result ? { result } : {}) });
    for (const { item, amount } of now.uses ?? []) walk.uses[item] = Math.round(((walk.uses[item] ?? 0) + amount) * 10) / 10;
    if (now.kind === "wait") walk.waits[now.at] = now.waitMinutes;
    if (now.kind === "found") walk.found.push(now.part);
    if (now.kind === "nozzle-check") walk.checks.push(now.at);
    const owed = new Set(runState(plan, machine, events)?.owed.map(({ id: what }) => what));
    for (const what of owed) if (!open.has(what)) walk.opens.push([what, now.at, "never"]);
    for (const what of open)
      if (!owed.has(what)) {
        const last = walk.opens.findLast(([each]) => each === what);
        if (last) last[2] = now.at;
      }
    open = owed;
  }
  add({ event: "end" });
  const end = runState(plan, machine, events);
  const drew = drawnIn(plan, end?.trace ?? [], book.get(id)?.effects?.draws);
  return { ...walk, status: end?.status, owed: end?.owed.length ?? -1, drew };
}

describe.each(Object.entries(SHEETS))("%s", (id, facts) => {
  const run = walked(id, facts.answers);
  test("goes to its end with nothing left open", () => expect([run.status, run.owed]).toEqual(["ended", 0]));
  test("opens and closes each thing by its own step, in the sheet's order", () => expect(run.opens).toEqual(facts.opens));
  test("uses what the sheet says", () => expect(run.uses).toEqual(facts.uses));
  test("waits as long as the sheet says", () => expect(run.waits).toEqual(facts.waits));
  test("records how each part was found", () => expect(run.found).toEqual(facts.found));
  test("reads a nozzle check where the sheet has one", () => expect(run.checks).toEqual(facts.checks));
});

describe("what ran into the waste is booked as it was done", () => {
  const cleans = (times: number, strength: "normal" | "medium" | "light" = "normal"): Draw => ({ cleans: { strength, times } });
  /** Cleans, loads and fluid by the rows of each sheet, on the walk's way; what a sheet does not number is as usual for the routine. */
  const DREW: readonly (readonly [routine: string, answers: Record<string, string>, drew: Draw[]])[] = [
    ["R03", {}, [cleans(3), { fluidMl: 5 }]],
    ["R03", { test: "poor", again: "rest" }, [cleans(4), { fluidMl: 5 }]],
    ["R04", { night: "water", program: "print" }, [cleans(2)]],
    ["R04", { night: "water", program: "service" }, [cleans(1, "medium")]],
    ["R04", { night: "unknown" }, [cleans(2)]],
    ["R05", { first: "good" }, []],
    ["R05", { first: "poor", second: "good" }, [cleans(1), { loads: 1 }]],
    ["R11", { day: "heavy" }, [cleans(1), { fluidMl: 5 }]],
    ["R11", { day: "light" }, [{ fluidMl: 5 }]],
    ["R14", {}, [cleans(2)]],
    ["R14", { colour: "streaks" }, [cleans(3)]],
    ["R21", {}, [{ cleans: { strength: "strong", times: 1 }, fluidMl: 60 }]],
    ["R36", { pad: "brims" }, [cleans(1), { loads: 1 }]],
    ["R36", { pad: "dry" }, [{ loads: 1 }]],
    ["R55", { stored: "full" }, [cleans(1), { lines: 3 }]],
    ["R55", { stored: "powered" }, [cleans(1), { loads: 1 }]],
  ];
  test.each(DREW)("%s %j: %j", (id, answers, drew) => {
    const run = walked(id, answers);
    expect(run.status).toBe("ended");
    expect(run.drew).toEqual(drew);
  });
});

describe("what an answer has as its consequence", () => {
  /** The routine, the step, the answer; the routine that it calls for, or what ends the run. */
  const CALLS: readonly (readonly [routine: string, step: string, answer: string, called: string])[] = [
    ["R05", "cracks", "cracked", "R37"],
    ["R05", "brim", "dry", "R36"],
    ["R13", "level", "empty", "R46"],
    ["R17", "breaker", "broken", "R37"],
    ["R29", "again", "third", "R37"],
    ["R34", "which", "most", "R36"],
    ["R36", "pad", "dry", "R37"],
    ["R48", "left", "strip", "R32"],
    ["R55", "pad", "dry", "R37"],
  ];
  test.each(CALLS)("%s, %s: “%s” calls for %s", (id, at, answer, called) => {
    const step = planOf(id).find((each) => each.at === at);
    const choice = step && "choices" in step ? step.choices.find((each) => each.id === answer) : undefined;
    expect(choice?.calls).toBe(called);
    expect(book.get(called)?.steps?.length).toBeGreaterThan(0);
  });
  const ENDS: readonly (readonly [routine: string, step: string, answer: string])[] = [
    ["R33", "kit", "short"],
    ["R34", "which", "most"],
    ["R34", "fits", "not"],
    ["R35", "first", "cause"],
    ["R40", "parts", "short"],
    ["R52", "ready", "some"],
  ];
  test.each(ENDS)("%s, %s: “%s” ends it before anything is opened, undone", (id, at, answer) => {
    const plan = planOf(id);
    const place = plan.findIndex((each) => each.at === at);
    const step = plan[place];
    const choice = step && "choices" in step ? step.choices.find((each) => each.id === answer) : undefined;
    expect(choice?.ends).toBeTruthy();
    expect(plan.slice(0, place).filter(({ owes }) => owes)).toEqual([]);
  });
  const SIGNS: readonly (readonly [routine: string, step: string, answer: string, sign: string])[] = [
    ["R01", "colour", "mixed", "mixed-colours"],
    ["R03", "drained", "one-side", "cap-drains-one-side"],
    ["R14", "white-rate", "slow", "slow-white"],
    ["R14", "restart", "weak", "weak-white"],
    ["R14", "colour-again", "streaks", "banding"],
    ["R22", "colours", "mixed", "mixed-colours"],
    ["R29", "warning", "warns", "condensation-warning"],
    ["R35", "comes", "foam", "air-in-line"],
    ["R36", "pad", "part", "cap-drains-one-side"],
    ["R47", "gone", "stains", "stains"],
  ];
  test.each(SIGNS)("%s, %s: “%s” is the sign %s", (id, at, answer, sign) => {
    const step = planOf(id).find((each) => each.at === at);
    const choice = step && "choices" in step ? step.choices.find((each) => each.id === answer) : undefined;
    expect(choice?.reports).toBe(sign);
  });
});

describe("what waits for its condition", () => {
  /** Until what is seen, then so many seconds more. */
  const HOLDS: readonly (readonly [routine: string, step: string, until: RegExp, seconds: number])[] = [
    ["R03", "draw", /empty/, 5],
    ["R05", "load", /load runs/, 10],
    ["R23", "dry", /glistens/, 60],
    ["R34", "load", /load runs/, 10],
    ["R36", "load", /load runs/, 10],
    ["R45", "drain", /No more drops/, 10],
    ["R53", "clear@H1/K", /last low point/, 8],
    ["R55", "load-line@H1/K", /Only ink/, 8],
  ];
  test.each(HOLDS)("%s, %s", (id, at, until, seconds) => {
    const step = planOf(id).find((each) => each.at === at);
    expect(step).toMatchObject({ kind: "hold", until: expect.stringMatching(until), thenSeconds: seconds });
  });
});

test("a step's line is at most twelve words, and the sheets' routines say why or what good and bad look like", () => {
  const terse: string[] = [];
  for (const id of [...Object.keys(SHEETS), "R21"]) {
    const own = planOf(id).filter(({ at, routine }) => !at.includes(".") && (routine ?? id) === id);
    // R06 and R15 are the opening's check again.
    if (own.length === 0) continue;
    const long = own.filter(({ text }) => text.split(/\s+/).length > 12).map(({ at, text }) => `${at}: ${text}`);
    expect([id, long]).toEqual([id, []]);
    const told = own.filter(({ why, good, bad }) => why ?? good ?? bad).length;
    if (told / own.length <= 0.3) terse.push(id);
  }
  // A label and a wipe need few words more.
  expect(terse).toEqual(TERSE);
});

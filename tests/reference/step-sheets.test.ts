import { describe, expect, test } from "vitest";
import type { Machine } from "../../src/core/fleet/schema.ts";
import { routineBook } from "../../src/core/routines/assigned.ts";
import type { RunBody, StepResult } from "../../src/core/runs/events.ts";
import { type PlannedStep, runPlan } from "../../src/core/runs/plan.ts";
import { runState } from "../../src/core/runs/run.ts";
import { stepsVersion } from "../../src/core/runs/version.ts";
import { head } from "../fixtures/machine.ts";

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
  abilities: ["bottles", "removable-head"],
};
const stepsOf = (id: string) => book.get(id)?.steps ?? [];
const planOf = (id: string): PlannedStep[] => runPlan(stepsOf(id), machine);

type Facts = {
  /** What is opened, by which step, and the step that closes it, in the order of opening. */
  opens: readonly (readonly [what: string, opened: string, closed: string])[];
  uses: Readonly<Record<string, number>>;
  waits: Readonly<Record<string, number>>;
  found: readonly string[];
  /** Steps at which a nozzle check is read. */
  checks: readonly string[];
  /** Answers other than the first. */
  answers?: Readonly<Record<string, string>>;
};

const SHEETS: Readonly<Record<string, Facts>> = {
  R07: {
    opens: [
      ["maintenance", "park", "leave"],
      ["lid", "lid", "lid-shut"],
      ["head", "middle", "back"],
      ["wiper", "wiper-up", "wiper-down"],
    ],
    uses: { "foam swabs": 3 },
    waits: {},
    found: ["cap", "wiper"],
    checks: [],
  },
  R16: {
    opens: [
      ["panel", "panel", "confirm"],
      ["left", "left-open", "left-shut"],
      ["screw", "screw-out", "screw-in"],
      ["rail", "rail-off", "rail-on"],
      ["head", "middle", "cleaning"],
      ["right", "walk", "right-shut"],
      ["left-last", "left-again", "left-last"],
    ],
    // Two for each frame, one for the caps, one for the wiper; the fin swab for the groove.
    uses: { "foam swabs": 6, "fin swabs": 1 },
    waits: { cleaning: 5 },
    found: ["head", "cap"],
    checks: ["check"],
  },
  R18: {
    opens: [
      ["head", "open", "home"],
      ["cover", "cover", "cover-shut"],
      ["cover-last", "cover-again", "cover-last"],
      ["filter", "filter-out", "filter-in"],
    ],
    uses: { "cleaning fluid": 10, "foam swabs": 3 },
    // Heavy crust soaks; the check that it ends with is R01's.
    waits: { soaking: 2, "check.printing": 2 },
    found: ["cap", "spit-tray-filter"],
    checks: ["check.read"],
  },
  R19: {
    opens: [
      ["position", "hold", "panel"],
      ["box", "box-out", "box-in"],
    ],
    uses: { "cleaning fluid": 30, "foam swabs": 3 },
    waits: { loosen: 0.3, cleaning: 2 },
    found: ["cap"],
    checks: ["check", "check-after"],
  },
  R20: {
    opens: [
      ["power", "off", "on"],
      ["pin", "pin", "pin-back"],
      ["station", "station-out", "station-in"],
      ["wiper", "gear", "gear-back"],
      ["mirror", "mirror", "mirror-out"],
      ["power-strip", "off-again", "on-last"],
      ["pin-strip", "pin-again", "pin-last"],
      ["waste", "waste-out", "waste-in"],
    ],
    uses: { "cleaning fluid": 10, "foam swabs": 5, "glass cleaner": 5 },
    waits: { cleaning: 3 },
    found: ["cap", "head"],
    checks: ["check"],
  },
  R24: {
    opens: [
      ["head", "side", "home"],
      ["left", "left-open", "left-shut"],
      ["mirror", "mirror", "mirror-out"],
      ["right", "right-open", "right-shut"],
      ["wipers", "wipers-out", "wipers-in"],
    ],
    uses: { "solvent cleaner": 20, "cleaning sticks": 14, "lint-free wipes": 3 },
    waits: { cleaning: 5 },
    found: ["head", "cap", "wiper"],
    checks: ["check"],
  },
  R25: {
    opens: [
      ["task", "open", "shut"],
      ["cover-caps", "caps-cover", "caps-shut"],
      ["carriage", "caps-free", "capped"],
      ["cover-filters", "filters-cover", "filters-shut"],
      ["latch@left", "latch-off@left", "latch-on@left"],
      ["filter@left", "filter-out@left", "filter-in@left"],
      ["latch@right", "latch-off@right", "latch-on@right"],
      ["filter@right", "filter-out@right", "filter-in@right"],
      ["roll", "roll-cover", "roll-shut"],
      ["pinch", "pinch-off", "pinch-on"],
      ["material", "material-aside", "material-back"],
      ["module", "module-out", "module-in"],
      ["left-blade", "left-out", "left-in"],
    ],
    uses: { alcohol: 15, "distilled water": 30, "lint-free wipes": 9 },
    waits: { "caps-dry": 4, cleaning: 4 },
    found: ["cap", "aerosol-filter", "aerosol-filter", "cleaning-roll"],
    checks: ["check"],
  },
  R26: {
    opens: [
      ["head-procedure", "head-start", "head-done"],
      ["front", "front-open", "front-shut"],
      ["rear", "rear-open", "rear-shut"],
      ["cap-procedure", "caps-start", "caps-done"],
      ["covers", "covers-open", "covers-shut"],
      ["piece", "piece-off", "piece-on"],
    ],
    // A new one for the head, for the caps, for the wiper.
    uses: { "cleaning sticks": 3 },
    waits: { cleaning: 2 },
    found: ["head", "cap"],
    checks: ["check"],
  },
  R41: {
    opens: [
      ["heads", "start", "cleaning"],
      ["power", "off", "on"],
      ["lid", "lid", "shut"],
      ["white-tray", "white-out", "white-latch"],
      ["white-foam", "white-empty", "white-foam"],
      ["colour-tray", "colour-out", "colour-latch"],
      ["colour-foam", "colour-empty", "colour-foam"],
    ],
    uses: { "cleaning fluid": 20, "cleaning sticks": 1, "flushing foams": 2 },
    waits: { cleaning: 3 },
    found: ["flushing-foam", "flushing-foam"],
    checks: ["check"],
    answers: { foams: "both" },
  },
};

type Walk = {
  opens: [string, string, string][];
  uses: Record<string, number>;
  waits: Record<string, number>;
  found: string[];
  checks: string[];
};

/** A run to its end, each look by its first answer, each part found heavy. */
function walked(id: string, answers: Readonly<Record<string, string>> = {}): Walk & { status: string | undefined; owed: number } {
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
  return { ...walk, status: end?.status, owed: end?.owed.length ?? -1 };
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

test("a step's line is at most twelve words, and the sheets' routines say why or what good and bad look like", () => {
  for (const id of [...Object.keys(SHEETS), "R21", "R54"]) {
    const own = planOf(id).filter(({ at, routine }) => !at.includes(".") && (routine ?? id) === id);
    const long = own.filter(({ text }) => text.split(/\s+/).length > 12).map(({ at, text }) => `${at}: ${text}`);
    expect([id, long]).toEqual([id, []]);
    const told = own.filter(({ why, good, bad }) => why ?? good ?? bad).length;
    expect([id, told / own.length > 0.3]).toEqual([id, true]);
  }
});

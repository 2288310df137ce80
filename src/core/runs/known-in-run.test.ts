import { describe, expect, test } from "vitest";
import type { FloorMachine } from "../floor/floor-view.ts";
import { DEFAULT_LADDER } from "../nozzles/ladder/settings.ts";
import type { NozzleDesk } from "../nozzles/ladder/what-now.ts";
import { ALL_FIRING, DEFAULT_READINESS } from "../nozzles/readiness.ts";
import { routineBook } from "../routines/assigned.ts";
import type { VesselView } from "../stores/waste/vessel-view.ts";
import type { RunBody } from "./events.ts";
import { cleansSoFar, knownInRun, offered } from "./known-in-run.ts";
import { runPlan } from "./plan.ts";
import { runState } from "./run.ts";

/** What a run answers by itself, worked out by hand (bounds: common practice, no source). */

const channels = [{ id: "K", ink: "black" as const }];
const fleetMachine = { id: "m", name: "M", class: "uv" as const, since: "2026-01-01", heads: [{ id: "H1", channels }] };
const book = routineBook();
const check = (entry: string, at: number, missing: number) => ({
  kind: "check" as const,
  entry,
  at,
  channels: [{ ...ALL_FIRING, id: "H1/K", missing }],
});
const desk = (events: NozzleDesk["events"]): NozzleDesk => ({
  madeAt: 0,
  machineClass: "uv",
  school: "ladder",
  judging: { readiness: DEFAULT_READINESS, nozzles: { "H1/K": 100 }, ladder: DEFAULT_LADDER },
  heads: ["H1"],
  events,
  own: [],
  byHand: null,
});
const vessel = (ml: number): VesselView => ({ ml, lowMl: ml, highMl: ml, limitMl: 1700, volumeMl: 2000 }) as VesselView;

function at(routineId: string, bodies: RunBody[], machine: Partial<FloorMachine>, class_: "uv" | "dtf" = "uv") {
  const routine = book.get(routineId) ?? { effects: {}, steps: [] };
  const of = { ...fleetMachine, class: class_ };
  const plan = runPlan(routine.steps ?? [], of);
  const events = [{ event: "start" as const, form: "guided" as const, version: "v", gear: true }, ...bodies].map((body, index) => ({
    id: String(index),
    at: index * 60_000,
    person: "bram",
    body,
  }));
  const state = runState(plan, of, events);
  if (!state?.now) throw new Error("no step");
  const run = { machine: { machine: of, ...machine } as FloorMachine, routine, plan, state };
  return { run, known: knownInRun(run, state.now), now: state.now };
}
const step = (id: string, result?: Extract<RunBody, { event: "step" }>["result"]): RunBody => ({
  event: "step",
  step: id,
  ...(result ? { result } : {}),
});

/** The UV opening up to its first check, with nothing out of the way. */
const opening: RunBody[] = [
  step("safe"),
  step("room", { choice: "room" }),
  step("aside"),
  step("gasket-found", { found: "clean" }),
  step("gasket"),
  step("cracks", { choice: "whole" }),
  step("bed-down"),
  step("hangs", { choice: "none" }),
  step("home"),
  step("connected", { choice: "all" }),
  step("scrap"),
  step("height"),
  step("bed-up"),
  step("print"),
  step("printing"),
];
const load: RunBody[] = [
  step("wipe-first"),
  step("which"),
  { event: "clear", step: "load" },
  step("load"),
  step("aside-look"),
  step("brim", { choice: "brims" }),
  step("home-look"),
  step("go-on", { choice: "wet" }),
  step("clean"),
  step("cleaning"),
];

describe("the answer after a check", () => {
  const read = (missing: number[], rounds: RunBody[]) =>
    at("R05", [...opening, ...rounds], { desk: desk(missing.map((count, index) => check(`c${index}`, index, count))) });
  test("is worked out from the check that this run read", () => {
    const first = read([2], [step("first-read", { check: "c0" })]);
    expect(first.now.at).toBe("first");
    expect(first.known).toMatchObject({ of: "check", choice: "good", outside: 0, cleans: 0 });
    expect(read([15], [step("first-read", { check: "c0" })]).known).toMatchObject({ choice: "flag", goodPercent: 85 });
    expect(read([40], [step("first-read", { check: "c0" })]).known).toMatchObject({ choice: "poor", missing: 40 });
  });
  test("a check of another day says nothing here", () => {
    expect(read([40], [step("first-read", { check: "other" })]).known).toBeUndefined();
  });
  test("after two rounds without a nozzle more it is to stop; the cleans are counted", () => {
    const poor = [step("first-read", { check: "c0" }), step("first", { choice: "poor" }), ...load];
    const once = read([40, 40], [...poor, step("again-read", { check: "c1" })]);
    expect([once.now.at, once.known]).toMatchObject(["second", { choice: "poor", cleans: 1 }]);
    const twice = [
      ...poor,
      step("again-read", { check: "c1" }),
      step("second", { choice: "poor" }),
      ...load,
      step("again-read", { check: "c2" }),
    ];
    const stop = read([40, 40, 41], twice);
    expect(stop.known).toMatchObject({ choice: "stop", cleans: 2 });
    expect(cleansSoFar(stop.run)).toBe(2);
  });
});

describe("room in the waste", () => {
  // Still to come by the usual way of R03: three cleans of 4 mL, 5 mL of fluid that no step numbers, one more clean that a poor test would ask for.
  test("is the estimate with what is still to come", () => {
    const fits = at("R03", [], { vessel: vessel(400), desk: desk([]) }, "dtf");
    expect(fits.known).toEqual({ of: "room", ml: 400, limitMl: 1700, comesMl: 21, fits: true, choice: "room" });
  });
  test("too little of it is said, and nothing is chosen", () => {
    const full = at("R03", [], { vessel: vessel(1690), desk: desk([]) }, "dtf");
    expect(full.known).toMatchObject({ fits: false });
    expect(full.known?.choice).toBeUndefined();
  });
  test("without a vessel it is asked", () => expect(at("R03", [], { desk: desk([]), vessel: null }, "dtf").known).toBeUndefined());
});

test("from the eighth clean on a rest is offered, from the tenth no more cleans", () => {
  const again = book.get("R03")?.steps?.find((each) => "id" in each && each.id === "again");
  const choices = again && "choices" in again ? again.choices : [];
  expect(offered(choices, 4).map(({ id }) => id)).toEqual(["good", "poor"]);
  expect(offered(choices, 8).map(({ id }) => id)).toEqual(["good", "poor", "rest"]);
  expect(offered(choices, 10).map(({ id }) => id)).toEqual(["good", "rest"]);
});

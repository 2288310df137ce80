import { describe, expect, test } from "vitest";
import { book, heads, machine, routine } from "../../../tests/fixtures/built-in-at.ts";
import type { Machine } from "../fleet/schema.ts";
import type { RunBody, RunEvent, StepResult } from "../runs/events.ts";
import { runPlan } from "../runs/plan.ts";
import { missing, type RunState, runState } from "../runs/run.ts";
import { HAZARDS } from "../safety/hazards.ts";
import { BUILT_IN } from "./built-in.ts";
import type { Step } from "./step.ts";

/** All built-in routines: when they are due and how long they take, what none of them may say, and that each comes to its end (common practice, no source). */

describe("when, how long, by whom", () => {
  const opening = { every: "print-day", beat: "opening" };
  const midday = { every: "print-day", beat: "midday" };
  const closing = { every: "print-day", beat: "closing" };
  const week = { every: { weeks: 1 } };
  const month = { every: { months: 1 } };
  const byUse = { byUse: { light: 6, heavy: 3 } };
  test.each<[string, number, number, unknown, string?]>([
    ["R01", 3, 2, opening],
    ["R02", 2, 0, opening],
    ["R03", 12, 6, opening],
    ["R04", 2, 6, opening],
    ["R05", 10, 10, opening],
    ["R06", 3, 2, midday],
    ["R07", 6, 0, closing],
    ["R08", 1, 0, midday],
    ["R09", 2, 0, undefined],
    ["R10", 4, 0, closing],
    ["R11", 5, 4, undefined],
    ["R12", 15, 5, closing],
    ["R13", 1, 5, closing],
    ["R14", 8, 15, { every: "idle-day" }],
    ["R15", 3, 2, undefined],
    ["R16", 15, 5, week],
    ["R17", 20, 3, week],
    ["R18", 15, 3, [week, { sign: "ink-pools-on-filter" }]],
    ["R19", 15, 0, week],
    ["R20", 20, 3, week],
    ["R21", 25, 5, { times: 2, per: "week", minPrintDays: 3 }],
    ["R22", 10, 5, week],
    ["R23", 12, 5, week],
    ["R24", 30, 5, week],
    ["R25", 45, 8, week],
    ["R26", 15, 2, week],
    ["R27", 10, 5, { every: { days: 3 } }],
    ["R28", 10, 5, { every: { days: 10 } }],
    ["R29", 15, 30, byUse],
    ["R30", 5, 0, month],
    ["R31", 15, 0, month],
    ["R32", 5, 1, [month, { sign: "banding" }]],
    ["R33", 20, 3, byUse],
    ["R34", 20, 5, undefined, "technician"],
    ["R36", 3, 1, month],
    ["R37", 40, 0, undefined, "technician"],
    ["R38", 30, 30, undefined, "technician"],
    ["R39", 90, 15, undefined, "technician"],
    ["R40", 10, 3, [{ count: { counter: "prints", every: 1000 } }, { prompt: {} }]],
    ["R41", 15, 3, { prompt: { withinMinutes: 20 } }],
    ["R42", 3, 0, { prompt: {} }],
    ["R43", 5, 2, { prompt: {} }],
    ["R44", 60, 600, { prompt: {} }, "technician"],
    ["R45", 6, 0, undefined],
    ["R46", 5, 2, undefined],
    ["R47", 8, 3, [{ sign: "banding" }, { sign: "stains" }]],
    ["R48", 20, 0, { sign: "mist-on-rails" }],
  ])("%s: %i min of hands, %i of waiting", (id, hands, wait, trigger, skill) => {
    expect(routine(id)).toMatchObject({ handsMinutes: hands, waitMinutes: wait });
    expect(routine(id).trigger).toEqual(trigger);
    expect(routine(id).skill).toBe(skill);
  });
});

describe("across all of them", () => {
  const plain = (steps: readonly Step[]): Step[] => steps.flatMap((each) => ("steps" in each ? plain(each.steps) : [each]));
  const all = BUILT_IN.filter(({ steps }) => steps);
  const whole = all.map(({ id, steps }) => [id, plain(steps ?? []).map((each) => JSON.stringify(each))] as const);

  test("nobody is told to hold a cover switch down, to pull the plug while the carriage travels, or to draw by mouth", () => {
    for (const [id, steps] of whole)
      for (const each of steps) {
        expect(each, id).not.toMatch(/switch (held|pressed) down|hold the (cover|lid) switch|plug while/i);
        if (/hold a cover switch/i.test(each)) expect(each, id).toMatch(/never hold a cover switch/i);
        // A plug is pulled once the machine is switched off and stands.
        if (/pull the plug/i.test(each)) expect(each, id).toMatch(/switch(ed)? off|off at the/i);
        if (/by mouth/i.test(each)) expect(each, id).toMatch(/never (draw ink )?by mouth|no.* by mouth/i);
      }
  });
  test("cotton buds are never asked for", () => {
    for (const [id, steps] of whole) expect(steps.join(), id).not.toMatch(/cotton/i);
  });
  test("what opens a machine or reaches in carries its caution", () => {
    for (const { id, steps, hazards } of all)
      if (plain(steps ?? []).some((each) => "text" in each && /unplug|maintenance position|cleaning position/i.test(each.text)))
        expect(hazards?.length, id).toBeGreaterThan(0);
    for (const { hazards } of all) for (const each of hazards ?? []) expect(HAZARDS[each]).toBeDefined();
  });
  test("the minutes of the steps come near the minutes planned", () => {
    for (const { id, handsMinutes = 0, steps } of all) {
      const more = { abilities: [] };
      const hands = runPlan(book.get(id)?.steps ?? steps ?? [], machine(more))
        .filter(({ at }) => !at.endsWith("@H2"))
        .reduce((sum, { minutes = 0 }) => sum + minutes, 0);
      // Branches are counted together, so that the sum may be above; it is never less than a third of it nor twice as much and two minutes.
      expect(hands, id).toBeGreaterThan(handsMinutes / 3);
      expect(hands, id).toBeLessThanOrEqual(handsMinutes * 2 + 2);
    }
  });
});

describe("each can be followed to its end", () => {
  /** Taps through a guided run, choosing the nth answer where there is a choice, at most `limit` steps. */
  function followed(id: string, on: Machine, nth: number): RunState {
    const steps = runPlan(routine(id).steps ?? [], on);
    const events: RunEvent[] = [];
    let at = 0;
    const tell = (body: RunBody) => events.push({ id: `e${events.length}`, at: ++at * 60_000, person: "ilse", body });
    tell({ event: "start", form: "guided", version: "v", gear: true });
    const asked = new Map<string, number>();
    for (let taps = 0; taps < 200; taps++) {
      const state = runState(steps, on, events);
      if (!state) throw new Error("no run");
      const now = state.now;
      if (!now) break;
      if (now.kind === "hold") tell({ event: "clear", step: now.at });
      const times = asked.get(now.at) ?? 0;
      asked.set(now.at, times + 1);
      // The second time round the first answer that leads on.
      const result: StepResult | undefined =
        "choices" in now
          ? {
              choice:
                (times > 1 ? now.choices.find(({ goTo }) => goTo === undefined || goTo === "check" || goTo === "read") : undefined)?.id ??
                now.choices[(nth + times) % now.choices.length]?.id,
            }
          : now.kind === "found"
            ? { found: (["clean", "some", "heavy", "pooling"] as const)[nth % 4] }
            : now.kind === "measure"
              ? { value: now.min }
              : now.kind === "nozzle-check"
                ? { check: "01900000-0000-7000-8000-000000000000" }
                : now.kind === "photo"
                  ? { photo: "0".repeat(64) }
                  : now.kind === "confirm"
                    ? { by: "bram" }
                    : undefined;
      tell({ event: "step", step: now.at, ...(result ? { result } : {}) });
    }
    // An answer that ends a run before its work is done leaves it undone.
    const early = runState(steps, on, events)?.endsFor;
    tell(early ? { event: "abandon", reason: early } : { event: "end" });
    const state = runState(steps, on, events);
    if (!state) throw new Error("no run");
    expect(state.strays, `${id} at ${state.now?.at}, owed ${state.owed.map(({ id: owed }) => owed)}`).toEqual([]);
    expect(missing(state, steps, on)).toEqual([]);
    return state;
  }
  const machines = [
    machine(),
    machine({
      class: "dtg",
      abilities: ["jig-clean", "white-circulation"],
      policies: { plate: "wipe", cap: "dry" },
      heads: heads.slice(0, 1),
    }),
  ];
  test.each(BUILT_IN.filter(({ steps }) => steps).map(({ id, name }) => [id, name]))(
    "%s %s, whatever is answered, with nothing owed",
    (id) => {
      for (const on of machines)
        for (let nth = 0; nth < 4; nth++) {
          const state = followed(id, on, nth);
          expect(state.status).toBe(state.endsFor === null ? "ended" : "abandoned");
          expect(state.owed).toEqual([]);
        }
    },
  );
});

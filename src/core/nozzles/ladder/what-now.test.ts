import { describe, expect, test } from "vitest";
import { chance } from "../../bench/print-check.ts";
import { type ChannelCheck, DEFAULT_READINESS } from "../readiness.ts";
import { chronicChannels, firstChecks } from "./chronic.ts";
import type { School } from "./next-step.ts";
import { type Check, cleansOf, type NozzleEvent } from "./recovery.ts";
import { DEFAULT_LADDER } from "./settings.ts";
import { type NozzleDesk, nextLine, restingUntil, roomFirst, whatNow } from "./what-now.ts";

/** The one thing to do next, from what happened: common practice, no source. */

const MINUTE = 60_000;
const desk = (events: NozzleEvent[], rest: Partial<NozzleDesk> = {}): NozzleDesk => ({
  madeAt: 0,
  machineClass: "dtf",
  school: "ladder",
  judging: { readiness: DEFAULT_READINESS, ladder: DEFAULT_LADDER, nozzles: { "H1/K": 120, "H2/W": 120 } },
  heads: ["H1", "H2"],
  events,
  own: [],
  byHand: "R21",
  jobs: { "seal-test": ["R36"], "soak-head": ["R38"], "replace-head": ["R39"] },
  ...rest,
});
const check = (at: number, black: number, white = 0): NozzleEvent => {
  const channel = (id: string, missing: number): ChannelCheck => ({ id, missing, weak: 0, deflected: 0, neighbours: missing > 3 });
  return { at, kind: "check", channels: [channel("H1/K", black), channel("H2/W", white)] };
};
const done = (at: number, kind: "look" | "rest" | "by-hand" | "flush" | "printed" | "released"): NozzleEvent => ({ at, kind });
const clean = (at: number, rung = "light"): NozzleEvent => ({ at, kind: "clean", rung });

describe("what now", () => {
  test("what the waste vessel has no room for: it is said before the clean, which draws 2 mL for both heads and 1 for one", () => {
    const next = (roomMl: number, white = 0, kind = "bottle") => whatNow(desk([check(0, 9, white)], { vessel: { kind, roomMl } }), MINUTE);
    expect(next(1.5, 9)?.emptyFirst).toEqual({ kind: "bottle", roomMl: 1.5, drawsMl: 2 });
    expect(next(2, 9)?.emptyFirst).toBeNull();
    expect(whatNow(desk([check(0, 9)]), MINUTE)?.emptyFirst).toBeNull();
    const [full, roomy] = [next(0, 9), next(500, 9)];
    expect(full && nextLine(full)).toBe(`Empty the bottle first, then: ${full?.words}`);
    expect(roomy && nextLine(roomy)).toBe(roomy?.words);
    expect(roomFirst("cartridge")).toBe("Change the cartridge first, then: ");
  });

  test("nothing on record: a check; a good check: nothing; by a fixed number first the cleans", () => {
    expect(whatNow(desk([]), 0)?.words).toBe("Print and enter a check");
    expect(whatNow(desk([check(0, 1)]), MINUTE)).toBeUndefined();
    expect(whatNow(desk([], { school: "fixed" }), 0)?.words).toBe("Clean, light, all heads");
  });
  test("a check that is too old asks for another", () => {
    expect(whatNow(desk([check(0, 9)]), MINUTE)?.step.action.kind).toBe("clean");
    expect(whatNow(desk([check(0, 9)]), 13 * 60 * MINUTE)?.step.action.kind).toBe("check");
  });
  test("it names the reason, what it cost and what else was possible, with why not", () => {
    const next = whatNow(desk([check(0, 20), clean(MINUTE), check(2 * MINUTE, 12)]), 3 * MINUTE);
    expect(next?.why).toBe("Progress: 20 out, now 12. 1 clean on “light”, up to 3 while they help.");
    expect(next?.spent).toEqual({ ml: 2, minutes: 1, cleans: 1, loads: 0 });
    expect(next?.others.map(({ what }) => what)).toEqual(
      expect.arrayContaining(["A stronger clean (“normal”)", "Cap seal test", "Channel flush", "Rest", "Print anyway"]),
    );
    expect(next?.ahead?.sentence).toMatch(/^About (\d cleans|one clean) .* 40 % as usual for its class\.$/);
  });
  test("where nothing is out, weak or deflected nozzles are named as the reason", () => {
    const weak: NozzleEvent = {
      at: 0,
      kind: "check",
      channels: [{ id: "H1/K", missing: 0, weak: 8, deflected: 0, neighbours: false }],
    };
    expect(whatNow(desk([weak]), MINUTE)?.why).toBe("Weak or deflected nozzles in H1/K. The lightest clean comes first.");
  });
  test("a channel that is all out gets no estimate of cleans", () => {
    const next = whatNow(desk([check(0, 0), check(5 * MINUTE, 120), done(6 * MINUTE, "look")]), 7 * MINUTE);
    expect(next?.step.action.kind).toBe("clean");
    expect(next?.ahead).toBeNull();
  });
  test("each action that has a routine names it: care by hand the machine's own", () => {
    const gone = [check(0, 0), check(5 * MINUTE, 120), done(6 * MINUTE, "look"), clean(7 * MINUTE), check(8 * MINUTE, 120)];
    expect(whatNow(desk(gone), 9 * MINUTE)?.routines).toEqual(["R36"]);
    const tired = [check(0, 9), done(MINUTE, "rest"), check(800 * MINUTE, 9), done(801 * MINUTE, "rest"), check(1600 * MINUTE, 9)];
    expect(whatNow(desk(tired), 1601 * MINUTE)).toMatchObject({ words: "Call a technician", routines: ["R38", "R39"] });
  });
  test("a rest holds until it is over, also where a check is entered before", () => {
    const resting = [check(0, 9), clean(MINUTE), check(2 * MINUTE, 9), done(3 * MINUTE, "rest")];
    const until = 3 * MINUTE + 12 * 60 * MINUTE;
    expect(restingUntil(desk(resting), 4 * MINUTE)).toBe(until);
    expect(restingUntil(desk([...resting, check(5 * MINUTE, 9)]), 6 * MINUTE)).toBe(until);
    expect(restingUntil(desk(resting), until)).toBeUndefined();
    expect(restingUntil(desk([check(0, 9)]), MINUTE)).toBeUndefined();
  });
  test("released with a reason or printing, it says no more; a new check begins anew", () => {
    expect(whatNow(desk([check(0, 9), done(MINUTE, "released")]), 2 * MINUTE)).toBeUndefined();
    expect(whatNow(desk([check(0, 9), done(MINUTE, "released"), check(9 * MINUTE, 9)]), 10 * MINUTE)?.step.row).toBe("rung-new");
  });
});

describe("the same nozzles morning after morning", () => {
  const DAY = 24 * 60 * MINUTE;
  const seen = (at: number, missing: number[]): Check => ({
    at,
    kind: "check",
    channels: [
      { id: "H2/W", missing: missing.length, weak: 0, deflected: 0, neighbours: false, which: { missing, weak: [], deflected: [] } },
    ],
  });
  const mornings = (days: number, missing: number[]) => [...Array(days)].map((_, day) => seen(day * DAY, missing));
  const last = seen(7 * DAY, [3, 40, 77]);
  const chronic = (rest: Partial<NozzleDesk> = {}) =>
    whatNow(desk([last], { mornings: mornings(7, [3, 40, 77]), ...rest }), 7 * DAY + MINUTE);
  test("eight running are chronic: the damper comes next, no clean", () => {
    expect(chronic()).toMatchObject({ words: "Lift the damper of H2/W", step: { row: "chronic" }, ahead: null });
    expect(chronic()?.why).toContain("on 8 mornings in a row (H2/W: 4, 41, 78)");
  });
  test("after the damper was lifted in these mornings: the technician", () => {
    expect(chronic({ damperAt: 3 * DAY })?.words).toBe("Call a technician");
    expect(chronic({ damperAt: -DAY })?.words).toBe("Lift the damper of H2/W");
  });
  test("one nozzle that is new, seven mornings, or counts alone: a clean as ever", () => {
    expect(chronic({ events: [seen(7 * DAY, [3, 40, 90])] })?.step.action.kind).toBe("clean");
    expect(chronic({ mornings: mornings(7, [3, 40, 77]).slice(1) })?.step.action.kind).toBe("clean");
    expect(chronic({ events: [check(7 * DAY, 0, 3)] })?.step.action.kind).toBe("clean");
  });
  test("a second check of a morning is no other morning", () => {
    expect(firstChecks([seen(0, [1]), seen(60 * MINUTE, [1]), seen(DAY, [1])]).map(({ at }) => at)).toEqual([0, DAY]);
    expect(chronicChannels(mornings(8, [5]), undefined, desk([]).judging)).toEqual([]);
  });
});

describe("whatever happens at the machine", () => {
  const schools: School[] = ["ladder", "fixed", "load-and-clean"];
  test.each(schools)("who follows it comes to an end, and never cleans more than the limit before a rest (%s)", (school) => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = chance(seed * 613);
      let [at, missing] = [0, 4 + Math.floor(random() * 116)];
      const events: NozzleEvent[] = [check(at, missing, random() < 0.2 ? 120 : 0)];
      let turns = 0;
      for (; turns < 200; turns++) {
        at += 4 * MINUTE;
        const next = whatNow(desk(events, { school }), at);
        if (!next || next.step.action.kind === "release" || next.step.action.kind === "technician") break;
        const { action } = next.step;
        if (action.kind === "check") {
          missing = Math.max(0, Math.round(missing * (0.5 + random() * 0.7)));
          events.push(check(at, missing));
        } else if (action.kind === "clean") {
          const last = events.at(-1);
          expect(last?.kind === "clean" && school !== "fixed", `two cleans running, seed ${seed}`).toBe(false);
          events.push({ at, kind: "clean", rung: action.rung.id, ...(action.heads === "all" ? {} : { heads: action.heads }) });
        } else if (action.kind === "rest") {
          if (action.until) at = action.until;
          else events.push({ at, kind: "rest" });
        } else if (action.kind === "seal-test") events.push({ at, kind: "seal-test", ...(random() < 0.3 ? { leaks: true } : {}) });
        else events.push({ at, kind: action.kind });
        const climb = events.slice(events.findLastIndex(({ kind }) => kind === "rest") + 1);
        expect(cleansOf(climb).length).toBeLessThanOrEqual(DEFAULT_LADDER.limit);
      }
      expect(turns, `seed ${seed} goes round and round`).toBeLessThan(200);
    }
  });
  test("the same events always say the same", () => {
    const events = [check(0, 30), clean(MINUTE), check(2 * MINUTE, 25), clean(3 * MINUTE), check(4 * MINUTE, 25)];
    const before = JSON.stringify(events);
    expect(whatNow(desk(events), 5 * MINUTE)).toEqual(whatNow(desk(events), 5 * MINUTE));
    expect(JSON.stringify(events)).toBe(before);
  });
});

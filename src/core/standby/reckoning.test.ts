import { describe, expect, test } from "vitest";
import { routineBook } from "../routines/assigned.ts";
import { betaQuantile } from "../statistics/quantiles.ts";
import { aliveOrAsleep, breakEvenDays, centsOf } from "./cost.ts";
import { type DoorFacts, doorIssues, doorPromise } from "./door.ts";
import { type IdleSpell, idleRisk } from "./risk.ts";
import { planChanges } from "./season.ts";
import { STANDBY_SETTINGS } from "./settings.ts";
import { refusedAsleep, whatIsIn } from "./sleep.ts";
import { spareHours, wayBack } from "./way-back.ts";

describe("alive or asleep", () => {
  const cost = aliveOrAsleep({
    ownCleansADay: 4,
    aliveCleans: 2,
    cleanMl: 4,
    lightMl: 2,
    designMl: 3,
    sheets: 1,
    sheetCents: 45,
    dailyMinutes: 8,
    inkCentsAMl: 10,
    minuteCents: 40,
    fluidCentsAMl: 2,
    cartridgeCents: 0,
    ownCleansMl: 0,
    inkLostMl: 120,
    fluidMl: 900,
    cartridges: 0,
    fluidCleansMl: 60,
    minutesBefore: 70,
    minutesAfter: 20,
    chargeMl: 180,
    cleansAfter: 3,
    checksAfter: 1,
    checkMl: 0.5,
  });
  // Worked by hand: a day 80 + 80 + 30 + 45 + 320 = 555; once 1800 + 120 + 2800 + 800 + 1800 + 125 = 7445:
  // of the 180 mL that fill it again 120 are those that were lost, and count once.
  test("the parts add up as by hand; break-even is sleep cost by daily cost", () => {
    expect(centsOf(cost.daily)).toBeCloseTo(555, 6);
    expect(centsOf(cost.once)).toBeCloseTo(7445, 6);
    expect(cost.once.map(({ id }) => id)).not.toContain("ink");
    expect(breakEvenDays(cost)).toBeCloseTo(7445 / 555, 9);
  });
  test("parts that are nothing are not listed; a day that costs nothing has no crossing", () => {
    expect(cost.once.map(({ id }) => id)).not.toContain("cartridges");
    expect(breakEvenDays({ daily: [], once: cost.once })).toBeNull();
  });
});

describe("risk", () => {
  const spell = (hours: number, hold: boolean, regime: IdleSpell["regime"] = "wet"): IdleSpell => ({
    machine: "m",
    hours,
    regime,
    hold,
    day: "2026-11-01",
  });
  const ask = { machine: "m", regime: "wet" as const, hours: 60, parkedOnHold: false };
  test("nothing on record: the prior, said as a guess", () => {
    const risk = idleRisk([], ask, STANDBY_SETTINGS);
    expect(risk.share).toBeCloseTo(0.15, 9);
    expect(risk.why).toContain("first guess is 15 %");
    expect(risk.high - risk.low).toBeGreaterThan(0.3);
  });
  test("only spells of that regime and about that length count; many make it narrow", () => {
    const many = Array.from({ length: 60 }, (_, index) => spell(50 + (index % 20), index % 4 === 0));
    const risk = idleRisk([...many, spell(500, true), spell(60, true, "flush")], ask, STANDBY_SETTINGS);
    expect([risk.spells, risk.held]).toEqual([60, 15]);
    // One machine of its class: the first guess alone is what its own are added to.
    expect(risk.share).toBeCloseTo((0.15 * 4 + 15) / 64, 9);
    expect(risk.high - risk.low).toBeLessThan(0.2);
  });
  // By hand. Others: 8 of 20, so the class has (0.15 × 4 + 8) / 24 = 0.358333. Two machines only: it weighs 4 (a setting).
  // Own: 1 of 2, so (0.358333 × 4 + 1) / (4 + 2) = 0.405556.
  test("its own spells move it away from its class, by as much as they are", () => {
    const others = Array.from({ length: 20 }, (_, index) => ({ ...spell(60, index < 8), machine: "other" }));
    const risk = idleRisk([...others, spell(60, true), spell(60, false)], ask, STANDBY_SETTINGS);
    expect([risk.own, risk.spells]).toEqual([{ held: 1, of: 2 }, 22]);
    expect(risk.share).toBeCloseTo(0.405556, 6);
    expect(idleRisk(others, ask, STANDBY_SETTINGS).share).toBeCloseTo(0.358333, 6);
  });
  // By hand. All: 4 of 10, half-corrected 4.5 / 11 = 0.409091, odds 0.692308. Parked bad: 3 of 4, with 4 times the usual share
  // (3 + 1.636364) / 8 = 0.579545, odds 1.378378; so the odds of 0.65 × 4 … are moved by 1.990991.
  test("parked after a bad check, the odds are moved by what such spells showed", () => {
    const many = Array.from({ length: 10 }, (_, index) => ({ ...spell(60, index < 3 || index === 9), parkedOnHold: index < 4 }));
    const usual = idleRisk(many, ask, STANDBY_SETTINGS);
    const bad = idleRisk(many, { ...ask, parkedOnHold: true }, STANDBY_SETTINGS);
    expect(usual.share).toBeCloseTo((0.15 * 4 + 4) / 14, 9);
    const odds = (share: number) => share / (1 - share);
    expect(odds(bad.share) / odds(usual.share)).toBeCloseTo(1.990991, 5);
    expect(bad.why).toContain("such times came back on hold 3 of 4");
  });
  // Beta(1, 1) is uniform; Beta(1, b) has the quantile 1 − (1 − p)^(1/b): closed forms, so that the library is held against something else.
  test("beta quantiles against closed forms and a numerical integration", () => {
    expect(betaQuantile(0.05, 1, 1)).toBeCloseTo(0.05, 8);
    for (const [p, b] of [
      [0.05, 3],
      [0.95, 7],
    ] as const)
      expect(betaQuantile(p, 1, b)).toBeCloseTo(1 - (1 - p) ** (1 / b), 8);
    const [a, b] = [2.6, 9.4];
    const density = (x: number) => x ** (a - 1) * (1 - x) ** (b - 1);
    const steps = 200_000;
    const area = (to: number) => {
      let sum = 0;
      for (let step = 0; step < steps; step++) sum += density(((step + 0.5) / steps) * to) * (to / steps);
      return sum;
    };
    expect(area(betaQuantile(0.9, a, b)) / area(1)).toBeCloseTo(0.9, 5);
  });
});

describe("the way back", () => {
  const at = Date.UTC(2027, 0, 11, 8);
  test("spare hours by length, until the record says more", () => {
    expect(spareHours(336, [], { base: 0.5, aWeek: 0.5, most: 6 }).hours).toBe(1.5);
    expect(spareHours(99_999, [], { base: 0.5, aWeek: 0.5, most: 6 }).hours).toBe(6);
    const took = [30, 240, 250].map(
      (recoveryMinutes): IdleSpell => ({ machine: "m", hours: 300, regime: "full", hold: true, day: "2026-01-01", recoveryMinutes }),
    );
    const own = spareHours(336, took, { base: 0.5, aWeek: 0.5, most: 6 });
    expect(own.hours).toBe(4.25);
    expect(own.why).toContain("3 returns");
  });
  test("is reckoned from the first print back, without a gap", () => {
    const { steps, startAt } = wayBack(at, { regime: "full", handsMinutes: 20, waitMinutes: 6, sleepHours: 336 }, [], STANDBY_SETTINGS);
    expect(steps[0]?.what).toContain("Shake the ink, check its date");
    for (let index = 0; index < steps.length; index++) {
      const step = steps[index];
      expect((step?.at ?? 0) + (step?.minutes ?? 0) * 60_000).toBe(steps[index + 1]?.at ?? at);
    }
    // 10 + 26 + 5 + 90 + 5 minutes before eight.
    expect((at - startAt) / 60_000).toBe(136);
  });
});

describe("asleep", () => {
  const words = { days: (day: string) => day, wake: "Wake-up" };
  const book = routineBook();
  const sleep = { regime: "full" as const, regimes: ["full" as const], contents: null, sinceDay: "2026-12-25" };
  test("what draws ink is refused with the reason; storage, waste and the way back are not", () => {
    for (const routine of ["R01", "R03", "R04", "R14", "R21", "R34", "R36"])
      expect(refusedAsleep(sleep, book.get(routine), words)).toContain("cleaning fluid, clips shut");
    for (const routine of ["R08", "R45", "R50", "R53", "R54", "R55", "R30", "R32"])
      expect(refusedAsleep(sleep, book.get(routine), words)).toBeUndefined();
  });
  test("on a wet cap it holds ink still, and nothing is refused", () =>
    expect(refusedAsleep({ ...sleep, regime: "wet" }, book.get("R04"), words)).toBeUndefined());
  test("what is in it: as said, else as the regime leaves it", () => {
    expect(whatIsIn({ regime: "head-out", regimes: ["full", "head-out"], contents: null })).toBe(
      "head out, in its case; lines full of cleaning fluid",
    );
    expect(whatIsIn({ regime: "full", regimes: [], contents: "distilled water" })).toBe("distilled water");
  });
});

describe("the door", () => {
  const right: DoorFacts = {
    name: "Sprat",
    asleep: null,
    hours: 11,
    regime: "night",
    regimeName: "night",
    capped: { regime: "wet", words: "capped on water" },
    undone: [],
    power: { expected: "on", why: "it circulates", seen: "on" },
    waste: null,
    openRun: null,
  };
  const kinds = (more: Partial<DoorFacts>) => doorIssues({ ...right, ...more }).map(({ kind }) => kind);
  test("quiet where all is right, and where it sleeps", () => {
    expect(kinds({})).toEqual([]);
    expect(kinds({ asleep: "asleep since Friday", undone: ["Water cap"], power: { ...right.power, seen: null } })).toEqual([]);
  });
  test("a long weekend needs the concentrate: water is not enough, solution is", () => {
    const long: Partial<DoorFacts> = { hours: 84, regime: "solution", regimeName: "short, with solution" };
    expect(doorIssues({ ...right, ...long })[0]?.words).toContain("it needs concentrate in the cap water; it is capped on water");
    expect(kinds({ ...long, capped: { regime: "solution", words: "capped on solution" } })).toEqual([]);
    expect(kinds({ ...long, capped: null })).toEqual(["capped"]);
  });
  test("a flush, a sleep, power, waste, closing and an open run each speak up", () => {
    expect(kinds({ regime: "flush" })).toEqual(["capped"]);
    expect(kinds({ regime: "full", hours: 400 })).toEqual(["sleep"]);
    expect(kinds({ power: { ...right.power, seen: "off" } })).toEqual(["powered"]);
    expect(kinds({ power: { ...right.power, seen: null } })).toEqual(["powered"]);
    expect(kinds({ waste: "empty the bottle", undone: ["Water cap"], openRun: "Deep clean" })).toEqual(["run", "closing", "emptied"]);
  });
  test("a promise comes from the record, never before the first shift; from the plan it is a guess; nobody comes hours earlier", () => {
    const hour = 60 * 60_000;
    const facts = { plannedAt: -hour, opensAt: 0, openingBy: hour, mostEarlierMinutes: 120 };
    expect(doorPromise(facts)).toEqual({ halfAt: 0, byAt: 0, isGuess: true, earlierMinutes: 0 });
    const record = { halfMinutes: 20, minutes: 90, good: 9, of: 9, like: "mornings" };
    expect(doorPromise({ ...facts, record })).toEqual({ halfAt: hour / 3, byAt: 1.5 * hour, isGuess: false, earlierMinutes: 30 });
    expect(doorPromise({ ...facts, record: { ...record, minutes: 1200 } }).earlierMinutes).toBe(0);
    expect(doorPromise({ ...facts, record: { ...record, minutes: null } }).byAt).toBeNull();
  });
});

describe("a plan that lives", () => {
  const task = (key: string, person: string | null, start: number) => ({ key, person, start });
  test("says what moves, who changes, what fits no more, what is new", () =>
    expect(
      planChanges(
        [task("a", "bram", 0), task("b", "bram", 100), task("c", "bram", 200), task("d", "ilse", 10), task("e", "ilse", 0)],
        [task("a", "bram", 10), task("b", "bram", 190), task("c", "wren", 200), task("f", "wren", 5)],
        ["d"],
      ).map(({ key, kind }) => [key, kind]),
    ).toEqual([
      ["b", "moved"],
      ["c", "person"],
      ["d", "left-out"],
      ["e", "gone"],
      ["f", "new"],
    ]));
});

import { describe, expect, test } from "vitest";
import { adviceFaults } from "../bench/advice.ts";
import type { Machine } from "../fleet/schema.ts";
import type { Regime } from "./regime.ts";
import { adviseRegime, type GapFacts, type RegimeRecord } from "./regimes.ts";
import { standbyProblems, standbySettings } from "./settings.ts";

/** The handbook's table of regimes and its rule of moves (common practice, no source). */

const white = [{ id: "H1", channels: [{ id: "W1", ink: "white" as const }] }];
const black = [{ id: "H1", channels: [{ id: "K", ink: "black" as const }] }];
const machine = (more: Partial<Machine> = {}): Machine => ({
  id: "m",
  name: "M",
  class: "dtf",
  since: "2026-01-01",
  heads: black,
  ...more,
});
const facts = (hours: number | null, more: Partial<GapFacts> = {}): GapFacts => ({
  hours,
  staffedDaily: false,
  skills: new Set(["dtf", "technician"]),
  humidity: 55,
  lowHumidity: 50,
  lastCheck: "Ready",
  short: {},
  ...more,
});
const advised = (hours: number | null, more: Partial<Machine> = {}, about: Partial<GapFacts> = {}) => {
  const each = machine(more);
  return adviseRegime(each, facts(hours, about), standbySettings(each.class)).advised;
};

describe("by the bounds alone", () => {
  test.each<[number, Partial<Machine>, string]>([
    [11, {}, "night"],
    [24, {}, "night"],
    [24.1, {}, "wet"],
    [60, {}, "wet"],
    [72, {}, "wet"],
    [72.5, {}, "solution"],
    [168, {}, "solution"],
    [60, { abilities: ["standby-self-clean"] }, "powered"],
    [60, { abilities: ["standby-self-clean"], policies: { power: "off" } }, "wet"],
    [60, { abilities: ["automatic-flush"] }, "flush"],
    [400, { abilities: ["storage-cartridges"] }, "drained"],
    [400, { abilities: ["bottles"] }, "full"],
    [400, { abilities: ["bottles", "storage-cartridges"] }, "full"],
    [2000, { abilities: ["removable-head"] }, "head-out"],
    [60, { class: "uv" }, "night"],
  ])("%d h, %j: %s", (hours, more, regime) => expect(advised(hours, more)).toBe(regime));

  test("the house's school decides between full and drained, and every bound is a setting", () => {
    const both = machine({ abilities: ["bottles", "storage-cartridges"] });
    expect(adviseRegime(both, facts(400), standbySettings("dtf", [{ lines: "drained" }])).advised).toBe("drained");
    const settings = standbySettings("dtf");
    const shorter = standbySettings("dtf", [
      { bounds: { ...settings.bounds, wet: { from: 24, to: 48 }, solution: { from: 48, to: 168 } } },
    ]);
    expect(adviseRegime(machine(), facts(60), shorter).advised).toBe("solution");
  });
  test("a gap of unknown end is planned as the house says, and said so", () => {
    const { advised: regime, hours, steps } = adviseRegime(machine({ abilities: ["bottles"] }), facts(null), standbySettings("dtf"));
    expect([regime, hours]).toEqual(["full", 336]);
    expect(steps[0]).toContain("nobody knows");
  });
  test("what fits nothing is kept alive while somebody is there, else the furthest it can do, with a warning", () => {
    expect(advised(400, {}, { staffedDaily: true })).toBe("alive");
    const alone = adviseRegime(machine(), facts(400), standbySettings("dtf"));
    expect([alone.advised, alone.beyond]).toEqual(["solution", true]);
  });
  test("without a technician no head is taken out", () =>
    expect(advised(2000, { abilities: ["removable-head", "bottles"] }, { skills: new Set(["dtf"]) })).toBe("full"));
});

describe("moved", () => {
  test.each<[string, number, Partial<Machine>, Partial<GapFacts>, string]>([
    ["white alone: no move", 60, { heads: white }, {}, "wet"],
    ["dry air: one up", 60, { abilities: ["standby-self-clean"] }, { humidity: 38 }, "wet"],
    ["a bad last check: one up", 60, { abilities: ["standby-self-clean"] }, { lastCheck: "Hold" }, "wet"],
    [
      "white in dry air: two up; what begins later is passed over",
      60,
      { heads: white, abilities: ["standby-self-clean"] },
      { humidity: 38, staffedDaily: true },
      "alive",
    ],
    ["never into a method whose own lower bound is not reached", 60, {}, { humidity: 38 }, "wet"],
    ["a closed row is passed over, not a wall", 100, { abilities: ["standby-self-clean", "automatic-flush"] }, { humidity: 38 }, "flush"],
    ["full circulation: one down", 100, { abilities: ["full-circulation"] }, {}, "wet"],
    ["full circulation never makes a night of a weekend", 60, { heads: white, abilities: ["full-circulation"] }, {}, "wet"],
    [
      "a long weekend of white in dry air, somebody there each day: kept alive",
      84,
      { heads: white },
      { staffedDaily: true, humidity: 38 },
      "alive",
    ],
    [
      "8.8 days of white: no head is taken out for that",
      211,
      { heads: white, abilities: ["bottles", "removable-head"] },
      { humidity: 38 },
      "full",
    ],
    ["a night is never moved", 11, { heads: white }, { humidity: 20 }, "night"],
  ])("%s", (_, hours, more, about, regime) => expect(advised(hours, more, about)).toBe(regime));

  test("each step of the advice is said, with what did not hold", () => {
    const { steps } = adviseRegime(machine({ heads: white }), facts(60, { humidity: null, lastCheck: null }), standbySettings("dtf"));
    expect(steps.join("\n")).toMatch(
      /60 h, from parking[\s\S]*white ink alone: no change[\s\S]*humidity of its room is not known[\s\S]*no check on record[\s\S]*does not all circulate[\s\S]*stays “Wet cap”/,
    );
  });
  test("a closed regime says why, an open one what speaks for and against it", () => {
    const { regimes } = adviseRegime(machine(), facts(60, { short: { wet: "not on the shelf: 5 mL water" } }), standbySettings("dtf"));
    const of = (id: string) => regimes.find(({ regime }) => regime === id);
    expect(of("full")).toMatchObject({ open: false, against: expect.arrayContaining(["its lines can’t go into bottles"]) });
    expect(of("wet")?.against).toContain("not on the shelf: 5 mL water");
    expect(of("wet")?.for.join()).toContain("helps");
  });
  test("left powered for over three weeks, white is said to fail", () => {
    const long = adviseRegime(machine({ heads: white, abilities: ["standby-self-clean"] }), facts(600), standbySettings("dtf"));
    expect(long.regimes.find(({ regime }) => regime === "powered")?.against.join()).toContain("about 3 weeks white will fail");
  });
});

describe("the shop's own record", () => {
  const record = (held: number, spells: number, cents = 0): RegimeRecord => ({
    cents,
    risk: { share: (held + 0.6) / (spells + 4), low: (0.7 * held) / spells, high: Math.min(1, (1.3 * held + 2) / spells), spells, held },
  });
  const said = (hours: number, kept: [Regime, RegimeRecord][]) =>
    adviseRegime(machine(), facts(hours, { record: new Map(kept), staffedDaily: true }), standbySettings("dtf"));
  test("worse than the next method beyond its uncertainty: one up, and said which", () => {
    const { advised: regime, steps } = said(72, [
      ["wet", record(18, 20)],
      ["solution", record(1, 20, 400)],
    ]);
    expect(regime).toBe("solution");
    expect(steps.join("\n")).toContain("18 of 20 times “Wet cap”, but 1 of 20 times “Solution cap”: 1 stronger");
  });
  test("within its uncertainty, or with no time on record: no move", () => {
    expect(
      said(72, [
        ["wet", record(3, 4)],
        ["solution", record(1, 4, 400)],
      ]).advised,
    ).toBe("wet");
    expect(said(72, [["wet", record(18, 20)]]).advised).toBe("wet");
  });
  test("what is dearer here and came back worse gives way to what is cheaper and safer", () => {
    const { advised: regime, steps } = said(80, [
      ["solution", record(9, 20, 900)],
      ["alive", record(5, 20, 500)],
    ]);
    expect(regime).toBe("alive");
    expect(steps.at(-1)).toContain("“Run daily” costs less and comes back on hold less often: 5 of 20");
  });
});

test("500 machines and gaps at random: what is advised holds the rules", () => expect(adviceFaults(500, 11)).toEqual([]));

test("a bound that ends before it begins is refused with its place", () =>
  expect(standbyProblems({ bounds: { ...standbySettings("dtf").bounds, wet: { from: 72, to: 24 } } })).toEqual([
    { path: "$.bounds.wet.to", message: "ends before it begins" },
  ]));

import { describe, expect, test } from "vitest";
import { idleSpells, type SpellCheck, type SpellDay } from "./spells.ts";

const at = (day: number, hour: number) => Date.UTC(2026, 10, day, hour);
const iso = (day: number) => `2026-11-${String(day).padStart(2, "0")}`;
const check = (day: number, hour: number, hold = false): SpellCheck => ({
  machine: "m",
  day: iso(day),
  at: at(day, hour),
  hold,
  entry: `${day}/${hour}`,
});
const worked = (day: number, hour: number, exercised = false): SpellDay => ({ machine: "m", day: iso(day), at: at(day, hour), exercised });
const usual = (_: string, hours: number) => (hours <= 24 ? ("night" as const) : ("wet" as const));
const spells = (checks: SpellCheck[], days: SpellDay[], sleeps: Parameters<typeof idleSpells>[2] = []) =>
  idleSpells(checks, days, sleeps, usual);

describe("idle spells", () => {
  test("from the last work of an earlier day to the first check of a day; later checks of it are none", () =>
    expect(spells([check(24, 7), check(24, 12), check(25, 7)], [worked(23, 20), worked(24, 20)])).toMatchObject([
      { hours: 11, regime: "night", hold: false, recoveryMinutes: 0 },
      { hours: 11, day: "2026-11-25" },
    ]));
  test("a weekend is named by its length", () =>
    expect(spells([check(23, 7)], [worked(20, 19)])).toMatchObject([{ hours: 60, regime: "wet" }]));
  test("exercised on its idle days, it was kept alive from the last day that it worked", () =>
    expect(spells([check(26, 7)], [worked(23, 19), worked(24, 10, true), worked(25, 10, true)])).toMatchObject([
      { hours: 60, regime: "alive" },
    ]));
  test("asleep: from when it fell asleep, by its regime, where it was woken shortly before the check", () => {
    const sleep = { machine: "m", regime: "full" as const, since: at(1, 12), upAt: at(24, 6) };
    expect(spells([check(24, 7)], [worked(23, 20)], [sleep])).toMatchObject([{ hours: 23 * 24 - 5, regime: "full" }]);
    expect(spells([check(27, 7)], [worked(26, 20)], [sleep])).toMatchObject([{ hours: 11, regime: "night" }]);
  });
  test("on hold, the recovery lasts until the next good check, if that comes within a day", () => {
    expect(spells([check(24, 7, true), check(24, 9)], [worked(23, 20)])[0]).toMatchObject({ hold: true, recoveryMinutes: 120 });
    expect(spells([check(24, 7, true), check(26, 9)], [worked(23, 20)])[0]).not.toHaveProperty("recoveryMinutes");
  });
  test("without anything before, or after a short pause only, there is none", () => {
    expect(spells([check(24, 7)], [])).toEqual([]);
    expect(spells([check(24, 7)], [worked(23, 24 + 3)])).toEqual([]);
  });
});

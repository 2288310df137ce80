import { describe, expect, test } from "vitest";
import { isoDay, toDay } from "../../src/core/calendar/day.ts";
import { dueOfMachine } from "../../src/core/due/due-work.ts";
import { factsOfFleet, shopRules } from "../../src/core/due/facts.ts";
import type { FleetFile } from "../../src/core/fleet/schema.ts";
import { dueFacts } from "../../src/work/facts/due.ts";
import { exportFleet, importFleet } from "../../src/work/shop/fleet.ts";
import { loadShop } from "../../src/work/shop/shop.ts";
import { db, newSite } from "./database.ts";

/**
 * The database gives the due engine only the rows it needs. Whatever the history, the answer must be the one that the
 * whole file gives: the same core reads it without a database.
 */

/** A repeatable draw of whole numbers below `n` (a linear congruence). */
const draws = (seed: number) => {
  let state = seed;
  return (n: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return Math.floor((state / 2_147_483_648) * n);
  };
};

const TODAY = toDay("2026-11-25");
const COUNTED = ["teal", "wigeon", "pochard"];

async function shopWith(seed: number) {
  const site = await newSite();
  const actor = { site, personId: "ottoline", name: "O", role: "supervisor" as const, sessionId: "s" };
  const draw = draws(seed);
  const file = await exportFleet(db, site);
  file.history = [];
  file.machines = file.machines.filter(({ id }) => COUNTED.includes(id));
  for (const machine of file.machines) {
    machine.since = "2025-12-01";
    machine.counters = [{ name: "prints", readings: [] }];
    machine.fullUse = { counter: "prints", perWorkDay: 50 };
    machine.routines = ["R17", "R40", "house-use", "house-count"];
    const readings = machine.counters[0]?.readings ?? [];
    let value = 1000;
    for (let day = TODAY - 350 + draw(40); day <= TODAY - draw(4); day += 1 + draw(draw(3) ? 6 : 60)) {
      const reset = readings.length > 0 && draw(12) === 0;
      value = reset ? draw(30) : value + draw(180);
      readings.push({ on: isoDay(day), value, ...(reset ? { reset: true } : {}) });
    }
    for (const routine of ["R17", "R40", "house-use", "house-count"]) {
      for (let day = TODAY - 340 + draw(200); day <= TODAY; day += 5 + draw(120)) {
        if (draw(5)) file.history.push({ machine: machine.id, routine, on: isoDay(day), outcome: draw(4) ? "done" : "skipped" });
      }
    }
  }
  file.routines = [
    { id: "house-use", name: "By use", trigger: { byUse: { light: 6, heavy: 3 } } },
    { id: "house-count", name: "By count", trigger: [{ count: { counter: "prints", every: 700 } }, { every: { months: 6 } }] },
  ];
  await importFleet(db, actor, file, {});
  return { site, file };
}

const facts = (file: FleetFile) => factsOfFleet(file, shopRules(file.calendar, file.routines), TODAY);

/** Sums from another first reading differ in their last bits. */
const rounded = (value: unknown) =>
  JSON.parse(JSON.stringify(value, (_, each) => (typeof each === "number" ? Number(each.toPrecision(10)) : each)));

describe("what the database gives the due engine", () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8])("is enough for the answer that the whole history gives (seed %i)", async (seed) => {
    const { site, file } = await shopWith(seed);
    const shop = await loadShop(db, site);
    const machines = shop.machines.filter(({ id }) => COUNTED.includes(id));
    const known = await dueFacts(db, shop, TODAY, machines);
    const whole = new Map(facts(file).map((each) => [each.id, each]));
    const readingsGiven = known.reduce((sum, { counters }) => sum + (counters.get("prints")?.days.length ?? 0), 0);
    expect(readingsGiven).toBeLessThanOrEqual(file.machines.reduce((sum, { counters }) => sum + (counters?.[0]?.readings?.length ?? 0), 0));
    for (const mine of known) {
      const all = whole.get(mine.id);
      if (!all) throw new Error(mine.id);
      expect(rounded(dueOfMachine(mine, shop.rules, TODAY, 120))).toEqual(rounded(dueOfMachine(all, shop.rules, TODAY, 120)));
    }
  });
});

import { toDay } from "../../src/core/calendar/day.ts";
import { dueOfMachine } from "../../src/core/due/due-work.ts";
import { factsOfFleet, shopRules } from "../../src/core/due/facts.ts";
import type { FleetFile } from "../../src/core/fleet/schema.ts";

/** Due work of many machines with 15 routines each over a year, and a day's board; printed as JSON. Run bundled, in one thread. */

const ROUTINES = ["R01", "R04", "R07", "R08", "R10", "R21", "R16", "R17", "R18", "R30", "R32", "R40", "R29", "house-rule", "house-thrice"];
const on = toDay("2026-11-25");

function fleetOf(machines: number): FleetFile {
  const readings = Array.from({ length: 28 }, (_, index) => ({
    on: `2026-11-${String(index + 1).padStart(2, "0")}`,
    value: 100 * index,
  })).slice(0, 24);
  return {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: "bench", name: "Bench", timeZone: "Europe/Lisbon" },
    calendar: { workDays: [1, 2, 3, 4, 5], closures: [{ from: "2026-12-19", to: "2027-01-03" }] },
    routines: [
      { id: "house-rule", name: "Rule", trigger: { rule: "FREQ=MONTHLY;BYDAY=1MO" } },
      { id: "house-thrice", name: "Thrice", trigger: { times: 3, per: "week" }, covers: ["R16"] },
    ],
    machines: Array.from({ length: machines }, (_, index) => ({
      id: `m${index}`,
      name: "M",
      class: "dtf" as const,
      since: `2025-0${1 + (index % 9)}-1${index % 10}`,
      routines: ROUTINES,
      fullUse: { counter: "prints" as const, perWorkDay: 120 },
      counters: [{ name: "prints" as const, readings }],
    })),
    history: Array.from({ length: machines }, (_, index) => ({ machine: `m${index}`, routine: "R21", on: "2026-11-24" })),
  };
}

function timed(days: number, fleet: FleetFile): { ms: number; occurrences: number } {
  const started = performance.now();
  const shop = shopRules(fleet.calendar, fleet.routines);
  let occurrences = 0;
  for (const facts of factsOfFleet(fleet, shop, on)) occurrences += dueOfMachine(facts, shop, on, days).length;
  return { ms: performance.now() - started, occurrences };
}

const rows = [50, 500, 5000].map((machines) => {
  const fleet = fleetOf(machines);
  const runs = machines > 1000 ? 3 : 9;
  const measure = (days: number) => {
    const all = Array.from({ length: runs }, () => timed(days, fleet)).sort((a, b) => a.ms - b.ms);
    return { ms: all[Math.floor(runs / 2)]?.ms ?? 0, occurrences: all[0]?.occurrences ?? 0 };
  };
  const year = measure(366);
  // A board is asked again and again: facts are at hand, as they are after the projections were read.
  const shop = shopRules(fleet.calendar, fleet.routines);
  const facts = factsOfFleet(fleet, shop, on);
  const boards = Array.from({ length: runs * 3 }, () => {
    const started = performance.now();
    for (const each of facts) dueOfMachine(each, shop, on, 1);
    return performance.now() - started;
  }).sort((a, b) => a - b);
  return { machines, occurrences: year.occurrences, yearMs: year.ms, dayMs: boards[Math.floor(boards.length / 2)] ?? 0 };
});
process.stdout.write(JSON.stringify(rows));

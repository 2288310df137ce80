import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { readFleet, readJson } from "./read.ts";

const example = readFileSync("tests/fixtures/example-fleet.json", "utf8");
type Json = { [key: string]: Json } & Json[];

/** The example with one change, and the places where it is then refused. */
function places(change: (fleet: Json) => void): string[] {
  const fleet = JSON.parse(example);
  change(fleet);
  const read = readFleet(JSON.stringify(fleet));
  return "problems" in read ? read.problems.map(({ path }) => path) : [];
}
const machine = (fleet: Json) => fleet.machines?.[0] as Json;
const set = (target: Json | undefined, key: string, value: unknown) => Object.assign(target ?? {}, { [key]: value });

describe("fleet file", () => {
  test("the example of the contract is read, whatever the order of its keys and its white space", () => {
    expect(readFleet(example)).toEqual({ fleet: JSON.parse(example) });
    expect(readFleet(`\uFEFF  ${JSON.stringify(JSON.parse(example))}`)).toEqual({ fleet: JSON.parse(example) });
  });
  test("only what is required is required", () => {
    const bare = {
      format: "zesty-anvil/fleet",
      version: 1,
      site: { id: "s", name: "S", timeZone: "UTC" },
      calendar: { workDays: [] },
      machines: [],
    };
    expect(readFleet(JSON.stringify(bare))).toEqual({ fleet: bare });
  });

  test.each<[string, (fleet: Json) => void, string]>([
    ["unknown key", (f) => set(machine(f), "colour", 1), "$.machines[0].colour"],
    ["unknown key in a trigger", (f) => set(f.routines?.[0]?.trigger, "beat", "opening"), "$.routines[0].trigger.beat"],
    ["missing key", (f) => delete (machine(f) as Record<string, unknown>).since, "$.machines[0].since"],
    ["unknown class", (f) => set(machine(f), "class", "laser"), "$.machines[0].class"],
    ["family of another class", (f) => set(machine(f), "family", "solvent"), "$.machines[0].family"],
    ["unknown area", (f) => set(machine(f), "area", "attic"), "$.machines[0].area"],
    ["unknown routine", (f) => set(machine(f), "routines", ["R01", "R99"]), "$.machines[0].routines[1]"],
    ["a routine twice", (f) => set(machine(f), "routines", ["R01", "R01"]), "$.machines[0].routines[1]"],
    ["unknown covered routine", (f) => set(f.routines?.[0], "covers", ["R07", "nope"]), "$.routines[0].covers[1]"],
    ["unknown part", (f) => set(machine(f).parts?.[0], "kind", "wheel"), "$.machines[0].parts[0].kind"],
    ["unknown policy", (f) => set(machine(f), "policies", { cap: "moist" }), "$.machines[0].policies.cap"],
    ["unknown shift of a person", (f) => set(f.people?.[0], "shifts", ["night"]), "$.people[0].shifts[0]"],
    ["a day that does not exist", (f) => set(f.moves?.[0], "to", "2026-02-30"), "$.moves[0].to"],
    [
      "a reading that falls",
      (f) =>
        set(machine(f).counters?.[0], "readings", [
          { on: "2026-11-09", value: 5 },
          { on: "2026-11-02", value: 9 },
        ]),
      "$.machines[0].counters[0].readings[0].value",
    ],
    [
      "two readings of a day",
      (f) =>
        set(machine(f).counters?.[0], "readings", [
          { on: "2026-11-09", value: 5 },
          { on: "2026-11-09", value: 9 },
        ]),
      "$.machines[0].counters[0].readings[1].on",
    ],
    ["a closure that ends before it begins", (f) => set(f.calendar?.closures?.[0], "to", "2026-12-01"), "$.calendar.closures[0].to"],
    [
      "asleep the wrong way round",
      (f) => set(machine(f), "asleep", [{ from: "2026-08-20", to: "2026-08-01" }]),
      "$.machines[0].asleep[0].to",
    ],
    ["a second machine of an id", (f) => (f.machines as unknown as Json[]).push(machine(f)), "$.machines[1].id"],
    [
      "a second change of a day",
      (f) =>
        set(machine(f), "printDayChanges", [
          { date: "2026-11-26", prints: true },
          { date: "2026-11-26", prints: false },
        ]),
      "$.machines[0].printDayChanges[1].date",
    ],
    ["full use by a counter it has not got", (f) => set(machine(f).fullUse, "counter", "cleans"), "$.machines[0].fullUse.counter"],
    ["an interval of two units", (f) => set(f.routines?.[0], "trigger", { every: { days: 1, weeks: 1 } }), "$.routines[0].trigger.every"],
    ["an interval of none", (f) => set(f.routines?.[0], "trigger", { every: {} }), "$.routines[0].trigger.every"],
    ["an interval out of bounds", (f) => set(f.routines?.[0], "trigger", { every: { days: 3651 } }), "$.routines[0].trigger.every.days"],
    ["a print day without a beat", (f) => set(f.routines?.[0], "trigger", { every: "print-day" }), "$.routines[0].trigger.beat"],
    ["a rule that is none", (f) => set(f.routines?.[0], "trigger", { rule: "FREQ=HOURLY" }), "$.routines[0].trigger.rule"],
    [
      "a beat among several triggers",
      (f) => set(f.routines?.[0], "trigger", [{ every: { days: 1 } }, { every: "print-day", beat: "opening" }]),
      "$.routines[0].trigger[1].beat",
    ],
    ["an outcome that is none", (f) => set(f.history?.[0], "outcome", "missed"), "$.history[0].outcome"],
    [
      "a second move of one occurrence",
      (f) => (f.moves as unknown as Json[]).push({ ...f.moves?.[0], to: "2026-11-24" } as unknown as Json),
      "$.moves[1]",
    ],
    ["a window without after", (f) => set(f.routines?.[0], "window", { before: 1 }), "$.routines[0].window.after"],
    ["no full use a day", (f) => set(machine(f).fullUse, "perWorkDay", 0), "$.machines[0].fullUse.perWorkDay"],
    ["a time zone that is none", (f) => set(f.site, "timeZone", "Mars/Base"), "$.site.timeZone"],
    ["markup in an id", (f) => set(f.people?.[0], "id", "<b>../wren</b>"), "$.people[0].id"],
    ["another version", (f) => set(f, "version", 2), "$.version"],
  ])("%s: refused with its place", (_name, change, path) => {
    expect(places(change)).toContain(path);
  });

  test("each of several faults is named", () => {
    expect(
      places((f) => {
        set(machine(f), "area", "attic");
        set(machine(f), "colour", 1);
        set(f.moves?.[0], "to", "x");
      }),
    ).toEqual(expect.arrayContaining(["$.machines[0].area", "$.machines[0].colour", "$.moves[0].to"]));
  });
  test("what is no JSON is refused with line and column; deep nesting and doubled keys too", () => {
    expect(readJson('{"a": 1,\n  "b": }')).toEqual({ problems: [expect.objectContaining({ path: "line 2, column 8" })] });
    expect(readJson(`${"[".repeat(65)}${"]".repeat(65)}`)).toEqual({
      problems: [expect.objectContaining({ message: expect.stringContaining("64 deep") })],
    });
    expect(readJson(`${"[".repeat(100_000)}`)).toHaveProperty("problems");
    expect(readJson('{"a": 1, "a": 2}')).toEqual({ problems: [expect.objectContaining({ path: "line 1, column 10" })] });
    expect(readJson("")).toHaveProperty("problems");
    expect(readJson('{"__proto__": {"x": 1}}')).toHaveProperty("value");
    expect(({} as { x?: number }).x).toBeUndefined();
  });
  test("numbers that are none: refused", () => {
    expect(readFleet(example.replace("120", "1e999"))).toHaveProperty("problems");
  });
});

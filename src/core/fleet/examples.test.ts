import { Ajv } from "ajv";
import { expect, test } from "vitest";
import { head } from "../../../tests/fixtures/machine.ts";
import { familyOf, meetsRule } from "./rule.ts";
import type { Machine } from "./schema.ts";
import { asFleet, isTimeZone, schemaProblems } from "./validate.ts";

/** An example of each function of the fleet that other rooms call. */

const machine = (more: Partial<Machine> = {}): Machine => ({ id: "m", name: "M", class: "dtf", since: "2026-01-01", ...more });

test("a machine's family is what is said, or the only one of its class", () => {
  expect(familyOf({ class: "wide", family: "solvent" })).toBe("solvent");
  expect(familyOf({ class: "wide" })).toBeUndefined();
});
test.each<[string, Parameters<typeof meetsRule>[1], Partial<Machine>, boolean]>([
  ["by its class", { classes: ["dtf"] }, {}, true],
  ["of another class", { classes: ["uv"] }, {}, false],
  ["by what it can", { abilities: ["bottles"] }, { abilities: ["bottles"] }, true],
  ["by a part it lacks", { parts: ["wiper"] }, { parts: [{ id: "c", kind: "cap" }] }, false],
  ["by a part it has", { parts: ["cap"] }, { parts: [{ id: "c", kind: "cap" }] }, true],
])("a rule met %s", (_, rule, more, met) => expect(meetsRule(machine(more), rule)).toBe(met));

test("a fleet file is read whole, or its problems are named by their place", () => {
  const fleet = {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: "s", name: "S", timeZone: "UTC" },
    calendar: { workDays: [1] },
    machines: [machine({ heads: [head("H1", { K: "black" })] })],
  };
  expect(asFleet(fleet)).toEqual({ fleet });
  const read = asFleet({ ...fleet, machines: [{ ...machine(), class: "loom" }] });
  expect("problems" in read && read.problems[0]?.path).toBe("$.machines[0].class");
});
test("problems of a schema say what was expected", () => {
  const ajv = new Ajv({ allErrors: true, verbose: true });
  const check = ajv.compile({ type: "object", required: ["ml"], properties: { ml: { type: "number" }, on: { type: "string" } } });
  check({ on: 3 });
  expect(schemaProblems(check.errors ?? []).map(({ path }) => path)).toEqual(["$.ml", "$.on"]);
});
test("time zones are those of the IANA database", () => {
  expect(["Europe/Lisbon", "UTC", "Mars/Olympus", ""].map(isTimeZone)).toEqual([true, true, false, false]);
});

import { describe, expect, test } from "vitest";
import type { Machine } from "./schema.ts";
import { policyWarnings, SCHOOLS, withPolicies } from "./schools.ts";
import { POLICIES } from "./vocabulary.ts";

const machine = (more: Partial<Machine> = {}): Machine => ({ id: "m", name: "M", class: "dtf", since: "2026-01-01", ...more });
const warned = (more: Partial<Machine>) => policyWarnings(machine(more)).map(({ policy, words }) => `${policy}: ${words}`);

describe("the schools", () => {
  test("every policy of the vocabulary is asked, every way of it has its reason", () => {
    expect(SCHOOLS.map(({ policy }) => policy).sort()).toEqual(Object.keys(POLICIES).sort());
    for (const { policy, ways } of SCHOOLS) {
      expect(ways.map(({ value }) => value).sort()).toEqual([...POLICIES[policy]].sort());
      for (const { reason } of ways) expect(reason.length).toBeGreaterThan(5);
    }
  });
});

describe("what fights (common practice, no source)", () => {
  test("a machine on its defaults fights nothing", () => {
    for (const kind of ["dtf", "dtg", "uv", "cij"] as const) expect(warned({ class: kind, abilities: ["standby-self-clean"] })).toEqual([]);
  });
  test.each<[string, Partial<Machine>, RegExp]>([
    [
      "cutting the mains of a circulating machine",
      { abilities: ["white-circulation", "shutdown-self-clean"], policies: { power: "off" } },
      /never cut its mains/,
    ],
    ["off without a shutdown cycle", { policies: { power: "off" } }, /nothing cleans its caps/],
    ["a dry cap without standby", { policies: { cap: "dry" } }, /the plate dries overnight/],
    ["load and clean where no pad is seen", { policies: { recovery: "load-and-clean" } }, /UV flatbeds/],
    ["flushing what can't flush", { policies: { idle: "flush" } }, /can't flush by itself/],
    ["exercising what is flushed", { abilities: ["automatic-flush"], policies: { idle: "exercise", cap: "dry" } }, /without exercise/],
    ["water for UV ink", { class: "uv", policies: { fluid: "water" } }, /does not dissolve its ink/],
    ["repacking what it has not", { policies: { cartridge: "repack" } }, /no waste cartridge/],
    ["rotating one white", { policies: { white: "rotate" } }, /fewer than two white channels/],
  ])("%s", (_, more, words) => expect(warned(more).join("; ")).toMatch(words));
  test("with what it asks for, it does not", () => {
    expect(warned({ abilities: ["standby-self-clean"], policies: { cap: "dry" } })).toEqual([]);
    expect(warned({ abilities: ["shutdown-self-clean"], policies: { power: "off" } })).toEqual([]);
    expect(
      warned({
        class: "wide",
        family: "aqueous",
        waste: [{ id: "w", kind: "cartridge", volumeMl: 1, limitMl: 1 }],
        policies: { cartridge: "repack", cap: "wet" },
      }),
    ).toEqual([]);
  });
});

test("policies come down from the site by the class to the machine, the nearer one first", () => {
  const levels = new Map([
    ["site", { cap: "dry", power: "off" } as const],
    ["dtf", { cap: "wet" } as const],
  ]);
  expect(withPolicies(machine({ policies: { plate: "wipe" } }), levels).policies).toEqual({ cap: "wet", power: "off", plate: "wipe" });
  expect(withPolicies(machine({ class: "uv", policies: { power: "on" } }), levels).policies).toEqual({ cap: "dry", power: "on" });
  expect(withPolicies(machine(), new Map())).toEqual(machine());
});

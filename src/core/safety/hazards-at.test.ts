import { expect, test } from "vitest";
import { saysOwnHazards } from "../routines/built-in.ts";
import { hazardsAt } from "./hazards-at.ts";

/** Which caution holds where. Source: the safety table of the handbook, its column "where". */

const dtf = { class: "dtf" } as const;
const uv = { class: "uv" } as const;
const cij = { class: "cij" } as const;

test("uncured UV ink is a skin sensitiser: so is the waste of a UV machine, and no other", () => {
  expect(hazardsAt(["moving-parts", "waste-ink"], uv)).toEqual(["moving-parts", "waste-ink", "sensitiser"]);
  expect(hazardsAt(["moving-parts", "waste-ink"], dtf)).toEqual(["moving-parts", "waste-ink"]);
  expect(hazardsAt(["moving-parts", "sensitiser"], dtf)).toEqual(["moving-parts"]);
  expect(hazardsAt(["sensitiser", "waste-ink"], uv)).toEqual(["sensitiser", "waste-ink"]);
});
test("solvent ink burns: the waste of a coder and of a solvent printer does, too", () => {
  expect(hazardsAt(["waste-ink"], cij)).toEqual(["waste-ink", "flammable"]);
  expect(hazardsAt(["waste-ink"], { class: "wide", family: "solvent" })).toEqual(["waste-ink", "flammable"]);
  expect(hazardsAt(["waste-ink"], { class: "wide", family: "heat-cured" })).toEqual(["waste-ink"]);
  expect(hazardsAt(["electricity"], cij)).toEqual(["electricity"]);
});
test("no lamp, no UV light", () => expect(hazardsAt(["uv-light", "hot"], dtf)).toEqual(["hot"]));
test("what a house says of its own routine stays", () => expect(hazardsAt(["sensitiser"], dtf, true)).toEqual(["sensitiser"]));
test("a built-in routine whose hazards a house changed says the house's", () => {
  expect(saysOwnHazards({ id: "R36", hazards: ["sensitiser", "moving-parts"] })).toBe(false);
  expect(saysOwnHazards({ id: "R36", hazards: ["moving-parts", "sensitiser", "dust"] })).toBe(true);
  expect(saysOwnHazards({ id: "house-x", hazards: ["sensitiser"] })).toBe(true);
});

import { expect, test } from "vitest";
import type { Machine } from "../fleet/schema.ts";
import type { FluidFamily } from "./fluids.ts";
import { whichFluid } from "./which-fluid.ts";

const machine = (kind: Machine["class"], family?: string, policies?: Machine["policies"]): Machine =>
  ({ id: "m", name: "M", class: kind, since: "2026-01-01", ...(family ? { family } : {}), ...(policies ? { policies } : {}) }) as Machine;

/** Handbook, stores, "Which fluid where": fluid, machine, part, verdict. */
test.each<[FluidFamily, Machine, string | undefined, string]>([
  ["alcohol", machine("dtf", "dtf-roll"), "encoder-strip", "fits"],
  ["glass-cleaner", machine("dtg"), "encoder-strip", "fits"],
  ["aqueous-cleaner", machine("dtg"), "encoder-strip", "refused"],
  ["distilled-water", machine("wide", "heat-cured"), "cleaning-blade", "fits"],
  ["alcohol", machine("wide", "heat-cured"), "cleaning-roll", "sparingly"],
  ["solvent-cleaner", machine("wide", "heat-cured"), "cleaning-roll", "refused"],
  ["alcohol", machine("wide", "heat-cured"), "cap", "fits"],
  ["approved-cleaner", machine("wide", "heat-cured"), "cap", "fits"],
  ["distilled-water", machine("wide", "heat-cured"), "cap", "refused"],
  ["uv-cleaner", machine("uv"), undefined, "fits"],
  ["alcohol", machine("uv"), undefined, "sparingly"],
  ["aqueous-cleaner", machine("uv"), "cap", "refused"],
  ["coder-solvent", machine("cij"), "gutter", "fits"],
  ["alcohol", machine("cij"), "gutter", "refused"],
  ["solvent-cleaner", machine("wide", "solvent"), "cap", "fits"],
  ["distilled-water", machine("wide", "solvent"), "cap", "refused"],
  ["distilled-water", machine("dtf", "dtf-roll"), "cap", "fits"],
  ["capping", machine("dtf", "dtf-roll"), "cap", "fits"],
  ["tap-water", machine("dtf", "dtf-roll"), "cap", "refused"],
  ["uv-cleaner", machine("dtg"), "wiper", "refused"],
  ["alcohol", machine("dtg"), "wiper", "refused"],
  ["alcohol", machine("dtg", undefined, { fluid: "alcohol" }), "wiper", "sparingly"],
  ["household", machine("dtg", undefined, { fluid: "household" }), "wiper", "sparingly"],
  ["chlorine", machine("dtg"), "cap", "refused"],
  ["ink", machine("uv"), undefined, "fits"],
  ["ink", machine("uv"), "cap", "refused"],
])("%s at %o, %s: %s", (fluid, at, part, verdict) => {
  const fit = whichFluid(fluid, at, part);
  expect(fit.verdict).toBe(verdict);
  expect(fit.why.length).toBeGreaterThan(15);
});

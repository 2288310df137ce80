import { describe, expect, test } from "vitest";
import type { Machine } from "../fleet/schema.ts";
import { proposedRoutines } from "./assigned.ts";
import { BUILT_IN, BUILT_IN_IDS } from "./built-in.ts";

const machine = (rest: Partial<Machine>): Machine => ({ id: "m", name: "M", class: "dtf", since: "2026-01-01", ...rest });
const parts = (...kinds: string[]) => ({ parts: kinds.map((kind) => ({ id: kind, kind })) });
const bottle = { waste: [{ id: "w", kind: "bottle" as const, volumeMl: 1000, limitMl: 800 }] };

describe("built-in routines (common practice, no source)", () => {
  test("the table is whole", () => {
    const numbers = [...Array.from({ length: 48 }, (_, index) => index + 1), 50, 51, 52, 53, 54, 55];
    expect([...BUILT_IN_IDS].sort()).toEqual(numbers.map((number) => `R${String(number).padStart(2, "0")}`));
    for (const { id, name, handsMinutes } of BUILT_IN) {
      expect(name.length, id).toBeGreaterThan(3);
      expect(handsMinutes, id).toBeGreaterThan(0);
    }
  });
  test.each<[string, Machine, string[]]>([
    [
      "a DTF roll machine",
      machine({ family: "dtf-roll", ...bottle }),
      ["R01", "R02", "R04", "R07", "R08", "R10", "R14", "R21", "R45", "R48"],
    ],
    ["a desktop DTF machine", machine({ family: "dtf-desktop" }), ["R01", "R02", "R03", "R10", "R14", "R48"]],
    ["a DTF machine of which the family is not said meets no rule that names one", machine({}), ["R01", "R02", "R10", "R14", "R48"]],
    ["DTF with automatic flush", machine({ abilities: ["automatic-flush"] }), ["R01", "R02", "R12", "R48"]],
    [
      "DTG with circulation",
      machine({ class: "dtg", abilities: ["white-circulation"], ...parts("rail", "air-filter") }),
      ["R01", "R14", "R30", "R31", "R47", "R48"],
    ],
    [
      "DTG with two ink systems and a jig",
      machine({ class: "dtg", abilities: ["two-ink-systems", "jig-clean"] }),
      ["R01", "R02", "R14", "R27", "R28", "R47", "R48"],
    ],
    ["a UV flatbed: its check is in R05", machine({ class: "uv" }), ["R05", "R06", "R36"]],
    [
      "a solvent sign printer that is switched off",
      machine({ class: "wide", family: "solvent", abilities: ["shutdown-self-clean"] }),
      ["R01", "R13", "R24", "R33"],
    ],
    [
      "the same left on",
      machine({ class: "wide", family: "solvent", abilities: ["shutdown-self-clean"], policies: { power: "on" } }),
      ["R01", "R24", "R33"],
    ],
    [
      "aqueous with rail, blade and waste cartridge",
      machine({
        class: "wide",
        family: "aqueous",
        ...parts("guard-rail", "cutter-blade"),
        waste: [{ id: "c", kind: "cartridge", volumeMl: 900, limitMl: 810 }],
      }),
      ["R01", "R16", "R42", "R43"],
    ],
    [
      "the same where the house repacks",
      machine({
        class: "wide",
        family: "aqueous",
        policies: { cartridge: "repack" },
        waste: [{ id: "c", kind: "cartridge", volumeMl: 900, limitMl: 810 }],
      }),
      ["R01", "R26", "R44"],
    ],
    ["latex type, dye-sublimation, CIJ", machine({ class: "cij" }), ["R23"]],
  ])("%s", (_name, given, wanted) => {
    expect(proposedRoutines(given)).toEqual(wanted);
  });
  test("white rotates only with two white channels and that policy", () => {
    const white = (many: number, policies?: Machine["policies"]) =>
      machine({
        class: "dtg",
        heads: [{ id: "H", channels: Array.from({ length: many }, (_, index) => ({ id: `white${index}`, ink: "white" as const })) }],
        policies,
      });
    expect(proposedRoutines(white(2, { white: "rotate" }))).toContain("R22");
    expect(proposedRoutines(white(1, { white: "rotate" }))).not.toContain("R22");
    expect(proposedRoutines(white(2))).not.toContain("R22");
  });
  test("triggers: deep clean twice a week, at three print days or more; drying cap each 1,000 prints; foams within 20 minutes", () => {
    const trigger = (id: string) => BUILT_IN.find((routine) => routine.id === id)?.trigger;
    expect(trigger("R21")).toEqual({ times: 2, per: "week", minPrintDays: 3 });
    expect(trigger("R40")).toEqual([{ count: { counter: "prints", every: 1000 } }, { prompt: {} }]);
    expect(trigger("R41")).toEqual({ prompt: { withinMinutes: 20 } });
    expect(trigger("R27")).toEqual({ every: { days: 3 } });
    expect(trigger("R28")).toEqual({ every: { days: 10 } });
    expect(trigger("R33")).toEqual({ byUse: { light: 6, heavy: 3 } });
    expect(trigger("R45")).toBeUndefined();
  });
});

import type { Facts } from "./sheet-facts.ts";

/** Facts of the routines of waste, blades, supplies and what a sign asks for (common practice, no source). */
export const SHEETS: Readonly<Record<string, Facts>> = {
  R42: {
    opens: [
      ["cover", "cover", "cover-shut"],
      ["cartridge", "out", "in"],
    ],
    uses: { "waste cartridges": 1 },
    waits: {},
    found: [],
    checks: [],
  },
  R43: {
    opens: [
      ["menu", "menu", "confirm"],
      ["cover", "cover", "cover-shut"],
      ["screw", "screw", "tighten"],
      ["blade", "old", "new"],
    ],
    uses: { "cutter blades": 1 },
    waits: { comes: 2 },
    found: [],
    checks: [],
  },
  // Ten hours of drying.
  R44: {
    opens: [
      ["use", "off", "note-off"],
      ["cartridge", "out", "in"],
      ["open", "emptied-ml", "close"],
      ["service", "service", "restart"],
    ],
    uses: {},
    waits: { dry: 600, starting: 2 },
    found: [],
    checks: [],
  },
  // The lever is shut before the tube leaves the container.
  R45: {
    opens: [
      ["container", "container", "label"],
      ["tube", "tube", "tube-back"],
      ["valve", "open", "shut"],
    ],
    uses: {},
    waits: {},
    found: [],
    checks: [],
  },
  R46: {
    opens: [["old", "out", "in"]],
    uses: {},
    waits: { ready: 2 },
    found: [],
    checks: [],
  },
  R47: {
    opens: [
      ["head", "menu", "confirm"],
      ["cover", "cover", "cover-shut"],
    ],
    uses: { "foam swabs": 2, "cleaning fluid": 3 },
    waits: { cleaning: 3 },
    found: ["head"],
    checks: ["check"],
  },
  R48: {
    opens: [
      ["power", "off", "on"],
      ["covers", "covers", "covers-on"],
      ["filter", "filters.out", "filters.in"],
    ],
    uses: { "lint-free wipes": 7 },
    waits: {},
    found: ["rail", "air-filter"],
    checks: [],
  },
};

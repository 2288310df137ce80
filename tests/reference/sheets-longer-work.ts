import type { Facts } from "./sheet-facts.ts";

/** Facts of the routines of weekly and longer work, and of recovery (common practice, no source). */
export const SHEETS: Readonly<Record<string, Facts>> = {
  // Two swabs for the gaskets, one for the last, two for the wiper, two for each head.
  R17: {
    opens: [
      ["head", "middle", "on"],
      ["power", "off", "plug"],
      ["lid", "lid", "lid-shut"],
      ["mirror", "mirror", "mirror-out"],
    ],
    uses: { "foam swabs": 9, "cleaning fluid": 10, "lint-free wipes": 3 },
    waits: { stands: 0.2, cleaning: 3 },
    found: ["cap-seal", "wiper", "ink-sump"],
    checks: ["check"],
  },
  R22: {
    opens: [
      ["power", "off", "on"],
      ["lines", "move", "press"],
    ],
    uses: { "lint-free wipes": 3 },
    waits: { cleaning: 5 },
    found: [],
    checks: ["check"],
  },
  // 30 mL from the gun body down, 5 to wet the plates, 15 once more.
  R23: {
    opens: [["head", "out", "back"]],
    uses: { "coder solvent": 50 },
    waits: { starting: 5 },
    found: ["head"],
    checks: [],
    answers: { plates: "stubborn" },
  },
  R27: {
    opens: [
      ["platen", "platen-off", "platen-on"],
      ["jig", "jig", "jig-out"],
    ],
    uses: { "jig pads": 2, "cleaning fluid": 2 },
    waits: { cleaning: 5 },
    found: ["head"],
    checks: ["check"],
  },
  R28: {
    opens: [
      ["platen", "platen-off", "platen-on"],
      ["jig", "jig", "jig-out"],
    ],
    uses: { "jig pads": 2, "cleaning fluid": 2 },
    waits: { cleaning: 5 },
    found: ["head"],
    checks: ["check"],
  },
  R29: {
    opens: [["power", "off", "on"]],
    uses: { "cleaning fluid": 6, "lint-free wipes": 2 },
    waits: { soak: 15, cleaning: 3 },
    found: ["cap-pad"],
    checks: ["check"],
  },
  R30: {
    opens: [
      ["power", "off", "on"],
      ["filter", "out", "in"],
    ],
    uses: {},
    waits: {},
    found: ["air-filter"],
    checks: [],
  },
  R31: {
    opens: [["power", "off", "on"]],
    uses: { "lint-free wipes": 3, "rail grease": 0.5, applicators: 1 },
    waits: {},
    found: ["rail", "rail"],
    checks: [],
  },
  R32: {
    opens: [["power", "off", "on"]],
    uses: { "lint-free wipes": 2, alcohol: 2 },
    waits: { homes: 1 },
    found: ["encoder-strip"],
    checks: [],
  },
  R33: {
    opens: [
      ["head", "side", "confirm"],
      ["cover", "cover", "cover-shut"],
      ["pads", "pads-out", "pads-in"],
      ["cleaners", "cleaners-out", "cleaners-in"],
      ["wipers", "wipers-out", "wipers-in"],
    ],
    uses: { "wiper kits": 1, "solvent cleaner": 10, "cleaning sticks": 3 },
    waits: { cleaning: 3 },
    found: ["flushing-pad", "wiper-cleaner", "wiper"],
    checks: ["check"],
  },
  // 3.5 mL for each of two channels.
  R34: {
    opens: [
      ["power", "off", "on"],
      ["head", "aside", "home"],
      ["rag", "rag", "rag-out"],
      ["dampers", "dampers", "dampers-on"],
    ],
    uses: { rags: 1, "cleaning fluid": 7 },
    waits: { cleaning: 4 },
    found: [],
    checks: ["check"],
    answers: { which: "two" },
  },
  R35: {
    opens: [
      ["power", "off", "on"],
      ["damper", "lift", "back"],
    ],
    uses: { rags: 1 },
    waits: { cleaning: 3 },
    found: [],
    checks: ["check"],
  },
  R36: {
    opens: [["head", "aside", "park"]],
    uses: {},
    waits: { cleaning: 1 },
    found: [],
    checks: [],
  },
  R40: {
    opens: [
      ["menu", "menu", "confirm"],
      ["cover", "cover", "cover-shut"],
      ["cap", "cap-out", "cap-in"],
      ["roll", "roll-out", "roll-in"],
    ],
    uses: { "drying caps": 1, "wiper rolls": 1 },
    waits: { cleaning: 3 },
    found: ["drying-cap", "wiper-roll"],
    checks: ["check"],
  },
};

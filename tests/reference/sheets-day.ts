import type { Facts } from "./sheet-facts.ts";

/** Facts of the routines of the day: before, between and after prints (common practice, no source). */
export const SHEETS: Readonly<Record<string, Facts>> = {
  R01: {
    opens: [],
    uses: {},
    waits: { printing: 2 },
    found: [],
    checks: ["read"],
  },
  R02: {
    opens: [["slot@H2/W1", "out@H2/W1", "in@H2/W1"]],
    uses: {},
    waits: {},
    found: [],
    checks: [],
  },
  // Two cap fills are one and what damps the towel; the head moves over a still towel, its path open before the cap is filled.
  R03: {
    opens: [
      ["power", "off", "on"],
      ["line", "line-off", "line-on"],
      ["towel", "towel", "towel-out"],
      ["full-cap", "fill", "draw"],
    ],
    uses: { "lint-free wipes": 1, "cleaning fluid": 10, "foam swabs": 1 },
    waits: { cleaning: 6 },
    found: ["cap"],
    checks: ["check"],
  },
  R04: {
    opens: [],
    uses: {},
    waits: { cleaning: 6, "check.printing": 2 },
    found: [],
    checks: ["check.read"],
  },
  // A poor first check: one round of load, look at the pad, clean, check.
  R05: {
    opens: [
      ["head", "aside", "home"],
      ["head-look", "aside-look", "home-look"],
    ],
    uses: { "lint-free wipes": 4, "UV cleaner": 5, "clear scrap": 1 },
    waits: { printing: 2, cleaning: 2 },
    found: ["cap-seal"],
    checks: ["first-read", "again-read"],
    answers: { first: "poor", second: "good" },
  },
  R06: {
    opens: [],
    uses: {},
    waits: { "check.printing": 2 },
    found: [],
    checks: ["check.read"],
  },
  R08: {
    opens: [],
    uses: {},
    waits: {},
    found: [],
    checks: [],
  },
  R09: {
    opens: [["cap", "aside", "park"]],
    uses: { "distilled water": 5 },
    waits: {},
    found: [],
    checks: [],
  },
  R10: {
    opens: [["cap", "off-cap", "park-head"]],
    uses: { "distilled water": 5 },
    waits: {},
    found: ["cap"],
    checks: [],
  },
  R11: {
    opens: [["cap", "maintenance", "park"]],
    uses: { "capping solution": 5, "foam swabs": 2 },
    waits: { cleaning: 4 },
    found: ["cap"],
    checks: [],
  },
  // Four wipes: white and colour above, white and colour below.
  R12: {
    opens: [
      ["heads", "aside", "home"],
      ["bed", "bed", "bed-on"],
    ],
    uses: { "alcohol wipes": 4, "flush fluid": 40 },
    waits: { flushing: 5 },
    found: ["head", "cap"],
    checks: [],
  },
  R13: {
    opens: [["cycle", "off", "dark"]],
    uses: {},
    waits: { cycle: 5 },
    found: [],
    checks: [],
  },
  R14: {
    opens: [
      ["slot@H2/W1", "white.out@H2/W1", "white.in@H2/W1"],
      ["cap", "cap.off-cap", "cap.park-head"],
    ],
    uses: { "film or a test garment": 1, "distilled water": 5 },
    waits: { cleaning: 2.5, "cleaning-2": 2.5, "check.printing": 2, printing: 8 },
    found: ["cap"],
    checks: ["check.read"],
  },
  R15: {
    opens: [],
    uses: {},
    waits: { "check.printing": 2 },
    found: [],
    checks: ["check.read"],
  },
};

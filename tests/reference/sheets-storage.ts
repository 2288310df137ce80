import type { Facts } from "./sheet-facts.ts";

/** Facts of the routines of storage and the way back (common practice, no source). */
export const SHEETS: Readonly<Record<string, Facts>> = {
  R50: {
    opens: [],
    uses: {},
    waits: {},
    found: [],
    checks: [],
  },
  R51: {
    opens: [
      ["heads", "flush-down.aside", "flush-down.home"],
      ["bed", "flush-down.bed", "flush-down.bed-on"],
    ],
    uses: { "alcohol wipes": 4, "flush fluid": 40 },
    waits: { "flush-down.flushing": 5 },
    found: ["head", "cap"],
    checks: ["check"],
  },
  R52: {
    opens: [
      ["wash", "start", "end"],
      ["slots@slot 1", "ink-out@slot 1", "cleaner-in@slot 1"],
      ["slots@slot 2", "ink-out@slot 2", "cleaner-in@slot 2"],
      ["slots@slot 3", "ink-out@slot 3", "cleaner-in@slot 3"],
    ],
    uses: { "cleaning cartridges": 3 },
    waits: { charging: 8, discharging: 3 },
    found: [],
    checks: ["check"],
  },
  // 100 mL a line until it is measured, 120 through all of them, 60 in head cleans.
  R53: {
    opens: [
      ["covers", "covers", "covers-on"],
      ["bottle-cover", "bottle-cover", "bottle-cover-on"],
      ["out@H1/K", "lift@H1/K", "over@H1/K"],
      ["out@H1/C", "lift@H1/C", "over@H1/C"],
      ["out@H2/W1", "lift@H2/W1", "over@H2/W1"],
      ["clip@H1/K", "unclip@H1/K", "clip@H1/K"],
      ["clip@H1/C", "unclip@H1/C", "clip@H1/C"],
      ["clip@H2/W1", "unclip@H2/W1", "clip@H2/W1"],
      ["clips@H1/K", "open@H1/K", "shut@H1/K"],
      ["clips@H1/C", "open@H1/C", "shut@H1/C"],
      ["clips@H2/W1", "open@H2/W1", "shut@H2/W1"],
    ],
    uses: { "lint-free wipes": 3, "cleaning fluid": 480 },
    waits: { cleaning: 20 },
    found: [],
    checks: ["check"],
  },
  // 50 and 20 mL for six positions; this machine has three.
  R54: {
    opens: [
      ["dampers@H1/K", "dampers@H1/K", "parked"],
      ["dampers@H1/C", "dampers@H1/C", "parked"],
      ["dampers@H2/W1", "dampers@H2/W1", "parked"],
      ["tubes@H1", "tubes@H1", "fold"],
      ["tubes@H2", "tubes@H2", "fold"],
    ],
    uses: { "cleaning fluid": 25, "storage liquid": 10, "lint-free towels": 1 },
    waits: { "wipe-one": 1, "wipe-two": 1 },
    found: [],
    checks: ["check"],
  },
  R55: {
    opens: [],
    uses: { "lint-free wipes": 5 },
    waits: { cleaning: 3 },
    found: ["cap"],
    checks: ["check"],
    answers: { stored: "full" },
  },
};

import type { Step } from "../step.ts";
import { CHECK_BEFORE, TAG, WASTE_EMPTY } from "./storage.ts";

/** R53, line-by-line flush with open bottles (common practice, no source). */
export const LINE_FLUSH: readonly Step[] = [
  CHECK_BEFORE,
  ...WASTE_EMPTY("waste-first", "Empty the waste. It begins with an empty bottle."),
  { kind: "do", id: "covers", text: "Covers off.", minutes: 2, owes: { id: "covers", words: "covers are off" } },
  {
    kind: "do",
    id: "bottles",
    text: "Bottles of fluid ready, one for each ink, and a second full set.",
    detail:
      "Spare bottles, or ink poured off and bottles washed. The tube tips foul the first set. Distilled water serves too. Label every bottle.",
    minutes: 8,
  },
  {
    kind: "do",
    id: "over",
    each: "line",
    text: "Wipe the tube, clip it, put it into its bottle of fluid.",
    lights: ["ink-line"],
    minutes: 0.7,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
    owes: { id: "clips", words: "lines are clipped for the change" },
  },
  {
    kind: "repeat",
    id: "each-line",
    each: "line",
    steps: [
      { kind: "do", id: "unclip", text: "Unclip this line. The others stay shut.", lights: ["ink-line"], minutes: 0.3 },
      {
        kind: "hold",
        id: "clear",
        text: "Pump. Watch the line.",
        detail:
          "Clear by eye, down to the last low point before the damper. White takes longer, and a little air can help; black can be stubborn. A stained tube is not ink. Tap when it is clear; then some seconds more.",
        until: "It runs clear to the last low point",
        thenSeconds: 8,
        lights: ["ink-line", "damper"],
        minutes: 2,
      },
      { kind: "do", id: "clip", text: "Clip it.", lights: ["ink-line"], minutes: 0.2 },
      {
        kind: "look",
        id: "room",
        text: "Look at the waste.",
        minutes: 0.3,
        choices: [
          { id: "room", text: "Room for the next line" },
          { id: "full", text: "Near the mark: emptied now" },
        ],
      },
    ],
  },
  { kind: "do", id: "fresh", text: "Fresh fluid in all bottles: the second set.", minutes: 4 },
  { kind: "do", id: "open", text: "Open all clips.", lights: ["ink-line"], minutes: 1 },
  {
    kind: "hold",
    id: "all-clear",
    text: "Pump all lines together.",
    until: "Clear and free of bubbles",
    thenSeconds: 8,
    lights: ["ink-line"],
    minutes: 3,
  },
  {
    kind: "look",
    id: "waste-again",
    text: "The waste: room for the head cleans?",
    minutes: 0.3,
    choices: [
      { id: "room", text: "Room enough" },
      { id: "full", text: "Near the mark: emptied now" },
    ],
  },
  {
    kind: "measure",
    id: "cleans",
    text: "Head cleans in fluid, 10 to 20, watching the waste. How many?",
    detail: "They count towards no limit.",
    what: "head cleans in fluid",
    unit: "cleans",
    min: 0,
    max: 40,
    minutes: 10,
  },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 20 },
  {
    kind: "do",
    id: "shut",
    each: "line",
    text: "Close the clip, so that nothing runs back.",
    lights: ["ink-line"],
    minutes: 0.2,
    settles: "clips",
  },
  ...WASTE_EMPTY("waste-last", "Empty the waste."),
  { kind: "do", id: "covers-on", text: "Covers on.", minutes: 2, settles: "covers" },
  { kind: "do", id: "off", text: "Power off. Unplug.", minutes: 0.5 },
  TAG,
];

import type { Step } from "../step.ts";

/** Steps of weekly and prompted care of the head end (common practice, no source). */

/** R17, maintenance station and sump. */
export const STATION_AND_SUMP: readonly Step[] = [
  {
    kind: "do",
    id: "middle",
    text: "Bring the head to the middle.",
    minutes: 0.5,
    owes: { id: "head", words: "the head stands off its caps" },
  },
  { kind: "do", id: "off", text: "Machine off, and unplugged.", detail: "A dead carriage is pushed slowly.", minutes: 0.4 },
  { kind: "found", id: "gaskets-found", part: "cap-seal", text: "How are the cap gaskets?", lights: ["cap", "cap-seal"], minutes: 0.3 },
  {
    kind: "do",
    id: "gaskets",
    text: "Clean the gaskets with fluid, all but the last.",
    detail: "A swab for white, another for colour.",
    lights: ["cap-seal", "cap"],
    minutes: 3,
    uses: [
      { item: "foam swabs", amount: 2, unit: "pieces" },
      { item: "cleaning fluid", amount: 10, unit: "mL" },
    ],
  },
  {
    kind: "do",
    id: "last-gasket",
    text: "The last gasket: gently. Its bubble breaker breaks under pressure.",
    lights: ["cap-seal", "cap"],
    minutes: 1.5,
    uses: [{ item: "foam swabs", amount: 1, unit: "pieces" }],
  },
  { kind: "found", id: "wiper-found", part: "wiper", text: "How is the wiper?", lights: ["wiper"], minutes: 0.2 },
  {
    kind: "do",
    id: "wiper",
    text: "Clean the wiper assembly. It may take pressure.",
    lights: ["wiper"],
    minutes: 3,
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "dry",
    text: "Dry what you wetted.",
    lights: ["cap", "wiper"],
    minutes: 1.5,
    uses: [{ item: "lint-free wipes", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "corners",
    text: "Swab the corners beside the nozzles, with a mirror.",
    detail: "A shiny platen back will do as a mirror. The corners only, not the nozzles.",
    lights: ["head"],
    minutes: 3,
    each: "head",
    when: { not: { ability: "jig-clean" } },
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "plate",
    text: "The plate: once, with a dry lint-free wipe only.",
    detail: "In the nozzles' direction. Only since the house does so.",
    lights: ["head"],
    minutes: 1,
    each: "head",
    when: { all: [{ policy: "plate", is: "wipe" }, { not: { ability: "jig-clean" } }] },
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  { kind: "found", id: "sump-found", part: "ink-sump", text: "How is the top of the ink sump?", lights: ["ink-sump"], minutes: 0.2 },
  {
    kind: "do",
    id: "sump",
    text: "Clean the top of the ink sump.",
    lights: ["ink-sump"],
    minutes: 2.5,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  {
    kind: "look",
    id: "fluff",
    text: "A light under the head: does anything hang there?",
    lights: ["head"],
    minutes: 0.5,
    choices: [
      { id: "none", text: "Nothing" },
      { id: "removed", text: "It is off now, without a touch to the plate" },
    ],
  },
  { kind: "do", id: "park", text: "Push the head slowly home.", lights: ["head"], minutes: 0.4, settles: "head" },
  { kind: "do", id: "on", text: "Plug in, switch on, run a light clean.", minutes: 0.4, powersOn: true },
  { kind: "wait", id: "cleaning", text: "It readies itself and cleans.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R27 and R28: the white, or the colour system cleaned with the jig. That the jig does it is an assumption, to be edited. */
const jigClean = (which: "white" | "colour"): readonly Step[] => [
  { kind: "do", id: "platen-off", text: "Take the platen off.", minutes: 1, owes: { id: "platen", words: "the platen is off" } },
  {
    kind: "do",
    id: "pads",
    text: "Lay two pads into the jig. A dropper of fluid on each.",
    minutes: 1.5,
    uses: [
      { item: "jig pads", amount: 2, unit: "pieces" },
      { item: "cleaning fluid", amount: 4, unit: "mL" },
    ],
  },
  { kind: "do", id: "choose", text: `Choose the ${which} head at the panel.`, lights: ["head"], minutes: 0.5 },
  {
    kind: "do",
    id: "jig",
    text: "Set the jig in the platen's place.",
    minutes: 1,
    owes: { id: "jig", words: "the jig is in the platen's place" },
  },
  { kind: "do", id: "start", text: "Covers shut. Start the clean.", minutes: 0.4 },
  { kind: "wait", id: "cleaning", text: "The jig cleans the head.", waitMinutes: 5 },
  {
    kind: "found",
    id: "pads-found",
    part: "head",
    text: `How do the pads look: how much ${which} is on them?`,
    minutes: 0.4,
  },
  { kind: "do", id: "jig-out", text: "Take the jig out. Used pads to the waste ink.", minutes: 1.2, settles: "jig" },
  { kind: "do", id: "platen-on", text: "Put the platen back.", minutes: 1, settles: "platen" },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];
export const WHITE_SYSTEM = jigClean("white");
export const COLOUR_SYSTEM = jigClean("colour");

/** R47, head surround by menu, of a DTG. */
export const SURROUND_BY_MENU: readonly Step[] = [
  { kind: "do", id: "platen", text: "Clear the platen.", minutes: 0.4 },
  { kind: "do", id: "menu", text: "Choose the head-surround item in the menu. Wait until nothing moves.", lights: ["head"], minutes: 0.6 },
  { kind: "found", id: "surround-found", part: "head", text: "How is the surround?", lights: ["head"], minutes: 0.2 },
  {
    kind: "do",
    id: "surround",
    text: "Swab the surround's sides and back. Never the middle.",
    detail: "A swab for white, another for colour.",
    lights: ["head"],
    minutes: 3.5,
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  { kind: "do", id: "confirm", text: "Confirm: the machine runs its own clean.", minutes: 0.3 },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
  {
    kind: "look",
    id: "gone",
    text: "Print a little of the job. Is the mark gone?",
    minutes: 1,
    choices: [
      { id: "gone", text: "Gone" },
      { id: "banding", text: "Lines are still there", reports: "banding" },
      { id: "stains", text: "Stains are still there", reports: "stains" },
    ],
  },
];

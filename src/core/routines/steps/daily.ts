import type { Step } from "../step.ts";

/** Steps of what comes round with the beats of a print day (common practice, no source). */

/** R01, opening nozzle check. */
export const OPENING_CHECK: readonly Step[] = [
  {
    kind: "look",
    id: "path",
    text: "Look along the carriage's way. Is it clear, with scrap or medium in place?",
    minutes: 0.5,
    choices: [
      { id: "clear", text: "Clear, covers shut" },
      { id: "cleared", text: "Something lay there; it is out now" },
    ],
  },
  { kind: "do", id: "print", text: "Print the nozzle check from the panel.", minutes: 0.5 },
  { kind: "wait", id: "printing", text: "Let it print. Hands stay out.", waitMinutes: 2 },
  {
    kind: "nozzle-check",
    id: "read",
    text: "Count each channel.",
    detail: "Gaps, faint dashes, dashes off their place. Mind gaps side by side.",
    lights: ["head"],
    minutes: 2,
  },
];

/** R08, waste look. */
export const WASTE_LOOK: readonly Step[] = [
  {
    kind: "measure",
    id: "level",
    text: "Read the waste level at the mark.",
    detail: "Eyes level with the liquid.",
    what: "waste level",
    unit: "mL",
    min: 0,
    max: 20000,
    minutes: 0.7,
  },
  {
    kind: "look",
    id: "room",
    text: "Is there room for today's cleans below the mark?",
    minutes: 0.3,
    choices: [
      { id: "room", text: "Room enough" },
      { id: "soon", text: "Not for a strong clean: empty it today" },
      { id: "full", text: "At the mark: empty it now" },
    ],
  },
];

/** R10, water cap. */
export const WATER_CAP: readonly Step[] = [
  {
    kind: "decide",
    id: "gap",
    text: "How long will it stand before the next print?",
    minutes: 0.2,
    choices: [
      { id: "short", text: "Up to 3 days" },
      { id: "long", text: "More than 3 days" },
    ],
  },
  {
    kind: "do",
    id: "off-cap",
    text: "Bring the head off the cap at the panel.",
    detail: "Wait until the carriage has stopped.",
    lights: ["cap"],
    minutes: 0.8,
    owes: { id: "cap", words: "the head stands off its cap" },
  },
  {
    kind: "do",
    id: "water",
    text: "Fill the cap with distilled water, up to the brim.",
    lights: ["cap"],
    minutes: 1.2,
    uses: [{ item: "distilled water", amount: 5, unit: "mL" }],
    when: { recorded: "gap", is: "short" },
  },
  {
    kind: "do",
    id: "concentrate",
    text: "Fill the cap with distilled water with capping concentrate in it.",
    detail: "As the bottle's label says. Plain water holds for 3 days at most.",
    lights: ["cap"],
    minutes: 1.5,
    uses: [
      { item: "distilled water", amount: 5, unit: "mL" },
      { item: "capping concentrate", amount: 1, unit: "mL" },
    ],
    when: { recorded: "gap", is: "long" },
  },
  { kind: "do", id: "dry", text: "Dry what ran over, above all near rollers and boards.", minutes: 0.5 },
  { kind: "do", id: "park-head", text: "Park the head on the cap.", lights: ["cap"], minutes: 0.6, settles: "cap" },
  {
    kind: "look",
    id: "sits",
    text: "Does the head sit flat on the cap?",
    lights: ["cap"],
    minutes: 0.3,
    choices: [
      { id: "flat", text: "Flat, the lip closes" },
      { id: "skew", text: "Skew, or the lip is open: park it again", goTo: "off-cap" },
    ],
  },
];

/** R45, empty the waste bottle. */
export const EMPTY_WASTE: readonly Step[] = [
  {
    kind: "measure",
    id: "before",
    text: "Read the level before you begin.",
    what: "waste level before",
    unit: "mL",
    min: 0,
    max: 20000,
    minutes: 0.3,
  },
  {
    kind: "do",
    id: "container",
    text: "Stand a labelled waste container under the tube.",
    detail: "Never the drain, unless local rules allow it.",
    minutes: 0.7,
  },
  {
    kind: "look",
    id: "valve",
    text: "Is the valve shut?",
    minutes: 0.2,
    choices: [
      { id: "shut", text: "Shut" },
      { id: "none", text: "It has no valve: the tube is pinched" },
    ],
  },
  {
    kind: "do",
    id: "tube",
    text: "Put the tube into the container.",
    minutes: 0.4,
    owes: { id: "tube", words: "the waste tube is in the container" },
  },
  { kind: "do", id: "open", text: "Open the valve.", minutes: 0.2, owes: { id: "valve", words: "the waste valve is open" } },
  { kind: "do", id: "agitate", text: "Swirl the bottle, so that nothing stays at its bottom.", minutes: 1 },
  { kind: "hold", id: "drain", text: "Let it run out.", until: "No more drops fall", thenSeconds: 10, minutes: 2 },
  { kind: "do", id: "shut", text: "Shut the valve, before the tube leaves the container.", minutes: 0.2, settles: "valve" },
  { kind: "do", id: "tube-back", text: "Put the tube back.", minutes: 0.4, settles: "tube" },
  { kind: "measure", id: "after", text: "Read the level now.", what: "waste level after", unit: "mL", min: 0, max: 20000, minutes: 0.3 },
  { kind: "do", id: "label", text: "Close the container. Write the day on its label.", minutes: 0.3 },
];

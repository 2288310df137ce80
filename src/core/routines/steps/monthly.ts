import type { Step } from "../step.ts";

/** Steps of monthly and longer work (common practice, no source). */

/** R29, cap soak of a dye-sublimation machine. */
export const CAP_SOAK: readonly Step[] = [
  {
    kind: "do",
    id: "head-off",
    text: "Bring the head off the caps by the menu.",
    lights: ["cap"],
    minutes: 0.8,
    owes: { id: "head", words: "the head stands off its caps" },
  },
  { kind: "found", id: "pad-found", part: "cap-pad", text: "How is the pad?", lights: ["cap", "cap-pad"], minutes: 0.2 },
  {
    kind: "do",
    id: "fluid",
    text: "Fluid on both cells, above all on the pad.",
    lights: ["cap", "cap-pad"],
    minutes: 1.5,
    uses: [{ item: "cleaning fluid", amount: 10, unit: "mL" }],
  },
  { kind: "wait", id: "soak", text: "It soaks, 5 to 15 minutes.", waitMinutes: 15 },
  {
    kind: "decide",
    id: "again",
    text: "Is the pad free of ink? At most three times, 15 minutes apart.",
    lights: ["cap-pad"],
    minutes: 0.5,
    choices: [
      { id: "free", text: "Free" },
      { id: "once-more", text: "Not yet: soak it once more", goTo: "fluid" },
      { id: "third", text: "Three times are done" },
    ],
  },
  {
    kind: "do",
    id: "absorb",
    text: "Absorb what runs over. Damp, not wet.",
    detail: "Too wet brings a condensation warning.",
    lights: ["cap", "cap-pad"],
    minutes: 2,
    uses: [{ item: "lint-free wipes", amount: 2, unit: "pieces" }],
  },
  { kind: "do", id: "park", text: "Park the head.", lights: ["cap"], minutes: 0.5, settles: "head" },
  {
    kind: "look",
    id: "warning",
    text: "Does the panel warn of condensation?",
    minutes: 0.4,
    choices: [
      { id: "none", text: "No warning" },
      { id: "warns", text: "It warns: dab dry, let it air", reports: "condensation-warning" },
    ],
  },
  { kind: "do", id: "light", text: "Run a light clean.", minutes: 0.3, powersOn: true },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R30, air filters. */
export const AIR_FILTERS: readonly Step[] = [
  {
    kind: "do",
    id: "out",
    text: "Take the air filter out.",
    lights: ["air-filter"],
    minutes: 0.8,
    owes: { id: "filter", words: "the air filter is out" },
  },
  { kind: "found", id: "found", part: "air-filter", text: "How is it?", lights: ["air-filter"], minutes: 0.2 },
  {
    kind: "decide",
    id: "what",
    text: "What does it need?",
    minutes: 0.2,
    choices: [
      { id: "clear", text: "Nothing: it is clear", goTo: "in" },
      { id: "wash", text: "A wash", goTo: "wash" },
      { id: "new", text: "A new one", goTo: "new" },
    ],
  },
  {
    kind: "do",
    id: "wash",
    text: "Wash it, let it dry through. Mask on; no compressed air.",
    minutes: 2.5,
    when: { recorded: "what", is: "wash" },
  },
  {
    kind: "do",
    id: "new",
    text: "Take a new filter. The old one into a bag.",
    minutes: 1,
    when: { recorded: "what", is: "new" },
    uses: [{ item: "air filters", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "in", text: "Put the filter back, its arrow as before.", lights: ["air-filter"], minutes: 0.8, settles: "filter" },
];

/** R31, grease rails. */
export const GREASE_RAILS: readonly Step[] = [
  { kind: "do", id: "off", text: "Machine off, and unplugged.", minutes: 0.4 },
  {
    kind: "repeat",
    id: "sides",
    each: "side",
    steps: [
      {
        kind: "do",
        id: "aside",
        text: "Push the head slowly to the other side.",
        detail: "It never crosses into the station.",
        lights: ["rail", "head"],
        minutes: 0.5,
      },
      { kind: "found", id: "found", part: "rail", text: "How is the old grease?", lights: ["rail"], minutes: 0.2 },
      {
        kind: "do",
        id: "wipe",
        text: "Wipe the old grease off this side.",
        lights: ["rail"],
        minutes: 2.2,
        uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
      },
    ],
  },
  {
    kind: "do",
    id: "pea",
    text: "A pea of grease on the applicator, along the top of the rail.",
    lights: ["rail"],
    minutes: 3,
    uses: [
      { item: "rail grease", amount: 1, unit: "g" },
      { item: "applicators", amount: 1, unit: "pieces" },
    ],
  },
  { kind: "do", id: "run", text: "Move the carriage to and fro, slowly, short of the station.", lights: ["rail"], minutes: 2 },
  { kind: "do", id: "excess", text: "Wipe off what stands at the ends.", lights: ["rail"], minutes: 1.5 },
  { kind: "do", id: "on", text: "Plug in and switch on.", minutes: 0.5, powersOn: true },
];

/** R32, encoder strip. */
export const ENCODER_STRIP: readonly Step[] = [
  { kind: "do", id: "off", text: "Machine off, and unplugged.", minutes: 0.4 },
  {
    kind: "found",
    id: "found",
    part: "encoder-strip",
    text: "A light along the strip: how is it?",
    lights: ["encoder-strip"],
    minutes: 0.4,
  },
  {
    kind: "do",
    id: "front",
    text: "Front face: along the strip with a lint-free wipe, lightly.",
    detail: "Alcohol or glass cleaner on the wipe, damp only. Hold the strip, don't pull it.",
    lights: ["encoder-strip"],
    minutes: 1.6,
    uses: [
      { item: "lint-free wipes", amount: 1, unit: "pieces" },
      { item: "alcohol", amount: 2, unit: "mL" },
    ],
  },
  {
    kind: "do",
    id: "back",
    text: "Back face: a fresh wipe, the same way.",
    lights: ["encoder-strip"],
    minutes: 1.6,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "on", text: "Plug in and switch on.", minutes: 0.4, powersOn: true },
  { kind: "wait", id: "homes", text: "It homes.", waitMinutes: 1 },
  {
    kind: "look",
    id: "runs",
    text: "Does the carriage run evenly?",
    minutes: 0.4,
    choices: [
      { id: "even", text: "Evenly" },
      { id: "jerks", text: "It jerks or stops: tell the supervisor" },
    ],
  },
];

/** R33, wipers, wiper cleaners, flushing pads of a solvent sign printer. */
export const WIPERS_AND_PADS: readonly Step[] = [
  {
    kind: "do",
    id: "kit",
    text: "Open the maker's kit. Is all of it there: wipers, wiper cleaners, pads?",
    minutes: 1,
    uses: [{ item: "wiper kits", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "side",
    text: "Send the head aside by the menu.",
    minutes: 0.6,
    owes: { id: "head", words: "the head stands off its caps" },
  },
  {
    kind: "do",
    id: "wipers-out",
    text: "Take the old wipers out.",
    lights: ["wiper"],
    minutes: 1.5,
    owes: { id: "wipers", words: "the wipers are out" },
  },
  { kind: "found", id: "wiper-found", part: "wiper", text: "How were the wipers?", lights: ["wiper"], minutes: 0.2 },
  {
    kind: "do",
    id: "holders",
    text: "Clean the wipers' holders, before the new part.",
    lights: ["wiper"],
    minutes: 2.5,
    uses: [{ item: "cleaning sticks", amount: 2, unit: "pieces" }],
  },
  { kind: "do", id: "wipers-in", text: "New wipers in: press firmly.", lights: ["wiper"], minutes: 1.5, settles: "wipers" },
  {
    kind: "do",
    id: "cleaners-out",
    text: "Take the wiper cleaners out.",
    lights: ["wiper-cleaner"],
    minutes: 1,
    owes: { id: "cleaners", words: "the wiper cleaners are out" },
  },
  {
    kind: "do",
    id: "cleaners-holders",
    text: "Clean their holders.",
    lights: ["wiper-cleaner"],
    minutes: 1.5,
    uses: [{ item: "cleaning sticks", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "cleaners-in",
    text: "New wiper cleaners in: press firmly.",
    lights: ["wiper-cleaner"],
    minutes: 1.2,
    settles: "cleaners",
  },
  {
    kind: "do",
    id: "pads-out",
    text: "Take the flushing pads out, into a bag.",
    lights: ["flushing-pad"],
    minutes: 1.5,
    owes: { id: "pads", words: "the flushing pads are out" },
  },
  {
    kind: "do",
    id: "pads-holders",
    text: "Clean their places.",
    lights: ["flushing-pad"],
    minutes: 1.5,
    uses: [{ item: "cleaning sticks", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "pads-in", text: "New flushing pads in, flat.", lights: ["flushing-pad"], minutes: 1.5, settles: "pads" },
  { kind: "do", id: "confirm", text: "Confirm at the panel. Old parts go as waste ink.", minutes: 0.6, settles: "head" },
  { kind: "do", id: "light", text: "Run a light clean.", minutes: 0.3, powersOn: true },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R36, cap seal test. */
export const SEAL_TEST: readonly Step[] = [
  { kind: "do", id: "safe", text: "Gloves and goggles on. Is there room in the waste?", minutes: 0.3 },
  {
    kind: "hold",
    id: "load",
    text: "Load ink about 10 seconds. Stop when the pump labours.",
    until: "The load runs",
    thenSeconds: 10,
    minutes: 0.4,
  },
  { kind: "do", id: "aside", text: "Send the head aside.", minutes: 0.4, owes: { id: "head", words: "the head stands off its cap" } },
  {
    kind: "look",
    id: "pad",
    text: "Look at the cap pad. Does it brim with ink?",
    lights: ["cap-pad", "cap"],
    minutes: 0.5,
    choices: [
      { id: "brims", text: "It brims: the seal is good" },
      { id: "part", text: "Half: one side draws", reports: "cap-drains-one-side" },
      { id: "dry", text: "Dry: the seal leaks, or a tube is blocked", reports: "all-poor-after-load" },
    ],
  },
  { kind: "photo", id: "picture", text: "A picture of the pad, beside the last one.", of: "cap-pad", optional: true, minutes: 0.3 },
  { kind: "do", id: "park", text: "Send the head home.", lights: ["cap"], minutes: 0.4, settles: "head" },
  {
    kind: "do",
    id: "service",
    text: "Tell the supervisor: the cap wants its service before a head is blamed.",
    minutes: 0.3,
    when: { not: { recorded: "pad", is: "brims" } },
  },
  { kind: "do", id: "clean", text: "Run a light clean.", minutes: 0.3, powersOn: true },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 1 },
];

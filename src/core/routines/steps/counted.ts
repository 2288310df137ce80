import type { Step } from "../step.ts";

/** Steps of what falls due by count, by level or when the machine asks (common practice, no source). */

/** R40, drying cap and wiper roll: replaced, not cleaned. */
export const DRYING_CAP: readonly Step[] = [
  { kind: "do", id: "parts", text: "New drying cap and wiper roll at hand?", minutes: 0.5 },
  {
    kind: "do",
    id: "menu",
    text: "Choose their change in the menu. Wait until nothing moves.",
    minutes: 0.7,
    owes: { id: "menu", words: "the machine waits with its heads off the caps" },
  },
  {
    kind: "do",
    id: "cap-out",
    text: "Take the drying cap out.",
    lights: ["drying-cap"],
    minutes: 0.8,
    owes: { id: "cap", words: "the drying cap is out" },
  },
  { kind: "found", id: "cap-found", part: "drying-cap", text: "How was it?", lights: ["drying-cap"], minutes: 0.1 },
  {
    kind: "do",
    id: "cap-in",
    text: "Put the new drying cap in. It is replaced, not cleaned.",
    lights: ["drying-cap"],
    minutes: 1,
    settles: "cap",
    uses: [{ item: "drying caps", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "roll-out",
    text: "Take the wiper roll out, onto paper.",
    lights: ["wiper-roll"],
    minutes: 1.5,
    owes: { id: "roll", words: "the wiper roll is out" },
  },
  { kind: "found", id: "roll-found", part: "wiper-roll", text: "How was it?", lights: ["wiper-roll"], minutes: 0.1 },
  {
    kind: "do",
    id: "roll-in",
    text: "Put the new roll in. Turn it until the fabric is taut.",
    lights: ["wiper-roll"],
    minutes: 2,
    settles: "roll",
    uses: [{ item: "wiper rolls", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "confirm", text: "Confirm at the panel: the count starts at 0.", minutes: 0.5, settles: "menu" },
  { kind: "wait", id: "cleaning", text: "It readies itself.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R42, waste cartridge replaced. */
export const WASTE_CARTRIDGE: readonly Step[] = [
  {
    kind: "measure",
    id: "before",
    text: "Read the waste level at the panel.",
    what: "waste level",
    unit: "%",
    min: 0,
    max: 100,
    minutes: 0.2,
  },
  {
    kind: "look",
    id: "which",
    text: "Which one is full?",
    minutes: 0.2,
    choices: [
      { id: "main", text: "The waste cartridge" },
      { id: "borderless", text: "One of the borderless ones" },
    ],
  },
  {
    kind: "do",
    id: "new",
    text: "New one out of its bag. Don't touch its chip.",
    minutes: 0.4,
    uses: [{ item: "waste cartridges", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "out",
    text: "Draw the used one out, level.",
    minutes: 0.4,
    owes: { id: "cartridge", words: "the waste cartridge is out" },
  },
  { kind: "do", id: "bag", text: "Into the bag at once, and seal it.", minutes: 0.4 },
  { kind: "do", id: "in", text: "Push the new one in until it sits.", minutes: 0.4, settles: "cartridge" },
  { kind: "measure", id: "after", text: "Read the level again.", what: "waste level", unit: "%", min: 0, max: 100, minutes: 0.2 },
  { kind: "do", id: "away", text: "The sealed bag to the waste ink, by local rules.", minutes: 0.4 },
];

/** R43, cutter blade. */
export const CUTTER: readonly Step[] = [
  { kind: "do", id: "paper", text: "Take the paper out.", minutes: 0.8 },
  {
    kind: "do",
    id: "menu",
    text: "Choose the blade's change in the menu.",
    minutes: 0.4,
    owes: { id: "menu", words: "the cutter stands at its change place" },
  },
  { kind: "wait", id: "comes", text: "The cutter comes to its place. Hands off meanwhile.", waitMinutes: 2 },
  {
    kind: "do",
    id: "old",
    text: "Loosen the screw. Old blade out, into the tube, sharp end away.",
    detail: "It is sharp even when it cuts no more.",
    lights: ["cutter-blade"],
    minutes: 1.2,
    owes: { id: "blade", words: "the cutter has no blade" },
  },
  {
    kind: "do",
    id: "new",
    text: "New blade in. Tighten the screw.",
    lights: ["cutter-blade"],
    minutes: 1.2,
    settles: "blade",
    uses: [{ item: "cutter blades", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "confirm", text: "Covers shut. Confirm: the cutter goes home.", minutes: 0.4, settles: "menu" },
  {
    kind: "look",
    id: "cut",
    text: "Load paper, cut once. Is the edge clean?",
    minutes: 1,
    choices: [
      { id: "clean", text: "Clean" },
      { id: "ragged", text: "Ragged: tell the supervisor" },
    ],
  },
];

/** R44, waste cartridge repacked: a technician's work, where the house does it. */
export const REPACK: readonly Step[] = [
  {
    kind: "measure",
    id: "before",
    text: "Read the level at the panel, as it is now.",
    what: "room left",
    unit: "%",
    min: 0,
    max: 100,
    minutes: 0.5,
  },
  {
    kind: "do",
    id: "out",
    text: "Take the cartridge out. A spare one in meanwhile, or the machine off.",
    minutes: 2,
    owes: { id: "cartridge", words: "the waste cartridge is out" },
  },
  { kind: "do", id: "empty", text: "Empty it into the labelled waste container.", minutes: 8 },
  { kind: "photo", id: "emptied", text: "A picture of the empty cartridge: the proof for the reset.", of: "waste cartridge", minutes: 0.5 },
  { kind: "do", id: "wash", text: "Wash the cartridge. Rinse water is waste ink.", minutes: 12 },
  { kind: "do", id: "felt", text: "Wash the felt until it runs clear. Wring it.", minutes: 12 },
  { kind: "wait", id: "dry", text: "Cartridge and felt dry, right through.", waitMinutes: 600 },
  {
    kind: "look",
    id: "quite-dry",
    text: "Are both fully dry?",
    minutes: 0.5,
    choices: [
      { id: "dry", text: "Fully dry" },
      { id: "damp", text: "Still damp: wait on", goTo: "dry" },
    ],
  },
  { kind: "do", id: "repack", text: "Repack the felt. Close the cartridge.", minutes: 10 },
  { kind: "confirm", id: "proof", text: "A second look: it is empty, dry and repacked.", by: "second", minutes: 1 },
  { kind: "do", id: "in", text: "Put it back.", minutes: 1, settles: "cartridge" },
  {
    kind: "do",
    id: "reset",
    text: "Reset its counter in the service menu.",
    detail: "Only since it really was emptied: a reset without emptying floods the machine. The lamp flashes throughout.",
    minutes: 3,
  },
  { kind: "do", id: "restart", text: "Restart it normally.", minutes: 2, powersOn: true },
  { kind: "measure", id: "after", text: "Read the level again.", what: "room left", unit: "%", min: 0, max: 100, minutes: 0.5 },
];

/** R46, ink, filters or make-up replaced. */
export const REPLACE_INK: readonly Step[] = [
  {
    kind: "decide",
    id: "what",
    text: "What do you replace?",
    minutes: 0.2,
    choices: [
      { id: "ink", text: "Ink" },
      { id: "make-up", text: "Make-up solvent" },
      { id: "filter", text: "A filter" },
    ],
  },
  {
    kind: "look",
    id: "fits",
    text: "Read the label: right fluid, right colour, in date?",
    minutes: 0.5,
    choices: [
      { id: "fits", text: "It fits, and is in date" },
      { id: "not", text: "It does not: put it back, take the right one" },
    ],
  },
  { kind: "photo", id: "label", text: "A picture of the label: lot and expiry.", of: "label", optional: true, minutes: 0.3 },
  {
    kind: "measure",
    id: "lot",
    text: "The lot's number, if it is a plain number.",
    what: "lot",
    unit: "number",
    min: 0,
    max: 999_999_999,
    optional: true,
    minutes: 0.4,
  },
  { kind: "do", id: "shake", text: "White: rock it until its bottom is clean.", minutes: 1, when: { recorded: "what", is: "ink" } },
  { kind: "do", id: "out", text: "Old one out, level. Wipe what drips.", minutes: 0.6, owes: { id: "old", words: "the old one is out" } },
  { kind: "do", id: "in", text: "New one in, until it sits. Write “opened on” and today on it.", minutes: 0.8, settles: "old" },
  { kind: "wait", id: "ready", text: "The machine readies itself.", waitMinutes: 2 },
  {
    kind: "look",
    id: "level",
    text: "Does the panel show it full?",
    minutes: 0.3,
    choices: [
      { id: "full", text: "Full" },
      { id: "not", text: "Not seen: seat it once more" },
    ],
  },
];

/** R48, interior clean. */
export const INTERIOR: readonly Step[] = [
  { kind: "do", id: "off", text: "Machine off, and unplugged.", minutes: 0.5 },
  { kind: "do", id: "covers", text: "Covers off.", minutes: 1.5, owes: { id: "covers", words: "the covers are off" } },
  { kind: "found", id: "found", part: "rail", text: "How much mist is there?", lights: ["rail", "feed-roller"], minutes: 0.3 },
  { kind: "do", id: "rear", text: "Wipe the rear.", minutes: 2.5, uses: [{ item: "lint-free wipes", amount: 2, unit: "pieces" }] },
  {
    kind: "do",
    id: "rail",
    text: "Wipe the carriage rail. The carriage is pushed slowly.",
    lights: ["rail"],
    minutes: 4,
    uses: [{ item: "lint-free wipes", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "rollers",
    text: "Wipe the rollers: damp, not dripping.",
    lights: ["feed-roller"],
    minutes: 3,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "shaft",
    text: "Wipe the guide shaft.",
    lights: ["rail"],
    minutes: 2.5,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "dry", text: "Dry all that was wetted. No fluid on boards or connectors.", minutes: 2 },
  {
    kind: "call",
    id: "filters",
    routine: "R30",
    when: { part: "air-filter" },
  },
  { kind: "do", id: "covers-on", text: "Covers on.", minutes: 1.5, settles: "covers" },
  { kind: "do", id: "on", text: "Plug in and switch on.", minutes: 0.5, powersOn: true },
];

import type { Step } from "../step.ts";

/** Steps of what comes before the first print, and of the checks that come again (common practice, no source). */

/** R02, agitate white. */
export const AGITATE_WHITE: readonly Step[] = [
  {
    kind: "look",
    id: "where",
    text: "Where is the white: in cartridges or in tanks?",
    minutes: 0.1,
    choices: [
      { id: "cartridges", text: "In cartridges" },
      { id: "tanks", text: "In tanks" },
    ],
  },
  {
    kind: "do",
    id: "shake",
    text: "Take each white cartridge out, rock it gently end to end, put it back.",
    detail: "One after the other, two or four of them, so that none changes its slot. Rock, don't froth.",
    lights: ["ink-line"],
    minutes: 1.4,
    when: { recorded: "where", is: "cartridges" },
  },
  {
    kind: "do",
    id: "stir",
    text: "Move the white in its tank until its bottom is clean.",
    detail: "With the tank's own stirrer, or swirl it. No air bubbles.",
    lights: ["ink-line"],
    minutes: 1.4,
    when: { recorded: "where", is: "tanks" },
  },
  {
    kind: "look",
    id: "seat",
    text: "Is every cartridge or lid seated?",
    minutes: 0.3,
    choices: [
      { id: "seated", text: "All seated" },
      { id: "reseated", text: "One was not; it is now" },
    ],
  },
  { kind: "do", id: "tell", text: "Answer the machine's question, if it asked.", minutes: 0.1 },
];

/** R03, pre-print care of a desktop DTF machine: only on print days, however long it sat. */
export const PRE_PRINT: readonly Step[] = [
  { kind: "do", id: "free", text: "Free the carriage by the maker's way.", lights: ["head"], minutes: 0.8 },
  {
    kind: "do",
    id: "off",
    text: "Machine off, and unplugged.",
    detail: "A freed carriage is pushed slowly: its motors make current.",
    minutes: 0.4,
  },
  {
    kind: "look",
    id: "waste-path",
    text: "Is the waste path open? The cap must draw before it is filled.",
    detail: "At rest some machines hold it shut.",
    lights: ["cap", "pump"],
    minutes: 0.6,
    choices: [
      { id: "open", text: "Open" },
      { id: "opened", text: "It was shut; it is open now" },
    ],
  },
  {
    kind: "do",
    id: "towel",
    text: "Lay a damp, folded towel under the head.",
    detail: "Lint-free, damp, not dripping.",
    lights: ["head"],
    minutes: 0.7,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
    owes: { id: "towel", words: "the towel lies under the head" },
  },
  { kind: "do", id: "to-and-fro", text: "Move the head gently to and fro over it.", lights: ["head"], minutes: 1 },
  { kind: "found", id: "cap-found", part: "cap", text: "How is the cap?", lights: ["cap"], minutes: 0.2 },
  {
    kind: "do",
    id: "fill",
    text: "Fill the cap with fluid to the brim.",
    lights: ["cap"],
    minutes: 0.8,
    uses: [{ item: "cleaning fluid", amount: 5, unit: "mL" }],
  },
  { kind: "do", id: "draw", text: "Draw it off through the waste line.", lights: ["cap", "pump"], minutes: 1 },
  {
    kind: "do",
    id: "dab",
    text: "Dab the lip of the cap.",
    detail: "A swab for white, another for colour.",
    lights: ["cap-seal", "cap"],
    minutes: 0.8,
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "wiper",
    text: "Wipe the wiper's edge while it is up.",
    lights: ["wiper"],
    minutes: 0.7,
    uses: [{ item: "foam swabs", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "towel-out", text: "Take the towel out.", lights: ["head"], minutes: 0.4, settles: "towel" },
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
  { kind: "do", id: "on", text: "Plug in and switch on.", minutes: 0.4, powersOn: true },
  { kind: "do", id: "three", text: "Run three normal cleans.", detail: "Look at the waste room first.", minutes: 0.5 },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 5 },
  {
    kind: "decide",
    id: "test",
    text: "Print a test. How is it?",
    minutes: 1.2,
    choices: [
      { id: "good", text: "Within tolerance", goTo: "check" },
      { id: "poor", text: "Poor, fewer than 8 cleans so far", goTo: "one" },
      { id: "rest", text: "Poor after 8 to 10 cleans", goTo: "rest" },
    ],
  },
  { kind: "do", id: "one", text: "Run one more clean.", minutes: 0.3 },
  {
    kind: "wait",
    id: "one-cleaning",
    text: "It cleans.",
    waitMinutes: 1.5,
  },
  {
    kind: "decide",
    id: "again",
    text: "Print a test once more. How is it?",
    minutes: 1.2,
    choices: [
      { id: "good", text: "Within tolerance", goTo: "check" },
      { id: "poor", text: "Poor, fewer than 8 cleans so far", goTo: "one" },
      { id: "rest", text: "Poor after 8 to 10 cleans" },
    ],
  },
  {
    kind: "do",
    id: "rest",
    text: "Let it rest: cap it wet, no more cleans now. Tell the supervisor.",
    detail: "Overnight, or the house's hours; then one check.",
    minutes: 1,
  },
  { kind: "nozzle-check", id: "check", text: "Read the nozzle check.", lights: ["head"], minutes: 1 },
];

/** R04, opening cleans; then the check. */
export const OPENING_CLEANS: readonly Step[] = [
  {
    kind: "look",
    id: "waste",
    text: "Is there room in the waste for three cleans?",
    minutes: 0.2,
    choices: [
      { id: "room", text: "Room enough" },
      { id: "emptied", text: "It was too full; it is emptied now" },
    ],
  },
  {
    kind: "decide",
    id: "night",
    text: "How did it stand overnight?",
    minutes: 0.2,
    choices: [
      { id: "water", text: "On a water cap: 2 normal cleans, or 1 medium", goTo: "two" },
      { id: "other", text: "Otherwise: 2 to 4 normal cleans", goTo: "more" },
    ],
  },
  {
    kind: "do",
    id: "two",
    text: "Run 2 normal cleans, or 1 medium.",
    minutes: 0.6,
    when: { recorded: "night", is: "water" },
  },
  {
    kind: "measure",
    id: "more",
    text: "Run 2 to 4 normal cleans. How many?",
    what: "cleans",
    unit: "cleans",
    min: 2,
    max: 4,
    minutes: 0.6,
    when: { recorded: "night", is: "other" },
  },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 6 },
  { kind: "call", id: "check", routine: "R01" },
];

/** R05, opening of a UV flatbed. */
export const UV_OPENING: readonly Step[] = [
  { kind: "do", id: "safe", text: "Lamp off, shutters on. Gloves, sleeves and goggles on.", lights: ["lamp"], minutes: 0.5 },
  { kind: "found", id: "gasket-found", part: "cap-seal", text: "How is the cap gasket?", lights: ["cap-seal", "cap"], minutes: 0.3 },
  {
    kind: "do",
    id: "gasket",
    text: "Wipe the cap gasket and around it.",
    detail: "Lint-free, damp with the UV cleaner. A wipe for white, another for colour.",
    lights: ["cap-seal", "cap"],
    minutes: 1.5,
    uses: [
      { item: "lint-free wipes", amount: 2, unit: "pieces" },
      { item: "UV cleaner", amount: 5, unit: "mL" },
    ],
  },
  {
    kind: "look",
    id: "cracks",
    text: "Look along the gasket. Any crack?",
    lights: ["cap-seal"],
    minutes: 0.4,
    choices: [
      { id: "whole", text: "Whole" },
      { id: "cracked", text: "Cracked, or out of place: tell the supervisor" },
    ],
  },
  {
    kind: "do",
    id: "plate",
    text: "Wipe the plate once, front to back, with dry microfibre.",
    detail: "Only since the house does so. One stroke, a fresh place of the cloth for each head.",
    lights: ["head"],
    minutes: 0.8,
    each: "head",
    when: { policy: "plate", is: "wipe" },
    uses: [{ item: "microfibre cloths", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "home", text: "Send the head home.", minutes: 0.3 },
  {
    kind: "look",
    id: "where",
    text: "Where does this machine print its check: at home, or where the bed stands?",
    detail: "Find out before you lay scrap.",
    minutes: 0.3,
    choices: [
      { id: "home", text: "At home" },
      { id: "bed", text: "Where the bed stands" },
    ],
  },
  {
    kind: "do",
    id: "scrap",
    text: "Lay clear scrap there: acrylic, glass or tape. Set the height by hand.",
    detail: "The height sensor sees through clear scrap.",
    minutes: 0.8,
    uses: [{ item: "clear scrap", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "print", text: "Print the nozzle check.", minutes: 0.3 },
  { kind: "wait", id: "printing", text: "Let it print. No looking into the lamp.", waitMinutes: 2 },
  {
    kind: "decide",
    id: "first",
    text: "How is the check?",
    minutes: 0.7,
    choices: [
      { id: "good", text: "Within tolerance", goTo: "read" },
      { id: "flag", text: "About 85 % good, or colours mixed", goTo: "flag" },
      { id: "poor", text: "Poor: load, clean, check", goTo: "load" },
    ],
  },
  {
    kind: "hold",
    id: "load",
    text: "Load ink for 10 to 15 seconds. Stop when the pump labours.",
    until: "The load runs",
    thenSeconds: 12,
    minutes: 0.4,
  },
  {
    kind: "look",
    id: "brim",
    text: "Park the head and look: does the cap pad brim with ink?",
    lights: ["cap-pad"],
    minutes: 0.4,
    choices: [
      { id: "brims", text: "It brims: the seal is good" },
      { id: "dry", text: "Dry: the seal leaks; call for the seal test", reports: "all-poor-after-load" },
    ],
  },
  { kind: "do", id: "clean", text: "Run one clean. Wipe the old check off before it cures.", minutes: 0.5 },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 2 },
  {
    kind: "decide",
    id: "second",
    text: "Print the check again. How is it?",
    detail: "A channel that came back may drop out again.",
    minutes: 0.7,
    choices: [
      { id: "good", text: "Within tolerance", goTo: "read" },
      { id: "flag", text: "About 85 % good, or colours mixed", goTo: "flag" },
      { id: "poor", text: "Still poor: once more", goTo: "load" },
      { id: "stop", text: "No better for two rounds: stop, hold it", goTo: "read" },
    ],
  },
  {
    kind: "do",
    id: "flag",
    text: "Print a colour flag: solid bars of each colour.",
    detail: "It pulls mixed ink out. Lines in a bar mean a bad check.",
    minutes: 0.5,
  },
  { kind: "wait", id: "flagging", text: "Let it print.", waitMinutes: 2 },
  { kind: "do", id: "again", text: "Print the nozzle check once more.", minutes: 0.3 },
  { kind: "wait", id: "printing-again", text: "Let it print.", waitMinutes: 2 },
  {
    kind: "nozzle-check",
    id: "read",
    text: "Count each channel.",
    detail: "Varnish that can't be seen is entered as unread.",
    lights: ["head"],
    minutes: 1,
  },
  { kind: "do", id: "wipe-off", text: "Wipe the check off the scrap before it cures; keep the scrap.", minutes: 0.4 },
];

/** R06, midday nozzle check, and R15, weekly check print: the opening's check again. */
export const CHECK_AGAIN: readonly Step[] = [{ kind: "call", id: "check", routine: "R01" }];

/** R09, pause cap. */
export const PAUSE_CAP: readonly Step[] = [
  { kind: "do", id: "stop", text: "Stop printing. Let the carriage come to rest.", minutes: 0.3 },
  {
    kind: "do",
    id: "fill",
    text: "Fill the cap with distilled water, in the maintenance position.",
    lights: ["cap"],
    minutes: 0.9,
    uses: [{ item: "distilled water", amount: 5, unit: "mL" }],
    owes: { id: "cap", words: "the head stands off its cap" },
  },
  { kind: "do", id: "park", text: "Park the head on it.", lights: ["cap"], minutes: 0.5, settles: "cap" },
  { kind: "do", id: "later", text: "Before you print on: one check.", minutes: 0.3 },
];

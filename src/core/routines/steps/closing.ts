import type { Step } from "../step.ts";

/** Steps of what comes after the last print, and of days without one (common practice, no source). */

/** R11, clean and wet cap, at the end of a heavy day. */
export const CLEAN_AND_CAP: readonly Step[] = [
  { kind: "do", id: "clean", text: "Run one clean. Is there room in the waste?", minutes: 0.4 },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 4 },
  {
    kind: "do",
    id: "maintenance",
    text: "Put it into its maintenance position. Wait until nothing moves.",
    detail: "Where it has none: machine off and unplugged. No hand near a moving carriage.",
    lights: ["cap"],
    minutes: 0.6,
    owes: { id: "cap", words: "the head stands off its cap" },
  },
  { kind: "found", id: "cap-found", part: "cap", text: "How is the cap?", lights: ["cap"], minutes: 0.2 },
  {
    kind: "do",
    id: "fill",
    text: "Fill the station with capping solution by syringe, until nearly full.",
    lights: ["cap", "cap-pad"],
    minutes: 1.5,
    uses: [{ item: "capping solution", amount: 5, unit: "mL" }],
  },
  {
    kind: "do",
    id: "around",
    text: "Wipe around the cap.",
    detail: "A swab for white, another for colour. Keep off the plate.",
    lights: ["cap"],
    minutes: 1.3,
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  { kind: "do", id: "park", text: "Park the head.", lights: ["cap"], minutes: 0.5, settles: "cap" },
];

/** R12, wipe-down and automatic flush. */
export const WIPE_AND_FLUSH: readonly Step[] = [
  {
    kind: "look",
    id: "waste",
    text: "Is there room in the waste for the flush?",
    minutes: 0.3,
    choices: [
      { id: "room", text: "Room enough" },
      { id: "emptied", text: "It was too full; it is emptied now" },
    ],
  },
  { kind: "do", id: "bed", text: "Lift the bed off.", minutes: 0.8, owes: { id: "bed", words: "the bed is off" } },
  { kind: "found", id: "surround-found", part: "head", text: "How is the head surround?", lights: ["head"], minutes: 0.2 },
  {
    kind: "do",
    id: "surround-white",
    text: "White side: wipe the head surround in the nozzles' direction.",
    detail: "A wipe of its own for white.",
    lights: ["head"],
    minutes: 1.4,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "surround-colour",
    text: "Colour side: a fresh wipe, the same way.",
    lights: ["head"],
    minutes: 1.4,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "plate",
    text: "Wipe the plate once, dry and lint-free, in the nozzles' direction.",
    detail: "Only since the house does so. Once, no pressure; white and colour apart.",
    lights: ["head"],
    minutes: 1,
    when: { policy: "plate", is: "wipe" },
    uses: [{ item: "lint-free wipes", amount: 2, unit: "pieces" }],
  },
  { kind: "found", id: "caps-found", part: "cap", text: "How are the caps?", lights: ["cap"], minutes: 0.2 },
  {
    kind: "do",
    id: "caps",
    text: "Wipe the caps: white with one swab, colour with another.",
    lights: ["cap"],
    minutes: 2,
    uses: [{ item: "foam swabs", amount: 2, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "wiper",
    text: "Wipe the wiper, both faces.",
    lights: ["wiper"],
    minutes: 1.2,
    uses: [{ item: "foam swabs", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "trays",
    text: "Wipe the spit trays.",
    lights: ["spit-tray"],
    minutes: 1.6,
    uses: [{ item: "lint-free wipes", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "bed-on", text: "Put the bed back.", minutes: 0.8, settles: "bed" },
  { kind: "do", id: "home", text: "Send the head home.", minutes: 0.3, powersOn: true },
  { kind: "do", id: "flush", text: "Press flush.", detail: "It takes the white out of the head: nothing is to be agitated.", minutes: 0.3 },
  { kind: "wait", id: "flushing", text: "It flushes.", waitMinutes: 5 },
  {
    kind: "look",
    id: "after",
    text: "Is it flushed and parked?",
    detail: "It may stand a weekend or a week without daily care.",
    minutes: 0.3,
    choices: [
      { id: "parked", text: "Flushed and parked" },
      { id: "fault", text: "It stopped with a message: tell the supervisor" },
    ],
  },
];

/** R13, shutdown self-clean. */
export const SHUTDOWN: readonly Step[] = [
  { kind: "do", id: "covers", text: "Shut all covers.", minutes: 0.2 },
  {
    kind: "look",
    id: "level",
    text: "Is there fluid in the built-in cleaning cartridge?",
    minutes: 0.2,
    choices: [
      { id: "enough", text: "Enough" },
      { id: "low", text: "Low: order one" },
      { id: "empty", text: "Empty: change it first" },
    ],
  },
  {
    kind: "measure",
    id: "level-read",
    text: "Read the cleaning cartridge's level.",
    what: "level",
    unit: "%",
    min: 0,
    max: 100,
    optional: true,
    minutes: 0.2,
  },
  {
    kind: "do",
    id: "off",
    text: "Switch off by its own button. Never cut the mains.",
    minutes: 0.2,
  },
  { kind: "wait", id: "cycle", text: "It cleans caps, pump and spit tray. Covers stay shut.", waitMinutes: 5 },
  {
    kind: "look",
    id: "dark",
    text: "Is it off by itself?",
    minutes: 0.2,
    choices: [
      { id: "off", text: "Off" },
      { id: "not", text: "Still on, or a message: tell the supervisor" },
    ],
  },
];

/** R14, idle-day exercise. */
export const EXERCISE: readonly Step[] = [
  {
    kind: "call",
    id: "white",
    routine: "R02",
    when: { not: { any: [{ ability: "white-circulation" }, { ability: "full-circulation" }] } },
  },
  { kind: "do", id: "cleans", text: "Run 2 normal cleans. Is there room in the waste?", minutes: 0.6 },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 5 },
  { kind: "call", id: "check", routine: "R01" },
  {
    kind: "do",
    id: "design",
    text: "Print one full-range design, with white.",
    minutes: 1,
    uses: [{ item: "film or a test garment", amount: 1, unit: "pieces" }],
  },
  { kind: "wait", id: "printing", text: "Let it print.", waitMinutes: 8 },
  {
    kind: "look",
    id: "colour",
    text: "The colours: any streaks?",
    minutes: 0.4,
    choices: [
      { id: "even", text: "Even" },
      { id: "streaks", text: "Streaks", reports: "banding" },
    ],
  },
  {
    kind: "look",
    id: "white-rate",
    text: "The white: full from the start?",
    minutes: 0.4,
    choices: [
      { id: "full", text: "Full" },
      { id: "slow", text: "Slow at the start", reports: "slow-white" },
      { id: "weak", text: "Weak throughout", reports: "weak-white" },
    ],
  },
  { kind: "call", id: "cap", routine: "R10", when: { policy: "cap", is: "wet" } },
];

import type { Step } from "../step.ts";

/** Steps of agreeing on storage, of the automatic flush and of cleaning cartridges (common practice, no source). */

/** A check that the return is held against. */
export const CHECK_BEFORE: Step = {
  kind: "nozzle-check",
  id: "check",
  text: "Print and read a nozzle check.",
  detail: "It is pinned: on its return the machine is held against it.",
  bad: "Gaps: recover it first.",
  lights: ["head"],
  minutes: 2,
};
export const WASTE_EMPTY = (id: string, text: string): readonly Step[] => [
  {
    kind: "measure",
    id,
    text,
    detail:
      "Lever shut, tube into a labelled container, lever open, swirl, last drops, lever shut; only then the tube back. Never down the drain.",
    why: "Full, it runs over inside the machine.",
    what: "waste that was in it",
    unit: "mL",
    min: 0,
    max: 20_000,
    empties: true,
    minutes: 4,
    when: { any: [{ waste: "bottle" }, { waste: "tank" }] },
  },
];
export const TAG: Step = {
  kind: "do",
  id: "tag",
  text: "Hang the tag on the machine.",
  detail: "Print it on the machine's Standby page: what is in the lines, since when, by whom. Not to be switched on or off.",
  minutes: 0.5,
};

/** R50, regime and dates agreed. */
export const STORAGE_AGREED: readonly Step[] = [
  {
    kind: "look",
    id: "plan",
    text: "Read its Standby page together. Which method?",
    detail: "Last print and first print, to the hour. Weekends count too.",
    minutes: 2.5,
    choices: [
      { id: "advised", text: "The one advised" },
      { id: "other", text: "Another: the reason is in the note" },
    ],
  },
  {
    kind: "look",
    id: "stock",
    text: "Fluid, cartridges, bottles, clips, tubes on the shelf?",
    detail: "A cartridge a slot; two sets of bottles; in date.",
    why: "Half way nothing may be missing.",
    minutes: 2,
    choices: [
      { id: "there", text: "All there" },
      { id: "short", text: "Something is short: it is ordered" },
    ],
  },
  {
    kind: "look",
    id: "waste",
    text: "An empty bottle and containers for all the waste?",
    minutes: 0.5,
    choices: [
      { id: "room", text: "Room for all of it" },
      { id: "planned", text: "More emptyings are planned" },
    ],
  },
  {
    kind: "look",
    id: "people",
    text: "Who puts it to sleep, who wakes it?",
    detail: "A name and a day each, a stand-in where one is away.",
    minutes: 1.5,
    choices: [
      { id: "both", text: "Both are there on their day" },
      { id: "not", text: "One is not: another is asked" },
    ],
  },
  {
    kind: "look",
    id: "check",
    text: "When is the last nozzle check before it?",
    why: "The return is held against it.",
    minutes: 0.5,
    choices: [{ id: "planned", text: "Right before it, planned" }],
  },
  { kind: "confirm", id: "agreed", text: "The supervisor agrees to method and dates.", by: "supervisor", minutes: 1 },
];

/** R51, automatic flush for storage. */
export const FLUSH_FOR_STORAGE: readonly Step[] = [
  CHECK_BEFORE,
  ...WASTE_EMPTY("waste", "Empty the waste. How much was in it?"),
  { kind: "call", id: "flush-down", routine: "R12" },
  {
    kind: "look",
    id: "plates",
    text: "Do heads and caps look washed?",
    detail: "As far as you can see them.",
    lights: ["head", "cap"],
    minutes: 0.5,
    choices: [
      { id: "washed", text: "Washed" },
      { id: "ink", text: "Ink is left: flush again", goTo: "again" },
    ],
  },
  { kind: "do", id: "again", text: "Press flush once more.", minutes: 0.3, when: { recorded: "plates", is: "ink" } },
  { kind: "wait", id: "flushing-again", text: "It flushes.", waitMinutes: 5, when: { recorded: "plates", is: "ink" } },
  ...WASTE_EMPTY("waste-after", "Empty the waste if it is past its mark. How much?"),
  TAG,
];

/** R52, cleaning-cartridge storage, led by the machine's program: not switched off before it says so. */
export const CARTRIDGE_STORAGE: readonly Step[] = [
  {
    kind: "look",
    id: "ready",
    text: "All at hand? It must not stop half-way.",
    detail: "Its program open, an empty 4 L container, a general cleaning cartridge for each slot. Not those coded for one slot.",
    minutes: 1,
    choices: [
      { id: "all", text: "All at hand" },
      { id: "some", text: "Not all: don't start", ends: "cartridges, container or program are missing" },
    ],
  },
  CHECK_BEFORE,
  {
    kind: "do",
    id: "start",
    text: "Program: start of long storage. Yes. Start.",
    detail: "Read each page. From here on no switching off.",
    good: "It asks about the waste.",
    minutes: 1,
    owes: { id: "wash", words: "the wash has begun: not to be switched off" },
  },
  ...WASTE_EMPTY("waste-before", "Empty the waste now. How much was in it?"),
  {
    kind: "do",
    id: "answer",
    text: "Answer that it is empty. Only when it is true.",
    why: "An untrue answer overflows the bottle inside the machine.",
    minutes: 0.2,
  },
  {
    kind: "do",
    id: "ink-out",
    each: "slot",
    text: "Take the cartridge out. Lay it down in order.",
    detail: "Level, straight, outlet taped. Coded cleaning cartridges too.",
    why: "Order saves mistakes on return.",
    bad: "The program does not see it empty: pull again.",
    minutes: 0.4,
    owes: { id: "slots", words: "a slot stands open" },
  },
  {
    kind: "do",
    id: "look",
    text: "Look into each slot and at each cartridge.",
    detail: "Stickers, crumbs, dirt off.",
    why: "They stop it half-way.",
    minutes: 0.5,
  },
  {
    kind: "do",
    id: "cleaner-in",
    each: "slot",
    text: "Cleaning cartridge in: triangle up, chip to the contact.",
    detail: "Slide it smoothly to the end.",
    bad: "It doesn't go: out, look, another angle. No force.",
    minutes: 0.5,
    settles: "slots",
    uses: [{ item: "cleaning cartridges", amount: 1, unit: "pieces" }],
  },
  {
    kind: "look",
    id: "filled",
    text: "Count slots and cartridges aloud. All filled?",
    why: "It starts only when each is filled.",
    minutes: 0.3,
    choices: [{ id: "all", text: "All filled" }],
  },
  {
    kind: "wait",
    id: "charging",
    text: "It charges by itself. Touch nothing.",
    detail: "Watch the waste: its level runs on the screen.",
    bad: "One slot asks: seat it again.",
    waitMinutes: 8,
  },
  {
    kind: "do",
    id: "cleaner-out",
    each: "slot",
    text: "On its word: cleaning cartridge out, laid in order.",
    minutes: 0.3,
  },
  { kind: "do", id: "discharge", text: "Start the discharge.", why: "Fluid leaves the lines.", minutes: 0.2 },
  { kind: "wait", id: "discharging", text: "It discharges. Don't switch off.", good: "100 %.", waitMinutes: 3 },
  {
    kind: "look",
    id: "done",
    text: "Does the program say finished?",
    detail: "Read the last page, take its picture.",
    minutes: 0.3,
    choices: [
      { id: "yes", text: "Yes" },
      { id: "no", text: "No: it stays on; call the technician" },
    ],
  },
  { kind: "do", id: "end", text: "End it as the program says.", minutes: 0.4, settles: "wash" },
  ...WASTE_EMPTY("waste-after", "Empty the waste once more. How much?"),
  {
    kind: "do",
    id: "store",
    text: "Store inks upright, in order. Mark used cartridges once.",
    minutes: 0.5,
  },
  TAG,
];

import type { Step } from "../step.ts";

/** Steps of agreeing on storage, of the automatic flush and of cleaning cartridges (common practice, no source). */

/** A check that the return is held against. */
const CHECK_BEFORE: Step = {
  kind: "nozzle-check",
  id: "check",
  text: "Print and read a nozzle check.",
  detail: "It is pinned: on its return the machine is held against it.",
  lights: ["head"],
  minutes: 2,
};
const WASTE_EMPTY = (id: string, text: string): readonly Step[] => [
  {
    kind: "do",
    id,
    text,
    detail: "Valve shut, tube into a labelled container, valve open, wait for the last drops, valve shut. Never down the drain.",
    minutes: 4,
    when: { any: [{ waste: "bottle" }, { waste: "tank" }] },
  },
];
const TAG: Step = {
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
    text: "Read its Standby page with the supervisor. Which regime?",
    minutes: 3,
    choices: [
      { id: "advised", text: "The one advised" },
      { id: "other", text: "Another: the reason is in the note" },
    ],
  },
  {
    kind: "look",
    id: "stock",
    text: "Are fluid and cartridges on the shelf, in date?",
    minutes: 2,
    choices: [
      { id: "there", text: "All there" },
      { id: "short", text: "Something is short: it is ordered" },
    ],
  },
  {
    kind: "look",
    id: "people",
    text: "Who puts it to sleep, and who wakes it? Are both there on their day?",
    minutes: 2,
    choices: [
      { id: "both", text: "Both are" },
      { id: "not", text: "One is not: another is asked" },
    ],
  },
  { kind: "confirm", id: "agreed", text: "The supervisor agrees to regime and dates.", by: "supervisor", minutes: 1 },
];

/** R51, automatic flush for storage. */
export const FLUSH_FOR_STORAGE: readonly Step[] = [
  CHECK_BEFORE,
  ...WASTE_EMPTY("waste", "Empty the waste."),
  { kind: "call", id: "flush-down", routine: "R12" },
  {
    kind: "look",
    id: "plates",
    text: "Do heads and caps look washed?",
    lights: ["head", "cap"],
    minutes: 0.5,
    choices: [
      { id: "washed", text: "Washed" },
      { id: "ink", text: "Ink is left: flush again", goTo: "again" },
    ],
  },
  { kind: "do", id: "again", text: "Press flush once more.", minutes: 0.3, when: { recorded: "plates", is: "ink" } },
  { kind: "wait", id: "flushing-again", text: "It flushes.", waitMinutes: 5, when: { recorded: "plates", is: "ink" } },
  TAG,
];

/** R52, cleaning-cartridge storage, guided by the machine. */
export const CARTRIDGE_STORAGE: readonly Step[] = [
  {
    kind: "look",
    id: "ready",
    text: "Its own program, a 4 L container and a cleaning cartridge for each slot at hand?",
    detail: "General ones, one a slot, also for slots that held fluid before. Not those coded for one slot.",
    minutes: 1,
    choices: [
      { id: "all", text: "All at hand" },
      { id: "some", text: "Not all: fetch what is missing first" },
    ],
  },
  CHECK_BEFORE,
  ...WASTE_EMPTY("waste-before", "Empty the waste. The valve is shut before and after."),
  {
    kind: "do",
    id: "start",
    text: "Start the wash in the machine's program.",
    minutes: 1,
    owes: { id: "wash", words: "the wash has begun; not to be switched off" },
  },
  {
    kind: "do",
    id: "ink-out",
    each: "slot",
    text: "Take the ink cartridge out. Keep the order.",
    detail: "From slot 1. Also any cleaning cartridge fitted already.",
    minutes: 0.4,
    owes: { id: "slots", words: "slots stand open" },
  },
  {
    kind: "do",
    id: "cleaner-in",
    each: "slot",
    text: "Cleaning cartridge in: mark up, chip to the contact.",
    detail: "Never forced: a sticker or dirt stops one. Look into the slot too.",
    minutes: 0.5,
    uses: [{ item: "cleaning cartridges", amount: 1, unit: "pieces" }],
  },
  { kind: "do", id: "filled", text: "Every slot is filled. Count them.", minutes: 0.3, settles: "slots" },
  { kind: "wait", id: "charging", text: "It charges once every slot is filled.", waitMinutes: 8 },
  { kind: "do", id: "cleaner-out", each: "slot", text: "Take the cleaning cartridge out.", minutes: 0.3 },
  { kind: "do", id: "discharge", text: "Let it discharge.", minutes: 0.3 },
  { kind: "wait", id: "discharging", text: "It discharges.", waitMinutes: 3 },
  {
    kind: "look",
    id: "done",
    text: "Does its program say that it is washed?",
    minutes: 0.3,
    choices: [
      { id: "yes", text: "Yes" },
      { id: "no", text: "No: it stays on; call the technician" },
    ],
  },
  { kind: "do", id: "end", text: "End the program as it says.", minutes: 0.5, settles: "wash" },
  ...WASTE_EMPTY("waste-after", "Empty the waste again. The valve is shut."),
  TAG,
];

export { CHECK_BEFORE, TAG, WASTE_EMPTY };

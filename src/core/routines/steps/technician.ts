import type { Step } from "../step.ts";

/** Steps that are a technician's (common practice, no source). */

/** R37, cap service. */
export const SERVICE_OF_CAP: readonly Step[] = [
  {
    kind: "do",
    id: "off",
    text: "Head aside, machine off and unplugged.",
    minutes: 1.5,
    owes: { id: "head", words: "the head stands off its cap" },
  },
  {
    kind: "do",
    id: "out",
    text: "Take the cap out, by the machine's manual.",
    lights: ["cap"],
    minutes: 6,
    owes: { id: "cap", words: "the cap is out" },
  },
  { kind: "found", id: "found", part: "cap", text: "How are seal, pad and tubes?", lights: ["cap", "cap-seal", "cap-pad"], minutes: 0.5 },
  {
    kind: "decide",
    id: "seal",
    text: "What does it need?",
    minutes: 0.5,
    choices: [
      { id: "clean", text: "Cleaning" },
      { id: "parts", text: "A new pad or seal" },
      { id: "assembly", text: "A new cap assembly" },
    ],
  },
  {
    kind: "do",
    id: "pads",
    text: "New pad or seal in, flat.",
    lights: ["cap-pad", "cap-seal"],
    minutes: 6,
    when: { recorded: "seal", is: "parts" },
    uses: [{ item: "cap pads", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "assembly",
    text: "Take a new cap assembly.",
    lights: ["cap"],
    minutes: 3,
    when: { recorded: "seal", is: "assembly" },
    uses: [{ item: "cap assemblies", amount: 1, unit: "pieces" }],
  },
  {
    kind: "do",
    id: "tubes",
    text: "Draw fluid through each tube until it runs clear.",
    lights: ["pump"],
    minutes: 8,
    uses: [{ item: "cleaning fluid", amount: 30, unit: "mL" }],
  },
  {
    kind: "look",
    id: "flow",
    text: "Do all tubes flow?",
    lights: ["pump"],
    minutes: 1,
    choices: [
      { id: "all", text: "All flow" },
      { id: "one", text: "One does not: half the suction is left", reports: "cap-drains-one-side" },
    ],
  },
  { kind: "do", id: "in", text: "Cap back. Tubes on.", lights: ["cap"], minutes: 6, settles: "cap" },
  { kind: "do", id: "park", text: "Park the head. Does the lip close all round?", lights: ["cap-seal"], minutes: 1.5, settles: "head" },
  { kind: "do", id: "on", text: "Plug in, switch on.", minutes: 0.5, powersOn: true },
  { kind: "nozzle-check", id: "check", text: "Load, clean, check.", lights: ["head"], minutes: 3 },
];

/** R38, soak and brush: the last resort, a technician's. */
export const SOAK_AND_BRUSH: readonly Step[] = [
  { kind: "confirm", id: "agreed", text: "Which supervisor agrees that nothing gentler is left?", by: "supervisor", minutes: 0.5 },
  { kind: "do", id: "off", text: "Machine off, and unplugged.", minutes: 0.5 },
  {
    kind: "do",
    id: "soak-cap",
    text: "Fluid for this ink into the cap. Head onto it.",
    lights: ["cap", "head"],
    minutes: 3,
    uses: [{ item: "cleaning fluid", amount: 10, unit: "mL" }],
  },
  { kind: "wait", id: "soak", text: "It soaks.", waitMinutes: 30 },
  {
    kind: "do",
    id: "aside",
    text: "Head aside. A damp lint-free pad under it.",
    lights: ["head"],
    minutes: 2,
    owes: { id: "pad", words: "a pad lies under the head" },
  },
  {
    kind: "do",
    id: "brush",
    text: "By the maker's way and tool only: loosen what is left.",
    detail: "No pressure on the plate. The technician's hand and judgement.",
    lights: ["head"],
    minutes: 12,
  },
  { kind: "do", id: "pad-out", text: "Pad out. Dry what was wetted.", minutes: 2, settles: "pad" },
  { kind: "do", id: "on", text: "Plug in, switch on. One clean.", minutes: 1, powersOn: true },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R39, head replacement. */
export const HEAD_REPLACEMENT: readonly Step[] = [
  {
    kind: "look",
    id: "cap-first",
    text: "Is the cap checked? A blocked cap can't prime any head.",
    lights: ["cap"],
    minutes: 1,
    choices: [
      { id: "good", text: "Checked, and good" },
      { id: "serviced", text: "It was serviced first" },
    ],
  },
  { kind: "confirm", id: "agreed", text: "Which supervisor agrees to the new head?", by: "supervisor", minutes: 0.5 },
  { kind: "photo", id: "old-serial", text: "A picture of the old head's serial.", of: "old serial", minutes: 0.5 },
  {
    kind: "measure",
    id: "hours",
    text: "The old head's hours, where the machine counts them.",
    what: "hours",
    unit: "h",
    min: 0,
    max: 200_000,
    optional: true,
    minutes: 0.5,
  },
  {
    kind: "look",
    id: "why",
    text: "Why is it replaced?",
    minutes: 0.3,
    choices: [
      { id: "clogged", text: "Clogged beyond recovery" },
      { id: "electric", text: "Electric fault" },
      { id: "struck", text: "Struck" },
      { id: "worn", text: "Worn out" },
    ],
  },
  { kind: "do", id: "off", text: "Machine off, and unplugged. Wait as the manual says.", minutes: 2 },
  {
    kind: "do",
    id: "old-out",
    text: "Old head out, by the manual. No fluid on boards or connectors.",
    lights: ["head"],
    minutes: 25,
    owes: { id: "head", words: "the head is out" },
  },
  {
    kind: "do",
    id: "new-in",
    text: "New head in, level. Cables dry and seated.",
    lights: ["head"],
    minutes: 25,
    settles: "head",
    uses: [{ item: "heads", amount: 1, unit: "pieces" }],
  },
  { kind: "photo", id: "new-serial", text: "A picture of the new head's serial.", of: "new serial", minutes: 0.5 },
  { kind: "do", id: "on", text: "Plug in, switch on. Enter its ranks as the manual says.", minutes: 8, powersOn: true },
  { kind: "do", id: "load", text: "Load each line till no air shows.", minutes: 6 },
  { kind: "wait", id: "charging", text: "It charges.", waitMinutes: 15 },
  { kind: "do", id: "align", text: "Align the head by the manual.", minutes: 15 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

import type { Step } from "../step.ts";

/** Steps of weekly work (common practice, no source). */

/** R22, shift white positions. */
export const SHIFT_WHITE: readonly Step[] = [
  {
    kind: "do",
    id: "move",
    text: "Move the white inks one position along.",
    detail: "Label each before you move it. Never draw ink by mouth.",
    lights: ["damper", "ink-line"],
    minutes: 5,
  },
  { kind: "do", id: "rip", text: "Set the new channel order in the RIP. Save it.", minutes: 2 },
  { kind: "confirm", id: "map", text: "A second look: does the RIP's order match the lines?", by: "second", minutes: 1 },
  { kind: "do", id: "cleans", text: "Run one normal clean.", minutes: 0.5, powersOn: true },
  { kind: "wait", id: "cleaning", text: "It cleans.", waitMinutes: 3 },
  { kind: "nozzle-check", id: "check", text: "Print and read a nozzle check.", lights: ["head"], minutes: 2 },
];

/** R23, head clean of a continuous inkjet coder. */
export const CODER_HEAD: readonly Step[] = [
  {
    kind: "look",
    id: "state",
    text: "Is the jet off? It circulates without a jet.",
    minutes: 0.3,
    choices: [
      { id: "off", text: "No jet" },
      { id: "stopped", text: "It was jetting; it is stopped now" },
    ],
  },
  {
    kind: "do",
    id: "out",
    text: "Loosen the thumb screw. Draw the head from its sleeve.",
    lights: ["gun-body"],
    minutes: 1,
    owes: { id: "head", words: "the head is out of its sleeve" },
  },
  {
    kind: "found",
    id: "found",
    part: "head",
    text: "How is the head?",
    lights: ["gun-body", "charge-electrode", "deflection-plates", "gutter"],
    minutes: 0.5,
  },
  {
    kind: "do",
    id: "rinse",
    text: "Rinse with solvent from the gun body down.",
    detail: "At a slant, over the tray. Ventilate; no spark or flame.",
    lights: ["gun-body", "charge-electrode", "deflection-plates", "gutter"],
    minutes: 2.5,
    uses: [{ item: "coder solvent", amount: 30, unit: "mL" }],
    when: { not: { recorded: "found", is: "clean" } },
  },
  {
    kind: "do",
    id: "air",
    text: "Dry it with the air bulb from the top down.",
    lights: ["gun-body", "gutter"],
    minutes: 1,
    when: { not: { recorded: "found", is: "clean" } },
  },
  {
    kind: "look",
    id: "plates",
    text: "Is deposit left on the deflection plates?",
    lights: ["deflection-plates"],
    minutes: 0.5,
    when: { not: { recorded: "found", is: "clean" } },
    choices: [
      { id: "none", text: "None" },
      { id: "stubborn", text: "Stubborn deposit" },
    ],
  },
  {
    kind: "do",
    id: "brush",
    text: "Brush the deflection plates with the PTFE brush. Mind the electrodes.",
    detail: "Then rinse once more.",
    lights: ["deflection-plates", "charge-electrode"],
    minutes: 2.5,
    when: { recorded: "plates", is: "stubborn" },
  },
  {
    kind: "hold",
    id: "dry",
    text: "Dry it with the air bulb.",
    until: "Head and electrodes are quite dry",
    thenSeconds: 60,
    minutes: 2,
    when: { not: { recorded: "found", is: "clean" } },
  },
  {
    kind: "do",
    id: "back",
    text: "Slide the head into its sleeve. Tighten the thumb screw.",
    lights: ["gun-body"],
    minutes: 1,
    settles: "head",
  },
  { kind: "do", id: "start", text: "Start the jet.", minutes: 0.3, powersOn: true },
  { kind: "wait", id: "starting", text: "The jet starts and settles.", waitMinutes: 3 },
];

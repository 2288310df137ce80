import type { Step } from "../step.ts";

/** Steps of what comes before the first print, and of the checks that come again (common practice, no source). */

/** R02, agitate white: one cartridge at a time, so that none lands in a neighbour's slot. */
export const AGITATE_WHITE: readonly Step[] = [
  {
    kind: "look",
    id: "where",
    text: "Where is the white: in cartridges or in tanks?",
    detail: "Read the panel too: some machines ask when it is due. Count them: two, four, or a tank.",
    why: "One that is forgotten gives half a white.",
    minutes: 0.1,
    choices: [
      { id: "cartridges", text: "In cartridges" },
      { id: "tanks", text: "In tanks" },
    ],
  },
  {
    kind: "repeat",
    id: "each-white",
    each: "white-line",
    when: { recorded: "where", is: "cartridges" },
    steps: [
      {
        kind: "do",
        id: "out",
        text: "Take this white cartridge out. Only this one.",
        detail: "Pull straight and level, its outlet up.",
        why: "So none lands in a neighbour's slot.",
        good: "The outlet is dry.",
        bad: "Ink at the outlet: dab it with a wipe.",
        lights: ["ink-line"],
        minutes: 0.2,
        owes: { id: "slot", words: "a white cartridge is out of its slot" },
      },
      {
        kind: "do",
        id: "shake",
        text: "Shake it end over end, steadily, for 20 seconds.",
        detail: "Both hands. No knocking. Keep off the chip and the outlet.",
        why: "Pigment lies at the bottom end.",
        good: "Nothing heavy slides inside.",
        bad: "A lump at one end: shake longer. It stays: replace it (R46).",
        lights: ["ink-line"],
        minutes: 0.4,
      },
      {
        kind: "do",
        id: "in",
        text: "Push it back into its own slot until it sits.",
        detail: "Same way up, straight, until it clicks or stops.",
        good: "Flush with the others.",
        bad: "It stands out: pull it, look for dirt, once more.",
        lights: ["ink-line"],
        minutes: 0.2,
        settles: "slot",
      },
    ],
  },
  {
    kind: "do",
    id: "stir",
    text: "Stir the white in its tank until its bottom is free.",
    detail: "With its own stirrer, or swirl it slowly. The lid stays on. No bubbles.",
    why: "Bubbles go to the head.",
    good: "Even white, no thick layer at the floor.",
    bad: "A thick layer stays: longer. Lumps: change the ink (R46).",
    lights: ["ink-line"],
    minutes: 1.4,
    when: { recorded: "where", is: "tanks" },
  },
  {
    kind: "look",
    id: "seat",
    text: "Does each sit in its own slot?",
    detail: "Run a finger along the fronts. Read the names.",
    bad: "Two are swapped: put them right before any clean.",
    lights: ["ink-line"],
    minutes: 0.3,
    choices: [
      { id: "seated", text: "All sit, all in their own place" },
      { id: "reseated", text: "One did not; it does now" },
    ],
  },
  {
    kind: "do",
    id: "tell",
    text: "Answer the panel's message, if there is one.",
    why: "It asks again, or holds the job.",
    bad: "It stays: one was not out long enough. Do that one again.",
    minutes: 0.1,
  },
];

/** R04, opening cleans: as many as the night asks for; then the check. */
export const OPENING_CLEANS: readonly Step[] = [
  {
    kind: "decide",
    id: "night",
    knows: "capped",
    text: "How was it capped overnight?",
    detail: "The last closing says it.",
    why: "It decides how many cleans.",
    minutes: 0.2,
    choices: [
      { id: "water", text: "On a water cap" },
      { id: "other", text: "Another way, or longer than 3 days" },
      { id: "unknown", text: "Nobody knows" },
    ],
  },
  {
    kind: "look",
    id: "waste",
    text: "Is there room in the waste for the cleans?",
    detail: "Eyes level with the liquid.",
    minutes: 0.2,
    knows: "room",
    choices: [
      { id: "room", text: "Room enough" },
      { id: "emptied", text: "It was too full; it is emptied now" },
    ],
  },
  {
    kind: "look",
    id: "ink",
    text: "Is every ink above its low mark, the white shaken?",
    why: "A clean with an empty tank draws in air.",
    lights: ["ink-line"],
    minutes: 0.2,
    choices: [
      { id: "enough", text: "All above the mark" },
      { id: "filled", text: "One was low; it is filled now" },
    ],
  },
  {
    kind: "decide",
    id: "program",
    text: "Where do you start the clean?",
    why: "One medium clean stands for two normal ones.",
    minutes: 0.1,
    when: { recorded: "night", is: "water" },
    choices: [
      { id: "print", text: "In the print program: normal cleans" },
      { id: "service", text: "In the service program: one medium" },
    ],
  },
  {
    kind: "do",
    id: "two",
    text: "Run 2 normal cleans, one after the other. Covers shut.",
    why: "The first draws the water off, the second brings ink.",
    good: "They run without a message.",
    bad: "A message: write it down. Don't start again.",
    minutes: 0.6,
    draws: { cleans: { strength: "normal", times: 2 } },
    when: { recorded: "program", is: "print" },
  },
  {
    kind: "do",
    id: "medium",
    text: "Run 1 medium clean. Covers shut.",
    why: "It draws the water off and brings ink.",
    good: "It runs without a message.",
    bad: "A message: write it down. Don't start again.",
    minutes: 0.6,
    draws: { cleans: { strength: "medium", times: 1 } },
    when: { recorded: "program", is: "service" },
  },
  {
    kind: "measure",
    id: "more",
    text: "Run 2 to 4 normal cleans. How many?",
    detail: "Nobody knows how it was capped: 4. Covers shut, one after the other.",
    bad: "A message: write it down. Don't start again.",
    what: "cleans",
    unit: "cleans",
    min: 2,
    max: 4,
    minutes: 0.6,
    draws: { cleans: { strength: "normal", times: 1 } },
    when: {
      any: [
        { recorded: "night", is: "other" },
        { recorded: "night", is: "unknown" },
      ],
    },
  },
  { kind: "wait", id: "cleaning", text: "It cleans. Do another machine.", good: "Still, and the head on its cap.", waitMinutes: 6 },
  { kind: "call", id: "check", routine: "R01" },
];

/** R06, midday nozzle check, and R15, weekly check print: the opening's check again. */
export const CHECK_AGAIN: readonly Step[] = [{ kind: "call", id: "check", routine: "R01" }];

/** R09, pause cap. */
export const PAUSE_CAP: readonly Step[] = [
  { kind: "do", id: "stop", text: "Stop printing. Wait until the carriage stands still.", minutes: 0.3 },
  {
    kind: "do",
    id: "aside",
    text: "Move the head off its cap by the menu.",
    detail: "Its maintenance position. Where it has none: off, then push the carriage slowly.",
    bad: "It comes back by itself: hands out, wait.",
    lights: ["cap"],
    minutes: 0.4,
    owes: { id: "cap", words: "the head stands off its cap" },
  },
  {
    kind: "do",
    id: "fill",
    text: "Fill the cap with distilled water up to its lip.",
    detail: "Slowly, at a corner. Nothing runs over.",
    good: "A level, shining surface.",
    bad: "It sinks at once: the seal or the drain leaks.",
    lights: ["cap"],
    minutes: 0.5,
    uses: [{ item: "distilled water", amount: 5, unit: "mL" }],
  },
  { kind: "do", id: "park", text: "Park the head on it at once. Hands out.", lights: ["cap"], minutes: 0.5, settles: "cap" },
  { kind: "do", id: "later", text: "Before you print on: one check.", why: "The water thins the first ink.", minutes: 0.3 },
];

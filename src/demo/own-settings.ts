import type { DataSheet } from "../work/shop/safety.ts";

/** A routine that the demo house wrote for itself, as it stands in its editor. */
export const OWN_ROUTINE = `id: house-powder-tray
name: Powder tray and shaker
calledFor: { classes: [dtf] }
handsMinutes: 9
waitMinutes: 0
machineState: off, dryer cold
hazards: [moving-parts, hot, dust]
gear: [dust mask, nitrile gloves]
tools: [soft brush, lidded bin]
steps:
  - { kind: found, id: found, part: feed-roller, text: How much powder lies round the tray?, minutes: 0.5 }
  - { kind: do, id: out, text: "Draw the tray out, level.", minutes: 1, owes: { id: tray, words: the powder tray is out } }
  - { kind: do, id: brush, text: Brush the loose powder into the lidded bin., detail: No compressed air., minutes: 3 }
  - { kind: look, id: lumps, text: Are there lumps in the powder?, minutes: 1, choices: [{ id: none, text: None }, { id: lumps, text: "Lumps: it has drawn damp" }] }
  - { kind: do, id: fresh, text: "Put fresh powder in. Note the sack's number.", minutes: 2, when: { recorded: lumps, is: lumps } }
  - { kind: do, id: back, text: Slide the tray back until it clicks., minutes: 1, settles: tray }
`;

/** Where the demo house keeps its invented suppliers' data sheets. */
export const DATA_SHEETS: DataSheet[] = [
  { name: "Marlstone solvent cleaner", url: "https://sheets.marlstone.example/solvent-cleaner.pdf", hazards: ["flammable"] },
  { name: "Fenhollow UV inks", url: "https://sheets.fenhollow.example/uv-inks.pdf", hazards: ["sensitiser", "uv-light"] },
];

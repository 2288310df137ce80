import type { EntryKind } from "../core/record/entries.ts";

/** An entry of a story: its kind, machine, who made it, at what time, and what it says. */
type Told = [kind: EntryKind, machine: string, person: string, time: string, body: Record<string, unknown>];

/** What is told of so many days ago, each on the last work day up to it. */
const TOLD: Record<number, Told[]> = {
  76: [["part", "wigeon", "mirko", "11:40", { part: "H1", event: "fitted", serial: "HD-39440" }]],
  75: [
    [
      "part",
      "teal",
      "mirko",
      "11:30",
      {
        part: "H2",
        event: "replaced",
        serial: "HD-40117",
        oldSerial: "HD-38802",
        lifeDays: 412,
        reason: "white weak whatever was done",
      },
    ],
  ],
  40: [
    ["care", "shanny", "mirko", "10:20", { what: "repair", note: "New cap: the seal had a crack at its left end." }],
    ["note", "shanny", "mirko", "10:25", { text: "All channels poor after a load, pad dry: the cap leaked." }],
    [
      "part",
      "shanny",
      "mirko",
      "10:22",
      {
        part: "cap",
        event: "replaced",
        serial: "CP-2207",
        oldSerial: "CP-1873",
        reason: "the seal had a crack at its left end",
        lifeDays: 371,
        scrapped: true,
      },
    ],
  ],
  21: [["note", "pochard", "ottoline", "09:05", { text: "Humidifier out since Friday; 34 % at the wall. Spare one ordered." }]],
};

/** The single entries of a day. @param on whether the day is the one of so many days ago */
export const toldOn = (on: (daysAgo: number) => boolean): Told[] =>
  Object.entries(TOLD).flatMap(([ago, told]) => (on(Number(ago)) ? told : []));

import { type Day, toDay, weekday } from "../core/calendar/day.ts";
import type { Machine } from "../core/fleet/schema.ts";
import { shareOf } from "./scatter.ts";

/** How long parts of a kind last in the demo house, in days: invented, of the order that a print shop would meet. */
const LIVES: Record<string, number> = {
  cap: 320,
  "cap-pad": 95,
  wiper: 130,
  "wiper-roll": 80,
  damper: 260,
  "air-filter": 70,
  "aerosol-filter": 90,
  "spit-tray-filter": 75,
  "flushing-foam": 100,
  "flushing-pad": 120,
  "drying-cap": 210,
  "cutter-blade": 140,
  "cleaning-roll": 110,
};
const OTHER_LIFE = 600;
const lifeOf = (kind: string): number => LIVES[kind] ?? OTHER_LIFE;

/** A part whose day is told: Shanny's cap, after it had failed. */
const TOLD: Record<string, number> = { "shanny/cap": 40 };

/** Days since a machine's part was fitted, a work day: each machine's parts at an age of their own, none older than the machine. */
export function fittedAge(today: Day, machine: { id: string; since: Day }, kind: string): number {
  const age = TOLD[`${machine.id}/${kind}`] ?? 4 + Math.floor(shareOf(`${machine.id}/${kind}`) * lifeOf(kind));
  const day = Math.max(machine.since, today - age);
  const weekend = { 6: 1, 7: 2 }[weekday(day)] ?? 0;
  return today - day + (day - weekend < machine.since ? 0 : weekend);
}

/** How long the part before it had lasted. */
const livedDays = (machine: string, kind: string): number => Math.round(lifeOf(kind) * (0.75 + 0.5 * shareOf(`${machine}/${kind}/before`)));

/** Which item of the shelf a part of a kind is. */
const PART_ITEMS: Record<string, string> = {
  cap: "cap-assembly",
  "cap-pad": "cap-pad",
  damper: "damper",
  "air-filter": "air-filter",
  "drying-cap": "drying-cap",
  "wiper-roll": "wiper-roll",
  "flushing-foam": "flushing-foam",
  "cutter-blade": "cutter-blade",
};
/** Why it was taken out. */
const PART_REASONS: Record<string, string> = {
  cap: "its lip had gone hard",
  "cap-pad": "crusted, did not soak any more",
  wiper: "its edge was nicked",
  "wiper-roll": "used up",
  damper: "its filter was dark",
  "air-filter": "grey all through",
  "drying-cap": "did not close",
  "flushing-foam": "crumbled",
  "cutter-blade": "frayed cuts",
};

/** A part's change at its machine: where, when, what came from the shelf, how long the old one had lasted and why it went. */
export type PartChange = { machine: string; part: string; day: Day; item: string | undefined; lifeDays: number; reason: string };

/** The parts that were changed in the days of the record, as the fleet's file has them fitted. Shanny's cap is a story of its own. */
export const partChanges = (machines: readonly Machine[], from: Day, until: Day): PartChange[] =>
  machines.flatMap((machine) =>
    (machine.parts ?? []).flatMap(({ id, kind, fittedOn }): PartChange[] => {
      const day = fittedOn ? toDay(fittedOn) : until;
      if (day <= from || day >= until || (machine.since !== undefined && day <= toDay(machine.since) + 10)) return [];
      if (machine.id === "shanny" && kind === "cap") return [];
      const lifeDays = Math.min(livedDays(machine.id, kind), machine.since ? day - toDay(machine.since) : OTHER_LIFE);
      return [{ machine: machine.id, part: id, day, item: PART_ITEMS[kind], lifeDays, reason: PART_REASONS[kind] ?? "worn" }];
    }),
  );

import { isoDay, readDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime, dayStart } from "../../core/calendar/site-time.ts";
import { checkReadings, hoursBelow, type RoomFault } from "../../core/condition/room/readings.ts";
import { CLASS_FLOOR, type RoomNow, type RoomSettings } from "../../core/condition/room/room.ts";
import { CLASSES } from "../../core/fleet/vocabulary.ts";
import { shortenedByDryAir } from "../../core/routines/tends.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Connection } from "../../ledger/database.ts";
import { maintenanceIn } from "../../ledger/due-facts.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { hourlyAir, roomReadings, sensorRows } from "../../ledger/room.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { airNow } from "../facts/air-now.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { type Network, networkOf } from "./settings.ts";
import { takenUpSensors } from "./take-air.ts";

export type AirPoint = { at: number; celsius: number; humidity: number };
export type FaultView = { kind: RoomFault["kind"]; when: string; words: string; from: number; to: number };
export type AirView = {
  seq: number;
  areas: { id: string; name: string; now: RoomNow; settings: RoomSettings }[];
  area: string;
  areaName: string;
  settings: RoomSettings;
  days: number;
  to: string;
  from: number;
  until: number;
  points: AirPoint[];
  faults: FaultView[];
  faultCount: number;
  /** By class of machine in the area: hours below what it needs. */
  below: { words: string; floor: number; hours: number }[];
  knownHours: number;
  marks: { at: number; words: string }[];
  sensors: {
    id: string;
    area: string;
    sensor: string;
    takenUp: boolean;
    /** Whether a supervisor may take it up: its area is one of the shop. */
    mayBe: boolean;
    seen: string;
    messages: number;
    kept: number;
    refused: number;
    why: string | null;
  }[];
  network: Network;
  timeZone: string;
};

const SPANS = [2, 7, 30, 90];
const FAULTS = 40;

/** The air of one area over some days, and of all now. @throws Refusal */
export async function airView(db: Connection, actor: Actor, asked: { area: string; days: number; to: string }): Promise<AirView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const area = shop.areas.find(({ id }) => id === asked.area) ?? shop.areas[0];
  const settings = area && shop.rooms.get(area.id);
  if (!area || !settings) throw new Refusal(404, "This shop has no areas yet. They come with the machines.");
  const days = SPANS.includes(asked.days) ? asked.days : 7;
  const last = readDay(asked.to) ?? dayAt(shop);
  const until = Math.min(now().getTime(), dayStart(last + 1, shop.site).getTime());
  const from = dayStart(last - days + 1, shop.site).getTime();
  const here = shop.machines.filter((machine) => machine.area === area.id);
  // Some days are looked at reading by reading, more of them hour by hour.
  const [all, current, marks, sensors, seq] = await Promise.all([
    days <= 7
      ? roomReadings(db, shop.id, new Date(from), new Date(until), area.id, days <= 2 ? 2 : 5)
      : hourlyAir(db, shop.id, new Date(from), new Date(until), { area: area.id, strange: true }),
    airNow(db, shop),
    maintenanceIn(
      db,
      shop.id,
      here.map(({ id }) => id),
      [...shortenedByDryAir(shop.rules.book)],
      isoDay(last - days + 1),
      isoDay(last),
    ),
    sensorRows(db, shop.id),
    lastSeq(db, actor.site),
  ]);
  const takenUp = takenUpSensors(shop, sensors);
  const readings = all.map((row) => ({ at: row.at.getTime(), celsius: row.celsius, humidity: row.humidity }));
  const { good, faults } = checkReadings(readings, until);
  const drawn = thin(good, 1100);
  const clock = (at: number) => `${spokenDay(calendarAt(shop, new Date(at)))} ${clockTime(new Date(at), shop.site.timeZone)}`;
  const floors = new Map<number, string[]>([[settings.floorPercent, ["the room’s own limit"]]]);
  for (const kind of CLASSES.filter((each) => here.some((machine) => machine.class === each))) {
    const { floor, idle } = CLASS_FLOOR[kind];
    floors.set(floor, [...(floors.get(floor) ?? []), kind.toUpperCase()]);
    if (idle !== floor) floors.set(idle, [...(floors.get(idle) ?? []), `${kind.toUpperCase()} left capped`]);
  }
  return {
    seq,
    areas: shop.areas.flatMap(({ id, name }) => {
      const is = current.get(id);
      const own = shop.rooms.get(id);
      return is && own ? [{ id, name, now: is, settings: own }] : [];
    }),
    area: area.id,
    areaName: area.name,
    settings,
    days,
    to: isoDay(last),
    from,
    until,
    points: drawn,
    faults: faults.slice(-FAULTS).map(({ kind, words, from: start, to }) => ({
      kind,
      words,
      from: start,
      to,
      when: start === to ? clock(start) : `${clock(start)} to ${clock(to)}`,
    })),
    faultCount: faults.length,
    below: [...floors]
      .sort(([a], [b]) => a - b)
      .map(([floor, who]) => ({ floor, words: who.join(", "), hours: hoursBelow(good, floor, from, until).below })),
    knownHours: hoursBelow(good, 0, from, until).known,
    marks: marks.map(({ at, routine, machine }) => ({
      at: at.getTime(),
      words: `${shop.machines.find(({ id }) => id === machine)?.name ?? machine}: ${shop.rules.book.get(routine)?.name ?? routine}`,
    })),
    sensors: sensors.map((row) => ({
      id: `${row.area}/${row.sensor}`,
      area: shop.areas.find(({ id }) => id === row.area)?.name ?? row.area,
      sensor: row.sensor,
      takenUp: takenUp.includes(`${row.area}/${row.sensor}`),
      mayBe: shop.areas.some(({ id }) => id === row.area),
      seen: clock(row.seenAt.getTime()),
      messages: row.messages,
      kept: row.kept,
      refused: row.refused,
      why: row.refusedWhy,
    })),
    network: { ...networkOf(shop), sensors: takenUp },
    timeZone: shop.site.timeZone,
  };
}

/** Every so many-th reading, so that a chart stays light; the lowest of each piece is the one that is kept. */
function thin(points: readonly AirPoint[], most: number): AirPoint[] {
  const step = Math.ceil(points.length / most);
  if (step <= 1) return [...points];
  const kept: AirPoint[] = [];
  for (let from = 0; from < points.length; from += step) {
    const piece = points.slice(from, from + step);
    const lowest = piece.reduce((a, b) => (b.humidity < a.humidity ? b : a));
    kept.push(lowest);
  }
  return kept;
}

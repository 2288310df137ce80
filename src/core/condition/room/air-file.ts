import Papa from "papaparse";
import { isoDay, readDay, toDay } from "../../core/calendar/day.ts";
import { instantOf } from "../../core/calendar/site-time.ts";
import { inRange } from "../../core/condition/room/readings.ts";
import type { Problem } from "../../core/fleet/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { addReadings, type RoomRow } from "../../ledger/room.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { tableText } from "../shop/tables.ts";

const MAX_ROWS = 200_000;
const COLUMNS = ["time", "area", "celsius", "humidity"] as const;

/**
 * Reads a logger's file: columns time, area, celsius, humidity, in any order. Times with a zone are taken as they are, others as the
 * site's. All of it or nothing. @throws Refusal with the lines
 */
export async function takeAirFile(
  db: Database,
  actor: Actor,
  bytes: Uint8Array,
): Promise<{ read: number; added: number; from: string; to: string }> {
  authorise(actor, "record");
  const { text } = tableText(bytes);
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: "greedy" });
  const [headings, ...rows] = parsed.data;
  const at = (name: string) => (headings ?? []).findIndex((each) => each.trim().toLowerCase() === name);
  const missing = COLUMNS.filter((name) => at(name) < 0);
  if (!headings || missing.length)
    throw new Refusal(
      400,
      `This is no file of readings: expected columns ${COLUMNS.join(", ")}; ${missing.join(", ")} ${missing.length === 1 ? "is" : "are"} missing.`,
    );
  if (rows.length === 0) throw new Refusal(400, "This file has no readings below its headings.");
  if (rows.length > MAX_ROWS) throw new Refusal(413, `This file has ${rows.length} readings; at most ${MAX_ROWS} are read at once.`);
  const shop = await loadShop(db, actor.site);
  const problems: Problem[] = [];
  const found: RoomRow[] = [];
  rows.forEach((row, index) => {
    const say = (message: string) => problems.push({ path: `line ${index + 2}`, message });
    const cell = (name: string) => (row[at(name)] ?? "").trim();
    const area = shop.areas.find(({ id, name }) => id === cell("area") || name.toLowerCase() === cell("area").toLowerCase());
    const when = instant(cell("time"), shop.site.timeZone);
    const [celsius, humidity] = [number(cell("celsius")), number(cell("humidity"))];
    if (!area) return say(`there is no area “${cell("area").slice(0, 40)}”`);
    if (!when) return say(`“${cell("time").slice(0, 40)}” is no time; expected one like 2026-11-25 14:05`);
    if (when.getTime() > now().getTime() + 600_000) return say(`${cell("time")} is in the future`);
    if (celsius === undefined || humidity === undefined) return say("temperature and humidity are numbers");
    if (!inRange({ celsius, humidity }) && (Math.abs(celsius) > 200 || Math.abs(humidity) > 200))
      return say(`${celsius} °C and ${humidity} % are no readings`);
    found.push({ area: area.id, sensor: "file", at: new Date(Math.floor(when.getTime() / 60_000) * 60_000), celsius, humidity });
  });
  if (problems.length)
    throw new Refusal(
      400,
      `This file can't be taken; nothing was changed. ${problems.length} of ${rows.length} lines:`,
      problems.slice(0, 200),
    );
  const added = await db.transaction((tx) => addReadings(tx, shop.id, found));
  const days = found.map((row) => dayAt(shop, row.at));
  const bound = (of: (...values: number[]) => number) => isoDay(days.reduce((a, b) => of(a, b)));
  return { read: found.length, added, from: bound(Math.min), to: bound(Math.max) };
}

function instant(text: string, zone: string): Date | undefined {
  const [, day = "", time = ""] = text.match(/^(\d{4}-\d{2}-\d{2})[T ](\d{2}:\d{2})(?::\d{2}(?:\.\d+)?)?$/) ?? [];
  if (day)
    return readDay(day) === undefined || !/^([01]\d|2[0-3]):[0-5]\d$/.test(time)
      ? undefined
      : instantOf(toDay(day), time, { timeZone: zone, dayStartsAtHour: 0 });
  const at = /^\d{4}-\d{2}-\d{2}T.*(?:Z|[+-]\d{2}:?\d{2})$/.test(text) ? new Date(text) : undefined;
  return at && !Number.isNaN(at.getTime()) ? at : undefined;
}

/** A number as loggers write it, with a point or a comma. */
function number(text: string): number | undefined {
  return /^-?\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : undefined;
}

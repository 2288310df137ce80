import { readDay, toDay } from "../../calendar/day.ts";
import { instantOf } from "../../calendar/site-time.ts";
import type { Problem } from "../../fleet/validate.ts";
import { readSheet } from "../../large/sheet.ts";
import { Refusal } from "../../shop/refusal.ts";
import { inRange } from "./readings.ts";

const MAX_ROWS = 200_000;
const COLUMNS = ["time", "area", "celsius", "humidity"] as const;

/** Readings of a logger, column by column: area as its place among `areas`, time as ms since 1970 on the full minute, °C, % relative humidity. */
export type AirColumns = { areas: string[]; area: Uint16Array; at: Float64Array; celsius: Float32Array; humidity: Float32Array };

/**
 * A logger's file: columns time, area, celsius, humidity, in any order. Times with a zone are taken as they are, others as the site's.
 * All of it or nothing.
 * @param now ms since 1970
 * @throws Refusal with the lines
 * @example readAirFile(new TextEncoder().encode("time,area,celsius,humidity\n2026-11-25 14:05,film,21.5,48"), [{ id: "film", name: "Film" }], "UTC", 1764600000000)
 */
export function readAirFile(bytes: Uint8Array, areas: readonly { id: string; name: string }[], timeZone: string, now: number): AirColumns {
  const { headings, rows } = readSheet(bytes, MAX_ROWS);
  const at = (name: string) => headings.findIndex((each) => each.trim().toLowerCase() === name);
  const missing = COLUMNS.filter((name) => at(name) < 0);
  if (missing.length)
    throw new Refusal(
      400,
      `This is no file of readings: expected columns ${COLUMNS.join(", ")}; ${missing.join(", ")} ${missing.length === 1 ? "is" : "are"} missing.`,
    );
  const [timeAt, areaAt, celsiusAt, humidityAt] = COLUMNS.map(at) as [number, number, number, number];
  const problems: Problem[] = [];
  const found: AirColumns = {
    areas: areas.map(({ id }) => id),
    area: new Uint16Array(rows.length),
    at: new Float64Array(rows.length),
    celsius: new Float32Array(rows.length),
    humidity: new Float32Array(rows.length),
  };
  rows.forEach((row, index) => {
    const say = (message: string) => problems.push({ path: `line ${index + 2}`, message });
    const cell = (place: number) => (row[place] ?? "").trim();
    const area = areas.findIndex(({ id, name }) => id === cell(areaAt) || name.toLowerCase() === cell(areaAt).toLowerCase());
    const when = instant(cell(timeAt), timeZone);
    const [celsius, humidity] = [number(cell(celsiusAt)), number(cell(humidityAt))];
    if (area < 0) return say(`there is no area “${cell(areaAt).slice(0, 40)}”`);
    if (when === undefined) return say(`“${cell(timeAt).slice(0, 40)}” is no time; expected one like 2026-11-25 14:05`);
    if (when > now + 600_000) return say(`${cell(timeAt)} is in the future`);
    if (celsius === undefined || humidity === undefined) return say("temperature and humidity are numbers");
    if (!inRange({ celsius, humidity }) && (Math.abs(celsius) > 200 || Math.abs(humidity) > 200))
      return say(`${celsius} °C and ${humidity} % are no readings`);
    found.area[index] = area;
    found.at[index] = Math.floor(when / 60_000) * 60_000;
    found.celsius[index] = celsius;
    found.humidity[index] = humidity;
  });
  if (problems.length)
    throw new Refusal(
      400,
      `This file can't be taken; nothing was changed. ${problems.length} of ${rows.length} lines:`,
      problems.slice(0, 200),
    );
  return found;
}

function instant(text: string, timeZone: string): number | undefined {
  const [, day = "", time = ""] = text.match(/^(\d{4}-\d{2}-\d{2})[T ](\d{2}:\d{2})(?::\d{2}(?:\.\d+)?)?$/) ?? [];
  if (day)
    return readDay(day) === undefined || !/^([01]\d|2[0-3]):[0-5]\d$/.test(time)
      ? undefined
      : instantOf(toDay(day), time, { timeZone, dayStartsAtHour: 0 }).getTime();
  const at = /^\d{4}-\d{2}-\d{2}T.*(?:Z|[+-]\d{2}:?\d{2})$/.test(text) ? new Date(text).getTime() : Number.NaN;
  return Number.isNaN(at) ? undefined : at;
}

/** A number as loggers write it, with a point or a comma. */
function number(text: string): number | undefined {
  return /^-?\d+(?:[.,]\d+)?$/.test(text) ? Number(text.replace(",", ".")) : undefined;
}

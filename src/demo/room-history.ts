import type { Day } from "../core/calendar/day.ts";
import { instantOf } from "../core/calendar/site-time.ts";
import { randomFrom } from "../core/random.ts";
import type { RoomRow } from "../ledger/room.ts";

const USUAL: Record<string, { celsius: number; humidity: number }> = {
  film: { celsius: 21.5, humidity: 53 },
  garment: { celsius: 20.8, humidity: 48 },
  flatbed: { celsius: 21.2, humidity: 46 },
  roll: { celsius: 20.2, humidity: 45 },
  packing: { celsius: 19.4, humidity: 43 },
};

/** Ninety days of the rooms' air, hour by hour: a dry week three weeks ago, and what sensors do when they fail. */
export function roomHistory(today: Day, now: Date, zone: string, days: number): RoomRow[] {
  const random = randomFrom(411);
  const rows: RoomRow[] = [];
  const start = instantOf(today - days, "00:00", { timeZone: zone }).getTime();
  for (const [area, usual] of Object.entries(USUAL)) {
    let drift = 0;
    for (let at = start; at <= now.getTime(); at += 3_600_000) {
      const back = (now.getTime() - at) / 86_400_000;
      const hour = (at / 3_600_000) % 24;
      drift = drift * 0.92 + (random() - 0.5) * 1.6;
      // It dries out within a day and comes back as slowly.
      const depth = Math.max(0, Math.min(1, 24.7 - back, back - 17.3));
      const dry = depth * (area === "garment" ? 13.5 : area === "film" ? 7 : 4);
      const celsius = usual.celsius + Math.sin(((hour - 9) / 24) * 2 * Math.PI) * 1.1 + drift * 0.3 + (random() - 0.5) * 0.2;
      const humidity = usual.humidity - dry + drift + Math.cos((hour / 24) * 2 * Math.PI) * 1.4 + (random() - 0.5) * 0.6;
      const row = { area, sensor: `${area}-wall`, at: new Date(at), celsius: tenth(celsius), humidity: tenth(humidity) };
      if (area === "film" && back > 11.8 && back < 12.2) continue;
      if (area === "roll" && back > 30 && back < 30.8) rows.push({ ...row, celsius: 20.3, humidity: 44.6 });
      else if (area === "packing" && Math.abs(back - 7) < 0.02) rows.push({ ...row, celsius: 19.2, humidity: 0 });
      else rows.push(row);
    }
  }
  return rows;
}
const tenth = (value: number): number => Math.round(value * 10) / 10;

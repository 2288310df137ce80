import { isoDay } from "../../core/calendar/day.ts";
import type { Database } from "../../ledger/database.ts";
import { addReadings } from "../../ledger/room.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { onTheSide } from "../on-the-side.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

const AT_ONCE = 5000;

/** Reads a logger's file (`readAirFile`) and keeps what is new of it. All of it or nothing. @throws Refusal with the lines */
export async function takeAirFile(
  db: Database,
  actor: Actor,
  bytes: Uint8Array,
): Promise<{ read: number; added: number; from: string; to: string }> {
  authorise(actor, "record");
  const shop = await loadShop(db, actor.site);
  const areas = shop.areas.map(({ id, name }) => ({ id, name }));
  const found = await onTheSide("air", bytes, areas, shop.site.timeZone, now().getTime());
  const read = found.at.length;
  const added = await db.transaction(async (tx) => {
    let kept = 0;
    for (let from = 0; from < read; from += AT_ONCE) {
      const rows = Array.from(found.at.subarray(from, from + AT_ONCE), (at, index) => ({
        area: found.areas[found.area[from + index] ?? 0] ?? "",
        sensor: "file",
        at: new Date(at),
        celsius: found.celsius[from + index] ?? 0,
        humidity: found.humidity[from + index] ?? 0,
      }));
      kept += await addReadings(tx, shop.id, rows);
    }
    return kept;
  });
  const bound = (of: (a: number, b: number) => number) => isoDay(dayAt(shop, new Date(found.at.reduce((a, b) => of(a, b)))));
  return { read, added, from: bound(Math.min), to: bound(Math.max) };
}

import { CLASS_FLOOR, type RoomNow, type RoomSettings, roomNow } from "../../core/condition/room/room.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { shortenedByDryAir } from "../../core/routines/tends.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Connection } from "../../ledger/database.ts";
import { hourlyAir, newestAir } from "../../ledger/room.ts";
import { now } from "../clock.ts";

/** Each area's air as it is now. */
export async function airNow(db: Connection, shop: Shop): Promise<Map<string, RoomNow>> {
  const at = now();
  const since = new Date(at.getTime() - 26 * 3_600_000);
  const ids = shop.areas.map(({ id }) => id);
  const [hours, newest] = await Promise.all([hourlyAir(db, shop.id, since, at), newestAir(db, shop.id, ids, since)]);
  return new Map(
    shop.areas.flatMap(({ id }) => {
      const settings = shop.rooms.get(id);
      // An hour stands as its mean; what it is now, the newest reading says.
      const mine = [...hours, ...newest.filter((row) => row.at <= at)]
        .filter(({ area }) => area === id)
        .map((row) => ({ ...row, at: row.at.getTime() }))
        .sort((a, b) => a.at - b.at);
      return settings ? [[id, roomNow(mine, settings, at.getTime())] as const] : [];
    }),
  );
}

/** What dry air takes off at a machine: where its room was below the floor for long enough of the last day. */
export function dryAirAt(shop: Shop, air: ReadonlyMap<string, RoomNow>, machine: Machine): { share: number; words: string } | undefined {
  const area = machine.area ?? "";
  const [here, settings] = [air.get(area), shop.rooms.get(area)];
  if (!here?.isDryDay || !settings) return undefined;
  const name = shop.areas.find(({ id }) => id === area)?.name ?? area;
  return {
    share: settings.dryShortens,
    words: `${name} was below ${settings.floorPercent} % for ${Math.round(here.belowHours)} of the last 24 h, so ${Math.round(settings.dryShortens * 100)} % off`,
  };
}

/** Due facts of a machine in the air that it stands in. */
export const withAir = (shop: Shop, air: ReadonlyMap<string, RoomNow>, machine: Machine, facts: MachineFacts): MachineFacts => {
  const dry = dryAirAt(shop, air, machine);
  return dry ? { ...facts, dryAir: { ...dry, routines: shortenedByDryAir(shop.rules.book) } } : facts;
};

/** What a class of machine would have besides the room's own floor, where the air is under it. */
export function classNote(machine: Pick<Machine, "class">, here: RoomNow | undefined, settings: RoomSettings | undefined): string | null {
  if (!here || here.humidity === null || !settings || here.word === "silent" || here.word === "unknown") return null;
  // A coder's solvent ink asks for no moist air.
  if (machine.class === "cij") return null;
  const { floor, aim } = CLASS_FLOOR[machine.class];
  const percent = here.humidity.toFixed(1);
  if (here.humidity < floor) return `${percent} % is below the ${floor} % that ${machine.class.toUpperCase()} needs`;
  return machine.class === "dtg" && here.humidity < aim
    ? `${percent} %; ${machine.class.toUpperCase()} does better from ${aim} % on`
    : null;
}

/** An area with its air, where that is known. */
export type AreaView = { id: string; name: string; air: Pick<RoomNow, "word" | "words" | "isDryDay"> | null };
export const areasWithAir = (shop: Shop, air: ReadonlyMap<string, RoomNow>): AreaView[] =>
  shop.areas.map(({ id, name }) => {
    const here = air.get(id);
    return { id, name, air: here && here.word !== "unknown" ? { word: here.word, words: here.words, isDryDay: here.isDryDay } : null };
  });

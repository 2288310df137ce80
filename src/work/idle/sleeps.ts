import { type Day, isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { Regime } from "../../core/standby/regime.ts";
import { REGIME_NAMES } from "../../core/standby/regime.ts";
import { type Sleep, whatIsIn } from "../../core/standby/sleep.ts";
import type { Connection } from "../../ledger/database.ts";
import { type SleepRow, sleepRows } from "../../ledger/standby.ts";
import { dayAt } from "../shop/shop.ts";

/** A sleep without an end is taken to last so long, for the due engine. */
const LONG_DAYS = 3650;

export const sleepOf = (shop: Shop, row: SleepRow): Sleep => ({
  // The projection names only known regimes.
  regime: row.regime as Regime,
  since: row.downAt.getTime(),
  sinceDay: row.downDay,
  by: row.person ? personName(shop, row.person) : null,
  regimes: row.routines.flatMap((id) => shop.rules.book.get(id)?.effects?.sleeps ?? []),
  contents: row.contents,
  until: row.until,
  entry: row.entryId,
});

/** Days on which a machine has neither print nor idle days and nothing falls due, as known at the end of `on`. Of a day that is over its own work stays on record. */
export function asleepSpans(rows: readonly SleepRow[], on: Day, today: Day): NonNullable<Machine["asleep"]> {
  return rows.flatMap(({ downDay, upDay }) => {
    const down = toDay(downDay);
    if (down > on) return [];
    const over = upDay !== null && toDay(upDay) <= on;
    const from = !over && down === on && on === today ? down : down + 1;
    const to = over ? toDay(upDay) - 1 : down + LONG_DAYS;
    return to >= from ? [{ from: isoDay(from), to: isoDay(to) }] : [];
  });
}

/** Machines that sleep now. */
export async function sleepingNow(db: Connection, shop: Shop, machines?: readonly string[]): Promise<Map<string, Sleep>> {
  const today = isoDay(dayAt(shop));
  const rows = await sleepRows(db, shop.id, today, today, machines);
  return new Map(rows.flatMap((row) => (row.upAt === null ? [[row.machine, sleepOf(shop, row)] as const] : [])));
}

export const daysWords = (day: string): string => spokenDay(toDay(day));

/** Since when a machine sleeps and what is in it, in a sentence. */
export const sleepWords = (sleep: Sleep): string =>
  `asleep since ${daysWords(sleep.sinceDay)}, ${REGIME_NAMES[sleep.regime]}: ${whatIsIn(sleep)}${sleep.by ? `; by ${sleep.by}` : ""}${sleep.until ? `; to be woken ${daysWords(sleep.until)}` : ""}`;

export const nameOf = (shop: Shop, machine: string): string => shop.machines.find(({ id }) => id === machine)?.name ?? machine;

import { rollup } from "d3-array";
import { type Day, isoDay, weekday } from "../../core/calendar/day.ts";
import { instantOf, instantOfLocal, localDay, localText } from "../../core/calendar/site-time.ts";
import { machineDays } from "../../core/calendar/work-days.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { spoken } from "../../core/standby/risk.ts";
import type { Connection } from "../../ledger/database.ts";
import { dueRows } from "../../ledger/due-facts.ts";
import { now } from "../clock.ts";
import { dayAt } from "../shop/shop.ts";

/** From parking to the first care. */
export type Gap = { from: Date; to: Date | null; hours: number | null; fromDay: Day; toDay: Day; words: string };
const CLOSING = "21:30";
const OPENING = "08:00";
const LOOK_AHEAD_DAYS = 400;

export const closingOf = (shop: Shop, day: Day): Date => instantOf(day, shop.calendar.beats?.closing?.by ?? CLOSING, shop.site);
export const openingOf = (shop: Shop, day: Day): Date => instantOf(day, shop.calendar.beats?.opening?.by ?? OPENING, shop.site);

/** When the first shift of a day begins; in a shop without shifts, when its opening is to be done. */
export function opensAt(shop: Shop, day: Day): Date {
  const [first] = (shop.calendar.shifts ?? [])
    .filter(({ days }) => days?.includes(weekday(day)) ?? true)
    .map(({ from }) => from)
    .sort();
  return first ? instantOf(day, first, shop.site) : openingOf(shop, day);
}

/** Days on which some machines print, or don't, against their calendar: by machine. */
export async function printDayChanges(
  db: Connection,
  shop: Shop,
  machines: readonly string[],
): Promise<Map<string, { date: string; prints: boolean }[]>> {
  const today = isoDay(dayAt(shop));
  const { changes } = await dueRows(db, shop.id, { from: today, until: today, readingsFrom: today }, [], machines);
  return rollup(
    changes,
    (mine) => mine.map(({ day, prints }) => ({ date: day, prints })),
    ({ machine }) => machine,
  );
}

/** The next day after `day` on which a machine prints by its calendar, whether it sleeps or not. */
export function nextPrintDay(shop: Shop, machine: Machine, day: Day, changes: { date: string; prints: boolean }[]): Day | null {
  const days = machineDays({ ...machine, printDayChanges: changes, asleep: [] }, shop.calendar, shop.rules.works);
  for (let next = day + 1; next <= day + LOOK_AHEAD_DAYS; next++) if (days.prints(next)) return next;
  return null;
}

/** The gap that a machine stands in tonight: from today's closing to the opening of its next print day. */
export function tonight(shop: Shop, machine: Machine, changes: { date: string; prints: boolean }[]): Gap {
  const today = dayAt(shop);
  const next = nextPrintDay(shop, machine, today, changes);
  const closing = closingOf(shop, today);
  const from = new Date(Math.max(closing.getTime(), now().getTime()));
  return gapOf(shop, from, next === null ? null : openingOf(shop, next));
}

function gapOf(shop: Shop, from: Date, to: Date | null): Gap {
  // Instants, so that a night with a clock change has the hours that it really has.
  const hours = to === null ? null : (to.getTime() - from.getTime()) / 3_600_000;
  return {
    from,
    to,
    hours,
    fromDay: localDay(from, shop.site),
    toDay: localDay(to ?? from, shop.site),
    words: hours === null ? "end unknown" : spoken(hours),
  };
}

/** A gap as a person asks for it. @throws Refusal 400 where it is none, or ends before it begins */
export function askedGap(
  shop: Shop,
  machine: Machine,
  ask: { from?: string | null; to?: string | null },
  changes: { date: string; prints: boolean }[],
): Gap {
  const usual = tonight(shop, machine, changes);
  const read = (text: string | null | undefined, what: string, or: Date | null): Date | null => {
    if (text === null || text === undefined || text === "") return or;
    const at = instantOfLocal(text, shop.site.timeZone);
    if (!at)
      throw new Refusal(
        400,
        `“${text.slice(0, 40)}” can’t be the ${what}. Write a day and time like ${localText(usual.from, shop.site.timeZone)}.`,
      );
    return at;
  };
  const from = read(ask.from, "start", usual.from) as Date;
  const to = ask.to === "unknown" ? null : read(ask.to, "end", ask.from ? nextCare(shop, machine, from, changes) : usual.to);
  if (to !== null && to <= from) throw new Refusal(400, "The end is before the start. Change one of them.");
  if (to !== null && to.getTime() - from.getTime() > LOOK_AHEAD_DAYS * 86_400_000)
    throw new Refusal(400, `At most ${LOOK_AHEAD_DAYS} days can be planned. For longer choose “End unknown”.`);
  return gapOf(shop, from, to);
}

function nextCare(shop: Shop, machine: Machine, from: Date, changes: { date: string; prints: boolean }[]): Date | null {
  const next = nextPrintDay(shop, machine, localDay(from, shop.site), changes);
  return next === null ? null : openingOf(shop, next);
}

/** Closures of the calendar that overlap each other, in words. */
export function overlappingClosures(shop: Shop): string[] {
  const closures = [...(shop.calendar.closures ?? [])].sort((a, b) => (a.from < b.from ? -1 : 1));
  return closures.flatMap((each, index) =>
    closures
      .slice(index + 1)
      .filter((other) => other.from <= each.to)
      .map(
        (other) =>
          `“${each.name ?? each.from}” (${each.from} to ${each.to}) and “${other.name ?? other.from}” (${other.from} to ${other.to}) overlap. They are planned as one`,
      ),
  );
}

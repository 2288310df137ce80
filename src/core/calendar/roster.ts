import type { Calendar, Person } from "../fleet/schema.ts";
import { type Day, weekday } from "./day.ts";
import { instantOf, type SiteClock } from "./site-time.ts";

/** A change of who is there: shifts instead of the usual ones on some days; none means absent. The latest one that speaks of a day counts. */
export type RosterChange = { person: string; from: Day; to: Day; shifts: string[]; why: string; at: number };
export type Shift = NonNullable<Calendar["shifts"]>[number];
export type Presence = { shifts: Shift[]; change?: RosterChange };

/** The shifts a person works on a day, and the change that made them so. */
export function presence(
  person: Pick<Person, "id" | "shifts">,
  day: Day,
  shifts: readonly Shift[],
  changes: readonly RosterChange[],
): Presence {
  const change = changes.filter((each) => each.person === person.id && day >= each.from && day <= each.to).sort((a, b) => b.at - a.at)[0];
  if (change) return { shifts: shifts.filter(({ id }) => change.shifts.includes(id)), change };
  return { shifts: shifts.filter(({ id, days }) => person.shifts?.includes(id) && (days ?? []).includes(weekday(day))) };
}

/** Whether a clock time lies in a shift; one whose end is before its start runs past midnight. */
export const inShift = ({ from, to }: Pick<Shift, "from" | "to">, time: string): boolean =>
  from <= to ? time >= from && time < to : time >= from || time < to;

/** The shift that a clock time belongs to: the one under way that began last, else the next to begin, else the first. */
export function shiftAt(shifts: readonly Shift[], time: string): Shift | undefined {
  const under = shifts.filter((shift) => inShift(shift, time)).sort((a, b) => (a.from < b.from ? 1 : -1))[0];
  return under ?? [...shifts].sort((a, b) => (a.from < b.from ? -1 : 1)).find(({ from }) => from > time) ?? shifts[0];
}

/**
 * When a shift of a day begins and ends.
 * @example shiftSpan({ id: "late", from: "22:00", to: "06:00" }, day, site).to // six o'clock of the next day
 */
export function shiftSpan(shift: Pick<Shift, "from" | "to">, day: Day, site: SiteClock): { from: Date; to: Date } {
  const from = instantOf(day, shift.from, site);
  const to = instantOf(day, shift.to, site);
  return { from, to: to > from ? to : instantOf(day + 1, shift.to, site) };
}

/** People finish what they are at: gone is who left so long ago. A guess. */
const GRACE_MS = 30 * 60_000;

/** Who has shifts and is not there any more on a day: away all day, or the last shift is over for half an hour. @returns ids */
export function goneBy(
  { people, calendar, site }: { people: readonly Pick<Person, "id" | "shifts">[]; calendar: Calendar; site: SiteClock },
  day: Day,
  at: Date,
  roster: readonly RosterChange[],
): Set<string> {
  const shifts: Shift[] = calendar.shifts ?? [];
  return new Set(
    people.flatMap((person) => {
      if (!person.shifts?.length || shifts.length === 0) return [];
      const { shifts: mine } = presence(person, day, shifts, roster);
      return mine.some((shift) => shiftSpan(shift, day, site).to.getTime() + GRACE_MS > at.getTime()) ? [] : [person.id];
    }),
  );
}

import { spokenDay, toDay } from "../calendar/day.ts";
import { calendarDay, clockTime } from "../calendar/site-time.ts";
import type { Shop } from "../shop/shop.ts";

/** How an entry's line says what stands in it as a code: moments, days, and what has a name in the shop. */
export type Said = {
  /** An instant, as `2026-11-25T15:00:00Z`. */
  at(instant: string): string;
  /** A day, as `2026-11-25`. */
  day(date: string): string;
  name(of: "person" | "item" | "supplier" | "container" | "area", id: string): string;
};

/**
 * Codes as they are called in a shop; what is known no more keeps its code. A moment of the entry's own date is said by its clock time alone.
 * @example saidIn(shop, "2026-11-25").at("2026-11-25T15:00:00Z") → "15:00"
 */
export function saidIn({ people, items, suppliers, containers, areas, site }: Shop, entryDay: string): Said {
  const lists = { person: people, item: items, supplier: suppliers, container: containers, area: areas };
  return {
    at(instant) {
      const when = new Date(instant);
      const [day, time] = [calendarDay(when, site.timeZone), clockTime(when, site.timeZone)];
      return day === toDay(entryDay) ? time : `${spokenDay(day)}, ${time}`;
    },
    day: (date) => spokenDay(toDay(date)),
    name: (of, id) => lists[of].find((each) => each.id === id)?.name ?? id,
  };
}

/** Parts of a sentence put together: what is empty is left out. */
export const listed = (...parts: readonly (string | number | false | null | undefined)[]): string =>
  parts.filter((part) => part !== "" && part !== false && part !== null && part !== undefined).join("; ");

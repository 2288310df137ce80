import { clockTime } from "../core/calendar/site-time.ts";
import type { Person } from "../core/fleet/schema.ts";
import type { Shop } from "../core/shop/shop.ts";

/** Who is there at a moment and has learnt it: operators, or those who can where no operator can. */
export function ableAt({ calendar, people, site }: Shop, skill: string, at: Date): Person[] {
  const time = clockTime(at, site.timeZone);
  const shifts = new Set((calendar.shifts ?? []).filter(({ from, to }) => time >= from && time < to).map(({ id }) => id));
  const able = people.filter(
    (person) => person.role !== "viewer" && person.skills?.some((own) => own === skill) && person.shifts?.some((id) => shifts.has(id)),
  );
  const operators = able.filter(({ role }) => role === "operator");
  return operators.length ? operators : able;
}

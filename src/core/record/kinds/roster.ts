import { Type } from "typebox";
import { readDay } from "../../calendar/day.ts";
import { Refusal } from "../../shop/refusal.ts";
import { kind } from "../kind.ts";
import { closed, Day, text } from "../shapes.ts";

/** Who is there on some days: other shifts than usual, or none. */
export default kind({
  name: "who is there",
  body: Type.Object({ person: text(200), from: Day, to: Day, shifts: Type.Array(text(200), { maxItems: 20 }), why: text(200) }, closed),
  sent: true,
  act: "plan",
  amend: "replace",
  async held({ body: { person, from, to, shifts }, shop }) {
    if (!shop.people.some(({ id }) => id === person)) throw new Refusal(400, "There is nobody of that name in this shop.");
    if ((readDay(to) ?? 0) < (readDay(from) ?? 0)) throw new Refusal(400, "It ends before it begins.");
    const unknown = shifts.find((id) => !shop.calendar.shifts?.some((shift) => shift.id === id));
    if (unknown !== undefined) throw new Refusal(400, `There is no shift “${unknown.slice(0, 60)}”.`);
    return undefined;
  },
  folds: {
    roster_change: {
      columns: {
        person: "body ->> 'person'",
        from_day: "(body ->> 'from')::date",
        to_day: "(body ->> 'to')::date",
        shifts: "body -> 'shifts'",
        why: "body ->> 'why'",
      },
      rows: ({ body: { person, from, to, shifts, why } }) => [{ person, from_day: from, to_day: to, shifts, why }],
    },
  },
  says: ({ person, from, to, shifts, why }, said) =>
    `${said.name("person", person)}, ${from === to ? said.day(from) : `${said.day(from)} to ${said.day(to)}`}: ${shifts.length ? shifts.join(", ") : "away"}; ${why}`,
  words: ({ why }) => [why],
  samples: [{ person: "bram", from: "2026-11-25", to: "2026-11-26", shifts: [], why: "ill" }],
});

import { Type } from "typebox";
import { withWork } from "../../floor/floor-view.ts";
import { mayDo } from "../../safety/who-may.ts";
import { Refusal } from "../../shop/refusal.ts";
import { personName } from "../../shop/shop.ts";
import { heldAsleep } from "../asleep.ts";
import { kind } from "../kind.ts";
import { closed, Day, Note, optional, text } from "../shapes.ts";

/** An occurrence or one-off work given to somebody, or to nobody. */
export default kind({
  name: "work given",
  body: Type.Object({ key: text(700), due: optional(Day), person: Type.Union([text(200), Type.Null()]), why: Note }, closed),
  sent: true,
  amend: "replace",
  async held(told) {
    const { body, who, shop, record } = told;
    const { key, person } = body;
    if (person !== null && told.routine) await heldAsleep(told, { routine: told.routine });
    if (person !== null && !shop.people.some(({ id }) => id === person))
      throw new Refusal(400, "There is nobody of that name to give it to.");
    const before = await record.task(key);
    const theirs = before?.person === who.id || before?.person == null || (await record.gone()).has(before.person);
    if (!mayDo(who.role, "plan") && !theirs)
      throw new Refusal(403, `${personName(shop, before?.person)} has this one. They can hand it over, or a supervisor can.`);
    if (!mayDo(who.role, "plan") && person !== who.id && before?.person !== who.id)
      throw new Refusal(403, "You can take work yourself and hand over what is yours; a supervisor gives work to others.");
    return undefined;
  },
  folds: {
    task: {
      columns: { key: "body ->> 'key'", due: "(body ->> 'due')::date", person: "body ->> 'person'", why: "body ->> 'why'", by: "person" },
      rows: ({ person: by, body: { key, due = null, person, why = null } }) => [{ key, due, person, why, by }],
    },
  },
  onTablet: (view, { body: { key, person } }) =>
    withWork(view, (item) => item.key === key, {
      person,
      personName: person === null ? null : (view.people.find(({ id }) => id === person)?.name ?? person),
    }),
  says: ({ person, why }, said) => `given to ${person ? said.name("person", person) : "nobody"}${why ? `: ${why}` : ""}`,
  words: ({ why }) => [why],
  samples: [
    { key: "sprat/R01/2026-11-25/opening", due: "2026-11-25", person: "bram" },
    { key: "sprat/R01/2026-11-25/opening", person: null, why: "ill" },
  ],
});

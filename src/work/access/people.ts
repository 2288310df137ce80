import { Type } from "typebox";
import { Person, type Person as PersonType } from "../../core/fleet/schema.ts";
import { isTimeZone } from "../../core/fleet/validate.ts";
import { accept } from "../../core/record/validate.ts";
import type { Language } from "../../core/shop/languages.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { type Actor, authorise } from "../actor.ts";
import { foundSite } from "../shop/fleet.ts";
import { putSettings } from "../shop/settings.ts";
import { loadShop, momentSaid } from "../shop/shop.ts";
import { endSession, isFirstRun, type SessionView, sessionsOf, setPassword, signInsOf } from "./auth.ts";
import { languagesOf } from "./language.ts";

export type PeopleView = {
  people: (PersonType & { canSignIn: boolean; self: boolean; language: Language })[];
  sessions: (SessionView & { own: boolean; sinceWords: string; seenWords: string })[];
  shifts: { id: string; from: string; to: string }[];
};

export async function people(db: Database, actor: Actor): Promise<PeopleView> {
  authorise(actor, "people");
  const shop = await loadShop(db, actor.site);
  const languages = languagesOf(shop);
  const [signIns, sessions] = await Promise.all([signInsOf(actor.site), sessionsOf(actor.site)]);
  return {
    people: shop.people.map((person) => ({
      ...person,
      canSignIn: signIns.has(person.id),
      self: person.id === actor.personId,
      language: languages.get(person.id) ?? "en",
    })),
    sessions: sessions.map((each) => ({
      ...each,
      own: each.id === actor.sessionId,
      sinceWords: momentSaid(shop, each.since),
      seenWords: momentSaid(shop, each.seen),
    })),
    shifts: shop.calendar.shifts ?? [],
  };
}

export const PersonChange = Type.Object(
  { person: Person, password: Type.Optional(Type.String({ minLength: 8, maxLength: 200 })), archived: Type.Optional(Type.Boolean()) },
  { additionalProperties: false },
);

/** Adds or changes a person; with a password, also their sign-in. */
export async function savePerson(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "people");
  const accepted = accept(PersonChange, value);
  if ("problems" in accepted) throw new Refusal(400, "This person can't be saved:", accepted.problems);
  const { person, password, archived } = accepted.value;
  const shop = await loadShop(db, actor.site);
  const shifts = new Set((shop.calendar.shifts ?? []).map(({ id }) => id));
  const unknown = person.shifts?.find((id) => !shifts.has(id));
  if (unknown) throw new Refusal(400, `There is no shift “${unknown}”.`);
  if (person.id === actor.personId && (archived || person.role !== "supervisor"))
    throw new Refusal(400, "You can't take your own supervisor's rights away; let another supervisor do it.");
  await db.transaction((tx) =>
    putSettings(tx, shop, actor.personId, [
      {
        subject: "person",
        id: person.id,
        body: person,
        archived,
        place: placeOf(),
        what: archived ? `${person.name} archived` : `${person.name} saved`,
      },
    ]),
  );
  if (password) await setPassword(actor.site, person, password);
  function placeOf(): number {
    return shop.settings.find(({ subject, id }) => subject === "person" && id === person.id)?.place ?? shop.people.length;
  }
}

export async function signOutSession(actor: Actor, id: string): Promise<void> {
  authorise(actor, "people");
  await endSession(actor.site, id);
}

export const FirstRun = Type.Object(
  {
    shop: Type.String({ minLength: 1, maxLength: 200 }),
    timeZone: Type.String({ minLength: 1, maxLength: 100 }),
    name: Type.String({ minLength: 1, maxLength: 200 }),
    password: Type.String({ minLength: 8, maxLength: 200 }),
  },
  { additionalProperties: false },
);

/** The first run without the demo: an empty shop with its first supervisor. Refused once anybody can sign in. */
export async function foundShop(db: Database, value: unknown): Promise<{ name: string; password: string }> {
  if (!(await isFirstRun())) throw new Refusal(403, "This installation has a supervisor already. Sign in.");
  const accepted = accept(FirstRun, value);
  if ("problems" in accepted) throw new Refusal(400, "The shop can't be set up like this:", accepted.problems);
  const { shop, timeZone, name, password } = accepted.value;
  const person: PersonType = { id: idFrom(name, "supervisor"), name, role: "supervisor" };
  if (!isTimeZone(timeZone)) throw new Refusal(400, `“${timeZone}” is no time zone; expected one like Europe/Lisbon.`);
  await foundSite(db, "shop", {
    format: "zesty-anvil/fleet",
    version: 1,
    site: { id: idFrom(shop, "shop"), name: shop, timeZone },
    machines: [],
    people: [person],
    calendar: { workDays: [1, 2, 3, 4, 5], beats: { opening: { by: "08:00" }, midday: { by: "13:00" }, closing: { by: "18:00" } } },
  });
  await setPassword("shop", person, password);
  return { name: person.id, password };
}

/** An id made of a name's plain letters and digits. */
export function idFrom(name: string, otherwise: string): string {
  const id = name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
  return id || otherwise;
}

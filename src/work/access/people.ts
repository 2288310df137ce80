import { timingSafeEqual } from "node:crypto";
import { Type } from "typebox";
import { Person, type Person as PersonType } from "../../core/fleet/schema.ts";
import { isTimeZone } from "../../core/fleet/validate.ts";
import { accept } from "../../core/record/validate.ts";
import type { Language } from "../../core/shop/languages.ts";
import { holdName } from "../../core/shop/names.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Database } from "../../ledger/database.ts";
import { allSites } from "../../ledger/settings.ts";
import { type Actor, authorise } from "../actor.ts";
import { foundSite } from "../shop/fleet.ts";
import { putSettings } from "../shop/settings.ts";
import { loadShop, momentSaid } from "../shop/shop.ts";
import { changeOwnPassword, endSession, endSessionsOf, isFirstRun, putSignIn, type SessionView, sessionsOf, signInNames } from "./auth.ts";
import { languagesOf } from "./language.ts";
import { judged } from "./tries.ts";

export type PeopleView = {
  people: (PersonType & { signInName: string | null; self: boolean; language: Language })[];
  sessions: (SessionView & { own: boolean; sinceWords: string; seenWords: string })[];
  shifts: { id: string; from: string; to: string }[];
};

export async function people(db: Database, actor: Actor): Promise<PeopleView> {
  authorise(actor, "people");
  const shop = await loadShop(db, actor.site);
  const languages = languagesOf(shop);
  const [signIns, sessions] = await Promise.all([signInNames(actor.site), sessionsOf(actor.site)]);
  return {
    people: shop.people.map((person) => ({
      ...person,
      signInName: signIns.get(person.id) ?? null,
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
  {
    person: Person,
    password: Type.Optional(Type.String({ minLength: 8, maxLength: 200 })),
    signInName: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    archived: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);

/** Adds or changes a person; with a password or a sign-in name, also their sign-in. @throws Refusal, before anything is changed */
export async function savePerson(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "people");
  const accepted = accept(PersonChange, value);
  if ("problems" in accepted) throw new Refusal(400, "This person can't be saved:", accepted.problems);
  const { person, password, signInName, archived } = accepted.value;
  const shop = await loadShop(db, actor.site);
  const shifts = new Set((shop.calendar.shifts ?? []).map(({ id }) => id));
  const unknown = person.shifts?.find((id) => !shifts.has(id));
  if (unknown) throw new Refusal(400, `There is no shift “${unknown}”.`);
  holdName(person.name, shop.people.find(({ id }) => id === person.id)?.name);
  if (person.id === actor.personId && (archived || person.role !== "supervisor"))
    throw new Refusal(400, "You can't take your own supervisor's rights away; let another supervisor do it.");
  if (archived) await endSessionsOf(actor.site, person.id);
  else if (password !== undefined || signInName !== undefined)
    await putSignIn(actor.site, person, {
      ...(password === undefined ? {} : { password }),
      ...(signInName === undefined ? {} : { name: signInName }),
    });
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
  function placeOf(): number {
    return shop.settings.find(({ subject, id }) => subject === "person" && id === person.id)?.place ?? shop.people.length;
  }
}

export const OwnPassword = Type.Object(
  { old: Type.String({ minLength: 1, maxLength: 200 }), password: Type.String({ minLength: 8, maxLength: 200 }) },
  { additionalProperties: false },
);

/** Changes one's own password by the old one. */
export async function saveOwnPassword(actor: Actor, value: unknown): Promise<void> {
  const accepted = accept(OwnPassword, value);
  if ("problems" in accepted) throw new Refusal(400, "A password has 8 to 200 characters.", accepted.problems);
  await changeOwnPassword(actor, accepted.value.old, accepted.value.password);
}

export async function signOutSession(actor: Actor, id: string): Promise<void> {
  authorise(actor, "people");
  await endSession(actor.site, id);
}

export const FirstRun = Type.Object(
  {
    shop: Type.String({ minLength: 1, maxLength: 200 }),
    timeZone: Type.String({ minLength: 1, maxLength: 100 }),
    name: Type.String({ minLength: 1, maxLength: 200, pattern: "\\S" }),
    password: Type.String({ minLength: 8, maxLength: 200 }),
    /** As `./zesty start` printed it: whoever comes first is not the owner by that alone. */
    code: Type.String({ minLength: 1, maxLength: 40 }),
  },
  { additionalProperties: false },
);

/** The first run without the demo: an empty shop with its first supervisor. Refused once anybody can sign in. */
export async function foundShop(db: Database, value: unknown, address: string): Promise<{ name: string; password: string }> {
  if (!(await isFirstRun())) throw new Refusal(403, "This installation has a supervisor already. Sign in.");
  const accepted = accept(FirstRun, value);
  if ("problems" in accepted) throw new Refusal(400, "The shop can't be set up like this:", accepted.problems);
  const { shop, timeZone, name, password, code } = accepted.value;
  await proveCode(code, address);
  const person: PersonType = { id: idFrom(name, "supervisor"), name, role: "supervisor" };
  if (!isTimeZone(timeZone)) throw new Refusal(400, `“${timeZone}” is no time zone; expected one like Europe/Lisbon.`);
  // One that broke off between its shop and its sign-in is gone on with, by the same person only.
  const begun = (await allSites(db)).includes("shop");
  if (begun && !(await loadShop(db, "shop")).people.some(({ id }) => id === person.id))
    throw new Refusal(409, "Somebody set this installation up at this moment. Reload, and sign in.");
  if (!begun)
    await foundSite(db, "shop", {
      format: "zesty-anvil/fleet",
      version: 1,
      site: { id: idFrom(shop, "shop"), name: shop, timeZone },
      machines: [],
      people: [person],
      calendar: { workDays: [1, 2, 3, 4, 5], beats: { opening: { by: "08:00" }, midday: { by: "13:00" }, closing: { by: "18:00" } } },
    });
  return { name: await putSignIn("shop", person, { password }), password };
}

/** Held against what `./zesty start` printed; counted before. @throws Refusal 401, 429 */
async function proveCode(code: string, address: string): Promise<void> {
  const wanted = plainCode(process.env.ZESTY_FIRST_RUN_CODE ?? "");
  const given = plainCode(code);
  const right = await judged([`first-run:${address}`], async () =>
    wanted !== "" && given.length === wanted.length && timingSafeEqual(Buffer.from(given), Buffer.from(wanted)) ? true : undefined,
  );
  if (!right)
    throw new Refusal(403, "This is not the code that ./zesty start printed. It stands in that window, and in .zesty/first-run-code.");
}

const plainCode = (code: string) => code.toUpperCase().replace(/[^A-Z0-9]/g, "");

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

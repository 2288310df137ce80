import { constants, generateKeyPairSync, privateDecrypt } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import { Type } from "typebox";
import { readJson } from "../../core/fleet/read.ts";
import type { Claim } from "../../core/record/entries.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { account, sealKey, session, signInTry, user } from "../../ledger/auth-tables.ts";
import type { Device } from "../actor.ts";
import { type Actor, authorise } from "../actor.ts";
import { database } from "../database.ts";
import { loadShop } from "../shop/shop.ts";
import { auth } from "./auth.ts";
import { judged } from "./tries.ts";

/** PINs: short, for changing people at an enrolled tablet; never a way in from anywhere else. */

const Pin = Type.String({ pattern: "^[0-9]{4,8}$" });
const SESSION_HOURS = 14;

export const PinChange = Type.Object(
  { person: Type.String({ minLength: 1, maxLength: 200 }), pin: Pin, old: Type.Optional(Pin) },
  { additionalProperties: false },
);

/** Sets one's own PIN, or, as a supervisor, anybody's. */
export async function setPin(actor: Actor, value: unknown): Promise<void> {
  const accepted = accept(PinChange, value);
  if ("problems" in accepted) throw new Refusal(400, "A PIN has 4 to 8 digits.", accepted.problems);
  const { person, pin } = accepted.value;
  if (person !== actor.personId) authorise(actor, "people");
  if (isEasyPin(pin)) throw new Refusal(400, "This PIN is guessed at once. Take one that is not like 1234, 1212, 7777 or 1987.");
  if (person === actor.personId) await proveOwn(actor, accepted.value.old);
  await putPin(actor.site, person, pin);
}

/** One's own PIN is changed by the old one, where there is one: who finds a tablet signed in can't take it over. */
async function proveOwn({ site, personId }: Actor, old: string | undefined): Promise<void> {
  const { hash } = (await pinHash(site, personId)) ?? {};
  if (!hash) return;
  const context = await auth().$context;
  const right = await judged([`pin:${site}/${personId}@own`], async () =>
    old !== undefined && (await context.password.verify({ hash, password: old })) ? true : undefined,
  );
  if (!right) throw new Refusal(403, "That is not your current PIN. Change your own under Password and PIN, or ask another supervisor.");
}

/** Keeps a person's PIN, hashed by the library. @throws Refusal 404 where they have no sign-in */
export async function putPin(site: string, person: string, pin: string): Promise<void> {
  const [found] = await database()
    .select({ id: user.id })
    .from(user)
    .where(and(eq(user.site, site), eq(user.personId, person)));
  if (!found) throw new Refusal(404, "This person has no sign-in yet; give them a password first.");
  const context = await auth().$context;
  const hash = await context.password.hash(pin);
  await database()
    .delete(account)
    .where(and(eq(account.userId, found.id), eq(account.providerId, "pin")));
  await context.internalAdapter.linkAccount({ userId: found.id, providerId: "pin", accountId: `pin:${found.id}`, password: hash });
  await database()
    .delete(signInTry)
    .where(sql`starts_with(subject, ${`pin:${site}/${person}@`})`);
}

/** The people of a site who have a PIN. */
export async function pinsOf(site: string): Promise<Set<string>> {
  const rows = await database()
    .select({ personId: user.personId })
    .from(account)
    .innerJoin(user, eq(account.userId, user.id))
    .where(and(eq(user.site, site), eq(account.providerId, "pin")));
  return new Set(rows.map(({ personId }) => personId));
}

async function pinHash(site: string, person: string): Promise<{ user: string; hash: string | null } | undefined> {
  const [found] = await database()
    .select({ user: user.id, hash: account.password })
    .from(account)
    .innerJoin(user, eq(account.userId, user.id))
    .where(and(eq(user.site, site), eq(user.personId, person), eq(account.providerId, "pin")));
  return found;
}

/** Hashed where there is nothing to hold a guess against: the time says nothing of who has a PIN. */
const NOBODY = `${"0".repeat(32)}:${"0".repeat(128)}`;

/** The user whose PIN it is; counted by person and tablet before it is judged. @throws Refusal 429 after too many that were not */
async function userByPin(device: Device, person: string, pin: string): Promise<string | undefined> {
  const { site, id } = device;
  return judged([`pin:${site}/${person}@${id}`, `pin-device:${id}`], async () => {
    const shop = await loadShop(database(), site);
    const found = shop.people.some((each) => each.id === person) ? await pinHash(site, person) : undefined;
    const context = await auth().$context;
    return (await context.password.verify({ hash: found?.hash ?? NOBODY, password: pin })) && found?.hash ? found.user : undefined;
  });
}

/** Changes who is at an enrolled tablet; answers with the session's cookie. */
export async function signInByPin(device: Device, value: unknown, headers: Headers): Promise<Response> {
  const accepted = accept(PinChange, value);
  if ("problems" in accepted) throw new Refusal(400, "A PIN has 4 to 8 digits.", accepted.problems);
  const { person, pin } = accepted.value;
  const userId = await userByPin(device, person, pin);
  if (!userId) throw new Refusal(401, "That PIN does not fit. Try again, or ask a supervisor for a new one.");
  // One browser, one session: the one before ends here.
  const before = await auth().api.getSession({ headers });
  if (before) await database().delete(session).where(eq(session.id, before.session.id));
  return auth().api.openSession({ body: { userId, hours: SESSION_HOURS }, headers, asResponse: true });
}

async function keys(): Promise<{ publicKey: string; privateKey: string }> {
  const [known] = await database().select().from(sealKey).where(eq(sealKey.id, "pin"));
  if (known) return known;
  const made = generateKeyPairSync("rsa", {
    modulusLength: 2048,
    publicKeyEncoding: { type: "spki", format: "der" },
    privateKeyEncoding: { type: "pkcs8", format: "pem" },
  });
  await database().execute(sql`
    INSERT INTO auth.seal_key (id, public_key, private_key) VALUES ('pin', ${made.publicKey.toString("base64")}, ${made.privateKey}) ON CONFLICT DO NOTHING`);
  const [kept] = await database().select().from(sealKey).where(eq(sealKey.id, "pin"));
  if (!kept) throw new Error("The key for sealing PINs could not be made.");
  return kept;
}

/** The public key (SPKI, base64) with which a tablet seals a PIN typed without a network. */
export const sealingKey = async (): Promise<string> => (await keys()).publicKey;

export const Sealed = Type.Object({ id: Type.String(), person: Type.String(), pin: Pin }, { additionalProperties: false });

/** Whether a claim made offline at a tablet holds: its PIN is that person's, and it was sealed for this very claim. @throws Refusal 429, 503: ask again later */
export async function claimIsProven(device: Device, claim: Claim): Promise<boolean> {
  const sealed = await unsealed(claim.sealed);
  if (!sealed || sealed.id !== claim.id || sealed.person !== claim.person) return false;
  return (await userByPin(device, claim.person, sealed.pin)) !== undefined;
}

async function unsealed(text: string) {
  const { privateKey } = await keys();
  let plain: string;
  try {
    plain = privateDecrypt(
      { key: privateKey, padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: "sha256" },
      Buffer.from(text, "base64"),
    ).toString("utf8");
  } catch {
    return undefined;
  }
  const read = readJson(plain);
  const accepted = "value" in read ? accept(Sealed, read.value) : undefined;
  return accepted && "value" in accepted ? accepted.value : undefined;
}

/** Whether a PIN is among the first that anybody would try: one digit, a row, a pair again and again, a year. */
export function isEasyPin(pin: string): boolean {
  const steps = new Set([...pin.slice(1)].map((digit, index) => (Number(digit) - Number(pin[index]) + 10) % 10));
  const isRow = steps.size === 1 && [0, 1, 9].some((step) => steps.has(step));
  const isPair = pin.length % 2 === 0 && pin === pin.slice(0, 2).repeat(pin.length / 2);
  return isRow || isPair || /^(19|20)\d\d$/.test(pin);
}

import { constants, generateKeyPairSync, privateDecrypt } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import { Type } from "typebox";
import { readJson } from "../../core/fleet/read.ts";
import type { Claim } from "../../core/record/entries.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { account, sealKey, session, user } from "../../ledger/auth-tables.ts";
import type { Device } from "../actor.ts";
import { type Actor, authorise } from "../actor.ts";
import { database } from "../database.ts";
import { loadShop } from "../shop/shop.ts";
import { auth, countFailure, forgetFailures, refuseAfterFailures } from "./auth.ts";

/** PINs: short, for changing people at an enrolled tablet; never a way in from anywhere else. */

const Pin = Type.String({ pattern: "^[0-9]{4,8}$" });
const SESSION_HOURS = 14;

export const PinChange = Type.Object({ person: Type.String({ minLength: 1, maxLength: 200 }), pin: Pin }, { additionalProperties: false });

/** Sets one's own PIN, or, as a supervisor, anybody's. */
export async function setPin(actor: Actor, value: unknown): Promise<void> {
  const accepted = accept(PinChange, value);
  if ("problems" in accepted) throw new Refusal(400, "A PIN has 4 to 8 digits.", accepted.problems);
  const { person, pin } = accepted.value;
  if (person !== actor.personId) authorise(actor, "people");
  if (/^(\d)\1*$/.test(pin)) throw new Refusal(400, "A PIN of one digit only is guessed at once. Take another.");
  await putPin(actor.site, person, pin);
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
  await forgetFailures([`pin:${site}/${person}`]);
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

/** Whether a PIN is a person's. @throws Refusal 429 after too many that were not */
async function isPinOf(site: string, person: string, pin: string, subjects: string[]): Promise<string | undefined> {
  await refuseAfterFailures(subjects);
  const [found] = await database()
    .select({ id: user.id, hash: account.password })
    .from(account)
    .innerJoin(user, eq(account.userId, user.id))
    .where(and(eq(user.site, site), eq(user.personId, person), eq(account.providerId, "pin")));
  const context = await auth().$context;
  if (found?.hash && (await context.password.verify({ hash: found.hash, password: pin }))) {
    await forgetFailures(subjects.slice(0, 1));
    return found.id;
  }
  await countFailure(subjects);
  return undefined;
}

/** Changes who is at an enrolled tablet; answers with the session's cookie. */
export async function signInByPin(device: Device, value: unknown, headers: Headers): Promise<Response> {
  const accepted = accept(PinChange, value);
  if ("problems" in accepted) throw new Refusal(400, "A PIN has 4 to 8 digits.", accepted.problems);
  const { person, pin } = accepted.value;
  const userId = await isPinOf(device.site, person, pin, [`pin:${device.site}/${person}`, `pin-device:${device.id}`]);
  if (!userId) throw new Refusal(401, "That PIN does not fit. Try again, or ask a supervisor for a new one.");
  const shop = await loadShop(database(), device.site);
  if (!shop.people.some(({ id }) => id === person)) throw new Refusal(401, "This person is no longer in the shop.");
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

/** Whether a claim made offline holds: its PIN is that person's, and it was sealed for this very claim. */
export async function claimIsProven(site: string, claim: Claim): Promise<boolean> {
  try {
    const { privateKey } = await keys();
    const text = privateDecrypt(
      { key: privateKey, padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: "sha256" },
      Buffer.from(claim.sealed, "base64"),
    ).toString("utf8");
    const read = readJson(text);
    const accepted = "value" in read ? accept(Sealed, read.value) : undefined;
    if (!accepted || !("value" in accepted)) return false;
    const { id, person, pin } = accepted.value;
    if (id !== claim.id || person !== claim.person) return false;
    return (await isPinOf(site, person, pin, [`pin:${site}/${person}`])) !== undefined;
  } catch (error) {
    if (error instanceof Refusal || error instanceof Error) return false;
    throw error;
  }
}

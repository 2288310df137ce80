import { createHash, randomBytes, randomInt, timingSafeEqual } from "node:crypto";
import { and, eq, sql } from "drizzle-orm";
import { Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { device } from "../../ledger/auth-tables.ts";
import { type Actor, authorise, type Device } from "../actor.ts";
import { now } from "../clock.ts";
import { database } from "../database.ts";
import { judged } from "./tries.ts";

/** A shared tablet, enrolled by a supervisor; it has a key of its own in a cookie that scripts can't read. */

export const DEVICE_COOKIE = "zesty-device";
const CODE_MINUTES = 15;
const SEEN_EVERY_MS = 60_000;
/** No letters or figures that are taken for each other. */
const LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

const hash = (text: string) => createHash("sha256").update(text).digest("hex");
const codeOf = (length: number) => Array.from({ length }, () => LETTERS[randomInt(LETTERS.length)]).join("");

export const Enrolment = Type.Object(
  { name: Type.String({ minLength: 1, maxLength: 60, pattern: "\\S" }) },
  { additionalProperties: false },
);

/** Begins an enrolment: a code to be typed on the tablet within 15 minutes. */
export async function beginEnrolment(actor: Actor, value: unknown): Promise<{ id: string; code: string; minutes: number }> {
  authorise(actor, "people");
  const accepted = accept(Enrolment, value);
  if ("problems" in accepted) throw new Refusal(400, "How is this tablet called?", accepted.problems);
  const id = `tablet-${codeOf(6).toLowerCase()}`;
  const code = codeOf(8);
  await database()
    .insert(device)
    .values({
      id,
      site: actor.site,
      name: accepted.value.name,
      codeHash: hash(code),
      codeUntil: new Date(now().getTime() + CODE_MINUTES * 60_000),
      enrolledBy: actor.personId,
    });
  return { id, code, minutes: CODE_MINUTES };
}

export const Finish = Type.Object({ code: Type.String({ minLength: 4, maxLength: 20 }) }, { additionalProperties: false });

/** Ends an enrolment on the tablet; answers with the key for its cookie. */
export async function finishEnrolment(value: unknown, address: string): Promise<{ device: Device; cookie: string }> {
  const accepted = accept(Finish, value);
  if ("problems" in accepted) throw new Refusal(400, "Type the code as the supervisor's screen shows it.", accepted.problems);
  const code = accepted.value.code.toUpperCase().replace(/[^A-Z0-9]/g, "");
  const found = await judged([`enrol:${address}`], async () => {
    const [row] = await database()
      .select()
      .from(device)
      .where(eq(device.codeHash, hash(code)));
    return row && !row.revokedAt && row.codeUntil && row.codeUntil >= now() ? row : undefined;
  });
  if (!found) throw new Refusal(401, "This code is unknown, or its 15 minutes are over. Ask the supervisor for a new one.");
  const key = randomBytes(32).toString("base64url");
  await database()
    .update(device)
    .set({ keyHash: hash(key), codeHash: null, codeUntil: null, seenAt: now() })
    .where(eq(device.id, found.id));
  return { device: { id: found.id, name: found.name, site: found.site }, cookie: `${found.id}.${key}` };
}

/** The enrolled tablet that asks, if it is one and still is. */
export async function deviceOf(headers: Headers): Promise<Device | undefined> {
  const cookie = headers
    .get("cookie")
    ?.split(/;\s*/)
    .find((each) => each.startsWith(`${DEVICE_COOKIE}=`))
    ?.slice(DEVICE_COOKIE.length + 1);
  const [id, key] = cookie?.split(".") ?? [];
  if (!id || !key || cookie === undefined) return undefined;
  const [found] = await database().select().from(device).where(eq(device.id, id));
  if (!found?.keyHash || found.revokedAt) return undefined;
  if (!timingSafeEqual(Buffer.from(found.keyHash), Buffer.from(hash(key)))) return undefined;
  if (!found.seenAt || now().getTime() - found.seenAt.getTime() > SEEN_EVERY_MS)
    await database().update(device).set({ seenAt: now() }).where(eq(device.id, id));
  return { id: found.id, name: found.name, site: found.site };
}

export type DeviceView = { id: string; name: string; since: string; seen: string | null; waiting: boolean };

export async function devicesOf(actor: Actor): Promise<DeviceView[]> {
  authorise(actor, "people");
  const rows = await database()
    .select()
    .from(device)
    .where(and(eq(device.site, actor.site), sql`revoked_at IS NULL AND (key_hash IS NOT NULL OR code_until > ${now()})`))
    .orderBy(device.createdAt)
    .limit(200);
  return rows.map(({ id, name, createdAt, seenAt, keyHash }) => ({
    id,
    name,
    since: createdAt.toISOString(),
    seen: seenAt?.toISOString() ?? null,
    waiting: keyHash === null,
  }));
}

export async function revokeDevice(actor: Actor, id: string): Promise<void> {
  authorise(actor, "people");
  await database()
    .update(device)
    .set({ revokedAt: now(), keyHash: null, codeHash: null })
    .where(and(eq(device.site, actor.site), eq(device.id, id)));
}

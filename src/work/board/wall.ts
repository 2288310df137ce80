import { createHash, randomBytes } from "node:crypto";
import { and, eq, isNull } from "drizzle-orm";
import { Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { wall } from "../../ledger/auth-tables.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { database } from "../database.ts";

/** The Wall: the Board read at four metres, at a secret address that a supervisor makes and takes back. It only looks. */

const hash = (text: string) => createHash("sha256").update(text).digest("hex");
const Name = Type.Object({ name: Type.String({ minLength: 1, maxLength: 60, pattern: "\\S" }) }, { additionalProperties: false });

/** Makes an address; its secret part is said this once. */
export async function makeWall(actor: Actor, value: unknown): Promise<{ path: string }> {
  authorise(actor, "people");
  const accepted = accept(Name, value);
  if ("problems" in accepted) throw new Refusal(400, "Where does this Wall hang?", accepted.problems);
  const token = randomBytes(18).toString("base64url");
  await database()
    .insert(wall)
    .values({
      id: randomBytes(6).toString("hex"),
      site: actor.site,
      name: accepted.value.name,
      tokenHash: hash(token),
      madeBy: actor.personId,
    });
  return { path: `/wall/${token}` };
}

export type WallView = { id: string; name: string; since: string };

export async function wallsOf(actor: Actor): Promise<WallView[]> {
  authorise(actor, "people");
  const rows = await database()
    .select()
    .from(wall)
    .where(and(eq(wall.site, actor.site), isNull(wall.revokedAt)))
    .orderBy(wall.createdAt)
    .limit(100);
  return rows.map(({ id, name, createdAt }) => ({ id, name, since: createdAt.toISOString() }));
}

export async function revokeWall(actor: Actor, id: string): Promise<void> {
  authorise(actor, "people");
  await database()
    .update(wall)
    .set({ revokedAt: now() })
    .where(and(eq(wall.site, actor.site), eq(wall.id, id)));
}

/** Who looks where a Wall hangs. @throws Refusal 404 where the address is unknown or taken back */
export async function wallActor(token: string): Promise<Actor> {
  const [found] = await database()
    .select()
    .from(wall)
    .where(eq(wall.tokenHash, hash(token.slice(0, 100))));
  if (!found || found.revokedAt) throw new Refusal(404, "This Wall’s address is no longer good. A supervisor makes a new one in the Shop.");
  return { site: found.site, personId: "", name: found.name, role: "viewer", sessionId: "" };
}

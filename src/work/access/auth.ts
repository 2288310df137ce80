import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { createAuthEndpoint } from "better-auth/api";
import { setSessionCookie } from "better-auth/cookies";
import { and, eq, type SQL, sql } from "drizzle-orm";
import { type Static, Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { account, session, signInTry, user, verification } from "../../ledger/auth-tables.ts";
import { tellOfSessions } from "../../ledger/live.ts";
import type { Actor } from "../actor.ts";
import { now } from "../clock.ts";
import { database } from "../database.ts";
import { loadShop } from "../shop/shop.ts";
import { hash, verify } from "./hashing.ts";
import { knownCookie, knownSubject } from "./known-device.ts";
import { judged } from "./tries.ts";

/** Sign-in by the library; who somebody is in the shop, and what they may, comes from the shop's own people. */

/** The library takes any schema of the Standard Schema kind; what it holds comes from our own use case. */
const OPEN_SESSION = {
  "~standard": {
    version: 1 as const,
    vendor: "zesty-anvil",
    validate: (value: unknown) => {
      const accepted = accept(OpenSession, value);
      return "value" in accepted ? { value: accepted.value } : { issues: accepted.problems.map(({ message }) => ({ message })) };
    },
    types: undefined as unknown as { input: OpenSession; output: OpenSession },
  },
};
const OpenSession = Type.Object(
  { userId: Type.String(), hours: Type.Number({ minimum: 1, maximum: 48 }) },
  { additionalProperties: false },
);
type OpenSession = Static<typeof OpenSession>;

/** Opens a session for somebody whose PIN was found right; called by the use case alone, there is no route to it. */
const sessionByPin = {
  id: "session-by-pin" as const,
  endpoints: {
    openSession: createAuthEndpoint(
      "/open-session",
      { method: "POST", body: OPEN_SESSION, metadata: { SERVER_ONLY: true } },
      async (ctx) => {
        const { userId, hours } = ctx.body;
        const found = await ctx.context.internalAdapter.findUserById(userId);
        if (!found) throw new Refusal(401, "This person can't sign in any more.");
        const expiresAt = new Date(Date.now() + hours * 3_600_000);
        // Without the last argument the expiry is ignored.
        const session = await ctx.context.internalAdapter.createSession(userId, false, { expiresAt }, true);
        await setSessionCookie(ctx, { session, user: found });
        return ctx.json({ ok: true });
      },
    ),
  },
};

const held = globalThis as { zestyAuth?: ReturnType<typeof make> };

function make() {
  return betterAuth({
    secret: process.env.ZESTY_SECRET,
    baseURL: process.env.ZESTY_URL ?? "http://127.0.0.1",
    trustedOrigins: (request) => [request?.headers.get("origin") ?? ""].filter((origin) => origin !== "" && origin === originOf(request)),
    database: drizzleAdapter(database(), { provider: "pg", schema: { user, session, account, verification } }),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 8, maxPasswordLength: 200, password: { hash, verify } },
    user: {
      additionalFields: {
        site: { type: "string", required: true, input: false },
        personId: { type: "string", required: true, input: false },
        signInName: { type: "string", required: true, input: false },
      },
    },
    // No cookie cache: a session ended by the supervisor is dead at once.
    session: { expiresIn: 60 * 60 * 24 * 14, updateAge: 60 * 60 * 24, cookieCache: { enabled: false } },
    advanced: {
      cookiePrefix: "zesty",
      useSecureCookies: (process.env.ZESTY_URL ?? "").startsWith("https:"),
      defaultCookieAttributes: { sameSite: "lax", httpOnly: true },
    },
    plugins: [sessionByPin],
    telemetry: { enabled: false },
    // Counted by ourselves, by name as well as by address.
    rateLimit: { enabled: false },
  });
}

const originOf = (request: Request | undefined) => (request ? new URL(request.url).origin : "");

export const auth = () => {
  held.zestyAuth ??= make();
  return held.zestyAuth;
};

/** Who asks, or `undefined` where nobody is signed in (any more). */
export async function actorOf(headers: Headers): Promise<Actor | undefined> {
  const found = await auth().api.getSession({ headers });
  if (!found) return undefined;
  const { site, personId } = found.user;
  const shop = await loadShop(database(), site);
  const person = shop.people.find(({ id }) => id === personId);
  if (!person) return undefined;
  return { site, personId, name: person.name, role: person.role, sessionId: found.session.id };
}

/** @throws Refusal 401 */
export async function requireActor(headers: Headers): Promise<Actor> {
  const actor = await actorOf(headers);
  if (!actor) throw new Refusal(401, "Sign in first.");
  return actor;
}

/** A sign-in name as it is kept and compared: in any case, width and spacing it is the same. */
export const signInKey = (name: string): string => name.normalize("NFKC").trim().replace(/\s+/g, " ").toLowerCase();

type User = { id: string; email: string; site: string; personId: string };
type Asked = { password: string; address: string; headers: Headers };
const WRONG = "Name and password don't go together. Check both, or ask a supervisor to set a new password.";

/**
 * Signs somebody in by sign-in name and password; answers with the library's cookies and the mark of a known browser.
 * @throws Refusal 401, the same for whoever is unknown, has left or typed a wrong password; 429 with the time to wait
 */
export async function signIn(name: string, asked: Asked): Promise<{ response: Response; role: string }> {
  const key = signInKey(name).slice(0, 200);
  const [found] = await users(eq(user.signInName, key));
  return signInUser(found, key, asked);
}

/** Signs a person in by who they are in the shop, or by their sign-in name: the demo's one click. */
export async function signInPerson(person: string, asked: Asked): Promise<{ response: Response; role: string }> {
  const [byId] = await users(eq(user.personId, person));
  const [found = byId] = byId ? [] : await users(eq(user.signInName, signInKey(person)));
  return signInUser(found, `person ${person.slice(0, 200)}`, asked);
}

const users = (where: SQL): Promise<User[]> =>
  database().select({ id: user.id, email: user.email, site: user.site, personId: user.personId }).from(user).where(where).limit(1);

async function signInUser(
  found: User | undefined,
  key: string,
  { password, address, headers }: Asked,
): Promise<{ response: Response; role: string }> {
  const known = found && knownSubject(headers, found.id);
  const subjects = known ? [known] : [`pair:${key}@${address}`, `name:${key}`, `address:${address}`];
  const person = found && (await loadShop(database(), found.site)).people.find(({ id }) => id === found.personId);
  const signed = await judged(subjects, async () => {
    // Whoever is unknown or has left is hashed all the same: the time says nothing.
    const email = person ? found.email : "nobody@people.invalid";
    const response = await auth().api.signInEmail({ body: { email, password }, headers, asResponse: true });
    if (response.status >= 500) throw new Refusal(503, "Sign-in does not answer just now. Try again in a moment.", [], 3);
    return response.ok && person ? { response, role: person.role } : undefined;
  });
  if (!signed || !found) throw new Refusal(401, WRONG);
  signed.response.headers.append("set-cookie", knownCookie(found.id, now()));
  return signed;
}

/** What a new or a changed sign-in is to be; a name that is left out stays, or is made from who they are. */
export type SignInChange = { name?: string; password?: string };

/** Gives a person of a shop a sign-in, a new name to sign in by, or a new password. @returns the name. @throws Refusal 400, 409 */
export async function putSignIn(site: string, person: { id: string; name: string }, { name, password }: SignInChange): Promise<string> {
  if (password !== undefined && (password.length < 8 || password.length > 200))
    throw new Refusal(400, "A password has 8 to 200 characters.");
  const wanted = name === undefined ? undefined : signInKey(name);
  if (wanted === "") throw new Refusal(400, "A sign-in name has at least one letter or digit.");
  const [known] = await database()
    .select({ id: user.id, signInName: user.signInName })
    .from(user)
    .where(and(eq(user.site, site), eq(user.personId, person.id)));
  if (wanted !== undefined && wanted !== known?.signInName) {
    const [taken] = await users(eq(user.signInName, wanted));
    if (taken) throw new Refusal(409, `Somebody signs in as “${wanted}” already. Choose another sign-in name.`);
  }
  const context = await auth().$context;
  if (known) {
    const signInName = wanted ?? known.signInName;
    if (signInName !== known.signInName) await database().update(user).set({ signInName }).where(eq(user.id, known.id));
    if (password !== undefined) {
      await context.internalAdapter.updatePassword(known.id, await context.password.hash(password));
      await database().delete(session).where(eq(session.userId, known.id));
      await tellOfSessions(database(), site);
      await database()
        .delete(signInTry)
        .where(sql`subject = ${`name:${signInName}`} OR subject LIKE ${`pair:${likeText(signInName)}@%`}`);
    }
    return signInName;
  }
  if (password === undefined) throw new Refusal(400, "A first password goes with a sign-in name.");
  const hashed = await context.password.hash(password);
  const signInName = wanted ?? (await freeName(person));
  const made = await context.internalAdapter.createUser(
    { name: person.name, email: `${crypto.randomUUID()}@people.invalid`, emailVerified: false, site, personId: person.id, signInName },
    { method: "admin" },
  );
  await context.internalAdapter.linkAccount({ userId: made.id, providerId: "credential", accountId: made.id, password: hashed });
  return signInName;
}

const likeText = (text: string) => text.replace(/[\\%_]/g, "\\$&");

/** Their name, or where somebody has it already their id, with a number if need be. */
async function freeName(person: { id: string; name: string }): Promise<string> {
  const wanted = [person.name, person.id].map(signInKey).filter(Boolean);
  for (let number = 1; ; number++)
    for (const each of wanted) {
      const name = number === 1 ? each : `${each} ${number}`;
      if ((await users(eq(user.signInName, name))).length === 0) return name;
    }
}

/** The names that a shop's people sign in by. */
export async function signInNames(site: string): Promise<Map<string, string>> {
  const rows = await database().select({ personId: user.personId, name: user.signInName }).from(user).where(eq(user.site, site));
  return new Map(rows.map(({ personId, name }) => [personId, name]));
}

/** Changes one's own password by the old one. Other sessions end. @throws Refusal 401, 429 */
export async function changeOwnPassword(
  actor: { site: string; personId: string; sessionId: string },
  before: string,
  after: string,
): Promise<void> {
  const [found] = await users(sql`${user.site} = ${actor.site} AND ${user.personId} = ${actor.personId}`);
  if (!found) throw new Refusal(404, "You have no sign-in of your own here.");
  const context = await auth().$context;
  const [kept] = await database()
    .select({ hash: account.password })
    .from(account)
    .where(and(eq(account.userId, found.id), eq(account.providerId, "credential")));
  const right = await judged([`known:own/${found.id}`], async () =>
    kept?.hash && (await context.password.verify({ hash: kept.hash, password: before })) ? true : undefined,
  );
  if (!right) throw new Refusal(403, "That is not your current password.");
  if (after.length < 8 || after.length > 200) throw new Refusal(400, "A password has 8 to 200 characters.");
  await context.internalAdapter.updatePassword(found.id, await context.password.hash(after));
  await database()
    .delete(session)
    .where(and(eq(session.userId, found.id), sql`${session.id} <> ${actor.sessionId}`));
}

export type SessionView = {
  id: string;
  personId: string;
  name: string;
  since: string;
  seen: string;
  address: string | null;
  browser: string | null;
};

export async function sessionsOf(site: string): Promise<SessionView[]> {
  const rows = await database()
    .select({
      id: session.id,
      personId: user.personId,
      name: user.name,
      since: session.createdAt,
      seen: session.updatedAt,
      address: session.ipAddress,
      browser: session.userAgent,
    })
    .from(session)
    .innerJoin(user, eq(session.userId, user.id))
    .where(and(eq(user.site, site), sql`${session.expiresAt} > now()`))
    .orderBy(sql`${session.updatedAt} DESC`)
    .limit(200);
  return rows.map((row) => ({ ...row, since: row.since.toISOString(), seen: row.seen.toISOString() }));
}

/** Ends all sessions of a person who leaves. */
export async function endSessionsOf(site: string, person: string): Promise<void> {
  await database().execute(
    sql`DELETE FROM auth.session s USING auth."user" u WHERE s.user_id = u.id AND u.site = ${site} AND u.person_id = ${person}`,
  );
  await tellOfSessions(database(), site);
}

export async function endSession(site: string, id: string): Promise<void> {
  await database().execute(
    sql`DELETE FROM auth.session s USING auth."user" u WHERE s.id = ${id} AND s.user_id = u.id AND u.site = ${site}`,
  );
  await tellOfSessions(database(), site);
}

/** Signs out whoever asks. */
export async function signOut(headers: Headers): Promise<Response> {
  const actor = await actorOf(headers);
  const response = await auth().api.signOut({ headers, asResponse: true });
  if (!response.ok) throw new Refusal(403, "You are still signed in here. Sign out on this site's own page.");
  if (actor) await tellOfSessions(database(), actor.site);
  return response;
}

/** Whether nobody can sign in yet: the first run. */
export async function isFirstRun(): Promise<boolean> {
  const rows = await database().select({ id: user.id }).from(user).limit(1);
  return rows.length === 0;
}

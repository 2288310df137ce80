import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { createAuthEndpoint } from "better-auth/api";
import { setSessionCookie } from "better-auth/cookies";
import { and, eq, inArray, sql } from "drizzle-orm";
import { type Static, Type } from "typebox";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { account, session, signInFailure, user, verification } from "../../ledger/auth-tables.ts";
import type { Actor } from "../actor.ts";
import { database } from "../database.ts";
import { loadShop } from "../shop/shop.ts";

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
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 8, maxPasswordLength: 200 },
    user: {
      additionalFields: {
        site: { type: "string", required: true, input: false },
        personId: { type: "string", required: true, input: false },
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

const FAILURES_AN_ADDRESS = 60;
/** Failures within the window after which a subject is refused. */
const LIMITS: Record<string, number> = { name: 8, address: FAILURES_AN_ADDRESS, pin: 8, "pin-device": 30, enrol: 10 };
const WINDOW_MINUTES = 15;

/** Signs somebody in by their name (or id) and password; answers with the library's cookies. */
export async function signIn(
  name: string,
  password: string,
  address: string,
  headers: Headers,
): Promise<{ response: Response; role: string }> {
  const subjects = [`name:${name.trim().toLowerCase().slice(0, 200)}`, `address:${address}`];
  await refuseAfterFailures(subjects);
  const found = await userByName(name.trim());
  const response = await auth().api.signInEmail({
    body: { email: found?.email ?? "nobody@people.invalid", password },
    headers,
    asResponse: true,
  });
  if (!response.ok || !found) {
    await countFailure(subjects);
    throw new Refusal(401, "Name and password don't go together. Check both, or ask a supervisor to set a new password.");
  }
  await database()
    .delete(signInFailure)
    .where(eq(signInFailure.subject, subjects[0] ?? ""));
  const person = (await loadShop(database(), found.site)).people.find(({ id }) => id === found.personId);
  return { response, role: person?.role ?? "viewer" };
}

async function userByName(name: string): Promise<{ email: string; site: string; personId: string } | undefined> {
  const rows = await database()
    .select({ email: user.email, site: user.site, personId: user.personId })
    .from(user)
    .where(sql`lower(${user.name}) = lower(${name}) OR lower(${user.personId}) = lower(${name})`)
    .limit(2);
  return rows.length === 1 ? rows[0] : undefined;
}

export async function refuseAfterFailures(subjects: string[]): Promise<void> {
  for (const subject of subjects) {
    const limit = LIMITS[subject.slice(0, subject.indexOf(":"))] ?? FAILURES_AN_ADDRESS;
    const [row] = await database()
      .select()
      .from(signInFailure)
      .where(and(eq(signInFailure.subject, subject), sql`${signInFailure.since} > now() - make_interval(mins => ${WINDOW_MINUTES})`));
    if (row && row.failures >= limit)
      throw new Refusal(429, `Too many failed sign-ins. Wait ${WINDOW_MINUTES} minutes, or ask a supervisor to set a new password.`);
  }
}

export async function countFailure(subjects: string[]): Promise<void> {
  for (const subject of subjects)
    await database().execute(sql`
      INSERT INTO auth.sign_in_failure (subject, failures, since) VALUES (${subject}, 1, now())
      ON CONFLICT (subject) DO UPDATE SET
        failures = CASE WHEN sign_in_failure.since > now() - make_interval(mins => ${WINDOW_MINUTES}) THEN sign_in_failure.failures + 1 ELSE 1 END,
        since = CASE WHEN sign_in_failure.since > now() - make_interval(mins => ${WINDOW_MINUTES}) THEN sign_in_failure.since ELSE now() END`);
}

export async function forgetFailures(subjects: string[]): Promise<void> {
  await database().delete(signInFailure).where(inArray(signInFailure.subject, subjects));
}

/** Gives a person of a shop a sign-in, or a new password where they have one already. */
export async function setPassword(site: string, person: { id: string; name: string }, password: string): Promise<void> {
  if (password.length < 8 || password.length > 200) throw new Refusal(400, "A password has 8 to 200 characters.");
  const context = await auth().$context;
  const hash = await context.password.hash(password);
  const [known] = await database()
    .select()
    .from(user)
    .where(and(eq(user.site, site), eq(user.personId, person.id)));
  if (known) {
    await context.internalAdapter.updatePassword(known.id, hash);
    await database().delete(session).where(eq(session.userId, known.id));
    await database()
      .delete(signInFailure)
      .where(sql`subject IN (${`name:${person.id.toLowerCase()}`}, ${`name:${person.name.toLowerCase()}`})`);
    return;
  }
  const made = await context.internalAdapter.createUser(
    { name: person.name, email: `${crypto.randomUUID()}@people.invalid`, emailVerified: false, site, personId: person.id },
    { method: "admin" },
  );
  await context.internalAdapter.linkAccount({ userId: made.id, providerId: "credential", accountId: made.id, password: hash });
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

export async function endSession(site: string, id: string): Promise<void> {
  await database().execute(
    sql`DELETE FROM auth.session s USING auth."user" u WHERE s.id = ${id} AND s.user_id = u.id AND u.site = ${site}`,
  );
}

export async function signInsOf(site: string): Promise<Set<string>> {
  const rows = await database().select({ personId: user.personId }).from(user).where(eq(user.site, site));
  return new Set(rows.map(({ personId }) => personId));
}

/** Whether nobody can sign in yet: the first run. */
export async function isFirstRun(): Promise<boolean> {
  const rows = await database().select({ id: user.id }).from(user).limit(1);
  return rows.length === 0;
}

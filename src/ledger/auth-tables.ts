import { boolean, index, integer, pgSchema, text, timestamp, uniqueIndex } from "drizzle-orm/pg-core";

/** The sign-in library's own tables, in a schema of their own; `site` and `personId` tie a user to the shop's people. */
export const auth = pgSchema("auth");
const instant = () => timestamp({ withTimezone: true, mode: "date" });

export const user = auth.table(
  "user",
  {
    id: text().primaryKey(),
    name: text().notNull(),
    /** What they type to sign in, as `signInKey` writes it. */
    signInName: text().notNull().unique(),
    email: text().notNull().unique(),
    emailVerified: boolean().notNull().default(false),
    image: text(),
    site: text().notNull(),
    personId: text().notNull(),
    createdAt: instant().notNull().defaultNow(),
    updatedAt: instant().notNull().defaultNow(),
  },
  (t) => [uniqueIndex().on(t.site, t.personId)],
);

export const session = auth.table(
  "session",
  {
    id: text().primaryKey(),
    token: text().notNull().unique(),
    userId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    expiresAt: instant().notNull(),
    ipAddress: text(),
    userAgent: text(),
    createdAt: instant().notNull().defaultNow(),
    updatedAt: instant().notNull().defaultNow(),
  },
  (t) => [index().on(t.userId)],
);

export const account = auth.table(
  "account",
  {
    id: text().primaryKey(),
    accountId: text().notNull(),
    providerId: text().notNull(),
    userId: text()
      .notNull()
      .references(() => user.id, { onDelete: "cascade" }),
    accessToken: text(),
    refreshToken: text(),
    idToken: text(),
    accessTokenExpiresAt: instant(),
    refreshTokenExpiresAt: instant(),
    scope: text(),
    password: text(),
    createdAt: instant().notNull().defaultNow(),
    updatedAt: instant().notNull().defaultNow(),
  },
  (t) => [index().on(t.userId)],
);

export const verification = auth.table("verification", {
  id: text().primaryKey(),
  identifier: text().notNull(),
  value: text().notNull(),
  expiresAt: instant().notNull(),
  createdAt: instant().notNull().defaultNow(),
  updatedAt: instant().notNull().defaultNow(),
});

/** Tries to sign in that are not proven right, by name, address, tablet or known browser; the next is taken from `freeAt` on. */
export const signInTry = auth.table("sign_in_try", {
  subject: text().primaryKey(),
  tries: integer().notNull(),
  triedAt: instant().notNull(),
  freeAt: instant().notNull(),
});

/** Shared tablets, enrolled by a supervisor; a key's hash each. */
export const device = auth.table("device", {
  id: text().primaryKey(),
  site: text().notNull(),
  name: text().notNull(),
  /** Set once the code was typed on the tablet. */
  keyHash: text().unique(),
  /** The code's hash until then. */
  codeHash: text().unique(),
  codeUntil: instant(),
  enrolledBy: text().notNull(),
  createdAt: instant().notNull().defaultNow(),
  seenAt: instant(),
  revokedAt: instant(),
});

/** Addresses of the Wall, by the hash of their secret part. */
export const wall = auth.table("wall", {
  id: text().primaryKey(),
  site: text().notNull(),
  name: text().notNull(),
  tokenHash: text().notNull().unique(),
  madeBy: text().notNull(),
  createdAt: instant().notNull().defaultNow(),
  revokedAt: instant(),
});

/** Addresses of calendar feeds, by the hash of their secret part: of a person, a machine, or the shop. */
export const feed = auth.table("feed", {
  id: text().primaryKey(),
  site: text().notNull(),
  what: text().notNull(),
  of: text(),
  tokenHash: text().notNull().unique(),
  madeBy: text().notNull(),
  createdAt: instant().notNull().defaultNow(),
  revokedAt: instant(),
});

/** The pair by which a PIN typed offline is sealed for the server; made once. */
export const sealKey = auth.table("seal_key", { id: text().primaryKey(), publicKey: text().notNull(), privateKey: text().notNull() });

import { inArray, sql } from "drizzle-orm";
import { Refusal } from "../../core/shop/refusal.ts";
import { signInTry } from "../../ledger/auth-tables.ts";
import { database } from "../database.ts";

/**
 * How often somebody may guess. A try is counted before it is judged, in one statement, so that a hundred at once are no more than
 * one after the other. After the free ones each costs a wait that doubles; a right answer clears its subject.
 */

type Limit = { free: number; waitSeconds: number; longestSeconds: number };
const MINUTE = 60;

/** By the kind of a subject, which stands before its first colon. All of them are guesses. */
const LIMITS: Record<string, Limit> = {
  /** One sign-in name from one address: what a person does who has forgotten it. */
  pair: { free: 8, waitSeconds: 30, longestSeconds: 15 * MINUTE },
  /** One name from anywhere; it slows down, and never shuts out for long, so that nobody can lock somebody else out. */
  name: { free: 40, waitSeconds: 5, longestSeconds: 5 * MINUTE },
  /** One address, which may stand for a whole shop. */
  address: { free: 60, waitSeconds: 5, longestSeconds: 2 * MINUTE },
  /** A device on which this person has signed in before: others' tries don't count against it. */
  known: { free: 8, waitSeconds: 30, longestSeconds: 15 * MINUTE },
  /** One person's PIN at one tablet, and all PINs at it. */
  pin: { free: 8, waitSeconds: 15, longestSeconds: 15 * MINUTE },
  "pin-device": { free: 30, waitSeconds: 5, longestSeconds: 5 * MINUTE },
  enrol: { free: 10, waitSeconds: 30, longestSeconds: 15 * MINUTE },
  "first-run": { free: 10, waitSeconds: 30, longestSeconds: 15 * MINUTE },
};
/** After so long without a try a subject begins again. */
const FORGOTTEN_MINUTES = 60;

/**
 * Counts a try of each subject before it is judged.
 * @param subjects such as `pin:shop/anna@tablet-x`; its kind stands before the first colon
 * @throws Refusal 429 with the seconds to wait where one of them has none left; nothing is counted then
 */
export async function reserveTry(subjects: readonly string[]): Promise<void> {
  const taken: string[] = [];
  for (const subject of subjects) {
    if (await take(subject)) taken.push(subject);
    else {
      await giveBack(taken);
      throw await tooMany(subject);
    }
  }
}

const AT_ONCE = sql`'-infinity'::timestamptz`;

async function take(subject: string): Promise<boolean> {
  const { free, waitSeconds, longestSeconds } = limitOf(subject);
  // The last free one is followed by the first wait.
  const freeAt = sql`CASE WHEN t.n < ${free} THEN ${AT_ONCE} ELSE clock_timestamp() + make_interval(secs => least(${longestSeconds}::float8, ${waitSeconds}::float8 * power(2::float8, least(t.n - ${free}, 20)))) END`;
  const { rowCount } = await database().execute(sql`
    INSERT INTO auth.sign_in_try AS s (subject, tries, tried_at, free_at)
    SELECT ${subject}, t.n, now(), ${freeAt} FROM (SELECT 1 AS n) t
    ON CONFLICT (subject) DO UPDATE SET (tries, tried_at, free_at) = (
      SELECT t.n, now(), ${freeAt}
      FROM (SELECT CASE WHEN s.tried_at < now() - make_interval(mins => ${FORGOTTEN_MINUTES}) THEN 1 ELSE s.tries + 1 END AS n) t)
    WHERE s.free_at <= clock_timestamp()`);
  return rowCount === 1;
}

const limitOf = (subject: string): Limit => {
  const limit = LIMITS[subject.slice(0, subject.indexOf(":"))];
  if (!limit) throw new Error(`There is no limit for ${subject}.`);
  return limit;
};

async function tooMany(subject: string): Promise<Refusal> {
  const { rows } = await database().execute<{ seconds: number }>(
    sql`SELECT greatest(1, ceil(extract(epoch FROM free_at - now())))::int AS seconds FROM auth.sign_in_try WHERE subject = ${subject}`,
  );
  const seconds = rows[0]?.seconds ?? 1;
  const wait = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  return new Refusal(429, `Too many wrong tries. Wait ${wait}, or ask a supervisor for a new password or PIN.`, [], seconds);
}

/** What was right, or was never judged, does not count. */
export async function giveBack(subjects: readonly string[]): Promise<void> {
  if (subjects.length)
    await database()
      .update(signInTry)
      .set({ tries: sql`greatest(0, tries - 1)`, freeAt: AT_ONCE })
      .where(inArray(signInTry.subject, [...subjects]));
}

/** Begins again with these subjects. */
export async function forgetTries(subjects: readonly string[]): Promise<void> {
  if (subjects.length)
    await database()
      .delete(signInTry)
      .where(inArray(signInTry.subject, [...subjects]));
}

/** Judges a guess that was counted before: a right one clears the first subject and gives the others back. @throws Refusal as `judge`, or 429 */
export async function judged<Value>(subjects: readonly string[], judge: () => Promise<Value | undefined>): Promise<Value | undefined> {
  await reserveTry(subjects);
  let value: Value | undefined;
  try {
    value = await judge();
  } catch (error) {
    await giveBack(subjects);
    throw error;
  }
  if (value !== undefined) await Promise.all([forgetTries(subjects.slice(0, 1)), giveBack(subjects.slice(1))]);
  return value;
}

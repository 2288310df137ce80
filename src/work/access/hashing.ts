import { hashPassword, verifyPassword } from "better-auth/crypto";
import PQueue from "p-queue";
import { Refusal } from "../../core/shop/refusal.ts";

/**
 * Passwords and PINs are hashed two at a time, so that files and pictures, which share the process's helper threads, never wait for a
 * crowd of sign-ins. What does not find a place in the queue is refused at once.
 */

const AT_ONCE = 2;
const MOST_WAITING = 24;
const held = globalThis as { zestyHashing?: PQueue };

function queued<Value>(work: () => Promise<Value>): Promise<Value> {
  held.zestyHashing ??= new PQueue({ concurrency: AT_ONCE });
  if (held.zestyHashing.size >= MOST_WAITING)
    throw new Refusal(503, "Too many people sign in at this moment. Try again in a few seconds.", [], 3);
  return held.zestyHashing.add(work);
}

/** @throws Refusal 503 where too many wait */
export const hash = async (password: string): Promise<string> => queued(() => hashPassword(password));

/** @throws Refusal 503 where too many wait */
export const verify = async (of: { hash: string; password: string }): Promise<boolean> => queued(() => verifyPassword(of));

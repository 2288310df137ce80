import { createHmac, timingSafeEqual } from "node:crypto";

/** A browser in which a person has signed in before carries a signed mark of it: others who guess that person's password don't slow it down. */

const DAYS = 180;
const nameOf = (user: string) => `zesty-known-${mac(`name ${user}`).slice(0, 12)}`;

const mac = (text: string) =>
  createHmac("sha256", process.env.ZESTY_SECRET ?? "")
    .update(text)
    .digest("base64url");

/** The cookie that marks this browser as one of a user's. */
export function knownCookie(user: string, now: Date): string {
  const since = String(now.getTime());
  const secure = (process.env.ZESTY_URL ?? "").startsWith("https:") ? "; Secure" : "";
  return `${nameOf(user)}=${since}.${mac(`${user} ${since}`)}; Path=/; Max-Age=${DAYS * 86_400}; HttpOnly; SameSite=Lax${secure}`;
}

/** What a known browser of this user is counted by, or undefined where it is none. */
export function knownSubject(headers: Headers, user: string): string | undefined {
  const value = headers
    .get("cookie")
    ?.split(/;\s*/)
    .find((each) => each.startsWith(`${nameOf(user)}=`))
    ?.slice(nameOf(user).length + 1);
  const [since = "", sign = ""] = value?.split(".") ?? [];
  const wanted = mac(`${user} ${since}`);
  if (sign.length !== wanted.length || !timingSafeEqual(Buffer.from(sign), Buffer.from(wanted))) return undefined;
  return `known:${user}@${since}`;
}

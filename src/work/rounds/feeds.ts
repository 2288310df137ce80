import { createHash, randomBytes } from "node:crypto";
import { and, eq, isNull } from "drizzle-orm";
import ical, { type ICalCalendar } from "ical-generator";
import { Type } from "typebox";
import { type Day, isoDay, toDay } from "../../core/calendar/day.ts";
import { accept } from "../../core/record/validate.ts";
import { firstPerson } from "../../core/rounds/by-hand.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { SeasonBody } from "../../core/standby/said.ts";
import { feed } from "../../ledger/auth-tables.ts";
import type { Database } from "../../ledger/database.ts";
import { newestRounds } from "../../ledger/rounds.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { workAhead } from "./week.ts";

/** Calendar feeds (RFC 5545) at secret addresses that a supervisor makes and takes back. They only tell. */

const hash = (text: string) => createHash("sha256").update(text).digest("hex");
export const Asked = Type.Object(
  { what: Type.Enum(["person", "machine", "shop"]), of: Type.Union([Type.String({ minLength: 1, maxLength: 200 }), Type.Null()]) },
  { additionalProperties: false },
);
const AHEAD_DAYS = 42;

/** Makes an address; its secret part is said this once. @throws Refusal 400 where there is nobody, or no machine, of that id */
export async function makeFeed(db: Database, actor: Actor, value: unknown): Promise<{ path: string }> {
  authorise(actor, "people");
  const accepted = accept(Asked, value);
  if ("problems" in accepted) throw new Refusal(400, "Whose calendar?", accepted.problems);
  const shop = await loadShop(db, actor.site);
  const { what, of } = accepted.value;
  if (what !== "shop" && nameOf(shop, what, of) === undefined)
    throw new Refusal(400, `There is no ${what} “${of?.slice(0, 60)}” in this shop.`);
  const token = randomBytes(18).toString("base64url");
  await db.insert(feed).values({
    id: randomBytes(6).toString("hex"),
    site: actor.site,
    what,
    of: what === "shop" ? null : of,
    tokenHash: hash(token),
    madeBy: actor.personId,
  });
  return { path: `/api/feeds/${token}.ics` };
}

export type FeedView = { id: string; words: string };

export async function feedsOf(db: Database, actor: Actor): Promise<FeedView[]> {
  authorise(actor, "people");
  const shop = await loadShop(db, actor.site);
  const rows = await db
    .select()
    .from(feed)
    .where(and(eq(feed.site, actor.site), isNull(feed.revokedAt)))
    .orderBy(feed.createdAt)
    .limit(200);
  return rows.map(({ id, what, of }) => ({ id, words: what === "shop" ? "the shop" : (nameOf(shop, what, of) ?? of ?? "") }));
}

export async function revokeFeed(db: Database, actor: Actor, id: string): Promise<void> {
  authorise(actor, "people");
  await db
    .update(feed)
    .set({ revokedAt: now() })
    .where(and(eq(feed.site, actor.site), eq(feed.id, id)));
}

const nameOf = (shop: Shop, what: string, of: string | null): string | undefined =>
  what === "person" ? shop.people.find(({ id }) => id === of)?.name : shop.machines.find(({ id }) => id === of)?.name;

/** A feed as text: the rounds in force with their times, and the work ahead on its days. @throws Refusal 404 where the address is unknown or taken back */
export async function feedText(db: Database, token: string): Promise<string> {
  const [found] = await db
    .select()
    .from(feed)
    .where(eq(feed.tokenHash, hash(token.slice(0, 100))));
  if (!found || found.revokedAt)
    throw new Refusal(404, "This calendar's address is no longer good. A supervisor makes a new one under Rounds.");
  const shop = await loadShop(db, found.site);
  const { what, of } = found;
  const calendar = ical({
    name: `${shop.site.name}${of ? `: ${nameOf(shop, what, of) ?? of}` : ""}`,
    prodId: { company: "zesty-anvil", product: "rounds", language: "EN" },
    ttl: 900,
  });
  const today = dayAt(shop);
  const inRounds = await addRounds(db, shop, calendar, today, (person, machine) =>
    what === "person" ? person === of : what === "machine" ? machine === of : true,
  );
  await addSeasons(db, shop, calendar, today, (person, machine) =>
    what === "person" ? person === of : what === "machine" ? machine === of : true,
  );
  const { work } = await workAhead(db, shop, today, AHEAD_DAYS);
  for (const each of work) {
    const mine = what === "person" ? each.person === of : what === "machine" ? each.machine === of : true;
    if (!mine || each.beat || each.key.endsWith("/idle") || inRounds.has(each.key)) continue;
    const day = isoDay(Math.max(each.due, today));
    const next = isoDay(toDay(day) + 1);
    calendar.createEvent({
      id: `${each.key}@${shop.id}`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(`${next}T00:00:00Z`),
      allDay: true,
      stamp: now(),
      summary: `${machineName(shop, each.machine)}: ${each.name}`,
      description: `${each.minutes} min with hands; due ${isoDay(each.due)}`,
    });
  }
  return calendar.toString();
}

/** Work of closures' plans in force, with its times. */
async function addSeasons(
  db: Database,
  shop: Shop,
  calendar: ICalCalendar,
  today: Day,
  wants: (person: string | undefined, machine: string | undefined) => boolean,
): Promise<void> {
  for (const { body, happenedAt } of await seasonRows(db, shop.id, isoDay(today))) {
    // The body passed its schema when it was written.
    for (const { key, machine, routine, person, from, to, minutes } of (body as unknown as SeasonBody).tasks) {
      if (!wants(person, machine)) continue;
      calendar.createEvent({
        id: `season/${body.from}/${key}@${shop.id}`,
        start: new Date(from),
        end: new Date(to),
        stamp: happenedAt,
        summary: `${machineName(shop, machine)}: ${shop.rules.book.get(routine)?.name ?? routine}`,
        description: `${person ? personName(shop, person) : "nobody yet"}, ${minutes} min with hands; ${String(body.name ?? "closure")}`,
      });
    }
  }
}

const machineName = (shop: Shop, id: string | null | undefined) => shop.machines.find((machine) => machine.id === id)?.name ?? "Shop";

/** The rounds in force of today and later; gives back the keys of the work in them. */
async function addRounds(
  db: Database,
  shop: Shop,
  calendar: ICalCalendar,
  today: Day,
  wants: (person: string | undefined, machine: string | undefined) => boolean,
): Promise<Set<string>> {
  const rounds = await newestRounds(db, shop.id);
  const keys = new Set<string>();
  const days = new Set<string>();
  for (const { body, happenedAt } of rounds) {
    if (days.has(body.day) || toDay(body.day) < today) continue;
    days.add(body.day);
    const zero = new Date(body.zero).getTime();
    for (const { key, machine, routine, stretches } of body.tasks) {
      const person = firstPerson({ id: key, stretches });
      keys.add(key);
      if (!wants(person, machine)) continue;
      const area = shop.areas.find(({ id }) => id === shop.machines.find((each) => each.id === machine)?.area);
      calendar.createEvent({
        id: `${key}@${shop.id}`,
        start: new Date(zero + (stretches[0]?.start ?? 0) * 60_000),
        end: new Date(zero + (stretches.at(-1)?.end ?? 0) * 60_000),
        stamp: happenedAt,
        summary: `${machineName(shop, machine)}: ${shop.rules.book.get(routine ?? "")?.name ?? "work"}`,
        ...(area ? { location: area.name } : {}),
        description: `${personName(shop, person)}, ${stretches.filter((each) => each.person).reduce((sum, each) => sum + each.end - each.start, 0)} min with hands`,
      });
    }
  }
  return keys;
}

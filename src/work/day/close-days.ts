import { createHash } from "node:crypto";
import { sql } from "drizzle-orm";
import { type Day, isoDay, toDay } from "../../core/calendar/day.ts";
import { dayStart } from "../../core/calendar/site-time.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { Body } from "../../core/record/entries.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { goesOn } from "../../core/tasks/of-day.ts";
import { append, type NewEntry } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { allSites } from "../../ledger/settings.ts";
import { sleepRows } from "../../ledger/standby.ts";
import { type RepairRow, repairsOnDay } from "../../ledger/tasks.ts";
import { now } from "../clock.ts";
import { database, isDatabaseAway } from "../database.ts";
import { dueFacts } from "../facts/due.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

/** How many days back a shop whose application stood still is caught up. */
const CATCH_UP_DAYS = 35;

/** Closes every day that is over and not closed yet, of every site; any number of copies may do it at once. */
export async function closeDays(db: Database): Promise<number> {
  let closed = 0;
  for (const siteId of await allSites(db)) {
    const shop = await loadShop(db, siteId);
    const today = dayAt(shop);
    // What was brought in tells of days before the shop was here: nobody could have missed anything on them.
    const { rows } = await db.execute<{ founded: string | null; last: string | null }>(sql`
      SELECT (SELECT min(recorded_at) FROM entry WHERE site = ${siteId}) AS founded,
        (SELECT local_day FROM entry WHERE site = ${siteId} AND kind = 'day-closed' ORDER BY local_day DESC LIMIT 1) AS last`);
    const [founded, last] = [rows[0]?.founded, rows[0]?.last];
    if (!founded) continue;
    for (let day = Math.max(today - CATCH_UP_DAYS, last ? toDay(last) + 1 : dayAt(shop, new Date(founded))); day < today; day++) {
      await db.transaction(async (tx) => {
        await append(tx, siteId, [await closingEntry(tx, shop, day)], now());
      });
      closed++;
    }
  }
  return closed;
}

/** The entry that says what became of each occurrence of a day, under the settings now in force. */
async function closingEntry(db: Connection, shop: Shop, day: Day): Promise<NewEntry> {
  const on = isoDay(day);
  const [facts, repairs, slept] = await Promise.all([
    dueFacts(db, shop, day, shop.machines, day - 400),
    repairsOnDay(db, shop.id, on),
    sleepRows(db, shop.id, on, on),
  ]);
  // Put to sleep on that day, its remaining work was silent from then on.
  const wentDown = new Set(slept.filter(({ downDay }) => downDay === on).map(({ machine }) => machine));
  return dayClosedEntry(
    shop,
    day,
    facts.flatMap((each) =>
      outcomesOf(
        shop,
        each,
        day,
        repairs.find(({ machine }) => machine === each.id),
      ).filter(({ machine, outcome }) => !wentDown.has(machine) || outcome !== "missed"),
    ),
  );
}

type Outcomes = Body<"day-closed">["outcomes"];

export function outcomesOf(shop: Shop, facts: Parameters<typeof dueOfMachine>[0], day: Day, repair?: RepairRow): Outcomes {
  // Out of order the whole day, what does not go on is silent: neither done nor missed.
  return goesOn(dueOfMachine(facts, shop.rules, day, 1), repair?.body).map((each) => ({
    machine: each.machine,
    key: each.key,
    routine: each.routine,
    due: isoDay(each.due),
    ...(each.beat ? { beat: each.beat } : {}),
    outcome: each.state === "done" || each.state === "skipped" ? each.state : isOver(each.key, day) ? "missed" : "open",
    by: facts.routines.length ? coveringOf(shop, each.routine) : [],
  }));
}

/** Beats and idle days are over with their day, times a week with their week; the rest is carried over. */
const isOver = (key: string, day: Day) =>
  /\/\d{4}-\d{2}-\d{2}\/(?:opening|midday|closing|idle)$/.test(key) ||
  (/\/\d{4}-W\d{2}\/\d$/.test(key) && new Date(day * 86_400_000).getUTCDay() === 0);

/** Routines whose doing settles another: a late entry of one of them counts for it. */
const coveringOf = (shop: Shop, routine: string): string[] =>
  [...shop.rules.reach].flatMap(([id, reach]) => (id !== routine && reach.includes(routine) ? [id] : []));

export function dayClosedEntry(shop: Shop, day: Day, outcomes: Outcomes): NewEntry {
  return {
    id: closingId(shop.id, isoDay(day)),
    kind: "day-closed",
    happenedAt: dayStart(day + 1, shop.site),
    localDay: isoDay(day),
    body: { day: isoDay(day), outcomes },
    words: `day closed ${isoDay(day)}`,
  };
}

/** The same id whichever copy closes the day, so that it is closed once. */
function closingId(site: string, day: string): string {
  const hex = createHash("sha256").update(`day-closed/${site}/${day}`).digest("hex");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-7${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

const EVERY_MS = 60_000;

/** Looks each minute for days to close; a database that is away is tried again the next time. */
export function startClosingDays(): void {
  const look = () =>
    closeDays(database()).catch((error) => (isDatabaseAway(error) ? undefined : console.error("days could not be closed:", error)));
  setTimeout(look, 2000).unref();
  setInterval(look, EVERY_MS).unref();
}

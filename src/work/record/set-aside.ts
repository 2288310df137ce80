import { createHash } from "node:crypto";
import { Type } from "typebox";
import { uuidv7 } from "uuidv7";
import { isoDay } from "../../core/calendar/day.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import { closed, optional, Uuid } from "../../core/record/shapes.ts";
import { accept } from "../../core/record/validate.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { append } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { ledgerPage } from "../../ledger/reading.ts";
import { addSetAside, countSetAside, openSetAside, type SetAsideRow, settleSetAside } from "../../ledger/set-aside.ts";
import { type Actor, authorise, type Sender } from "../actor.ts";
import { now } from "../clock.ts";
import { dayAt, loadShop, momentSaid } from "../shop/shop.ts";

/** Entries that could not be kept wait here for a supervisor, so that one of them holds up nobody's queue. */

const MOST_OPEN = 1000;
const MOST_TEXT = 100_000;
const NOTE_TEXT = 1800;

/** Sets aside what can't be kept. @throws Refusal 429 where too many wait already */
export async function putAside(db: Connection, sender: Sender, sent: unknown, reason: string): Promise<void> {
  if ((await countSetAside(db, sender.site)) >= MOST_OPEN)
    throw new Refusal(429, `${MOST_OPEN} entries wait for a supervisor already; settle some first.`);
  const whole = JSON.stringify(sent) ?? "nothing";
  const digest = createHash("sha256").update(`${sender.site}\n${whole}`).digest("hex");
  const id = `${digest.slice(0, 8)}-${digest.slice(8, 12)}-8${digest.slice(13, 16)}-a${digest.slice(17, 20)}-${digest.slice(20, 32)}`;
  await addSetAside(db, sender.site, {
    id,
    receivedAt: now(),
    person: sender.actor?.personId ?? null,
    device: sender.device?.id ?? null,
    sent: whole.slice(0, MOST_TEXT),
    reason: reason.replaceAll("\u0000", "").slice(0, 2000),
  });
}

export type SetAsideView = { id: string; when: string; by: string; device: string | null; what: string; sent: string; reason: string };

/** What waits for a supervisor. */
export async function setAsideView(db: Connection, actor: Actor): Promise<SetAsideView[]> {
  authorise(actor, "amend-others");
  const shop = await loadShop(db, actor.site);
  return (await openSetAside(db, actor.site, 200)).map((row) => ({
    id: row.id,
    when: whenOf(shop, row),
    by: row.person ? personName(shop, row.person) : "a shared tablet",
    device: row.device,
    what: whatOf(row),
    sent: row.sent,
    reason: row.reason,
  }));
}

/** An entry that a tablet sent under a PIN that did not fit: it is kept and marked, and a supervisor sees it here. */
export type UnprovenView = { id: string; seq: number; when: string; person: string; device: string | null; what: string };
const UNPROVEN_DAYS = 90;

/** What came under a PIN that did not fit in the last 90 days, newest first. */
export async function unprovenView(db: Connection, actor: Actor): Promise<UnprovenView[]> {
  authorise(actor, "amend-others");
  const shop = await loadShop(db, actor.site);
  const rows = await ledgerPage(db, actor.site, { proof: "unproven", from: isoDay(dayAt(shop) - UNPROVEN_DAYS), limit: 100 });
  return rows.map((row) => ({
    id: row.id,
    seq: row.seq,
    when: momentSaid(shop, row.happenedAt.toISOString()),
    person: personName(shop, row.person ?? ""),
    device: row.device,
    what: row.words,
  }));
}

/** How many wait, for those who may settle them. */
export const setAsideCount = async (db: Connection, actor: Actor): Promise<number> =>
  actor.role === "supervisor" ? countSetAside(db, actor.site) : 0;

const whenOf = (shop: Shop, { receivedAt }: SetAsideRow): string => momentSaid(shop, receivedAt);

function whatOf({ sent }: SetAsideRow): string {
  const [, kind] = /"kind":"([^"]{1,60})"/.exec(sent) ?? [];
  const [, machine] = /"machine":"([^"]{1,60})"/.exec(sent) ?? [];
  return [kind ?? "entry", machine].filter(Boolean).join(", ");
}

export const Settled = Type.Object(
  { id: Uuid, how: Type.Enum(["noted", "discarded"]), why: optional(Type.String({ maxLength: 500 })) },
  closed,
);

/** Keeps one as a note, or discards it with a reason. @throws Refusal */
export async function settle(db: Database, actor: Actor, value: unknown): Promise<void> {
  authorise(actor, "amend-others");
  const accepted = accept(Settled, value);
  if ("problems" in accepted) throw new Refusal(400, "This can't be settled so:", accepted.problems);
  const { why, ...settled } = accepted.value;
  if (settled.how === "discarded" && !why) throw new Refusal(400, "Why is it discarded? A reason goes with it.");
  await db.transaction(async (tx) => {
    const shop = await loadShop(tx, actor.site);
    const at = now();
    const row = await settleSetAside(tx, actor.site, settled.id, {
      settledAt: at,
      settledBy: actor.personId,
      settledHow: settled.how,
      settledWhy: why || null,
    });
    if (!row) throw new Refusal(404, "This does not wait any more; somebody settled it.");
    if (settled.how !== "noted") return;
    const said = `Could not be kept as an entry (${whenOf(shop, row)}, ${row.reason.slice(0, 200)}): ${row.sent}`;
    const body = { text: said.slice(0, NOTE_TEXT) };
    const common = { id: uuidv7(), kind: "note", person: actor.personId, proof: "session", happenedAt: at } as const;
    await append(
      tx,
      shop.id,
      [{ ...common, localDay: isoDay(dayAt(shop)), body, words: wordsOf(shop, actor.personId, "note", null, null, body) }],
      at,
    );
  });
}

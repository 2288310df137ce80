import { isoDay } from "../../core/calendar/day.ts";
import type { Person } from "../../core/fleet/schema.ts";
import { type Claim, type EntryKind, kindOf, type SentEntry as Sent, SentEntry } from "../../core/record/entries.ts";
import { bodyOf, wordsOf } from "../../core/record/entry-body.ts";
import { accept, acceptBody } from "../../core/record/validate.ts";
import { keptEffects } from "../../core/routines/effects.ts";
import { ACT_NAMES, type Act, mayDo } from "../../core/safety/who-may.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { type Appended, append, type NewEntry } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { entryWithAmendments } from "../../ledger/reading.ts";
import { claimIsProven } from "../access/pin.ts";
import { authorise, type Device, type Sender } from "../actor.ts";
import { now } from "../clock.ts";
import { isDatabaseAway } from "../database.ts";
import { followSleep } from "../idle/follow.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { recordLooks } from "./record-looks.ts";
import { putAside } from "./set-aside.ts";

/** How far a device's clock may run ahead, and how far back something may have happened. */
const AHEAD_MINUTES = 10;
const BACK_DAYS = 400;
/** A device's clock that is off by less is left as it is. */
const CLOCK_SLACK_MS = 30_000;

/** `waits`: it is somebody else's; it goes when they are there again. `set-aside`: it can't be an entry, and a supervisor looks at it. `message` also where it was added and there is something to know. */
export type Answer = { id: string | null; result: Appended["result"] | "refused" | "waits" | "set-aside"; seq?: number; message?: string };

export type Batch = { entries: readonly unknown[]; sentAt?: string; claims?: readonly Claim[] };

/** Who acted, and how that is known; of what a sheet says, also who typed it in. */
export type Who = { person: Person; proof: "session" | "pin" | "unproven" | "paper"; typedBy?: string };

/** Takes a batch from a screen, in order, each entry on its own: what is wrong with one is said and keeps nothing else out. */
export async function record(db: Database, sender: Sender, { entries, sentAt, claims = [] }: Batch): Promise<Answer[]> {
  if (sender.actor && !sender.device) authorise(sender.actor, "record");
  const answers: Answer[] = [];
  const offset = sentAt ? now().getTime() - new Date(sentAt).getTime() : 0;
  const proven = new Map<string, boolean>();
  const isProven = async (claim: Claim) => {
    const known = proven.get(claim.id) ?? (sender.device !== undefined && (await claimIsProven(sender.device, claim)));
    proven.set(claim.id, known);
    return known;
  };
  const whoOf = async (shop: Shop, sent: Sent): Promise<Who | undefined> => {
    const person = shop.people.find(({ id }) => id === (sent.person ?? sender.actor?.personId));
    if (!person) throw new Refusal(403, `There is nobody “${(sent.person ?? "").slice(0, 60)}” in this shop.`);
    if (person.id === sender.actor?.personId) return { person, proof: "session" };
    const claim = claims.find(({ id, person: claimed }) => id === sent.claim && claimed === person.id);
    if (!sender.device || !claim) return undefined;
    return { person, proof: (await isProven(claim)) ? "pin" : "unproven" };
  };
  for (const each of entries) {
    try {
      answers.push(await recordOne(db, sender, each, Math.abs(offset) > CLOCK_SLACK_MS ? offset : 0, whoOf));
    } catch (error) {
      // What can't be judged just now goes back whole, and comes again; what was kept of it is known then.
      if (isDatabaseAway(error) || (error instanceof Refusal && error.retrySeconds !== undefined)) throw error;
      answers.push(
        error instanceof Refusal && !(error instanceof NoEntry)
          ? { id: idOf(each), result: "refused", message: inFull(error) }
          : await asideAnswer(db, sender, each, error),
      );
    }
  }
  return answers;
}

/** What is sent is no entry at all: nobody at the device can put that right. */
class NoEntry extends Refusal {}

const inFull = ({ message, problems }: Refusal): string =>
  [message, ...problems.map((problem) => `${problem.path} ${problem.message}`)].join(" ");

/** Sets aside what can't be an entry, or what failed for a reason that nobody foresaw, so that the rest of a queue goes on. */
async function asideAnswer(db: Database, sender: Sender, sent: unknown, error: unknown): Promise<Answer> {
  const foreseen = error instanceof Refusal;
  if (!foreseen) process.stderr.write(`An entry could not be kept: ${error instanceof Error ? (error.stack ?? error.message) : error}\n`);
  const reason = foreseen ? inFull(error) : `It failed here: ${causeOf(error)}`;
  await putAside(db, sender, sent, reason);
  return { id: idOf(sent), result: "set-aside", message: `One entry could not be kept. A supervisor looks at it. ${reason}` };
}

function causeOf(error: unknown): string {
  let last = error;
  while (last instanceof Error && last.cause instanceof Error) last = last.cause;
  return last instanceof Error ? last.message : String(last);
}

const idOf = (sent: unknown): string | null =>
  sent !== null && typeof sent === "object" && "id" in sent && typeof sent.id === "string" ? sent.id.slice(0, 36) : null;

async function recordOne(
  db: Database,
  sender: Sender,
  sent: unknown,
  offset: number,
  whoOf: (shop: Shop, sent: Sent) => Promise<Who | undefined>,
): Promise<Answer> {
  const accepted = accept(SentEntry, sent);
  if ("problems" in accepted) throw new NoEntry(400, "This entry can't be kept:", accepted.problems);
  const entry = accepted.value;
  const who = await whoOf(await loadShop(db, sender.site), entry);
  if (!who)
    return { id: entry.id, result: "waits", message: `This is ${entry.person}'s entry: it waits here until they are signed in again.` };
  return db.transaction(async (tx) => keep(tx, await loadShop(tx, sender.site), who, entry, sender.device, offset));
}

/** Holds an entry against the shop and the record, and keeps it. `offsetMs` corrects the device's clock. @throws Refusal */
export async function keep(tx: Connection, shop: Shop, who: Who, entry: Sent, device?: Device, offsetMs = 0): Promise<Answer> {
  const made = await entryOf(tx, shop, who, device, entry, offsetMs);
  const held = made.kind === "amendment" ? undefined : await heldAgainst(tx, shop, who.person, made);
  const [appended] = await append(tx, shop.id, [made], now());
  if (!appended) throw new Refusal(400, "Nothing was sent.");
  if (appended.result === "conflict")
    return { ...appended, result: "refused", message: "Another entry has this id already; nothing was changed." };
  if (appended.result === "known") return appended;
  await followSleep(tx, shop, made);
  const unproven = who.proof === "unproven" ? `${who.person.name}'s PIN did not fit; the entry is kept and marked so.` : undefined;
  const message = [held, unproven].filter(Boolean).join(" ");
  return { ...appended, ...(message ? { message } : {}) };
}

/**
 * Holds an entry against what the ledger has already. Real work is always kept; what there is to know about it comes
 * back as a message. @throws Refusal where it can't be true, or is not theirs to say
 */
type Held = Pick<NewEntry, "id" | "kind" | "machine" | "routine" | "run" | "person" | "typedBy" | "happenedAt" | "localDay" | "body">;
async function heldAgainst(tx: Connection, shop: Shop, who: Person, made: Held): Promise<string | undefined> {
  const { id, machine = null, routine = null, run = null, person = null, typedBy = null, happenedAt, localDay, body } = made;
  const told = { id, machine, routine, run, person, typedBy, happenedAt, localDay, body };
  return kindOf(made.kind)?.held?.({ ...told, who, shop, now: now(), record: recordLooks(tx, shop) });
}

/** @throws Refusal 403 where somebody may not, or only may when it is sure that it is them. */
function authoriseWho({ person, proof }: Who, act: Act): void {
  if (!mayDo(person.role, act)) throw new Refusal(403, `A ${person.role} may not ${ACT_NAMES[act]}. Ask a supervisor.`);
  if (proof === "unproven" && act !== "record")
    throw new Refusal(403, `${person.name}'s PIN did not fit, so they can't ${ACT_NAMES[act]} here.`);
  if (proof === "paper" && act !== "record") throw new Refusal(403, `A sheet of paper can't ${ACT_NAMES[act]}.`);
}

async function entryOf(tx: Connection, shop: Shop, who: Who, device: Device | undefined, sent: Sent, offset: number): Promise<NewEntry> {
  authoriseWho(who, "record");
  const clock = new Date(sent.happenedAt);
  const corrected = offset !== 0 && !sent.timeGiven;
  const happenedAt = corrected ? new Date(clock.getTime() + offset) : clock;
  checkInstant(happenedAt);
  const made = {
    person: who.person.id,
    device: device?.id ?? null,
    deviceAt: corrected ? clock : null,
    proof: who.proof,
    ...(who.typedBy ? { typedBy: who.typedBy } : {}),
  };
  if (sent.kind === "amendment") return { ...made, ...(await amendmentOf(tx, shop, who, sent, happenedAt)) };
  if (sent.amends) throw new Refusal(400, "Only an amendment names an entry that it amends.");
  const kind = kindOf(sent.kind);
  const body = bodyOf(shop, sent.kind, sent.body, { machine: sent.machine, routine: sent.routine, now: now() });
  const act = typeof kind.act === "function" ? kind.act(body) : kind.act;
  if (act) authoriseWho(who, act);
  if (kind.run && !sent.run) throw new Refusal(400, "Which run? An entry of this kind names one.");
  return {
    ...made,
    id: sent.id,
    kind: sent.kind,
    machine: sent.machine ?? null,
    routine: sent.routine ?? null,
    run: sent.run ?? null,
    step: kind.run && typeof body.step === "string" ? body.step : null,
    effects: sent.routine ? keptEffects(shop.rules.book.get(sent.routine)?.effects) : null,
    happenedAt,
    localDay: isoDay(dayAt(shop, happenedAt)),
    amends: null,
    body,
    words: wordsOf(shop, who.person.id, sent.kind, sent.machine, sent.routine, body),
  };
}

function checkInstant(happenedAt: Date): void {
  const minutesAhead = (happenedAt.getTime() - now().getTime()) / 60_000;
  if (Number.isNaN(minutesAhead)) throw new Refusal(400, "The time is none.");
  if (minutesAhead > AHEAD_MINUTES)
    throw new Refusal(400, "The time is in the future. Enter when it was really done. If it was just now, set this device's clock.");
  if (minutesAhead < -BACK_DAYS * 1440)
    throw new Refusal(400, `The time is more than ${BACK_DAYS} days back. Older history comes in with a fleet file.`);
}

async function amendmentOf(tx: Connection, shop: Shop, who: Who, sent: Sent, happenedAt: Date): Promise<NewEntry> {
  const accepted = acceptBody("amendment", sent.body);
  if ("problems" in accepted) throw new Refusal(400, "This amendment can't be kept:", accepted.problems);
  const { why, struck, replace, happenedAt: instead } = accepted.value;
  const found = sent.amends ? await entryWithAmendments(tx, shop.id, sent.amends) : undefined;
  if (!found) throw new Refusal(404, "The entry to amend is not in this logbook.");
  const target = found.entry;
  if (target.amends) throw new Refusal(400, "An amendment is not amended; amend the entry itself once more.");
  if (kindOf(target.kind)?.amend === "never")
    throw new Refusal(
      400,
      `An entry of this kind (${kindOf(target.kind)?.name}) can't be amended; change the settings, or enter what was done.`,
    );
  if (target.person !== who.person.id) authoriseWho(who, "amend-others");
  if (!struck && !replace && !instead) throw new Refusal(400, "What should it say instead? Or cross it out.");
  const at = instead ? new Date(instead) : undefined;
  if (at) checkInstant(at);
  const kind = target.kind as EntryKind;
  if (replace && kindOf(kind).amend !== "replace")
    throw new Refusal(400, "An entry of this kind is crossed out, or another is entered after it.");
  const replaced = replace
    ? bodyOf(shop, kind, replace, { machine: target.machine ?? undefined, routine: target.routine ?? undefined, now: now() })
    : undefined;
  // What is said instead is held against the record as it would have been at once.
  if (replaced && kindOf(kind).heldWhenAmended)
    await heldAgainst(tx, shop, who.person, { ...target, kind, happenedAt: at ?? target.happenedAt, body: replaced });
  return {
    id: sent.id,
    kind: "amendment",
    machine: target.machine,
    routine: target.routine,
    happenedAt,
    localDay: at ? isoDay(dayAt(shop, at)) : target.localDay,
    amends: target.id,
    body: {
      why,
      ...(struck ? { struck } : {}),
      ...(replaced ? { replace: replaced } : {}),
      ...(at ? { happenedAt: at.toISOString() } : {}),
    },
    words: `${wordsOf(shop, who.person.id, "amendment", target.machine, target.routine, {})} ${why}`,
  };
}

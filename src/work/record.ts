import { isoDay } from "../core/calendar/day.ts";
import { words as plain } from "../core/due/sentence.ts";
import { channelsOf } from "../core/fleet/channels.ts";
import { type EntryKind, type SentEntry as Sent, SentEntry, WITH_ROUTINE } from "../core/record/entries.ts";
import { accept, acceptBody } from "../core/record/validate.ts";
import type { Act } from "../core/safety/who-may.ts";
import { type Appended, append, type NewEntry } from "../ledger/append.ts";
import type { Connection, Database } from "../ledger/database.ts";
import { entryWithAmendments } from "../ledger/reading.ts";
import { type Actor, authorise } from "./actor.ts";
import { now } from "./clock.ts";
import { isDatabaseAway } from "./database.ts";
import { Refusal } from "./refusal.ts";
import { dayAt, loadShop, machineOf, personName, type Shop } from "./shop.ts";

/** How far a device's clock may run ahead, and how far back something may have happened. */
const AHEAD_MINUTES = 10;
const BACK_DAYS = 400;

const ACT: Partial<Record<EntryKind, Act>> = { release: "release", move: "plan" };

export type Answer = { id: string | null; result: Appended["result"] | "refused"; seq?: number; message?: string };

/** Takes a batch from a screen, in order, each entry on its own: what is wrong with one is said and keeps nothing else out. */
export async function record(db: Database, actor: Actor, sent: readonly unknown[]): Promise<Answer[]> {
  authorise(actor, "record");
  const answers: Answer[] = [];
  for (const each of sent) {
    try {
      answers.push(await recordOne(db, actor, each));
    } catch (error) {
      if (!(error instanceof Refusal) || isDatabaseAway(error)) throw error;
      answers.push({
        id: idOf(each),
        result: "refused",
        message: [error.message, ...error.problems.map(({ path, message }) => `${path} ${message}`)].join(" "),
      });
    }
  }
  return answers;
}

const idOf = (sent: unknown): string | null =>
  sent !== null && typeof sent === "object" && "id" in sent && typeof sent.id === "string" ? sent.id.slice(0, 36) : null;

async function recordOne(db: Database, actor: Actor, sent: unknown): Promise<Answer> {
  const accepted = accept(SentEntry, sent);
  if ("problems" in accepted) throw new Refusal(400, "This entry can't be kept:", accepted.problems);
  return db.transaction(async (tx) => {
    const shop = await loadShop(tx, actor.site);
    const made = await entryOf(tx, shop, actor, accepted.value);
    const [appended] = await append(tx, actor.site, [made], now());
    if (!appended) throw new Refusal(400, "Nothing was sent.");
    if (appended.result === "conflict")
      return { ...appended, result: "refused", message: "Another entry has this id already; nothing was changed." };
    return appended;
  });
}

async function entryOf(tx: Connection, shop: Shop, actor: Actor, sent: Sent): Promise<NewEntry> {
  const happenedAt = new Date(sent.happenedAt);
  checkInstant(happenedAt);
  if (sent.kind === "amendment") return amendmentOf(tx, shop, actor, sent, happenedAt);
  if (sent.amends) throw new Refusal(400, "Only an amendment names an entry that it amends.");
  const act = ACT[sent.kind];
  if (act) authorise(actor, act);
  const body = bodyOf(shop, sent.kind, sent.body, sent.machine, sent.routine);
  return {
    id: sent.id,
    kind: sent.kind,
    machine: sent.machine ?? null,
    routine: sent.routine ?? null,
    person: actor.personId,
    device: sent.device ?? null,
    happenedAt,
    localDay: isoDay(dayAt(shop, happenedAt)),
    amends: null,
    body,
    words: wordsOf(shop, actor.personId, sent.kind, sent.machine, sent.routine, body),
  };
}

function checkInstant(happenedAt: Date): void {
  const minutesAhead = (happenedAt.getTime() - now().getTime()) / 60_000;
  if (Number.isNaN(minutesAhead)) throw new Refusal(400, "The time is none.");
  if (minutesAhead > AHEAD_MINUTES)
    throw new Refusal(400, "The time lies in the future. Enter when it was really done; if it was just now, set this device's clock.");
  if (minutesAhead < -BACK_DAYS * 1440)
    throw new Refusal(400, `The time lies more than ${BACK_DAYS} days back. Older history comes in with a fleet file.`);
}

/** A body held against its schema and against the shop. */
function bodyOf(shop: Shop, kind: EntryKind, body: unknown, machineId?: string, routineId?: string): Record<string, unknown> {
  const accepted = acceptBody(kind, body);
  if ("problems" in accepted) throw new Refusal(400, `This ${plain(kind)} entry can't be kept:`, accepted.problems);
  if (!machineId) {
    if (kind !== "note") throw new Refusal(400, "Which machine? An entry of this kind names one.");
    return accepted.value;
  }
  const machine = machineOf(shop, machineId);
  if (WITH_ROUTINE.includes(kind) && !routineId) throw new Refusal(400, "Which routine? An entry of this kind names one.");
  if (routineId && !shop.rules.book.has(routineId)) throw new Refusal(400, `There is no routine “${routineId.slice(0, 60)}”.`);
  if (kind === "routine") {
    const { outcome, reason } = accepted.value as { outcome?: string; reason?: string };
    if (shop.rules.book.get(routineId ?? "")?.isCheck && outcome !== "skipped")
      throw new Refusal(400, "A check is entered with its readings, channel by channel.");
    if (outcome === "skipped" && !reason) throw new Refusal(400, "Why is it skipped? A reason goes with it.");
  }
  if (kind === "check") {
    const known = new Set(channelsOf(machine).map(({ id }) => id));
    const { channels } = accepted.value as { channels: { id: string }[] };
    const strange = channels.find(({ id }) => !known.has(id));
    if (strange) throw new Refusal(400, `${machine.name} has no channel ${strange.id.slice(0, 60)}.`);
    if (new Set(channels.map(({ id }) => id)).size < channels.length) throw new Refusal(400, "A channel stands twice in this check.");
  }
  if (kind === "counter") checkReading(machine.counters?.map(({ name }) => name) ?? [], accepted.value as { counter: string });
  if ((kind === "busy" || kind === "release") && "until" in accepted.value) {
    const until = new Date(String(accepted.value.until));
    if (until.getTime() > now().getTime() + 14 * 86_400_000) throw new Refusal(400, "Until when? At most 14 days ahead.");
  }
  return accepted.value;
}

function checkReading(counters: string[], { counter }: { counter: string }): void {
  if (!counters.includes(counter))
    throw new Refusal(400, `This machine keeps no counter “${plain(counter)}”; it keeps ${counters.map(plain).join(", ") || "none"}.`);
}

async function amendmentOf(tx: Connection, shop: Shop, actor: Actor, sent: Sent, happenedAt: Date): Promise<NewEntry> {
  const accepted = acceptBody("amendment", sent.body);
  if ("problems" in accepted) throw new Refusal(400, "This amendment can't be kept:", accepted.problems);
  const { why, struck, replace, happenedAt: instead } = accepted.value;
  const found = sent.amends ? await entryWithAmendments(tx, shop.id, sent.amends) : undefined;
  if (!found) throw new Refusal(404, "The entry to amend is not in this ledger.");
  const target = found.entry;
  if (target.amends) throw new Refusal(400, "An amendment is not amended; amend the entry itself once more.");
  if (target.kind === "settings" || target.kind === "day-closed")
    throw new Refusal(400, `A ${plain(target.kind)} entry can't be amended; change the settings, or enter what was done.`);
  if (target.person !== actor.personId) authorise(actor, "amend-others");
  if (!struck && !replace && !instead) throw new Refusal(400, "What should it say instead? Or strike it out.");
  const at = instead ? new Date(instead) : undefined;
  if (at) checkInstant(at);
  const kind = target.kind as EntryKind;
  const replaced = replace ? bodyOf(shop, kind, replace, target.machine ?? undefined, target.routine ?? undefined) : undefined;
  return {
    id: sent.id,
    kind: "amendment",
    machine: target.machine,
    routine: target.routine,
    person: actor.personId,
    device: sent.device ?? null,
    happenedAt,
    localDay: at ? isoDay(dayAt(shop, at)) : target.localDay,
    amends: target.id,
    body: {
      why,
      ...(struck ? { struck } : {}),
      ...(replaced ? { replace: replaced } : {}),
      ...(at ? { happenedAt: at.toISOString() } : {}),
    },
    words: `${wordsOf(shop, actor.personId, "amendment", target.machine, target.routine, {})} ${why}`,
  };
}

/** What a search finds an entry by. */
export function wordsOf(
  shop: Shop,
  person: string | null,
  kind: string,
  machine: string | null | undefined,
  routine: string | null | undefined,
  body: Record<string, unknown>,
): string {
  const texts = ["note", "reason", "text", "why", "what", "counter", "sign"].flatMap((key) =>
    typeof body[key] === "string" ? [plain(String(body[key]))] : [],
  );
  const routineName = routine ? [routine, shop.rules.book.get(routine)?.name ?? ""] : [];
  return [
    plain(kind),
    machine ? (shop.machines.find(({ id }) => id === machine)?.name ?? machine) : "",
    ...routineName,
    person ? personName(shop, person) : "",
    ...texts,
  ]
    .filter(Boolean)
    .join(" ")
    .slice(0, 4000);
}

import { uuidv7 } from "uuidv7";
import { clockNow } from "../clock.ts";
import type { SyncAnswer } from "../send.ts";
import { dropPicture, keptClaims, keptPicture, keptWho, type Queued, type QueuedEntry, queue, queued, remark, unqueue } from "./keep.ts";

/** Sends what is queued, in order, by one tab at a time; tells all tabs when something changed. */

const BATCH = 100;
const channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("zesty-floor");
const listeners = new Set<(news: News) => void>();
export type News = { kind: "queue" } | { kind: "sent"; messages: string[] } | { kind: "sign-in" };

export function onNews(listener: (news: News) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
channel?.addEventListener("message", ({ data }) => {
  // Messages are for the tab that sent; others only look again.
  for (const listener of listeners) listener(data.kind === "sent" ? { kind: "sent", messages: [] } : data);
});
function tell(news: News): void {
  for (const listener of listeners) listener(news);
  channel?.postMessage(news);
}

/** What the ledger has acknowledged and a snapshot may not hold yet: shown on top of it until one does. */
const acknowledged: { item: Queued; seq: number }[] = [];
export function acknowledgedAfter(seq: number): Queued[] {
  for (let at = acknowledged.length - 1; at >= 0; at--) if ((acknowledged[at]?.seq ?? 0) <= seq) acknowledged.splice(at, 1);
  return acknowledged.map(({ item }) => item);
}

export type Draft = Omit<QueuedEntry, "id" | "happenedAt" | "person" | "claim"> & { id?: string; happenedAt?: string };

/** Queues entries as they are made and begins to send. @returns the entries' ids, and whether storage is full */
export async function put(drafts: Draft[], picture?: string): Promise<{ ids: string[]; full: boolean }> {
  const who = await keptWho();
  const items = drafts.map((draft): Queued => {
    const entry: QueuedEntry = {
      ...draft,
      id: draft.id ?? uuidv7(),
      happenedAt: draft.happenedAt ?? new Date(clockNow()).toISOString(),
      ...(who ? { person: who.person, ...(who.claim ? { claim: who.claim } : {}) } : {}),
    };
    return { entry, state: "queued", ...(picture ? { picture } : {}) };
  });
  const { full } = await queue(items);
  tell({ kind: "queue" });
  void flush();
  return { ids: items.map(({ entry }) => entry.id), full };
}

let flushing: Promise<void> | undefined;
/** Sends all that is queued; what waits or was refused stays, with its reason. */
export function flush(): Promise<void> {
  if (flushing) return flushing;
  const sending: Promise<void> = alone(send).finally(() => {
    flushing = undefined;
  });
  flushing = sending;
  return sending;
}

/** One tab at a time; an entry sent by two would count once all the same. */
async function alone(work: () => Promise<void>): Promise<void> {
  if (navigator.locks) await navigator.locks.request("zesty-sync", work);
  else await work();
}

async function send(): Promise<void> {
  for (;;) {
    const all = await queued();
    const next = all.filter(({ state }) => state === "queued").slice(0, BATCH);
    if (next.length === 0 || !navigator.onLine) return;
    if (!(await sendPictures(next))) return;
    const claims = await keptClaims([...new Set(next.flatMap(({ entry }) => entry.claim ?? []))]);
    let answers: SyncAnswer[];
    try {
      const response = await fetch("/api/sync", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ entries: next.map(({ entry }) => entry), sentAt: new Date(clockNow()).toISOString(), claims }),
      });
      if (response.status === 401) return tell({ kind: "sign-in" });
      if (!response.ok) return;
      answers = (await response.json()).answers;
    } catch {
      return;
    }
    const messages: string[] = [];
    for (const [index, item] of next.entries()) {
      const answer = answers[index];
      if (!answer) continue;
      if (answer.result === "added" || answer.result === "known" || answer.result === "set-aside") {
        if (answer.seq !== undefined) acknowledged.push({ item, seq: answer.seq });
        await unqueue(item);
        if (answer.message) messages.push(answer.message);
      } else {
        await remark(item, answer.result === "waits" ? "waits" : "refused", answer.message);
        if (answer.message) messages.push(answer.message);
      }
    }
    tell({ kind: "sent", messages });
  }
}

async function sendPictures(items: Queued[]): Promise<boolean> {
  for (const { picture } of items) {
    const bytes = picture ? await keptPicture(picture) : undefined;
    if (!picture || !bytes) continue;
    const sent = await fetch("/api/pictures", { method: "POST", body: bytes }).catch(() => undefined);
    if (!sent) return false;
    if (sent.ok || sent.status === 400) await dropPicture(picture);
    else return false;
  }
  return true;
}

/** What waited for somebody may go again: they are there. */
export async function retryWaiting(): Promise<void> {
  for (const item of await queued()) if (item.state === "waits") await remark({ ...item, message: undefined }, "queued");
  tell({ kind: "queue" });
  void flush();
}

/** Tries a refused entry again, or lets it go by a person's own decision. */
export async function decide(item: Queued, what: "again" | "drop"): Promise<void> {
  if (what === "drop") await unqueue(item);
  else await remark({ ...item, message: undefined }, "queued");
  tell({ kind: "queue" });
  if (what === "again") void flush();
}

import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { FloorView } from "../../core/floor/floor-view.ts";

/** What a device keeps of the floor: the last snapshot, what is not sent yet, pictures, whose word it is. */

export type QueuedEntry = {
  id: string;
  kind: string;
  machine?: string;
  routine?: string;
  run?: string;
  amends?: string;
  person?: string;
  claim?: string;
  happenedAt: string;
  timeGiven?: boolean;
  body: Record<string, unknown>;
};
export type Queued = {
  /** Its place in the queue, given by the database. */
  place?: number;
  entry: QueuedEntry;
  state: "queued" | "refused" | "waits";
  message?: string;
  /** A picture that must be there before it, by its hash. */
  picture?: string;
};
export type Claim = { id: string; person: string; sealed: string };
export type Who = { person: string; claim?: string };

interface Floor extends DBSchema {
  kept: { key: string; value: unknown };
  outbox: { key: number; value: Queued; indexes: { id: string } };
  claims: { key: string; value: Claim };
  pictures: { key: string; value: { hash: string; bytes: Blob } };
}

let opened: Promise<IDBPDatabase<Floor>> | undefined;
const base = () => {
  opened ??= openDB<Floor>("zesty-floor", 1, {
    upgrade(db) {
      db.createObjectStore("kept");
      db.createObjectStore("outbox", { keyPath: "place", autoIncrement: true }).createIndex("id", "entry.id", { unique: true });
      db.createObjectStore("claims", { keyPath: "id" });
      db.createObjectStore("pictures", { keyPath: "hash" });
    },
    blocking() {
      // A newer build wants another shape; let it, and open again on the next use.
      opened?.then((db) => db.close());
      opened = undefined;
    },
  });
  return opened;
};

/** Entries that could not be written down because the storage is full: kept while the page is open. */
const inMemory: Queued[] = [];
export const isFull = (): boolean => inMemory.length > 0;

export const keptView = async () => (await (await base()).get("kept", "view")) as FloorView | undefined;
export const keepView = async (view: FloorView) => {
  await (await base()).put("kept", view, "view").catch(() => {});
};
export const keptWho = async () => (await (await base()).get("kept", "who")) as Who | undefined;
export const keepWho = async (who: Who | undefined) => {
  const db = await base();
  await (who ? db.put("kept", who, "who") : db.delete("kept", "who"));
};
export const keptOffset = async () => ((await (await base()).get("kept", "offset")) as number | undefined) ?? 0;
export const keepOffset = async (milliseconds: number) => {
  await (await base()).put("kept", milliseconds, "offset").catch(() => {});
};

/** Writes entries down in order. `full`: the storage is full, and they stay only while this page is open. */
export async function queue(items: Queued[]): Promise<{ full: boolean }> {
  try {
    const db = await base();
    const transaction = db.transaction("outbox", "readwrite", { durability: "strict" });
    for (const item of items) await transaction.store.add(item);
    await transaction.done;
    return { full: false };
  } catch (error) {
    if (error instanceof DOMException && error.name === "ConstraintError") return { full: false };
    inMemory.push(...items);
    return { full: true };
  }
}

/** All that is not sent, in order. */
export const queued = async (): Promise<Queued[]> => [...(await (await base()).getAll("outbox").catch(() => [])), ...inMemory];

export async function unqueue(item: Queued): Promise<void> {
  if (item.place !== undefined) await (await base()).delete("outbox", item.place);
  else {
    const at = inMemory.findIndex(({ entry }) => entry.id === item.entry.id);
    if (at >= 0) inMemory.splice(at, 1);
  }
}

export async function remark(item: Queued, state: Queued["state"], message?: string): Promise<void> {
  const marked = { ...item, state, ...(message ? { message } : {}) };
  if (item.place !== undefined) await (await base()).put("outbox", marked).catch(() => {});
  else {
    const at = inMemory.findIndex(({ entry }) => entry.id === item.entry.id);
    if (at >= 0) inMemory[at] = marked;
  }
}

export const keepClaim = async (claim: Claim) => (await base()).put("claims", claim);
export const keptClaims = async (ids: string[]) => {
  const db = await base();
  return (await Promise.all(ids.map((id) => db.get("claims", id)))).flatMap((claim) => claim ?? []);
};

/** Keeps a picture just taken, until it is sent. @returns its hash, by which the server knows it too */
export async function keepTaken(file: File): Promise<string> {
  const bytes = await file.arrayBuffer();
  const digest = await crypto.subtle.digest("SHA-256", bytes);
  const hash = [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
  await (await base()).put("pictures", { hash, bytes: new Blob([bytes], { type: file.type }) });
  return hash;
}
export const keptPicture = async (hash: string) => (await (await base()).get("pictures", hash))?.bytes;
export const dropPicture = async (hash: string) => (await base()).delete("pictures", hash);

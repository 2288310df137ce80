import pg from "pg";
import { ENTRY_ADDED } from "../../ledger/append.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { database } from "../database.ts";

/**
 * One LISTEN connection a process, however many screens watch. Only the new place in the ledger is passed on; a
 * screen asks for what changed after its own.
 */

export type LiveMessage = { seq: number } | "resync" | "sessions";
type Listener = (message: LiveMessage) => void;
const held = globalThis as { zestyLive?: { listeners: Map<string, Set<Listener>>; started: boolean } };
const live = () => {
  held.zestyLive ??= { listeners: new Map(), started: false };
  return held.zestyLive;
};

/** The last place in a site's ledger. */
export const placeNow = (site: string): Promise<number> => lastSeq(database(), site);

/** Hears of a site's new entries until the answer is called; `resync` after the connection was lost, `sessions` where some have ended. */
export function watch(site: string, listener: Listener): () => void {
  const { listeners } = live();
  const ofSite = listeners.get(site) ?? new Set();
  listeners.set(site, ofSite);
  ofSite.add(listener);
  start();
  return () => {
    ofSite.delete(listener);
    if (ofSite.size === 0) listeners.delete(site);
  };
}

function start(): void {
  const state = live();
  if (state.started) return;
  state.started = true;
  void listen(250);
}

async function listen(waitMs: number): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL, keepAlive: true, connectionTimeoutMillis: 5000 });
  let lost = false;
  const again = () => {
    if (lost) return;
    lost = true;
    client.end().catch(() => {});
    setTimeout(() => void listen(Math.min(5000, waitMs * 2)), waitMs).unref();
  };
  client.on("error", again);
  client.on("end", again);
  client.on("notification", ({ channel, payload }) => {
    if (channel !== ENTRY_ADDED || !payload) return;
    const { site, seq, sessions } = JSON.parse(payload) as { site: string; seq?: number; sessions?: true };
    const message: LiveMessage = sessions ? "sessions" : seq === undefined ? "resync" : { seq };
    // Without a place in the ledger something else has changed: screens ask for all.
    for (const listener of live().listeners.get(site) ?? []) listener(message);
  });
  try {
    await client.connect();
    await client.query(`LISTEN ${ENTRY_ADDED}`);
    waitMs = 250;
    for (const ofSite of live().listeners.values()) for (const listener of ofSite) listener("resync");
  } catch {
    again();
  }
}

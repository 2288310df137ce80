import { sql } from "drizzle-orm";
import { ENTRY_ADDED } from "./append.ts";
import type { Connection } from "./database.ts";

/** Tells every copy's screens of a site to look again, where something besides the ledger has changed. */
export async function tellScreens(db: Connection, site: string): Promise<void> {
  await db.execute(sql`SELECT pg_notify(${ENTRY_ADDED}, ${JSON.stringify({ site })})`);
}

/** Tells every copy that sessions of a site ended: streams that were opened under them end, too. */
export async function tellOfSessions(db: Connection, site: string): Promise<void> {
  await db.execute(sql`SELECT pg_notify(${ENTRY_ADDED}, ${JSON.stringify({ site, sessions: true })})`);
}

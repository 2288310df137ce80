import { sql } from "drizzle-orm";
import { ENTRY_ADDED } from "./append.ts";
import type { Connection } from "./database.ts";

/** Tells every copy's screens of a site to look again, where something besides the ledger has changed. */
export async function tellScreens(db: Connection, site: string): Promise<void> {
  await db.execute(sql`SELECT pg_notify(${ENTRY_ADDED}, ${JSON.stringify({ site })})`);
}

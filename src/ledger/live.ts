import { sql } from "drizzle-orm";
import { CHANNEL } from "./append.ts";
import type { Connection } from "./database.ts";

/** Tells every copy's screens of a site to look anew, where something besides the ledger has changed. */
export async function tellScreens(db: Connection, site: string): Promise<void> {
  await db.execute(sql`SELECT pg_notify(${CHANNEL}, ${JSON.stringify({ site })})`);
}

import { readFileSync } from "node:fs";
import { sql } from "drizzle-orm";
import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";
import type { Database } from "./database.ts";
import { rebuildSite } from "./projections.ts";
import { projectionsMade } from "./tables.ts";

const LOCK = 7_421_001;
const FOLDER = "src/ledger/migrations";
/** The application's role may add to the ledger and never change it. */
const RIGHTS = (role: string) => `
  GRANT USAGE ON SCHEMA public, auth TO ${role};
  GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public, auth TO ${role};
  REVOKE UPDATE, DELETE, TRUNCATE ON entry, settings_version, room_reading FROM ${role};
`;

/** Raised where projections fold in another way without a migration. */
const FOLD = 1;

/** Makes the projections from the ledger where another build made them: a migration may have brought one that is still empty. */
async function foldWhatIsNew(db: Database): Promise<void> {
  const { entries } = JSON.parse(readFileSync(`${FOLDER}/meta/_journal.json`, "utf8")) as { entries: { tag: string }[] };
  const mark = `${entries.at(-1)?.tag}/${FOLD}`;
  const [made] = await db.select().from(projectionsMade);
  if (made?.mark === mark) return;
  await db.transaction(async (tx) => {
    const { rows } = await tx.execute<{ site: string }>(sql`SELECT site FROM ledger_end ORDER BY site FOR UPDATE`);
    for (const { site } of rows) await rebuildSite(tx, site);
    await tx.delete(projectionsMade);
    await tx.insert(projectionsMade).values({ mark });
  });
}

/** Brings a database up to date, as its owner; one copy at a time. `appRole` gets the application's rights. */
export async function migrateDatabase(ownerUrl: string, appRole?: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query("SELECT pg_advisory_lock($1)", [LOCK]);
    await migrate(drizzle(client), { migrationsFolder: FOLDER });
    await foldWhatIsNew(drizzle(client, { casing: "snake_case" }));
    if (appRole) await client.query(RIGHTS(client.escapeIdentifier(appRole)));
  } finally {
    await client.end();
  }
}

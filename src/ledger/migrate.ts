import { drizzle } from "drizzle-orm/node-postgres";
import { migrate } from "drizzle-orm/node-postgres/migrator";
import pg from "pg";

const LOCK = 7_421_001;
/** The application's role may add to the ledger and never change it. */
const RIGHTS = (role: string) => `
  GRANT USAGE ON SCHEMA public, auth TO ${role};
  GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public, auth TO ${role};
  REVOKE UPDATE, DELETE, TRUNCATE ON entry, settings_version, room_reading FROM ${role};
`;

/** Brings a database up to date, as its owner; one copy at a time. `appRole` gets the application's rights. */
export async function migrateDatabase(ownerUrl: string, appRole?: string): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query("SELECT pg_advisory_lock($1)", [LOCK]);
    await migrate(drizzle(client), { migrationsFolder: "src/ledger/migrations" });
    if (appRole) await client.query(RIGHTS(client.escapeIdentifier(appRole)));
  } finally {
    await client.end();
  }
}

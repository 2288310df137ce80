import { sql } from "drizzle-orm";
import { openDatabase } from "./database.ts";

/**
 * Whether the role of an address may change or remove what stands in the logbook, or switch off what guards it.
 * @example await mayChangeLedger(process.env.DATABASE_URL) // false for the application's own role
 */
export async function mayChangeLedger(url: string): Promise<boolean> {
  const { db, pool } = openDatabase(url, 1);
  const { rows } = await db.execute<{ may: boolean }>(sql`
    SELECT pg_has_role(current_user, c.relowner, 'MEMBER') OR has_table_privilege(c.oid, 'UPDATE') OR has_table_privilege(c.oid, 'DELETE') AS may
    FROM pg_class c WHERE c.oid = 'public.entry'::regclass`);
  await pool.end();
  return rows[0]?.may === true;
}

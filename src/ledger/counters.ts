import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

/** A machine's counter readings from a day on, newest first. */
export async function counterRows(db: Connection, site: string, machine: string, from: string) {
  const { rows } = await db.execute<{ counter: string; day: string; value: number; reset: boolean; entry: string }>(sql`
    SELECT counter, day, value, reset, entry_id AS entry FROM counter_reading WHERE site = ${site} AND machine = ${machine} AND day >= ${from} ORDER BY day DESC LIMIT 500`);
  return rows;
}

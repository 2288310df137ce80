import { and, desc, eq, gte } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { counterReading } from "./tables.ts";

/** A machine's counter readings from a day on, newest first. */
export const counterRows = (db: Connection, site: string, machine: string, from: string) => {
  const { counter, day, value, reset, entryId } = counterReading;
  return db
    .select({ counter, day, value, reset, entry: entryId })
    .from(counterReading)
    .where(and(eq(counterReading.site, site), eq(counterReading.machine, machine), gte(day, from)))
    .orderBy(desc(day))
    .limit(500);
};

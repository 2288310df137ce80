import type pg from "pg";
import { Refusal } from "../core/shop/refusal.ts";
import { type Database, openDatabase } from "../ledger/database.ts";

const held = globalThis as { zestyDatabase?: { db: Database; pool: pg.Pool } };

function opened(): { db: Database; pool: pg.Pool } {
  if (!held.zestyDatabase) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Refusal(503, "No database is set. Start with ./zesty start, or set DATABASE_URL.");
    held.zestyDatabase = openDatabase(url);
  }
  return held.zestyDatabase;
}

/** The process's one pool of connections. */
export const database = (): Database => opened().db;

/** Whether the database answers. @throws what it says where it does not */
export const askDatabase = async (): Promise<void> => {
  await opened().pool.query("SELECT 1");
};

/** Whether an error means that the database is not there (yet, or for a moment), and not that the question was wrong. */
export function isDatabaseAway(error: unknown): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    const code = "code" in each ? String(each.code) : "";
    if (/^(ECONN|EPIPE|ENOTFOUND|ETIMEDOUT|57P0|08|53300)/.test(code)) return true;
    if (/Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/.test(each.message))
      return true;
    if (each instanceof AggregateError && each.errors.some(isDatabaseAway)) return true;
  }
  return false;
}

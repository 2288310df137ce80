import { Refusal } from "../core/shop/refusal.ts";
import { type Database, LIMITS, openDatabase, type Pools } from "../ledger/database.ts";

const held = globalThis as { zestyDatabase?: Pools };

function opened(): Pools {
  if (!held.zestyDatabase) {
    const url = process.env.DATABASE_URL;
    if (!url) throw new Refusal(503, "No database is set. Start with ./zesty start, or set DATABASE_URL.");
    held.zestyDatabase = openDatabase(url, 10, LIMITS);
  }
  return held.zestyDatabase;
}

/** The process's connections: transactions go by a pool of their own. */
export const database = (): Database => opened().db;

/** Whether the database answers. @throws what it says where it does not */
export const askDatabase = async (): Promise<void> => {
  await opened().pool.query("SELECT 1");
};

/**
 * What an error says of the database: that it is not there (yet, or for a moment), or that too much is asked of it (no connection was
 * free in time, or a statement, a lock or a transaction took longer than it may). Undefined where the question itself was wrong.
 */
export function databaseTrouble(error: unknown): "away" | "busy" | undefined {
  for (let each: unknown = error; each instanceof Error; each = each.cause) {
    const code = "code" in each ? String(each.code) : "";
    if (BUSY.test(code) || /timeout exceeded when trying to connect/.test(each.message)) return "busy";
    if (/^(ECONN|EPIPE|ENOTFOUND|ETIMEDOUT|57P0|08)/.test(code)) return "away";
    if (/Connection terminated|Client has encountered a connection error/.test(each.message)) return "away";
    if (each instanceof AggregateError) {
      const found = each.errors.map(databaseTrouble).find((trouble) => trouble !== undefined);
      if (found) return found;
    }
  }
  return undefined;
}

/** Whether an error means that the same was saved twice at one moment. */
export function isTwice(error: unknown): boolean {
  for (let each: unknown = error; each instanceof Error; each = each.cause) if ("code" in each && each.code === "23505") return true;
  return false;
}

/** Query cancelled (by its time limit), lock not to be had, deadlock, could not be ordered, too many connections, idle in a transaction. */
const BUSY = /^(57014|55P03|40P01|40001|53300|25P03)$/;

/** Whether an error means that the database can't answer now, and not that the question was wrong. */
export const isDatabaseAway = (error: unknown): boolean => databaseTrouble(error) !== undefined;

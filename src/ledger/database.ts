import { getTableColumns, type Table } from "drizzle-orm";
import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import pg from "pg";

export type Database = NodePgDatabase;
/** A database or an open transaction on it. */
export type Connection = Pick<
  NodePgDatabase,
  "execute" | "select" | "selectDistinct" | "selectDistinctOn" | "insert" | "update" | "delete"
>;

// bigint counts fit a double here, and dates are days, not instants.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

/** While people wait: no statement takes longer, no lock is waited for longer, no transaction is left open longer. In milliseconds. */
export const LIMITS = { statement_timeout: 30_000, lock_timeout: 8000, idle_in_transaction_session_timeout: 20_000 };

export type Pools = { db: Database; pool: pg.Pool; writing: pg.Pool };

/**
 * A database with two pools of connections: transactions have their own, so that whoever only reads waits for no lock of the ledger.
 * @param connections for reading; for transactions half as many, at least one
 * @param limits left out: none, for work that nobody waits for
 */
export function openDatabase(url: string, connections = 10, limits: Partial<typeof LIMITS> = {}): Pools {
  const poolOf = (max: number) => {
    const pool = new pg.Pool({ connectionString: url, max, connectionTimeoutMillis: 5000, ...limits });
    // A connection lost while idle is replaced at the next query.
    pool.on("error", () => {});
    return pool;
  };
  const [pool, writing] = [poolOf(connections), poolOf(Math.max(1, Math.floor(connections / 2)))];
  const db = drizzle(pool, { casing: "snake_case" });
  const writer = drizzle(writing, { casing: "snake_case" });
  db.transaction = writer.transaction.bind(writer);
  const end = pool.end.bind(pool);
  // Ended together: whoever opened them knows one.
  pool.end = (async () => {
    await Promise.all([end(), writing.end()]);
  }) as typeof pool.end;
  return { db, pool, writing };
}

/** A table's columns without the site, which whoever asks knows: for `select`. */
export function columnsOf<Of extends Table>(table: Of): Omit<Of["_"]["columns"], "site"> {
  const { site: _, ...columns } = getTableColumns(table) as Of["_"]["columns"] & { site?: unknown };
  return columns;
}

/** A row of a table as `columnsOf` reads it. */
export type RowOf<Of extends Table> = Omit<Of["$inferSelect"], "site">;

import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import pg from "pg";

export type Database = NodePgDatabase;
/** A database or an open transaction on it. */
export type Connection = Pick<NodePgDatabase, "execute" | "select" | "insert" | "update" | "delete">;

// bigint counts fit a double here, and dates are days, not instants.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);

export function openDatabase(url: string, connections = 10): { db: Database; pool: pg.Pool } {
  const pool = new pg.Pool({ connectionString: url, max: connections, connectionTimeoutMillis: 5000 });
  // A connection lost while idle is replaced at the next query.
  pool.on("error", () => {});
  return { db: drizzle(pool, { casing: "snake_case" }), pool };
}

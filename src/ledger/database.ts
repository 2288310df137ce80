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

export function openDatabase(url: string, connections = 10): { db: Database; pool: pg.Pool } {
  const pool = new pg.Pool({ connectionString: url, max: connections, connectionTimeoutMillis: 5000 });
  // A connection lost while idle is replaced at the next query.
  pool.on("error", () => {});
  return { db: drizzle(pool, { casing: "snake_case" }), pool };
}

/** A table's columns without the site, which whoever asks knows: for `select`. */
export function columnsOf<Of extends Table>(table: Of): Omit<Of["_"]["columns"], "site"> {
  const { site: _, ...columns } = getTableColumns(table) as Of["_"]["columns"] & { site?: unknown };
  return columns;
}

/** A row of a table as `columnsOf` reads it. */
export type RowOf<Of extends Table> = Omit<Of["$inferSelect"], "site">;

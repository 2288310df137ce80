import { drizzle } from "drizzle-orm/node-postgres";
import pg from "pg";
import type { Database } from "../../src/ledger/database.ts";

type Asked = { query: string; params: unknown[] };

/**
 * Which indexes of the ledger's table the queries of some work walk, as the database's EXPLAIN says.
 * What the work writes is taken back.
 * @returns names of indexes; `entry` where the whole table is read
 */
export async function indexesWalked(url: string, work: (db: Database) => Promise<unknown>): Promise<Set<string>> {
  const pool = new pg.Pool({ connectionString: url, max: 4 });
  const asked: Asked[] = [];
  const db = drizzle(pool, { casing: "snake_case", logger: { logQuery: (query, params) => void asked.push({ query, params }) } });
  const walked = new Set<string>();
  try {
    await work(db);
    for (const { query, params } of asked) {
      if (!/^\s*(select|with|insert|delete|update|\()/i.test(query)) continue;
      const { rows } = await pool.query(`EXPLAIN ${query}`, params);
      for (const row of rows) {
        const line = String(row["QUERY PLAN"]);
        const index = /(?:Index (?:Only )?Scan(?: Backward)? using|Bitmap Index Scan on) (entry_\w+)/.exec(line)?.[1];
        if (index) walked.add(index);
        else if (/Seq Scan on entry\b/.test(line)) walked.add("entry");
      }
    }
  } finally {
    await pool.end();
  }
  return walked;
}

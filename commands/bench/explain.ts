import { drizzle } from "drizzle-orm/node-postgres";
import pg from "pg";
import type { Database } from "../../src/ledger/database.ts";
import { measure, type Row } from "./measure.ts";

type Asked = { query: string; params: unknown[] };

/**
 * Which indexes of the ledger's table the queries of some work walk, as the database's EXPLAIN says.
 * What the work writes is taken back.
 * @returns names of indexes; `entry` where the whole table is read
 */
async function indexesWalked(url: string, work: (db: Database) => Promise<unknown>): Promise<Set<string>> {
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

/** A page's data, or other work of the application. `rounds` of it ask for all that it can ask. */
export type Page = {
  what: string;
  budget: string;
  times: number;
  rounds?: number;
  each: (db: Database, index: number) => Promise<unknown>;
};

/** How long each page takes, the ledger's indexes that it walks, and those that none of them does. */
export async function measurePages(url: string, db: Database, pages: readonly Page[]): Promise<Row[]> {
  const rows: Row[] = [];
  const walked = new Set<string>();
  for (const { what, budget, times, rounds = 1, each } of pages) {
    const indexes = await indexesWalked(url, async (own) => {
      for (let index = 0; index < rounds; index++) await each(own, index);
    });
    for (const index of indexes) walked.add(index);
    const names = [...indexes].map((name) => name.replace(/^entry_|_index$/g, "")).sort();
    const took = await measure(times, (index) => each(db, index));
    rows.push({ what, budget, measured: `${took}; EXPLAIN: ${names.join(", ") || "not the ledger"}` });
  }
  const all = await db.execute<{ name: string }>("SELECT indexname AS name FROM pg_indexes WHERE tablename = 'entry' ORDER BY 1");
  const idle = all.rows.map(({ name }) => name).filter((name) => !walked.has(name));
  rows.push({ what: "indexes of the ledger that none of these walks", budget: "none in any bench", measured: idle.join(", ") || "none" });
  return rows;
}

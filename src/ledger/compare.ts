import { type SQL, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { lastSettledRows, OUTCOME_COLUMNS, outcomeRows, PROJECTIONS } from "./projections.ts";
import { STOCK_DAY_COLUMNS, STOCK_NOW_COLUMNS, stockDayRows, stockNowRows } from "./stock-projections.ts";

export type Difference = { table: string; missing: number; surplus: number };

/**
 * Folds a site's whole ledger anew, beside its projections, and says where they differ; an empty list means they are
 * the same. Holds nothing and changes nothing.
 */
export async function compareSite(
  db: { transaction: <T>(work: (tx: Connection) => Promise<T>, config?: { isolationLevel: "repeatable read" }) => Promise<T> },
  site: string,
): Promise<Difference[]> {
  const differences: Difference[] = [];
  await db.transaction(
    async (tx) => {
      await tx.execute(sql`SET LOCAL work_mem = '256MB'`);
      await tx.execute(sql`CREATE TEMPORARY TABLE fresh_effective ON COMMIT DROP AS
        SELECT site, seq, id, kind, machine, routine, person, device, run, happened_at, local_day, body FROM effective_entry WHERE site = ${site}`);
      await tx.execute(sql`ANALYZE fresh_effective`);
      const effective = sql`fresh_effective`;
      const check = async (table: string, columns: SQL, rows: SQL) => {
        const fresh = sql.raw(`fresh_${table}`);
        await tx.execute(sql`CREATE TEMPORARY TABLE ${fresh} ON COMMIT DROP AS SELECT ${columns} FROM ${sql.raw(table)} LIMIT 0`);
        await tx.execute(sql`INSERT INTO ${fresh} (${columns}) ${rows}`);
        const held = sql`SELECT ${columns} FROM ${sql.raw(table)} WHERE site = ${site}`;
        const anew = sql`SELECT ${columns} FROM ${fresh}`;
        const { rows: counted } = await tx.execute<{ missing: number; surplus: number }>(sql`
          SELECT (SELECT count(*)::int FROM (${anew} EXCEPT ${held}) m) AS missing, (SELECT count(*)::int FROM (${held} EXCEPT ${anew}) s) AS surplus`);
        const found = counted[0];
        if (found && (found.missing || found.surplus)) differences.push({ table, ...found });
      };
      for (const { table, columns, rows } of Object.values(PROJECTIONS)) await check(table, sql.raw(columns), rows(effective, sql`true`));
      await check("last_settled", sql.raw("site, machine, routine, day, outcome"), lastSettledRows(sql`fresh_settled_day`, sql`true`));
      await check("stock_now", sql.raw(STOCK_NOW_COLUMNS), stockNowRows(sql`fresh_stock_move`, sql`true`));
      await check("stock_day", sql.raw(STOCK_DAY_COLUMNS), stockDayRows(sql`fresh_stock_move`, sql`true`));
      await check("day_outcome", OUTCOME_COLUMNS, outcomeRows(effective, sql`fresh_settled_day`, sql`true`));
      // One picture of the whole, whatever is written meanwhile.
    },
    { isolationLevel: "repeatable read" },
  );
  return differences;
}

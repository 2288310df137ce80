import { type SQL, sql } from "drizzle-orm";
import { PROJECTIONS } from "../core/record/projections.ts";
import type { Connection } from "./database.ts";
import { DERIVED, ENTRIES } from "./derived.ts";
import { columnsOf, rowsOf } from "./projections.ts";

export type Difference = { table: string; missing: number; surplus: number };

/**
 * Folds a site's whole ledger once more, beside its projections, and says where they differ; an empty list means they are
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
        SELECT site, seq, id, kind, machine, routine, person, device, run, happened_at, local_day, effects, body FROM effective_entry WHERE site = ${site}`);
      await tx.execute(sql`ANALYZE fresh_effective`);
      const effective = sql`fresh_effective`;
      const check = async (table: string, columns: SQL, rows: SQL) => {
        const fresh = sql.raw(`fresh_${table}`);
        await tx.execute(sql`CREATE TEMPORARY TABLE ${fresh} ON COMMIT DROP AS SELECT ${columns} FROM ${sql.raw(table)} LIMIT 0`);
        await tx.execute(sql`INSERT INTO ${fresh} (${columns}) ${rows}`);
        const held = sql`SELECT ${columns} FROM ${sql.raw(table)} WHERE site = ${site}`;
        const again = sql`SELECT ${columns} FROM ${fresh}`;
        const { rows: counted } = await tx.execute<{ missing: number; surplus: number }>(sql`
          SELECT (SELECT count(*)::int FROM (${again} EXCEPT ${held}) m) AS missing, (SELECT count(*)::int FROM (${held} EXCEPT ${again}) s) AS surplus`);
        const found = counted[0];
        if (found && (found.missing || found.surplus)) differences.push({ table, ...found });
      };
      for (const projection of PROJECTIONS) await check(projection.table, columnsOf(projection), rowsOf(projection, effective, sql`true`));
      const fresh = (table: string) => (table === ENTRIES ? effective : sql.raw(`fresh_${table}`));
      for (const { table, columns, rows } of DERIVED) await check(table, sql.raw(columns), rows(fresh, sql`true`));
      // One picture of the whole, whatever is written meanwhile.
    },
    { isolationLevel: "repeatable read" },
  );
  return differences;
}

import { sql } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import type { Effective } from "../../src/core/record/kind.ts";
import type { Projection, Row } from "../../src/core/record/projection.ts";
import { PROJECTIONS } from "../../src/core/record/projections.ts";
import { append, canonical } from "../../src/ledger/append.ts";
import { compareSite } from "../../src/ledger/compare.ts";
import { db, newSite } from "./database.ts";
import { effective, randomLedger } from "./random-ledger.ts";

/**
 * Each projection is said twice: as SQL, which the server runs, and as a pure fold. Both must come to the same on any ledger, in
 * whatever order its entries arrive.
 */

const SIZE = 160;
const SEEDS = [11, 23, 37, 59];

/** As the database says it in JSON: instants by their milliseconds, in the order of their text. */
function comparable(rows: readonly Row[]): string[] {
  const told = (value: unknown): unknown =>
    value instanceof Date
      ? value.getTime()
      : typeof value === "string" && /^\d{4}-\d\d-\d\dT.*\+00:00$/.test(value)
        ? Date.parse(value)
        : value;
  return rows.map((row) => canonical(Object.fromEntries(Object.entries(row).map(([name, value]) => [name, told(value)])))).sort();
}

async function rowsIn(site: string, { table, columns }: Projection): Promise<Row[]> {
  const { rows } = await db.execute<{ row: Row }>(
    sql`SELECT to_jsonb(t) AS row FROM (SELECT ${sql.raw(columns.join(", "))} FROM ${sql.raw(table)} WHERE site = ${site}) t`,
  );
  return rows.map(({ row }) => row);
}

describe.each(SEEDS)("a ledger made by chance, seed %i", (seed) => {
  const entries = randomLedger(seed, SIZE);
  let site = "";
  test("is kept entry by entry, amendments before what they amend too, and folds to the same when rebuilt", async () => {
    site = await newSite();
    const late = entries.filter((_, place) => place % 7 === 3);
    const inTime = entries.filter((_, place) => place % 7 !== 3);
    for (const entry of [...inTime, ...late.reverse()]) await db.transaction((tx) => append(tx, site, [entry], entry.happenedAt));
    expect(await compareSite(db, site)).toEqual([]);
  });

  test.each(PROJECTIONS.map((projection) => [projection.table, projection] as const))(
    "%s: the pure fold says the same as SQL",
    async (_, projection) => {
      expect(comparable(projection.fold(effective(entries)))).toEqual(comparable(await rowsIn(site, projection)));
    },
  );

  test("the fold does not depend on the order of entries", () => {
    const told = effective(entries);
    const other: Effective[] = [...told].sort((a, b) => (a.id < b.id ? 1 : -1));
    for (const { fold } of PROJECTIONS) expect(comparable(fold(other))).toEqual(comparable(fold(told)));
  });
});

test("the ledgers made by chance say something in every projection", () => {
  const said = (projection: Projection) => SEEDS.map((seed) => projection.fold(effective(randomLedger(seed, SIZE))).length);
  for (const projection of PROJECTIONS) expect(Math.max(...said(projection)), projection.table).toBeGreaterThan(0);
});

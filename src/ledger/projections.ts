import { type SQL, sql } from "drizzle-orm";
import { kindOf } from "../core/record/entries.ts";
import type { Effective, Fold } from "../core/record/kind.ts";
import type { Projection } from "../core/record/projection.ts";
import { PROJECTIONS } from "../core/record/projections.ts";
import type { Connection } from "./database.ts";
import { DERIVED, ENTRIES, movedBy, refoldDerived, refoldLastSettled, refoldOutcomes, refoldStock } from "./derived.ts";

/** Runs the projections of `core/record`: a few rows after a write, a whole site, and both against each other (`./zesty rebuild --check`). */

/** What an entry touches: folding again the rows of these keys after it is enough. */
export type Touched = Effective & {
  site: string;
  days: string[];
  /** Neither an amendment nor amended already. */
  plain: boolean;
};

const ALL = sql.raw(ENTRIES);

/** A projection's rows from `entries`, a relation shaped like `effective_entry`, narrowed by `where`. */
export function rowsOf({ sql: text }: Projection, entries: SQL, where: SQL): SQL {
  const pieces = text.split(/(\{entries\}|\{where\})/);
  return sql.join(pieces.map((piece) => (piece === "{entries}" ? entries : piece === "{where}" ? where : sql.raw(piece))));
}

export const columnsOf = ({ columns }: Projection): SQL => sql.raw(["site", ...columns].join(", "));

const insert = (projection: Projection, rows: SQL) => sql`INSERT INTO ${sql.raw(projection.table)} (${columnsOf(projection)}) ${rows}`;

/** Takes a new entry over where it is the latest of its key. */
function merge(projection: Projection, key: readonly string[], rows: SQL): SQL {
  const { table, columns } = projection;
  const names = columns.filter((name) => !key.includes(name));
  return sql`${insert(projection, rows)} ${sql.raw(
    `ON CONFLICT (${key.join(", ")}) DO UPDATE SET ${names.map((name) => `${name} = excluded.${name}`).join(", ")}
    WHERE (excluded.happened_at, excluded.entry_id) > (${table}.happened_at, ${table}.entry_id)`,
  )}`;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** What a refold is narrowed to, in the table and among the entries. */
function narrowed({ narrow }: Projection, { site, id, machine, run, days, body }: Touched): { table: SQL; entries: SQL } {
  const both = (where: SQL) => ({ table: sql`site = ${site} AND ${where}`, entries: sql`site = ${site} AND ${where}` });
  const list = sql`ANY(${sql.param(days)}::date[])`;
  if (typeof narrow === "object")
    return {
      table: sql`site = ${site} AND ${sql.raw(narrow.column)} = ${body[narrow.body]}`,
      entries: sql`site = ${site} AND kind = ${narrow.kind} AND body ->> ${sql.raw(`'${narrow.body}'`)} = ${body[narrow.body]}`,
    };
  switch (narrow) {
    case "machine":
      return both(sql`machine = ${machine}`);
    case "machine and day":
      return {
        table: sql`site = ${site} AND machine = ${machine} AND day = ${list}`,
        // An entry's day may be its amendment's; both are found by the ledger's index of days.
        entries: sql`site = ${site} AND machine = ${machine} AND local_day = ${list} AND seq IN (
          SELECT seq FROM entry WHERE site = ${site} AND local_day = ${list} AND amends IS NULL
          UNION ALL SELECT o.seq FROM entry a JOIN entry o ON o.site = a.site AND o.id = a.amends
          WHERE a.site = ${site} AND a.local_day = ${list} AND a.amends IS NOT NULL)`,
      };
    case "run":
      return both(sql`run = ${run}`);
    case "entry":
      return { table: sql`site = ${site} AND entry_id = ${id}`, entries: sql`site = ${site} AND id = ${id}` };
    case "opened": {
      const opened = typeof body.of === "string" && UUID.test(body.of) ? body.of : id;
      return {
        table: sql`site = ${site} AND id = ${opened}`,
        entries: sql`site = ${site} AND (id = ${opened} OR (body ? 'of' AND body ->> 'of' = ${opened}))`,
      };
    }
  }
}

/** Whether an entry by itself has any row in a projection. */
const says = (folds: Fold | readonly Fold[], entry: Effective): boolean =>
  [folds].flat().some((fold) => (fold as Fold).rows(entry).length > 0);

/** Folds again what an entry touched; several of one key, one after the other, come to the same as all at once. */
export async function refold(tx: Connection, touched: Touched): Promise<void> {
  const { site, id, machine, routine, kind, days, plain } = touched;
  const folds = kindOf(kind)?.folds ?? {};
  const ofMachine = sql`site = ${site} AND machine = ${machine}`;
  const movesStock = "stock_move" in folds;
  const before = movesStock && !plain ? await movedBy(tx, site, id) : [];
  let settles = false;
  for (const projection of PROJECTIONS) {
    const mine = folds[projection.table];
    if (!mine || (plain && !says(mine, touched))) continue;
    settles ||= projection.table === "settled_day";
    if (plain && projection.key) {
      await tx.execute(merge(projection, projection.key, rowsOf(projection, ALL, sql`site = ${site} AND id = ${id}`)));
      continue;
    }
    const { table, entries } = narrowed(projection, touched);
    await tx.execute(sql`DELETE FROM ${sql.raw(projection.table)} WHERE ${table}`);
    await tx.execute(insert(projection, rowsOf(projection, ALL, entries)));
  }
  if (settles && machine !== null && routine !== null) {
    await refoldLastSettled(tx, sql`${ofMachine} AND routine = ${routine}`);
    await refoldOutcomes(tx, ofMachine, days);
  }
  if (movesStock) await refoldStock(tx, site, [...before, ...(await movedBy(tx, site, id))]);
  if (kind === "day-closed") await refoldOutcomes(tx, sql`site = ${site}`, days, true);
}

/** Makes all projections of a site from the ledger alone. */
export async function rebuildSite(tx: Connection, site: string): Promise<void> {
  const ofSite = sql`site = ${site}`;
  for (const projection of PROJECTIONS) {
    await tx.execute(sql`DELETE FROM ${sql.raw(projection.table)} WHERE ${ofSite}`);
    await tx.execute(insert(projection, rowsOf(projection, ALL, ofSite)));
  }
  for (const derived of DERIVED) await refoldDerived(tx, derived, ofSite);
}

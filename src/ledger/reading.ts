import { type SQL, sql } from "drizzle-orm";
import { kindOf } from "../core/record/entries.ts";
import type { Connection } from "./database.ts";

/** The last place of a site's ledger. */
export async function headSeq(db: Connection, site: string): Promise<number> {
  const { rows } = await db.execute<{ seq: number }>(sql`SELECT seq FROM site_head WHERE site = ${site}`);
  return rows[0]?.seq ?? 0;
}

/** Machines that entries after a place are about; `all` where settings changed or a day was closed. */
export async function machinesChangedAfter(db: Connection, site: string, after: number): Promise<Set<string> | "all"> {
  const { rows } = await db.execute<{ machine: string | null; kind: string }>(
    sql`SELECT DISTINCT machine, kind FROM entry WHERE site = ${site} AND seq > ${after} LIMIT 1000`,
  );
  if (rows.length === 1000 || rows.some(({ kind }) => kindOf(kind)?.changes === "all")) return "all";
  return new Set(rows.flatMap(({ machine }) => machine ?? []));
}

export type EntryRow = {
  seq: number;
  id: string;
  kind: string;
  machine: string | null;
  routine: string | null;
  person: string | null;
  device: string | null;
  run: string | null;
  step: string | null;
  /** What the device's own clock said, where it said otherwise. */
  deviceAt: string | null;
  proof: string | null;
  /** Who typed it in from a sheet. */
  typedBy: string | null;
  happenedAt: Date;
  recordedAt: Date;
  localDay: string;
  amends: string | null;
  body: Record<string, unknown>;
  words: string;
  /** The entry's last amendment, where it has one. */
  amendedBy: string | null;
  struck: boolean | null;
};

export type LedgerFilter = {
  machine?: string;
  person?: string;
  kind?: string;
  from?: string;
  to?: string;
  text?: string;
  before?: number;
  after?: number;
  /** Leaves the single steps of runs out: beginnings, ends, stops and what was said of them stay. */
  withoutSteps?: boolean;
  limit: number;
};

export const COLUMNS = sql`e.seq, e.id, e.kind, e.machine, e.routine, e.person, e.device, e.run, e.step, e.device_at AS "deviceAt", e.proof, e.typed_by AS "typedBy", e.happened_at AS "happenedAt", e.recorded_at AS "recordedAt",
  e.local_day AS "localDay", e.amends, e.body, e.words`;
const LAST_AMENDMENT = sql`LEFT JOIN LATERAL (
  SELECT x.id, (x.body ->> 'struck')::boolean AS struck FROM entry x WHERE x.site = e.site AND x.amends = e.id ORDER BY x.happened_at DESC, x.id DESC LIMIT 1) a ON true`;

/** A page of the ledger by key, newest first (oldest first where `after` is given). */
export async function ledgerPage(db: Connection, site: string, filter: LedgerFilter): Promise<EntryRow[]> {
  const where: SQL[] = [sql`e.site = ${site}`];
  if (filter.machine) where.push(sql`e.machine = ${filter.machine}`);
  if (filter.person) where.push(sql`e.person = ${filter.person}`);
  if (filter.kind) where.push(sql`e.kind = ${filter.kind}`);
  if (filter.from) where.push(sql`e.local_day >= ${filter.from}`);
  if (filter.to) where.push(sql`e.local_day <= ${filter.to}`);
  if (filter.text) where.push(sql`e.search @@ websearch_to_tsquery('simple', ${filter.text})`);
  if (filter.withoutSteps)
    where.push(sql`NOT (e.kind = 'run' AND e.body ->> 'event' IN ('gear', 'step', 'clear', 'settle', 'back', 'resume'))`);
  // Days are walked in their own index; a place in them is that of the entry named.
  const byDay = filter.from !== undefined || filter.to !== undefined;
  const key = byDay ? sql`(e.local_day, e.seq)` : sql`e.seq`;
  const place = (seq: number) =>
    byDay ? sql`(SELECT k.local_day, k.seq FROM entry k WHERE k.site = ${site} AND k.seq = ${seq})` : sql`${seq}`;
  if (filter.before !== undefined) where.push(sql`${key} < ${place(filter.before)}`);
  if (filter.after) where.push(sql`${key} > ${place(filter.after)}`);
  const order = filter.after !== undefined ? sql`ASC` : sql`DESC`;
  const ordered = byDay ? sql`e.local_day ${order}, e.seq ${order}` : sql`e.seq ${order}`;
  const { rows } = await db.execute<EntryRow>(sql`
    SELECT p.*, a.id AS "amendedBy", a.struck FROM (
      SELECT e.site, ${COLUMNS} FROM entry e WHERE ${sql.join(where, sql` AND `)} ORDER BY ${ordered} LIMIT ${filter.limit}
    ) p LEFT JOIN LATERAL (
      SELECT x.id, (x.body ->> 'struck')::boolean AS struck FROM entry x WHERE x.site = p.site AND x.amends = p.id ORDER BY x.happened_at DESC, x.id DESC LIMIT 1
    ) a ON true ORDER BY ${byDay ? sql`p."localDay" ${order}, p.seq ${order}` : sql`p.seq ${order}`}`);
  return rows.map(dated);
}

/** An entry by its id with all its amendments, in order. */
export async function entryWithAmendments(
  db: Connection,
  site: string,
  id: string,
): Promise<{ entry: EntryRow; amendments: EntryRow[] } | undefined> {
  const { rows } = await db.execute<EntryRow>(sql`
    SELECT ${COLUMNS}, a.id AS "amendedBy", a.struck FROM entry e ${LAST_AMENDMENT}
    WHERE e.site = ${site} AND (e.id = ${id} OR e.amends = ${id}) ORDER BY e.happened_at, e.id`);
  const all = rows.map(dated);
  const entry = all.find((each) => each.id === id);
  return entry && { entry, amendments: all.filter((each) => each.amends === id) };
}

const dated = (row: EntryRow): EntryRow => ({ ...row, happenedAt: new Date(row.happenedAt), recordedAt: new Date(row.recordedAt) });

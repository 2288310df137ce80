import { and, asc, desc, eq, gt, gte, lte, or, type SQL, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { kindOf } from "../core/record/entries.ts";
import type { Connection } from "./database.ts";
import { entry, ledgerEnd } from "./tables.ts";

/** The last place of a site's ledger. */
export async function lastSeq(db: Connection, site: string): Promise<number> {
  const [row] = await db.select({ seq: ledgerEnd.seq }).from(ledgerEnd).where(eq(ledgerEnd.site, site));
  return row?.seq ?? 0;
}

/** Machines that entries after a place are about; `all` where settings changed or a day was closed. */
export async function machinesChangedAfter(db: Connection, site: string, after: number): Promise<Set<string> | "all"> {
  const rows = await db
    .selectDistinct({ machine: entry.machine, kind: entry.kind })
    .from(entry)
    .where(and(eq(entry.site, site), gt(entry.seq, after)))
    .limit(1000);
  if (rows.length === 1000 || rows.some(({ kind }) => kindOf(kind)?.changes === "all")) return "all";
  return new Set(rows.flatMap(({ machine }) => machine ?? []));
}

/** An entry as lists show it. */
export const ENTRY_COLUMNS = {
  seq: entry.seq,
  id: entry.id,
  kind: entry.kind,
  machine: entry.machine,
  routine: entry.routine,
  person: entry.person,
  device: entry.device,
  run: entry.run,
  step: entry.step,
  deviceAt: entry.deviceAt,
  proof: entry.proof,
  typedBy: entry.typedBy,
  happenedAt: entry.happenedAt,
  recordedAt: entry.recordedAt,
  localDay: entry.localDay,
  amends: entry.amends,
  body: entry.body,
  words: entry.words,
};

export type EntryRow = Pick<typeof entry.$inferSelect, keyof typeof ENTRY_COLUMNS> & {
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
  /** How it is known who acted: `unproven` where a PIN did not fit. */
  proof?: string;
  before?: number;
  after?: number;
  /** Leaves the single steps of runs out: beginnings, ends, stops and what was said of them stay. */
  withoutSteps?: boolean;
  limit: number;
};

/** The last amendment of each entry of a query, beside it. */
const lastAmendment = (db: Connection) => {
  const x = alias(entry, "x");
  return db
    .select({
      amendedBy: sql<string | null>`${x.id}`.as("amended_by"),
      struck: sql<boolean | null>`(${x.body} ->> 'struck')::boolean`.as("struck"),
    })
    .from(x)
    .where(and(eq(x.site, entry.site), eq(x.amends, entry.id)))
    .orderBy(desc(x.happenedAt), desc(x.id))
    .limit(1)
    .as("a");
};

/** A page of the ledger by key, newest first (oldest first where `after` is given). */
export async function ledgerPage(db: Connection, site: string, filter: LedgerFilter): Promise<EntryRow[]> {
  // Days are walked in their own index; a place in them is that of the entry named.
  const byDay = filter.from !== undefined || filter.to !== undefined;
  const key = byDay ? sql`(${entry.localDay}, ${entry.seq})` : sql`${entry.seq}`;
  const place = (seq: number): SQL =>
    byDay ? sql`(SELECT k.local_day, k.seq FROM entry k WHERE k.site = ${site} AND k.seq = ${seq})` : sql`${seq}`;
  const steps = sql`${entry.kind} = 'run' AND ${entry.body} ->> 'event' IN ('gear', 'step', 'clear', 'settle', 'back', 'resume')`;
  const given = <Value>(value: Value | undefined, where: (value: Value) => SQL): SQL | undefined => (value ? where(value) : undefined);
  const ordered = filter.after !== undefined ? asc : desc;
  const a = lastAmendment(db);
  return db
    .select({ ...ENTRY_COLUMNS, amendedBy: a.amendedBy, struck: a.struck })
    .from(entry)
    .leftJoinLateral(a, sql`true`)
    .where(
      and(
        eq(entry.site, site),
        given(filter.machine, (machine) => eq(entry.machine, machine)),
        given(filter.person, (person) => eq(entry.person, person)),
        given(filter.proof, (proof) => eq(entry.proof, proof)),
        given(filter.kind, (kind) => eq(entry.kind, kind)),
        given(filter.from, (from) => gte(entry.localDay, from)),
        given(filter.to, (to) => lte(entry.localDay, to)),
        given(filter.text, (text) => sql`${entry.search} @@ websearch_to_tsquery('simple', ${text})`),
        filter.withoutSteps ? sql`NOT (${steps})` : undefined,
        filter.before === undefined ? undefined : sql`${key} < ${place(filter.before)}`,
        given(filter.after, (after) => sql`${key} > ${place(after)}`),
      ),
    )
    .orderBy(...(byDay ? [ordered(entry.localDay)] : []), ordered(entry.seq))
    .limit(filter.limit);
}

/** An entry by its id with all its amendments, in order. */
export async function entryWithAmendments(
  db: Connection,
  site: string,
  id: string,
): Promise<{ entry: EntryRow; amendments: EntryRow[] } | undefined> {
  const a = lastAmendment(db);
  const all = await db
    .select({ ...ENTRY_COLUMNS, amendedBy: a.amendedBy, struck: a.struck })
    .from(entry)
    .leftJoinLateral(a, sql`true`)
    .where(and(eq(entry.site, site), or(eq(entry.id, id), eq(entry.amends, id))))
    .orderBy(asc(entry.happenedAt), asc(entry.id));
  const found = all.find((each) => each.id === id);
  return found && { entry: found, amendments: all.filter((each) => each.amends === id) };
}

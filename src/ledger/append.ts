import { and, eq, inArray, or, sql } from "drizzle-orm";
import type { EntryKind } from "../core/record/entries.ts";
import type { Effects } from "../core/routines/effects.ts";
import type { Connection } from "./database.ts";
import { rebuildSite, refold } from "./projections.ts";
import { entry, ledgerEnd } from "./tables.ts";

export type NewEntry = {
  id: string;
  kind: EntryKind;
  machine?: string | null;
  routine?: string | null;
  person?: string | null;
  device?: string | null;
  run?: string | null;
  step?: string | null;
  deviceAt?: Date | null;
  proof?: string | null;
  typedBy?: string | null;
  happenedAt: Date;
  localDay: string;
  amends?: string | null;
  /** What its routine did, as far as projections rest on it. */
  effects?: Effects | null;
  body: Record<string, unknown>;
  words: string;
};

/** `added` has its place; `known` was there already, the same; `conflict` is another entry under the same id. */
export type Appended = { id: string; result: "added" | "known" | "conflict"; seq: number };

/** The channel on which every copy of the application hears of new entries. */
export const ENTRY_ADDED = "zesty_entry";

/**
 * Adds entries to a site's ledger in order, inside the caller's transaction, and brings the projections along. The
 * site's head is locked until commit, so places have no gaps and readers who ask "after n" never miss one.
 */
export async function append(tx: Connection, site: string, entries: readonly NewEntry[], recordedAt: Date): Promise<Appended[]> {
  if (entries.length === 0) return [];
  let seq = await lockEnd(tx, site);
  const before = seq;
  const answers: Appended[] = [];
  for (const each of entries) {
    const [known] = await tx
      .select()
      .from(entry)
      .where(and(eq(entry.site, site), eq(entry.id, each.id)));
    if (known) {
      const same = known.kind === each.kind && known.machine === (each.machine ?? null) && canonical(known.body) === canonical(each.body);
      answers.push({ id: each.id, result: same ? "known" : "conflict", seq: known.seq });
      continue;
    }
    seq++;
    await tx.insert(entry).values({ ...each, site, seq, recordedAt });
    await bringAlong(tx, site, each);
    answers.push({ id: each.id, result: "added", seq });
  }
  if (seq > before) await moveEnd(tx, site, seq);
  return answers;
}

/** Adds many entries at once and rebuilds the site's projections: for what is brought in, and the demo. */
export async function appendMany(
  tx: Connection,
  site: string,
  entries: readonly NewEntry[],
  recordedAt: Date | ((entry: NewEntry) => Date),
): Promise<void> {
  let seq = await lockEnd(tx, site);
  for (let from = 0; from < entries.length; from += 1000) {
    const rows = entries.slice(from, from + 1000).map((each) => {
      seq++;
      return { ...each, site, seq, recordedAt: typeof recordedAt === "function" ? recordedAt(each) : recordedAt };
    });
    await tx.insert(entry).values(rows);
  }
  await rebuildSite(tx, site);
  await moveEnd(tx, site, seq);
}

async function lockEnd(tx: Connection, site: string): Promise<number> {
  await tx.insert(ledgerEnd).values({ site }).onConflictDoNothing();
  const [head] = await tx.select({ seq: ledgerEnd.seq }).from(ledgerEnd).where(eq(ledgerEnd.site, site)).for("update");
  return head?.seq ?? 0;
}

async function moveEnd(tx: Connection, site: string, seq: number): Promise<void> {
  await tx.update(ledgerEnd).set({ seq }).where(eq(ledgerEnd.site, site));
  await tx.execute(sql`SELECT pg_notify(${ENTRY_ADDED}, ${JSON.stringify({ site, seq })})`);
}

/** Refolds what a new entry touched. An amendment may come before what it amends, and the other way round. */
async function bringAlong(tx: Connection, site: string, added: NewEntry): Promise<void> {
  const target = added.amends ?? added.id;
  const related = await tx
    .select()
    .from(entry)
    .where(and(eq(entry.site, site), or(eq(entry.id, target), eq(entry.amends, target))));
  const original = related.find(({ id }) => id === target);
  if (!original) return;
  await refold(tx, { ...original, days: [...new Set(related.map(({ localDay }) => localDay))], plain: related.length === 1 });
}

/** JSON text that does not depend on the order of keys, as the database keeps none. */
export function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, item: unknown) =>
    item !== null && typeof item === "object" && !Array.isArray(item)
      ? Object.fromEntries(Object.entries(item).sort(([a], [b]) => (a < b ? -1 : 1)))
      : item,
  );
}

/** Which of these ids the ledger holds. */
export async function idsHeld(db: Connection, site: string, ids: string[]): Promise<Set<string>> {
  const rows = await db
    .select({ id: entry.id })
    .from(entry)
    .where(and(eq(entry.site, site), inArray(entry.id, ids)));
  return new Set(rows.map(({ id }) => id));
}

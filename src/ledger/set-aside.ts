import { and, count, desc, eq, isNull } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { setAside } from "./tables.ts";

export type SetAsideRow = typeof setAside.$inferSelect;
type NewSetAside = Pick<SetAsideRow, "id" | "receivedAt" | "person" | "device" | "sent" | "reason">;

const open = (site: string) => and(eq(setAside.site, site), isNull(setAside.settledAt));

/** Keeps what could not be kept as an entry; the same sent twice counts once. */
export async function addSetAside(db: Connection, site: string, row: NewSetAside): Promise<void> {
  await db
    .insert(setAside)
    .values({ site, ...row })
    .onConflictDoNothing();
}

export async function openSetAside(db: Connection, site: string, limit: number): Promise<SetAsideRow[]> {
  return db.select().from(setAside).where(open(site)).orderBy(desc(setAside.receivedAt)).limit(limit);
}

export async function countSetAside(db: Connection, site: string): Promise<number> {
  const [row] = await db.select({ open: count() }).from(setAside).where(open(site));
  return row?.open ?? 0;
}

/** Settles one that is open. @returns it, or undefined where it is not open any more */
export async function settleSetAside(
  tx: Connection,
  site: string,
  id: string,
  how: { settledAt: Date; settledBy: string; settledHow: "noted" | "discarded"; settledWhy: string | null },
): Promise<SetAsideRow | undefined> {
  const [row] = await tx
    .update(setAside)
    .set(how)
    .where(and(open(site), eq(setAside.id, id)))
    .returning();
  return row;
}

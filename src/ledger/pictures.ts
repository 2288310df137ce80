import { and, eq, sql } from "drizzle-orm";
import type { Connection } from "./database.ts";
import { picture } from "./tables.ts";

export async function keepPicture(
  db: Connection,
  site: string,
  { hash, bytes, by }: { hash: string; bytes: Buffer; by: string | null },
): Promise<void> {
  await db.insert(picture).values({ site, hash, type: "image/jpeg", bytes, addedBy: by }).onConflictDoNothing();
}

export async function pictureBytes(db: Connection, site: string, hash: string): Promise<{ type: string; bytes: Buffer } | undefined> {
  const [row] = await db
    .select({ type: picture.type, bytes: picture.bytes })
    .from(picture)
    .where(and(eq(picture.site, site), eq(picture.hash, hash)));
  return row;
}

/** The last picture of each place, by machine: what a new one is held beside. */
export async function lastPhotos(db: Connection, site: string): Promise<Map<string, Record<string, string>>> {
  const { rows } = await db.execute<{ machine: string; step: string; photo: string }>(sql`
    SELECT DISTINCT ON (machine, routine, step) machine, routine || '/' || step AS step, body -> 'result' ->> 'photo' AS photo FROM entry
    WHERE site = ${site} AND kind = 'run' AND run IS NOT NULL AND body -> 'result' ? 'photo' AND happened_at > now() - interval '400 days'
    ORDER BY machine, routine, step, happened_at DESC LIMIT 500`);
  const found = new Map<string, Record<string, string>>();
  for (const { machine, step, photo } of rows) found.set(machine, { ...found.get(machine), [step]: photo });
  return found;
}

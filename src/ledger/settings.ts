import { and, desc, eq, sql } from "drizzle-orm";
import type { Setting } from "../core/shop/shop.ts";
import type { Connection } from "./database.ts";
import { entry, settingsVersion } from "./tables.ts";

/** The settings in force of a site, in walking order; archived ones too. */
export async function currentSettings(db: Connection, site: string): Promise<Setting[]> {
  const { rows } = await db.execute<Setting>(sql`
    SELECT * FROM (
      SELECT DISTINCT ON (subject, id) subject, id, version, place, archived, body
      FROM settings_version WHERE site = ${site} ORDER BY subject, id, version DESC
    ) s ORDER BY subject, place, id`);
  return rows;
}

/** Grows with every change of a site's settings: what was read under one number may be kept under it. */
export async function settingsMark(db: Connection, site: string): Promise<number> {
  const [row] = await db
    .select({ mark: entry.seq })
    .from(entry)
    .where(and(eq(entry.site, site), eq(entry.kind, "settings")))
    .orderBy(desc(entry.seq))
    .limit(1);
  return row?.mark ?? 0;
}

export async function addSettings(tx: Connection, site: string, settings: Setting[]): Promise<void> {
  for (let from = 0; from < settings.length; from += 500)
    await tx.insert(settingsVersion).values(settings.slice(from, from + 500).map((each) => ({ ...each, site })));
}

export type SettingVersion = Setting & { at: Date; person: string | null };

/** All versions of one setting, newest first, with who put them in force and when. */
export async function versionsOfSetting(db: Connection, site: string, subject: string, id: string): Promise<SettingVersion[]> {
  const v = settingsVersion;
  return db
    .select({
      subject: v.subject,
      id: v.id,
      version: v.version,
      place: v.place,
      archived: v.archived,
      body: v.body,
      at: sql<Date>`coalesce(${entry.happenedAt}, ${v.madeAt})`.mapWith(v.madeAt),
      person: entry.person,
    })
    .from(v)
    .leftJoin(
      entry,
      and(
        eq(entry.site, v.site),
        eq(entry.kind, "settings"),
        sql`${entry.body} ->> 'subject' = ${v.subject}`,
        sql`${entry.body} ->> 'id' = ${v.id}`,
        sql`(${entry.body} ->> 'version')::int = ${v.version}`,
      ),
    )
    .where(and(eq(v.site, site), eq(v.subject, subject), eq(v.id, id)))
    .orderBy(desc(v.version))
    .limit(100);
}

/** Sites that have settings. */
export async function allSites(db: Connection): Promise<string[]> {
  const rows = await db.selectDistinct({ site: settingsVersion.site }).from(settingsVersion).where(eq(settingsVersion.subject, "shop"));
  return rows.map(({ site }) => site);
}

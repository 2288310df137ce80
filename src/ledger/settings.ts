import { sql } from "drizzle-orm";
import type { Setting } from "../core/shop/shop.ts";
import type { Connection } from "./database.ts";
import { settingsVersion } from "./tables.ts";

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
  const { rows } = await db.execute<{ mark: number }>(
    sql`SELECT coalesce(max(seq), 0) AS mark FROM entry WHERE site = ${site} AND kind = 'settings'`,
  );
  return rows[0]?.mark ?? 0;
}

export async function addSettings(tx: Connection, site: string, settings: Setting[]): Promise<void> {
  for (let from = 0; from < settings.length; from += 500)
    await tx.insert(settingsVersion).values(settings.slice(from, from + 500).map((each) => ({ ...each, site })));
}

export type SettingVersion = Setting & { at: Date; person: string | null };

/** All versions of one setting, newest first, with who put them in force and when. */
export async function versionsOfSetting(db: Connection, site: string, subject: string, id: string): Promise<SettingVersion[]> {
  const { rows } = await db.execute<SettingVersion>(sql`
    SELECT v.subject, v.id, v.version, v.place, v.archived, v.body, e.happened_at AS at, e.person FROM settings_version v
    LEFT JOIN entry e ON e.site = v.site AND e.kind = 'settings' AND e.body ->> 'subject' = v.subject AND e.body ->> 'id' = v.id
      AND (e.body ->> 'version')::int = v.version
    WHERE v.site = ${site} AND v.subject = ${subject} AND v.id = ${id} ORDER BY v.version DESC LIMIT 100`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

/** Sites that have settings. */
export async function allSites(db: Connection): Promise<string[]> {
  const { rows } = await db.execute<{ site: string }>(sql`SELECT DISTINCT site FROM settings_version WHERE subject = 'shop'`);
  return rows.map(({ site }) => site);
}

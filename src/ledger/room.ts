import { sql } from "drizzle-orm";
import type { Connection } from "./database.ts";

export type RoomRow = { area: string; sensor: string; at: Date; celsius: number; humidity: number };

/** Keeps readings of instruments; one that is there already stays as it is. Answers how many are new. */
export async function addReadings(db: Connection, site: string, rows: readonly RoomRow[]): Promise<number> {
  let added = 0;
  for (let from = 0; from < rows.length; from += 5000) {
    const some = rows.slice(from, from + 5000);
    const { rowCount } = await db.execute(sql`
      INSERT INTO room_reading (site, area, sensor, at, celsius, humidity)
      SELECT ${site}, * FROM unnest(${sql.param(some.map(({ area }) => area))}::text[], ${sql.param(some.map(({ sensor }) => sensor))}::text[],
        ${sql.param(some.map(({ at }) => at.toISOString()))}::timestamptz[], ${sql.param(some.map(({ celsius }) => celsius))}::real[], ${sql.param(some.map(({ humidity }) => humidity))}::real[])
      ON CONFLICT DO NOTHING`);
    added += rowCount ?? 0;
  }
  return added;
}

/** The air of areas between two moments, oldest first: of instruments, and what people read. Areas left out: all. */
export async function roomReadings(db: Connection, site: string, from: Date, to: Date, areas?: string[]): Promise<RoomRow[]> {
  const { rows } = await db.execute<RoomRow>(sql`
    SELECT area, sensor, at, round(celsius::numeric, 2)::float8 AS celsius, round(humidity::numeric, 2)::float8 AS humidity FROM room_reading
    WHERE site = ${site} AND at >= ${from.toISOString()}::timestamptz AND at <= ${to.toISOString()}::timestamptz ${areas ? sql`AND area = ANY(${sql.param(areas)})` : sql``}
    UNION ALL
    SELECT body ->> 'area', 'by hand', happened_at, (body ->> 'celsius')::float8, (body ->> 'humidityPercent')::float8 FROM effective_entry
    WHERE site = ${site} AND kind = 'air' AND happened_at >= ${from.toISOString()}::timestamptz AND happened_at <= ${to.toISOString()}::timestamptz
      ${areas ? sql`AND body ->> 'area' = ANY(${sql.param(areas)})` : sql``}
    ORDER BY 1, 3, 2`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

export type SensorRow = {
  area: string;
  sensor: string;
  seenAt: Date;
  messages: number;
  kept: number;
  refused: number;
  refusedWhy: string | null;
  refusedAt: Date | null;
};

export async function sensorRows(db: Connection, site: string): Promise<SensorRow[]> {
  const { rows } = await db.execute<SensorRow>(sql`
    SELECT area, sensor, seen_at AS "seenAt", messages::float8 AS messages, kept::float8 AS kept, refused::float8 AS refused, refused_why AS "refusedWhy", refused_at AS "refusedAt"
    FROM sensor_now WHERE site = ${site} ORDER BY area, sensor LIMIT 500`);
  return rows.map((row) => ({ ...row, seenAt: new Date(row.seenAt), refusedAt: row.refusedAt ? new Date(row.refusedAt) : null }));
}

/** Adds what came from a sensor since the last time. */
export async function addToSensor(db: Connection, site: string, row: SensorRow): Promise<void> {
  await db.execute(sql`
    INSERT INTO sensor_now (site, area, sensor, seen_at, messages, kept, refused, refused_why, refused_at)
    VALUES (${site}, ${row.area}, ${row.sensor}, ${row.seenAt.toISOString()}, ${row.messages}, ${row.kept}, ${row.refused}, ${row.refusedWhy}, ${row.refusedAt?.toISOString() ?? null})
    ON CONFLICT (site, area, sensor) DO UPDATE SET seen_at = greatest(sensor_now.seen_at, excluded.seen_at), messages = sensor_now.messages + excluded.messages,
      kept = sensor_now.kept + excluded.kept, refused = sensor_now.refused + excluded.refused,
      refused_why = coalesce(excluded.refused_why, sensor_now.refused_why), refused_at = coalesce(excluded.refused_at, sensor_now.refused_at)`);
}

/** The air of areas in means of some minutes, for what is shown often; readings that no room has are left out. */
export async function airBins(db: Connection, site: string, from: Date, to: Date, minutes: number, area?: string): Promise<RoomRow[]> {
  const { rows } = await db.execute<RoomRow>(sql`
    SELECT area, min(sensor) AS sensor, max(at) AS at, avg(celsius)::float8 AS celsius, avg(humidity)::float8 AS humidity FROM (
      SELECT area, sensor, at, celsius, humidity FROM room_reading WHERE site = ${site} AND at >= ${from.toISOString()}::timestamptz AND at <= ${to.toISOString()}::timestamptz
      UNION ALL
      SELECT body ->> 'area', 'by hand', happened_at, (body ->> 'celsius')::float8, (body ->> 'humidityPercent')::float8 FROM effective_entry
      WHERE site = ${site} AND kind = 'air' AND local_day >= ${from.toISOString().slice(0, 10)}::date - 1 AND happened_at >= ${from.toISOString()}::timestamptz AND happened_at <= ${to.toISOString()}::timestamptz) r
    WHERE humidity BETWEEN 2 AND 99 AND celsius BETWEEN -10 AND 60 ${area === undefined ? sql`` : sql`AND area = ${area}`}
    GROUP BY area, date_bin(make_interval(mins => ${minutes}), at, '2020-01-01'::timestamptz) ORDER BY area, at`);
  return rows.map((row) => ({ ...row, at: new Date(row.at) }));
}

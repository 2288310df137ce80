import { asc, eq, type SQLWrapper, sql } from "drizzle-orm";
import { type Connection, columnsOf, type RowOf } from "./database.ts";
import { sensorNow } from "./stores-tables.ts";

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
    await addUpHours(db, site, some);
  }
  return added;
}

/** Adds up again the hours that readings lie in. */
async function addUpHours(db: Connection, site: string, rows: readonly RoomRow[]): Promise<void> {
  const hours = [...new Set(rows.map(({ area, at }) => `${area} ${Math.floor(at.getTime() / 3_600_000)}`))].map((key) => {
    const [area = "", hour = ""] = key.split(" ");
    return { area, hour: new Date(Number(hour) * 3_600_000).toISOString() };
  });
  await db.execute(sql`
    INSERT INTO room_hour (site, area, hour, celsius, humidity, readings)
    SELECT ${site}, h.area, h.hour, avg(r.celsius), avg(r.humidity), count(*)::int
    FROM unnest(${sql.param(hours.map(({ area }) => area))}::text[], ${sql.param(hours.map(({ hour }) => hour))}::timestamptz[]) AS h (area, hour)
    JOIN room_reading r ON r.site = ${site} AND r.area = h.area AND r.at >= h.hour AND r.at < h.hour + interval '1 hour' AND ${TRUE_READING}
    GROUP BY h.area, h.hour
    ON CONFLICT (site, area, hour) DO UPDATE SET celsius = excluded.celsius, humidity = excluded.humidity, readings = excluded.readings`);
}

/** What a room's air can be (`SENSOR` of the core's readings says why). */
const TRUE_READING = sql`humidity BETWEEN 2 AND 99 AND celsius BETWEEN -10 AND 60`;

const byHand = (site: string, from: Date, to: Date, area?: string) => sql`
  SELECT body ->> 'area' AS area, 'by hand' AS sensor, happened_at AS at, (body ->> 'celsius')::float8 AS celsius, (body ->> 'humidityPercent')::float8 AS humidity FROM effective_entry
  WHERE site = ${site} AND kind = 'air' AND happened_at >= ${from.toISOString()}::timestamptz AND happened_at <= ${to.toISOString()}::timestamptz
    ${area === undefined ? sql`` : sql`AND body ->> 'area' = ${area}`}`;

const dated = (rows: RoomRow[]): RoomRow[] => rows.map((row) => ({ ...row, at: new Date(row.at) }));

/** The air of an area between two moments, oldest first: one reading in so many minutes and all that can't be true, of instruments and of people. */
export async function roomReadings(db: Connection, site: string, from: Date, to: Date, area: string, minutes = 1): Promise<RoomRow[]> {
  // The same words in both places: two parameters would be two expressions.
  const every = sql.raw(`interval '${Math.max(1, Math.round(minutes))} minutes'`);
  const { rows } = await db.execute<RoomRow>(sql`
    SELECT * FROM (
      SELECT DISTINCT ON (date_bin(${every}, at, '2020-01-01'::timestamptz), ${TRUE_READING}) area, sensor, at,
        round(celsius::numeric, 2)::float8 AS celsius, round(humidity::numeric, 2)::float8 AS humidity
      FROM room_reading WHERE site = ${site} AND area = ${area} AND at >= ${from.toISOString()}::timestamptz AND at <= ${to.toISOString()}::timestamptz
      ORDER BY date_bin(${every}, at, '2020-01-01'::timestamptz), ${TRUE_READING}, at) r
    UNION ALL ${byHand(site, from, to, area)} ORDER BY at, sensor`);
  return dated(rows);
}

/** The air of areas hour by hour, with what people read and, where asked for, what can't be true, oldest first. Area left out: all. */
export async function hourlyAir(
  db: Connection,
  site: string,
  from: Date,
  to: Date,
  { area, strange = false }: { area?: string; strange?: boolean } = {},
): Promise<RoomRow[]> {
  const mine = area === undefined ? sql`` : sql`AND area = ${area}`;
  const { rows } = await db.execute<RoomRow>(sql`
    SELECT area, 'hour' AS sensor, hour AS at, round(celsius::numeric, 2)::float8 AS celsius, round(humidity::numeric, 2)::float8 AS humidity FROM room_hour
    WHERE site = ${site} AND hour >= ${from.toISOString()}::timestamptz AND hour <= ${to.toISOString()}::timestamptz ${mine}
    UNION ALL ${byHand(site, from, to, area)}
    ${strange ? sql`UNION ALL SELECT area, sensor, at, celsius, humidity FROM room_reading WHERE site = ${site} ${mine} AND at >= ${from.toISOString()}::timestamptz AND at <= ${to.toISOString()}::timestamptz AND (humidity NOT BETWEEN 2 AND 99 OR celsius NOT BETWEEN -10 AND 60)` : sql``}
    ORDER BY area, at, sensor`);
  return dated(rows);
}

/** The newest reading of each area since a moment that can be true. */
export async function newestAir(db: Connection, site: string, areas: string[], since: Date): Promise<RoomRow[]> {
  const { rows } = await db.execute<RoomRow>(sql`
    SELECT r.* FROM unnest(${sql.param(areas)}::text[]) AS x (area) CROSS JOIN LATERAL (
      SELECT area, sensor, at, round(celsius::numeric, 2)::float8 AS celsius, round(humidity::numeric, 2)::float8 AS humidity FROM room_reading
      WHERE site = ${site} AND area = x.area AND at >= ${since.toISOString()}::timestamptz AND ${TRUE_READING} ORDER BY at DESC LIMIT 1) r`);
  return dated(rows);
}

export type SensorRow = RowOf<typeof sensorNow>;

export const sensorRows = (db: Connection, site: string): Promise<SensorRow[]> =>
  db
    .select(columnsOf(sensorNow))
    .from(sensorNow)
    .where(eq(sensorNow.site, site))
    .orderBy(asc(sensorNow.area), asc(sensorNow.sensor))
    .limit(500);

/** Adds what came from a sensor since the last time. */
export async function addToSensor(db: Connection, site: string, row: SensorRow): Promise<void> {
  const { seenAt, messages, kept, refused, refusedWhy, refusedAt } = sensorNow;
  const grown = (column: SQLWrapper, by: number) => sql`${column} + ${by}`;
  await db
    .insert(sensorNow)
    .values({ site, ...row })
    .onConflictDoUpdate({
      target: [sensorNow.site, sensorNow.area, sensorNow.sensor],
      set: {
        seenAt: sql`greatest(${seenAt}, excluded.seen_at)`,
        messages: grown(messages, row.messages),
        kept: grown(kept, row.kept),
        refused: grown(refused, row.refused),
        refusedWhy: sql`coalesce(excluded.refused_why, ${refusedWhy})`,
        refusedAt: sql`coalesce(excluded.refused_at, ${refusedAt})`,
      },
    });
}

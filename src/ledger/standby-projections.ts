import { sql } from "drizzle-orm";
import type { Projection } from "./projections.ts";

/** Projections of machines that stand: sleeps, plans of closures, what was seen at the door. */

/** Routines that put to sleep, and the one that wakes. */
export const SLEEP_ROUTINES: readonly string[] = ["R51", "R52", "R53", "R54", "R55"];

const REGIME = sql`CASE WHEN kind = 'sleep' THEN body ->> 'regime' ELSE CASE routine WHEN 'R51' THEN 'flush' WHEN 'R52' THEN 'drained' WHEN 'R53' THEN 'full' ELSE 'head-out' END END`;
/** The further regime of a sleep stands for it. */
const PLACE = sql`array_position(ARRAY['night', 'powered', 'wet', 'solution', 'alive', 'flush', 'drained', 'full', 'head-out'], regime)`;
const SLEEPS = sql`machine IS NOT NULL AND (kind = 'sleep' OR (routine IN ('R51', 'R52', 'R53', 'R54', 'R55')
  AND ((kind = 'routine' AND coalesce(body ->> 'outcome', 'done') = 'done') OR (kind = 'run' AND body ->> 'event' = 'end'))))`;

export const STANDBY_PROJECTIONS: Record<string, Projection> = {
  sleep: {
    table: "sleep",
    columns: "site, machine, entry_id, down_at, down_day, regime, routines, contents, until, person, up_at, up_day, up_entry",
    rows: (source, where) => sql`
      WITH said AS (
        SELECT site, machine, id, happened_at, local_day, person, routine, body, ${REGIME} AS regime,
          (kind = 'sleep' AND body ->> 'event' = 'up') OR (kind <> 'sleep' AND routine = 'R55') AS up
        FROM ${source} e WHERE ${SLEEPS} AND ${where}),
      spell AS (SELECT *, count(*) FILTER (WHERE up) OVER (PARTITION BY site, machine ORDER BY happened_at, id ROWS BETWEEN UNBOUNDED PRECEDING AND 1 PRECEDING) AS n FROM said)
      SELECT site, machine, (array_agg(id ORDER BY happened_at, id) FILTER (WHERE NOT up))[1], min(happened_at) FILTER (WHERE NOT up), min(local_day) FILTER (WHERE NOT up),
        (array_agg(regime ORDER BY ${PLACE} DESC) FILTER (WHERE NOT up))[1],
        coalesce(jsonb_agg(routine ORDER BY happened_at, id) FILTER (WHERE NOT up AND routine IS NOT NULL), '[]'::jsonb),
        (array_agg(body ->> 'contents' ORDER BY happened_at DESC, id DESC) FILTER (WHERE NOT up AND body ->> 'contents' IS NOT NULL))[1],
        (array_agg((body ->> 'until')::date ORDER BY happened_at DESC, id DESC) FILTER (WHERE NOT up AND body ->> 'until' IS NOT NULL))[1],
        (array_agg(person ORDER BY happened_at DESC, id DESC) FILTER (WHERE NOT up))[1],
        min(happened_at) FILTER (WHERE up), min(local_day) FILTER (WHERE up), (array_agg(id ORDER BY happened_at, id) FILTER (WHERE up))[1]
      FROM spell GROUP BY site, machine, n HAVING bool_or(NOT up)`,
  },
  seasonPlan: {
    table: "season_plan",
    columns: "site, from_day, entry_id, happened_at, person, body",
    key: "site, from_day",
    narrow: ({ site, body }) => ({
      table: sql`site = ${site} AND from_day = ${body.from}`,
      entries: sql`site = ${site} AND kind = 'season' AND body ->> 'from' = ${body.from}`,
    }),
    rows: (source, where) => sql`
      SELECT DISTINCT ON (site, body ->> 'from') site, (body ->> 'from')::date, id, happened_at, person, body
      FROM ${source} e WHERE kind = 'season' AND ${where} ORDER BY site, body ->> 'from', happened_at DESC, id DESC`,
  },
  doorSeen: {
    table: "door_seen",
    columns: "site, machine, day, entry_id, happened_at, person, power, capped, capped_at",
    narrow: ({ site, machine, days }) => ({
      table: sql`site = ${site} AND machine = ${machine} AND day = ANY(${sql.param(days)}::date[])`,
      entries: sql`site = ${site} AND machine = ${machine} AND local_day = ANY(${sql.param(days)}::date[])`,
    }),
    rows: (source, where) => sql`
      SELECT site, machine, local_day, (array_agg(id ORDER BY happened_at DESC, id DESC))[1], max(happened_at), (array_agg(person ORDER BY happened_at DESC, id DESC))[1],
        (array_agg(body ->> 'power' ORDER BY happened_at DESC, id DESC) FILTER (WHERE body ? 'power'))[1],
        (array_agg(body ->> 'capped' ORDER BY happened_at DESC, id DESC) FILTER (WHERE body ? 'capped'))[1], max(happened_at) FILTER (WHERE body ? 'capped')
      FROM ${source} e WHERE kind = 'door' AND machine IS NOT NULL AND ${where} GROUP BY site, machine, local_day`,
  },
};

/** Which of them an entry of a kind changes. */
export const STANDBY_OF_KIND: Record<string, string[]> = { sleep: ["sleep"], season: ["seasonPlan"], door: ["doorSeen"] };

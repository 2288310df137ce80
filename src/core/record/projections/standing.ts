import { group } from "d3-array";
import { REGIMES, type Regime } from "../../standby/regime.ts";
import { compareRows, foldsOf, type Projection, type Row, unionRows, unionSql } from "../projection.ts";

/** Projections of machines that stand: each sleep, and what was seen at the closing check. */

const SLEEP_COLUMNS = "machine, entry_id, down_at, down_day, regime, routines, contents, until, person, up_at, up_day, up_entry".split(
  ", ",
);
const SAID = ["machine", "entry_id", "happened_at", "day", "person", "routine", "up", "regime", "contents", "until"];
/** The further regime of a sleep stands for it. */
const PLACE = `array_position(ARRAY[${REGIMES.map((regime) => `'${regime}'`).join(", ")}], regime)`;
const newest = (what: string) =>
  `(array_agg(${what} ORDER BY happened_at DESC, entry_id DESC) FILTER (WHERE NOT up AND ${what} IS NOT NULL))[1]`;

export const SLEEP: Projection = {
  table: "sleep",
  columns: SLEEP_COLUMNS,
  narrow: "machine",
  sql: `WITH said AS (${unionSql(foldsOf("sleep"), SAID, true)}),
    spell AS (SELECT *, count(*) FILTER (WHERE up) OVER (PARTITION BY site, machine ORDER BY happened_at, entry_id ROWS BETWEEN UNBOUNDED PRECEDING AND 1 PRECEDING) AS n FROM said)
    SELECT site, machine, (array_agg(entry_id ORDER BY happened_at, entry_id) FILTER (WHERE NOT up))[1], min(happened_at) FILTER (WHERE NOT up), min(day) FILTER (WHERE NOT up),
      (array_agg(regime ORDER BY ${PLACE} DESC) FILTER (WHERE NOT up))[1],
      coalesce(jsonb_agg(routine ORDER BY happened_at, entry_id) FILTER (WHERE NOT up AND routine IS NOT NULL), '[]'::jsonb),
      ${newest("contents")}, ${newest("until")},
      (array_agg(person ORDER BY happened_at DESC, entry_id DESC) FILTER (WHERE NOT up))[1],
      min(happened_at) FILTER (WHERE up), min(day) FILTER (WHERE up), (array_agg(entry_id ORDER BY happened_at, entry_id) FILTER (WHERE up))[1]
    FROM spell GROUP BY site, machine, n HAVING bool_or(NOT up)`,
  fold(entries) {
    const machines = group(unionRows(foldsOf("sleep"), SAID, true, entries).sort(compareRows), ({ machine }) => machine);
    return [...machines].flatMap(([machine, rows]) => spellsOf(rows).flatMap((spell) => sleepOfSpell(machine, spell)));
  },
};

/** A spell ends with what wakes the machine. */
function spellsOf(rows: readonly Row[]): Row[][] {
  const spells: Row[][] = [[]];
  for (const row of rows) {
    spells.at(-1)?.push(row);
    if (row.up) spells.push([]);
  }
  return spells;
}

function sleepOfSpell(machine: unknown, spell: readonly Row[]): Row[] {
  const down = spell.filter(({ up }) => !up);
  const [first, up] = [down[0], spell.find((row) => row.up)];
  if (!first) return [];
  const last = (name: string) => down.findLast((row) => row[name] !== null)?.[name] ?? null;
  const regimes = down.flatMap(({ regime }) => (regime === null ? [] : [regime as Regime]));
  return [
    {
      machine,
      entry_id: first.entry_id,
      down_at: first.happened_at,
      down_day: down.map(({ day }) => String(day)).sort()[0],
      regime: regimes.sort((a, b) => REGIMES.indexOf(b) - REGIMES.indexOf(a))[0] ?? null,
      routines: down.flatMap(({ routine }) => routine ?? []),
      contents: last("contents"),
      until: last("until"),
      person: down.at(-1)?.person ?? null,
      up_at: up?.happened_at ?? null,
      up_day: up?.day ?? null,
      up_entry: up?.entry_id ?? null,
    },
  ];
}

const DOOR = ["machine", "day", "entry_id", "happened_at", "person", "power", "capped"];
const last = (what: string, where = "true") => `(array_agg(${what} ORDER BY happened_at DESC, entry_id DESC) FILTER (WHERE ${where}))[1]`;

/** What was said of a machine at the closing check, by day: of its power and of its cap each the newest. */
export const DOOR_SEEN: Projection = {
  table: "door_seen",
  columns: ["machine", "day", "entry_id", "happened_at", "person", "power", "capped", "capped_at"],
  narrow: "machine and day",
  sql: `SELECT site, machine, day, ${last("entry_id")}, max(happened_at), ${last("person")}, ${last("power", "power IS NOT NULL")},
      ${last("capped", "capped IS NOT NULL")}, max(happened_at) FILTER (WHERE capped IS NOT NULL)
    FROM (${unionSql(foldsOf("door_seen"), DOOR, true)}) u GROUP BY site, machine, day`,
  fold(entries) {
    const days = group(unionRows(foldsOf("door_seen"), DOOR, true, entries).sort(compareRows), ({ machine, day }) => `${machine}/${day}`);
    return [...days.values()].flatMap((rows) => {
      const newest = rows.at(-1);
      if (!newest) return [];
      const capped = rows.findLast((row) => row.capped !== null);
      return [
        {
          machine: newest.machine,
          day: newest.day,
          entry_id: newest.entry_id,
          happened_at: newest.happened_at,
          person: newest.person,
          power: rows.findLast((row) => row.power !== null)?.power ?? null,
          capped: capped?.capped ?? null,
          capped_at: capped?.happened_at ?? null,
        },
      ];
    });
  },
};

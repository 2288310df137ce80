import { group } from "d3-array";
import { compareRows, foldsOf, type Projection, type Row, unionRows, unionSql } from "../projection.ts";

const COLUMNS = ["run", "machine", "routine", "key", "form", "status", "person", "device", "started_at", "last_at", "day"];
const INNER = ["run", "machine", "routine", "person", "device", "happened_at", "entry_id", "day", "event", "key", "form", "handed_to"];
/** After which of a run's events it goes on, or stands. */
const STATUS_EVENTS = ["start", "step", "pass", "stop", "resume"];
const PERSON_EVENTS = ["start", "resume", "hand"];
const DEVICE_EVENTS = ["start", "resume"];
const among = (events: readonly string[]) => `event IN (${events.map((event) => `'${event}'`).join(", ")})`;
const newest = (what: string, events: readonly string[]) =>
  `(array_agg(${what} ORDER BY happened_at DESC, entry_id DESC) FILTER (WHERE ${among(events)}))[1]`;
const least = (values: readonly unknown[]) => values.filter((value) => value !== null).sort()[0] ?? null;

/** Runs of routines, as far as lists need them; one row a run that has begun. */
export const RUN: Projection = {
  table: "run",
  columns: COLUMNS,
  narrow: "run",
  sql: `SELECT site, run, min(machine), min(routine), min(key) FILTER (WHERE event = 'start'), min(form) FILTER (WHERE event = 'start'),
      CASE WHEN bool_or(event = 'end') THEN 'ended' WHEN bool_or(event = 'abandon') THEN 'abandoned'
        WHEN ${newest("event", STATUS_EVENTS)} = 'stop' THEN 'stopped' ELSE 'running' END,
      ${newest("CASE WHEN event = 'hand' THEN handed_to ELSE person END", PERSON_EVENTS)}, ${newest("device", DEVICE_EVENTS)},
      min(happened_at), max(happened_at), min(day)
    FROM (${unionSql(foldsOf("run"), INNER, false)}) u GROUP BY site, run HAVING bool_or(event = 'start')`,
  fold(entries) {
    const runs = group(unionRows(foldsOf("run"), INNER, false, entries), ({ run }) => run);
    return [...runs].flatMap(([run, rows]): Row[] => {
      const inOrder = [...rows].sort(compareRows);
      const last = (events: readonly string[]) => inOrder.findLast(({ event }) => events.includes(String(event)));
      const has = (event: string) => rows.some((row) => row.event === event);
      const starts = rows.filter(({ event }) => event === "start");
      if (starts.length === 0) return [];
      const person = last(PERSON_EVENTS);
      return [
        {
          run,
          machine: least(rows.map(({ machine }) => machine)),
          routine: least(rows.map(({ routine }) => routine)),
          key: least(starts.map(({ key }) => key)),
          form: least(starts.map(({ form }) => form)),
          status: has("end") ? "ended" : has("abandon") ? "abandoned" : last(STATUS_EVENTS)?.event === "stop" ? "stopped" : "running",
          person: (person?.event === "hand" ? person.handed_to : person?.person) ?? null,
          device: last(DEVICE_EVENTS)?.device ?? null,
          started_at: inOrder[0]?.happened_at,
          last_at: inOrder.at(-1)?.happened_at,
          day: least(rows.map(({ day }) => day)),
        },
      ];
    });
  },
};

import { each, latest, type Projection, story } from "./projection.ts";
import { RUN } from "./projections/run.ts";
import { DOOR_SEEN, SLEEP } from "./projections/standing.ts";

/** All projections that are folded from entries directly. Those folded from these (`last_settled`, `stock_now` …) stand in `ledger/derived.ts`. */
export const PROJECTIONS: readonly Projection[] = [
  latest({
    table: "settled_day",
    columns: "machine, routine, day, outcome, entry_id, happened_at, drew",
    key: "machine, routine, day",
    narrow: "machine and day",
  }),
  latest({
    table: "latest_check",
    columns: "machine, channel, missing, weak, deflected, neighbours, unread, entry_id, happened_at, local_day",
    key: "machine, channel",
  }),
  latest({
    table: "counter_reading",
    columns: "machine, counter, day, value, reset, entry_id, happened_at",
    key: "machine, counter, day",
  }),
  latest({ table: "machine_fact", columns: "machine, fact, entry_id, happened_at, person, body", key: "machine, fact" }),
  latest({ table: "print_day_change", columns: "machine, day, prints, entry_id, happened_at", key: "machine, day" }),
  each({ table: "report", columns: "machine, kind, what, day, entry_id", machineNeeded: true }),
  latest({
    table: "occurrence_move",
    columns: "machine, routine, due, to_day, entry_id, happened_at",
    key: "machine, routine, due",
  }),
  RUN,
  latest({
    table: "task",
    columns: "key, machine, routine, due, person, why, by, entry_id, happened_at",
    key: "key",
    machineNeeded: false,
    narrow: { column: "key", body: "key", kind: "task" },
  }),
  story({
    table: "one_off",
    columns: "id, machine, title, day, minutes, skill, routine, outcome, over_day, over_by, over_at",
    later: { over: { counts: "earliest", columns: "outcome, over_day, over_by, over_at" } },
  }),
  story({
    table: "open_sign",
    columns: "id, machine, sign, seen_at, seen_day, person, note, over_at, over_by, cause",
    machineNeeded: true,
    later: { over: { counts: "latest", columns: "over_at, over_by, cause" } },
  }),
  each({ table: "found_as", columns: "entry_id, machine, routine, step, found, day, happened_at", machineNeeded: true }),
  each({ table: "roster_change", columns: "entry_id, person, from_day, to_day, shifts, why, happened_at" }),
  story({
    table: "handover",
    columns: "id, day, shift, person, happened_at, body, seen_by, seen_at",
    later: { seen: { counts: "earliest", columns: "seen_by, seen_at" } },
  }),
  story({
    table: "repair",
    columns: "id, machine, opened_at, opened_day, person, body, closed_at, closed_day, closed_by",
    machineNeeded: true,
    later: {
      changed: { counts: "latest", columns: "body", merged: true },
      closed: { counts: "earliest", columns: "closed_at, closed_day, closed_by" },
    },
  }),
  each({
    table: "stock_move",
    columns:
      "entry_id, line, happened_at, day, event, item, lot, place, amount, counted, expiry, machine, routine, channel, person, run, order_id, supplier, delivery",
  }),
  story({
    table: "purchase",
    columns: "id, supplier, placed_at, day, person, body, closed_at, closed_why",
    later: { closed: { counts: "earliest", columns: "closed_at, closed_why" } },
  }),
  each({
    table: "waste_move",
    columns: "entry_id, happened_at, day, event, machine, vessel, ml, percent, before_ml, container, moved_ml, person, body",
  }),
  latest({ table: "ink_level", columns: "machine, channel, percent, entry_id, happened_at", key: "machine, channel" }),
  SLEEP,
  latest({
    table: "season_plan",
    columns: "from_day, entry_id, happened_at, person, body",
    key: "from_day",
    machineNeeded: false,
    narrow: { column: "from_day", body: "from", kind: "season" },
  }),
  DOOR_SEEN,
];

import type { FleetFile, Machine, Person } from "../fleet/schema.ts";
import { fleetProblems } from "../fleet/validate.ts";
import type { TableKind } from "./columns.ts";
import { type RowRead, withReading } from "./readers.ts";

/** Which column a place in the fleet file comes from, where it is called otherwise. */
const FIELD_OF: Record<string, string> = { heads: "channels", counters: "counter" };

/**
 * Puts a read row into the fleet if the fleet then still holds together; what is wrong is said by field, "" for the whole row.
 * A row that is refused leaves nothing behind.
 */
export function place(
  kind: TableKind,
  value: unknown,
  { area }: Pick<RowRead, "area">,
  fleet: FleetFile,
  seen: Set<string>,
): { state: "new" | "changed" | "same" | "refused"; faults: Record<string, string> } {
  const name = JSON.stringify(kind === "readings" || kind === "history" ? value : (value as { id: string }).id);
  if (seen.has(name)) return { state: "refused", faults: { "": "stands twice in this table" } };
  const probe = probeOf(kind, value, { ...fleet, areas: [...(fleet.areas ?? []), ...(area ? [area] : [])] });
  const faults: Record<string, string> = {};
  for (const { path, message } of fleetProblems(probe.alone)) {
    const [, within = ""] = /^\$\.\w+\[\d+\]\.?(.*)$/.exec(path) ?? [];
    const top = within.split(/[.[]/)[0] ?? "";
    const field = kind === "readings" && top === "counters" ? (within.includes("readings") ? "value" : "counter") : (FIELD_OF[top] ?? top);
    faults[field] ??= message;
  }
  if (Object.keys(faults).length) return { state: "refused", faults };
  seen.add(name);
  if (area) fleet.areas = [...(fleet.areas ?? []), area];
  const state = probe.before === undefined ? "new" : isSame(probe.before, value) ? "same" : "changed";
  probe.keep(fleet);
  return { state, faults };
}

type Probe = { alone: unknown; before: unknown; keep: (fleet: FleetFile) => void };

/** A row with only what it needs of the shop around it, so that what is wrong is the row's own. */
function probeOf(kind: TableKind, value: unknown, fleet: FleetFile): Probe {
  const { format, version, site, calendar, areas, routines } = fleet;
  const bare = JSON.parse(JSON.stringify({ format, version, site, calendar, areas, routines }));
  if (kind === "machines") {
    const machine = value as Machine;
    return {
      alone: { ...bare, machines: [machine] },
      before: fleet.machines.find(({ id }) => id === machine.id),
      keep: (into) => void keptIn(into.machines, machine),
    };
  }
  if (kind === "people") {
    const person = value as Person;
    return {
      alone: { ...bare, machines: [], people: [person] },
      before: fleet.people?.find(({ id }) => id === person.id),
      keep: (into) => {
        into.people ??= [];
        keptIn(into.people, person);
      },
    };
  }
  const row = value as { machine: string; on: string; routine?: string; counter?: string; value?: number };
  const machine = fleet.machines.find(({ id }) => id === row.machine);
  if (kind === "history") {
    const entry = { machine: row.machine, routine: row.routine ?? "", on: row.on };
    return {
      alone: { ...bare, machines: machine ? [machine] : [], history: [entry] },
      before: fleet.history?.find((each) => each.machine === row.machine && each.routine === row.routine && each.on === row.on) && value,
      keep: (into) => {
        into.history ??= [];
        into.history.push(entry);
      },
    };
  }
  const before = machine?.counters?.find(({ name }) => name === row.counter)?.readings?.find(({ on }) => on === row.on);
  const next = { ...machine, counters: withReading(machine?.counters, row.counter ?? "", { on: row.on, value: row.value ?? 0 }) };
  return {
    alone: { ...bare, machines: [next] },
    before: before && { ...row, value: before.value },
    // It passed the fleet's own validator just now.
    keep: (into) => void keptIn(into.machines, next as Machine),
  };
}

/** In the place of one of the same id, or at the end. */
function keptIn<Of extends { id: string }>(all: Of[], one: Of): void {
  const at = all.findIndex(({ id }) => id === one.id);
  if (at < 0) all.push(one);
  else all[at] = one;
}

/** Whether two values hold the same, whatever the order of their names. */
export const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(sorted(one)) === JSON.stringify(sorted(other));

const sorted = (value: unknown): unknown =>
  value !== null && typeof value === "object" && !Array.isArray(value)
    ? Object.fromEntries(
        Object.entries(value)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([key, item]) => [key, sorted(item)]),
      )
    : value;

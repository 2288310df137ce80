import { spokenDay, toDay } from "../core/calendar/day.ts";
import { type Shift, shiftAt } from "../core/calendar/roster.ts";
import { clockTime } from "../core/calendar/site-time.ts";
import type { RepairRow } from "../ledger/tasks.ts";
import type { MachineRow } from "./board.ts";
import { now } from "./clock.ts";
import { open, type TaskView } from "./day.ts";
import type { RunBookEntry } from "./run-book.ts";
import { dayAt, personName, type Shop } from "./shop.ts";

export type HandoverItem = { kind: string; words: string; machine?: string; key?: string };

/** The shift that the present moment belongs to. */
export const shiftNow = (shop: Shop): Shift | undefined => shiftAt(shop.calendar.shifts ?? [], clockTime(now(), shop.site.timeZone));

/** What a shift leaves to the next: holds, machines out of order, what runs or is owed, what is late or undone. */
export function leftForTheNext(
  shop: Shop,
  rows: readonly MachineRow[],
  tasks: readonly TaskView[],
  runs: readonly RunBookEntry[],
  repairs: readonly RepairRow[],
): HandoverItem[] {
  const name = (machine: string) => shop.machines.find(({ id }) => id === machine)?.name ?? machine;
  const routine = (id: string) => shop.rules.book.get(id)?.name ?? id;
  const today = dayAt(shop);
  const items: HandoverItem[] = [];
  for (const { machine, body } of repairs)
    items.push({
      kind: "out of order",
      machine,
      words: `${name(machine)} is out of order: ${body.symptom}${body.waitsFor ? `; waits for ${body.waitsFor}` : ""}${body.expected ? `, expected ${spokenDay(toDay(body.expected))}` : ""}`,
    });
  for (const row of rows)
    if (row.word === "Hold") items.push({ kind: "hold", machine: row.id, words: `${row.name} is on hold: ${row.why}` });
  for (const { row, state } of runs) {
    if (state.status !== "running" && state.status !== "stopped") continue;
    const what = `${name(row.machine)}: ${routine(row.routine)}`;
    const where =
      state.status === "stopped"
        ? `stopped: ${state.stoppedFor}`
        : state.timer
          ? `${state.timer.text} until ${clockTime(new Date(state.timer.endsAt), shop.site.timeZone)}`
          : "under way";
    const owed = state.owed.length ? `; owed: ${state.owed.map(({ words }) => words).join(", ")}` : "";
    items.push({
      kind: state.owed.length ? "owed" : "run",
      machine: row.machine,
      ...(row.key ? { key: row.key } : {}),
      words: `${what} (${personName(shop, state.person)}), ${where}${owed}`,
    });
  }
  const running = new Set(runs.flatMap(({ row, state }) => (state.status === "running" || state.status === "stopped" ? [row.key] : [])));
  for (const task of tasks) {
    if (!open(task) || running.has(task.key) || task.due > today || (task.state === "open" && !task.late)) continue;
    items.push({
      kind: task.late ? "late" : "undone",
      ...(task.machine ? { machine: task.machine } : {}),
      key: task.key,
      words: `${task.machineName ? `${task.machineName}: ` : ""}${task.name}${task.late ? ", late" : ""}${task.person ? ` (${personName(shop, task.person)})` : ""}`,
    });
  }
  return items;
}

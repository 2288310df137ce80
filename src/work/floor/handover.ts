import { spokenDay, toDay } from "../../core/calendar/day.ts";
import { type Shift, shiftAt } from "../../core/calendar/roster.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { type LeftItem, leftForTheNext } from "../../core/tasks/left-for-next.ts";
import type { WorkItem } from "../../core/tasks/work-item.ts";
import type { RepairRow } from "../../ledger/tasks.ts";
import type { MachineRow } from "../board/board.ts";
import { now } from "../clock.ts";
import type { RunBookEntry } from "../facts/run-book.ts";
import { dayAt } from "../shop/shop.ts";

/** The shift that the present moment belongs to. */
export const shiftNow = (shop: Shop): Shift | undefined => shiftAt(shop.calendar.shifts ?? [], clockTime(now(), shop.site.timeZone));

/** A handover as the shift's record fills it in, before the free line. */
export function handoverDraft(
  shop: Shop,
  rows: readonly MachineRow[],
  tasks: readonly WorkItem[],
  runs: readonly RunBookEntry[],
  repairs: readonly RepairRow[],
): LeftItem[] {
  const name = (machine: string) => shop.machines.find(({ id }) => id === machine)?.name ?? machine;
  return leftForTheNext({
    today: dayAt(shop),
    repairs: repairs.map(({ machine, body: { symptom, waitsFor, expected } }) => ({
      machine,
      machineName: name(machine),
      symptom,
      ...(waitsFor ? { waitsFor } : {}),
      ...(expected ? { expected: spokenDay(toDay(expected)) } : {}),
    })),
    machines: rows,
    runs: runs.map(({ row, state }) => ({
      machine: row.machine,
      key: row.key,
      words: `${name(row.machine)}: ${shop.rules.book.get(row.routine)?.name ?? row.routine}`,
      person: personName(shop, state.person),
      ...(state.timer ? { timerEnds: clockTime(new Date(state.timer.endsAt), shop.site.timeZone) } : {}),
      state,
    })),
    tasks: tasks.map((task) => ({
      ...task,
      words: `${task.machineName ? `${task.machineName}: ` : ""}${task.name}`,
      person: task.person && personName(shop, task.person),
    })),
  });
}

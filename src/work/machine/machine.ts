import { isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import type { ConditionItem } from "../../core/condition/condition.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import { reasonSentence } from "../../core/due/sentence.ts";
import { channelsOf } from "../../core/fleet/channels.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import { proposedRoutines } from "../../core/routines/assigned.ts";
import { BUILT_IN } from "../../core/routines/built-in.ts";
import { tendsOf } from "../../core/routines/tends.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf } from "../../core/shop/shop.ts";
import { stays } from "../../core/stores/trace.ts";
import { counterRows } from "../../ledger/counters.ts";
import type { Connection } from "../../ledger/database.ts";
import { ledgerPage } from "../../ledger/reading.ts";
import { fillRows, inkLevels } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { type MachineRow, machineRows } from "../board/board.ts";
import { conditionOf, type PartView } from "../board/condition.ts";
import { dueFacts } from "../facts/due.ts";
import { nozzleDesks } from "../nozzles/nozzles.ts";
import { type EntryView, entryView } from "../record/ledger.ts";
import { dayAt, loadShop } from "../shop/shop.ts";

export type DueView = { key: string; routine: string; name: string; due: string; dueWords: string; state: string; why: string[] };
export type MachineView = {
  row: MachineRow;
  machine: Machine;
  seq: number;
  entries: EntryView[];
  ahead: DueView[];
  counters: { name: string; readings: { day: string; value: number; reset: boolean; entry: string }[] }[];
  condition: ConditionItem[];
  parts: (PartView & { due: string[] })[];
  routines: { id: string; name: string; proposed: boolean; chosen: boolean }[];
  areas: { id: string; name: string }[];
  desk: NozzleDesk | null;
  /** The ink in each channel: how much when last read, and which lot since when. */
  ink: { channel: string; percent: number | null; read: string | null; lot: string | null; item: string | null; since: string | null }[];
};

const DAYS_AHEAD = 14;
/** All that a machine's own page shows. */
export async function machineView(db: Connection, actor: Actor, id: string): Promise<MachineView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const today = dayAt(shop);
  const [rows, facts, entries, readings, desks] = await Promise.all([
    machineRows(db, shop, [machine]),
    dueFacts(db, shop, today, [machine]),
    ledgerPage(db, shop.id, { machine: id, limit: 5, withoutSteps: true }),
    counterRows(db, shop.id, id, isoDay(today - 120)),
    nozzleDesks(db, shop, [machine]),
  ]);
  const [row, mine] = [rows[0], facts[0]];
  if (!row || !mine) throw new Refusal(404, "There is no such machine.");
  const [levels, fills] = await Promise.all([inkLevels(db, shop.id), fillRows(db, shop.id, [id])]);
  const inIt = stays(fills.map((fill) => ({ ...fill, day: toDay(fill.day) })));
  const condition = await conditionOf(db, shop, machine, row);
  const ahead = dueOfMachine(mine, shop.rules, today, DAYS_AHEAD)
    .filter(({ beat, state }) => !beat && state !== "done" && state !== "skipped")
    .map(
      (each): DueView => ({
        key: each.key,
        routine: each.routine,
        name: shop.rules.book.get(each.routine)?.name ?? each.routine,
        due: isoDay(each.due),
        dueWords: spokenDay(each.due),
        state: each.state,
        why: each.why.map(reasonSentence),
      }),
    );
  const proposed = new Set(proposedRoutines(machine));
  const chosen = new Set(machine.routines ?? [...proposed]);
  return {
    row,
    machine: shop.ownMachines.find((each) => each.id === id) ?? machine,
    seq: entries[0]?.seq ?? 0,
    entries: entries.map((entry) => entryView(shop, entry)),
    ahead,
    counters: (machine.counters ?? []).map(({ name }) => ({ name, readings: readings.filter(({ counter }) => counter === name) })),
    condition: condition.items,
    parts: condition.parts.map((part) => ({
      ...part,
      due: ahead
        .filter(
          ({ routine }, index) =>
            tendsOf(shop.rules.book.get(routine)).includes(part.kind) && ahead.findIndex((each) => each.routine === routine) === index,
        )
        .map(({ name, dueWords }) => `${name}, ${dueWords}`)
        .slice(0, 3),
    })),
    routines: [...BUILT_IN, ...shop.routines].map(({ id: routine, name }) => ({
      id: routine,
      name,
      proposed: proposed.has(routine),
      chosen: chosen.has(routine),
    })),
    areas: shop.areas,
    desk: desks.get(id) ?? null,
    ink: channelsOf(machine).map(({ id: channel }) => {
      const level = levels.find((each) => each.machine === id && each.channel === channel);
      const stay = inIt.find((each) => each.channel === channel && each.to === null);
      return {
        channel,
        percent: level?.percent ?? null,
        read: level ? spokenDay(dayAt(shop, level.happenedAt)) : null,
        lot: stay?.lot ?? null,
        item: stay?.item ?? null,
        since: stay ? spokenDay(stay.day) : null,
      };
    }),
  };
}

import { greatest, group, max } from "d3-array";
import { type Day, isoDay, mondayOf, toDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import type { RoomNow } from "../../core/condition/room/room.ts";
import { counterSeries } from "../../core/due/counter.ts";
import { type MachineFacts, machineSettings } from "../../core/due/facts.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { routinesOf } from "../../core/routines/assigned.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import type { Connection } from "../../ledger/database.ts";
import { type CounterNeed, type DueRows, dueRows } from "../../ledger/due-facts.ts";
import { type SleepRow, sleepRows } from "../../ledger/standby.ts";
import { breathe } from "../breathe.ts";
import { asleepSpans, sleepOf } from "../idle/sleeps.ts";
import { dayAt } from "../shop/shop.ts";
import { airNow, withAir } from "./air-now.ts";
import { vesselRows, vesselsOf, withLevel } from "./vessels.ts";

const READINGS_KEPT_DAYS = 400;

/** What stands about machines besides the due engine's own facts: their rooms' air, their waste vessels, their sleep. */
export type Surroundings = {
  air: ReadonlyMap<string, RoomNow>;
  vessels: ReadonlyMap<string, VesselView>;
  sleeps: ReadonlyMap<string, Sleep>;
};
export type FactsNow = { facts: MachineFacts[] } & Surroundings;

/** The due engine's facts of machines as they are now, with what their rooms' air and their waste vessels call for. */
export async function factsNow(db: Connection, shop: Shop, machines: readonly Machine[]): Promise<FactsNow> {
  const today = dayAt(shop);
  const sleeping = sleepRows(db, shop.id, isoDay(mondayOf(today) - 7), isoDay(today));
  const [plain, air, rows, slept] = await Promise.all([
    dueFactsOn(db, shop, today, machines, undefined, sleeping),
    airNow(db, shop),
    vesselRows(db, shop, machines),
    sleeping,
  ]);
  const aired = machines.flatMap((machine, index) => {
    const mine = plain[index];
    return mine ? [withAir(shop, air, machine, mine)] : [];
  });
  await breathe();
  const vessels = vesselsOf(shop, machines, aired, rows);
  return {
    facts: aired.map((mine) => withLevel(shop, vessels.get(mine.id), mine)),
    air,
    vessels,
    sleeps: new Map(slept.flatMap((row) => (row.upAt === null ? [[row.machine, sleepOf(shop, row)] as const] : []))),
  };
}

/** The due engine's facts of machines, as known at the end of `on`; of today, with what air and waste call for. */
export async function dueFacts(db: Connection, shop: Shop, on: Day, machines: readonly Machine[], from?: Day): Promise<MachineFacts[]> {
  return on === dayAt(shop) && from === undefined ? (await factsNow(db, shop, machines)).facts : dueFactsOn(db, shop, on, machines, from);
}

/** The due engine's facts of machines from the projections, as known at the end of `on`. */
async function dueFactsOn(
  db: Connection,
  shop: Shop,
  on: Day,
  machines: readonly Machine[],
  from: Day = mondayOf(on) - 7,
  sleeping?: Promise<SleepRow[]>,
): Promise<MachineFacts[]> {
  const few = machines.length < shop.machines.length ? machines.map(({ id }) => id) : undefined;
  const [rows, slept] = await Promise.all([
    dueRows(
      db,
      shop.id,
      { from: isoDay(from), until: isoDay(on), readingsFrom: isoDay(on - READINGS_KEPT_DAYS) },
      machines.flatMap((machine) => counterNeeds(shop, machine)),
      few,
    ),
    sleeping ?? sleepRows(db, shop.id, isoDay(from), isoDay(on), few),
  ]);
  const of = groupAll(rows);
  const found: MachineFacts[] = [];
  for (const machine of machines) {
    await breathe();
    const own = slept.filter((row) => row.machine === machine.id);
    found.push(factsOf(shop, machine, of(machine.id), on, own));
  }
  return found;
}

function counterNeeds(shop: Shop, machine: Machine): CounterNeed[] {
  const counted = routinesOf(machine, shop.rules.book).flatMap(({ id, trigger }) =>
    [trigger ?? []].flat().flatMap((each) => ("count" in each ? [{ routine: id, counter: each.count.counter }] : [])),
  );
  return (machine.counters ?? []).flatMap(({ name }) => [
    { machine: machine.id, counter: name, routine: null },
    ...counted.filter(({ counter }) => counter === name).map(({ routine }) => ({ machine: machine.id, counter: name, routine })),
  ]);
}

function factsOf(shop: Shop, machine: Machine, rows: DueRows, on: Day, slept: readonly SleepRow[]): MachineFacts {
  const settings = machineSettings(
    {
      ...machine,
      printDayChanges: rows.changes.map(({ day, prints }) => ({ date: day, prints })),
      ...(slept.length ? { asleep: [...(machine.asleep ?? []), ...asleepSpans(slept, on, dayAt(shop))] } : {}),
    },
    shop.rules,
  );
  const counters = group(rows.readings, ({ counter }) => counter);
  const moves = new Map<string, Map<Day, Day>>();
  for (const { routine, due, toDay: to } of rows.moves) {
    const ofRoutine = moves.get(routine) ?? new Map<Day, Day>();
    ofRoutine.set(toDay(due), toDay(to));
    moves.set(routine, ofRoutine);
  }
  const reopened = reopenedBy(shop, settings.routines, rows, on);
  // What was carried over stays silent too while it sleeps; the regime's own work is asked for by itself.
  const sleeps = slept.length > 0 && settings.days.asleep(on);
  return {
    ...settings,
    ...(sleeps ? { routines: [] } : {}),
    doings: rows.settled.map(({ routine, day, outcome }) => ({ routine, day: toDay(day), outcome })),
    counters: new Map(
      [...counters].map(([name, readings]) => [
        name,
        counterSeries(
          readings.map(({ day, value, reset }) => ({ on: day, value, reset })),
          on,
        ),
      ]),
    ),
    prompts: rows.reports.filter(({ kind }) => kind === "prompt").map(({ what, day }) => ({ routine: what, day: toDay(day) })),
    signs: rows.reports.filter(({ kind }) => kind === "sign").map(({ what, day }) => ({ sign: what, day: toDay(day) })),
    moves,
    ...(reopened.length ? { reopened } : {}),
  };
}

/** Closing work that another routine covered before the machine's last print of the day: it is needed once more. */
function reopenedBy(shop: Shop, routines: MachineFacts["routines"], { done, printed }: DueRows, on: Day) {
  const last = max(printed, ({ at }) => at);
  if (!last) return [];
  return routines.flatMap(({ id, trigger }) => {
    if (!trigger || Array.isArray(trigger) || !("beat" in trigger) || trigger.beat !== "closing") return [];
    const cover = greatest(
      done.filter(({ routine }) => routine !== id && shop.rules.reach.get(routine)?.includes(id)),
      ({ at }) => at,
    );
    if (!cover || cover.at >= last) return [];
    const name = shop.rules.book.get(cover.routine)?.name ?? cover.routine;
    return [{ routine: id, day: on, words: `it printed after ${name} at ${clockTime(cover.at, shop.site.timeZone)}` }];
  });
}

function groupAll(rows: DueRows): (machine: string) => DueRows {
  const ofMachine = <Row extends { machine: string }>(list: Row[]) => {
    const groups = group(list, ({ machine }) => machine);
    return (machine: string) => groups.get(machine) ?? [];
  };
  const [settled, readings, changes, reports, moves, done, printed] = [
    ofMachine(rows.settled),
    ofMachine(rows.readings),
    ofMachine(rows.changes),
    ofMachine(rows.reports),
    ofMachine(rows.moves),
    ofMachine(rows.done),
    ofMachine(rows.printed),
  ];
  return (machine) => ({
    settled: settled(machine),
    readings: readings(machine),
    changes: changes(machine),
    reports: reports(machine),
    moves: moves(machine),
    done: done(machine),
    printed: printed(machine),
  });
}

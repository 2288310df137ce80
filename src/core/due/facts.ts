import { type Day, toDay } from "../calendar/day.ts";
import { type DayTest, type MachineDays, machineDays, workDayTest } from "../calendar/work-days.ts";
import type { Calendar, FleetFile, Machine, Outcome } from "../fleet/schema.ts";
import { coverage, routineBook, routinesOf } from "../routines/assigned.ts";
import type { Routine } from "../routines/routine.ts";
import { type CounterSeries, counterSeries } from "./counter.ts";

/** What is the same for all machines of a shop. */
export type ShopRules = {
  calendar: Pick<Calendar, "workDays" | "extraDays" | "closures">;
  works: DayTest;
  book: ReadonlyMap<string, Routine>;
  /** For each routine, itself and all that doing it settles. */
  reach: ReadonlyMap<string, readonly string[]>;
};

export function shopRules(calendar: Calendar, house: readonly Routine[] = []): ShopRules {
  const book = routineBook(house);
  return { calendar, works: workDayTest(calendar), book, reach: coverage(book) };
}

/** A machine's facts, as known at the end of the day asked about; later ones must be left out already. */
export type MachineFacts = {
  id: string;
  since: Day;
  days: MachineDays;
  /** The first day on or after a day that lies in no asleep span. */
  firstAwake: (day: Day) => Day;
  /** By id. */
  routines: readonly Routine[];
  /** Days of doing by routine, also of routines that the machine does not have but that cover some of its own. */
  doings: readonly { routine: string; day: Day; outcome: Outcome }[];
  counters: ReadonlyMap<string, CounterSeries>;
  fullUse?: { counter: string; perWorkDay: number };
  prompts: readonly { routine: string; day: Day }[];
  signs: readonly { sign: string; day: Day }[];
  /** For each routine, the day an occurrence is due and the day it is moved to. */
  moves: ReadonlyMap<string, ReadonlyMap<Day, Day>>;
  /** Of routines that a level calls for: the day by which, and why. A fleet file carries no levels. */
  levels?: ReadonlyMap<string, { day: Day; words: string }>;
  /** Settled on a day by the doing of another routine, then needed once more. A fleet file carries none. */
  reopened?: readonly { routine: string; day: Day; words: string }[];
  /** Dry air at the machine: these routines' intervals are so much shorter. */
  dryAir?: { routines: ReadonlySet<string>; share: number; words: string };
};

/** The parts of a machine's facts that follow from its settings. */
export function machineSettings(
  machine: Machine,
  shop: ShopRules,
): Pick<MachineFacts, "id" | "since" | "days" | "firstAwake" | "routines" | "fullUse"> {
  const spans = (machine.asleep ?? []).map(({ from, to }) => [toDay(from), toDay(to)] as const);
  return {
    id: machine.id,
    since: toDay(machine.since),
    days: machineDays(machine, shop.calendar, shop.works),
    firstAwake: (day) => {
      let awake = day;
      for (let span = spans[0]; span; ) {
        span = spans.find(([from, to]) => awake >= from && awake <= to);
        if (span) awake = span[1] + 1;
      }
      return awake;
    },
    routines: routinesOf(machine, shop.book).sort((a, b) => (a.id < b.id ? -1 : 1)),
    fullUse: machine.fullUse,
  };
}

/** The facts of each machine of a fleet file, as known at the end of `on`. */
export function factsOfFleet(fleet: FleetFile, shop: ShopRules, on: Day): MachineFacts[] {
  const history = known(fleet.history ?? [], on, ({ routine, outcome }, day) => ({ routine, day, outcome: outcome ?? "done" }));
  const prompts = known(fleet.prompts ?? [], on, ({ routine }, day) => ({ routine, day }));
  const signs = known(fleet.signs ?? [], on, ({ sign }, day) => ({ sign, day }));
  const moves = new Map<string, Map<string, Map<Day, Day>>>();
  for (const { machine, routine, due, to } of fleet.moves ?? []) {
    const ofMachine = into(moves, machine, () => new Map<string, Map<Day, Day>>());
    into(ofMachine, routine, () => new Map<Day, Day>()).set(toDay(due), toDay(to));
  }
  return fleet.machines.map((machine) => ({
    ...machineSettings(machine, shop),
    doings: history.get(machine.id) ?? [],
    counters: new Map((machine.counters ?? []).map(({ name, readings }) => [name, counterSeries(readings ?? [], on)])),
    prompts: prompts.get(machine.id) ?? [],
    signs: signs.get(machine.id) ?? [],
    moves: moves.get(machine.id) ?? new Map(),
  }));
}

function known<Row extends { machine: string; on: string }, Fact>(
  rows: readonly Row[],
  on: Day,
  fact: (row: Row, day: Day) => Fact,
): Map<string, Fact[]> {
  const byMachine = new Map<string, Fact[]>();
  for (const row of rows) {
    const day = toDay(row.on);
    if (day <= on) into(byMachine, row.machine, () => [] as Fact[]).push(fact(row, day));
  }
  return byMachine;
}

function into<Key, Value>(map: Map<Key, Value>, key: Key, make: () => Value): Value {
  let value = map.get(key);
  if (value === undefined) {
    value = make();
    map.set(key, value);
  }
  return value;
}

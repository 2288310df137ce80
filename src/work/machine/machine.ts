import { type Day, isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { capital } from "../../core/capital.ts";
import type { ConditionItem } from "../../core/condition/condition.ts";
import { type PartWear, partWear } from "../../core/condition/part-wear.ts";
import type { RoomNow } from "../../core/condition/room/room.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import { reasonSentence, words } from "../../core/due/sentence.ts";
import { placesOf } from "../../core/fleet/positions.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { BEATS } from "../../core/fleet/vocabulary.ts";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import { tendsOf } from "../../core/routines/tends.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, personName, type Shop } from "../../core/shop/shop.ts";
import { itemNamed } from "../../core/stores/item-named.ts";
import { lotsInOrder, usable } from "../../core/stores/shelf.ts";
import { stays } from "../../core/stores/trace.ts";
import { counterRows } from "../../ledger/counters.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastDone } from "../../ledger/parts.ts";
import { positionRows } from "../../ledger/positions.ts";
import { lastSeq, ledgerPage } from "../../ledger/reading.ts";
import { fillRows, inkLevels, stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { type MachineRow, machineRows } from "../board/board.ts";
import { conditionOf, type PartView } from "../board/condition.ts";
import { factsNow } from "../facts/due.ts";
import { givenLately } from "../facts/given.ts";
import { nozzleDesks } from "../facts/nozzles.ts";
import { type EntryView, entryView } from "../record/ledger.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { type RoutineOfMachine, routinesAt } from "./frame.ts";

export type DueView = {
  key: string;
  routine: string;
  name: string;
  short: string;
  due: string;
  dueWords: string;
  state: string;
  minutes: number;
  personName: string | null;
  why: string[];
};
/** A part with its age, the work that is due on it, and how much of its time it has used. */
export type PartOfMachine = PartView & {
  /** The item of the store that is such a part, and how many are there. */
  shelf: { item: string; name: string; there: number; lot: string } | null;
  name: string;
  due: string[];
  wear: (PartWear & { routineName: string; dueWords: string }) | null;
};
export type MachineView = {
  row: MachineRow;
  machine: Machine;
  seq: number;
  ahead: DueView[];
  counters: { name: string; readings: { day: string; value: number; reset: boolean; entry: string }[] }[];
  condition: ConditionItem[];
  parts: PartOfMachine[];
  /** When it was checked last. */
  lastCheck: string | null;
  /** What the cap still draws, as a share of what it drew when new. */
  suction: number | null;
  vessels: { id: string; name: string; volumeMl: number; limitMl: number; ml: number | null; words: string | null }[];
  /** The air of its room, with what it is to be. */
  air: { humidity: number; celsius: number | null; low: number; high: number; word: string } | null;
  /** The next days, from today. */
  days: { day: string; words: string; works: boolean }[];
  routines: RoutineOfMachine[];
  areas: { id: string; name: string }[];
  desk: NozzleDesk | null;
  /** The ink in each channel, place by place as seen from the front: how much when last read, and which lot since when. */
  ink: {
    channel: string;
    place: number;
    percent: number | null;
    read: string | null;
    lot: string | null;
    item: string | null;
    since: string | null;
  }[];
};

const DAYS_AHEAD = 14;
/** How far ahead the next change of a part is looked for. */
const LIFE_DAYS = 400;
/** All that a machine's own page shows. */
export async function machineView(db: Connection, actor: Actor, id: string): Promise<MachineView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const today = dayAt(shop);
  const standing = factsNow(db, shop, [machine]);
  const [rows, stands, seq, readings, desks, given, done] = await Promise.all([
    machineRows(db, shop, [machine], standing),
    standing,
    lastSeq(db, shop.id),
    counterRows(db, shop.id, id, isoDay(today - 120)),
    nozzleDesks(db, shop, [machine]),
    givenLately(db, shop.id),
    lastDone(db, shop.id, id),
  ]);
  const [row, mine] = [rows[0], stands.facts[0]];
  if (!row || !mine) throw new Refusal(404, "There is no such machine.");
  const [levels, fills, positions, held] = await Promise.all([
    inkLevels(db, shop.id),
    fillRows(db, shop.id, [id]),
    positionRows(db, shop.id, id),
    stockRows(db, shop.id),
  ]);
  const inIt = stays(fills.map((fill) => ({ ...fill, day: toDay(fill.day) })));
  const condition = await conditionOf(db, shop, machine, row);
  const wear = wearsOf(shop, mine, done, today);
  const todayItems = new Map([...BEATS.flatMap((beat) => row.beats[beat]), ...row.also].map((item) => [item.key, item]));
  const ahead = dueOfMachine(mine, shop.rules, today, DAYS_AHEAD)
    .filter(({ beat, state }) => !beat && state !== "done" && state !== "skipped")
    .map(
      (each): DueView => ({
        key: each.key,
        routine: each.routine,
        name: shop.rules.book.get(each.routine)?.name ?? each.routine,
        short: shop.rules.book.get(each.routine)?.short ?? shop.rules.book.get(each.routine)?.name ?? each.routine,
        due: isoDay(each.due),
        dueWords: spokenDay(each.due),
        state: each.state,
        minutes: shop.rules.book.get(each.routine)?.handsMinutes ?? 0,
        personName: (todayItems.get(each.key) ?? { personName: holder(shop, given.find(({ key }) => key === each.key)?.person ?? null) })
          .personName,
        why: each.why.map(reasonSentence),
      }),
    );
  return {
    row,
    machine: shop.ownMachines.find((each) => each.id === id) ?? machine,
    seq,
    ahead,
    counters: (machine.counters ?? []).map(({ name }) => ({ name, readings: readings.filter(({ counter }) => counter === name) })),
    condition: condition.items,
    lastCheck: row.checkedAt ? whenWords(shop, new Date(row.checkedAt)) : null,
    suction: condition.cap?.suction ?? null,
    vessels: (machine.waste ?? []).map(({ id: vessel, kind, volumeMl, limitMl }) => {
      const known = row.vessel?.vessel === vessel ? row.vessel : null;
      return {
        id: vessel,
        name: capital(words(kind)),
        volumeMl,
        limitMl,
        ml: known?.measured ? known.ml : null,
        words: known?.words ?? null,
      };
    }),
    air: airOf(shop, machine.area ?? "", stands.air.get(machine.area ?? "")),
    days: Array.from({ length: DAYS_AHEAD }, (_, ahead) => today + ahead).map((day) => ({
      day: isoDay(day),
      words: spokenDay(day),
      works: mine.days.prints(day),
    })),
    parts: condition.parts.map((part) => ({
      shelf: partOnShelf(shop, held, part.kind),
      ...part,
      name: part.kind === "head" ? part.id : nameOf(part, condition.parts),
      wear: wear(part),
      due: ahead
        .filter(
          ({ routine }, index) =>
            tendsOf(shop.rules.book.get(routine)).includes(part.kind) && ahead.findIndex((each) => each.routine === routine) === index,
        )
        .map(({ name, dueWords }) => `${name}, ${dueWords}`)
        .slice(0, 3),
    })),
    routines: routinesAt(shop, machine),
    areas: shop.areas,
    desk: desks.get(id) ?? null,
    ink: placesOf(machine, positions.get(id)?.order).map(({ place, line: { id: channel } }) => {
      const level = levels.find((each) => each.machine === id && each.channel === channel);
      const stay = inIt.find((each) => each.channel === channel && each.to === null);
      return {
        channel,
        place,
        percent: level?.percent ?? null,
        read: level ? spokenDay(calendarAt(shop, level.happenedAt)) : null,
        lot: stay?.lot ?? null,
        item: stay?.item ?? null,
        since: stay ? spokenDay(stay.day) : null,
      };
    }),
  };
}

/** The item that a kind of part is, by its name in the store: `cap-seal` is “cap seal” or “cap seals”. */
function partOnShelf(shop: Shop, held: Awaited<ReturnType<typeof stockRows>>, kind: string): PartOfMachine["shelf"] {
  const name = kind.replaceAll("-", " ");
  const item = itemNamed(shop.items, name, "pieces") ?? itemNamed(shop.items, `${name}s`, "pieces");
  if (!item) return null;
  const lots = lotsInOrder(item, held, dayAt(shop));
  return {
    item: item.id,
    name: item.name,
    there: usable(lots),
    lot: lots.find(({ amount, expired }) => amount > 0 && !expired)?.lot ?? "",
  };
}

/** A machine's newest entries, steps of runs left out. @throws Refusal 404 where there is no such machine */
export async function machineEntries(
  db: Connection,
  actor: Actor,
  id: string,
): Promise<{ machine: { id: string; name: string }; entries: EntryView[] }> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, id);
  const rows = await ledgerPage(db, shop.id, { machine: id, limit: 60, withoutSteps: true });
  return { machine: { id, name: machine.name }, entries: rows.map((entry) => entryView(shop, entry)) };
}

const holder = (shop: Shop, person: string | null): string | null => (person === null ? null : personName(shop, person));

/** A part by its kind; where there are several of a kind, by its own name too. */
function nameOf({ id, kind }: PartView, all: readonly PartView[]): string {
  const several = all.filter((each) => each.kind === kind).length > 1;
  return several && id !== kind ? `${capital(words(kind))} ${id}` : capital(words(kind));
}

type Wears = (part: PartView) => PartOfMachine["wear"];

/** What of its time each part of a machine has used; the days ahead are asked for once. */
function wearsOf(shop: Shop, facts: MachineFacts, done: ReadonlyMap<string, { day: string }>, today: Day): Wears {
  const caring = facts.routines.filter((routine) => tendsOf(routine).length > 0 || (routine.effects?.replaces ?? []).length > 0);
  const next = new Map<string, Day>();
  for (const { routine, due, state, beat } of dueOfMachine({ ...facts, routines: caring }, shop.rules, today, LIFE_DAYS))
    if (!beat && state !== "done" && state !== "skipped" && !next.has(routine)) next.set(routine, due);
  const last = (routine: string) => {
    const found = done.get(routine);
    return found && toDay(found.day);
  };
  return ({ kind, gone, ageDays }) => {
    const part = { kind, gone, fittedDay: ageDays === null ? null : today - ageDays };
    const wear = partWear(part, caring, last, (routine) => next.get(routine), today);
    return wear ? { ...wear, routineName: shop.rules.book.get(wear.routine)?.name ?? wear.routine, dueWords: spokenDay(wear.due) } : null;
  };
}

function airOf(shop: Shop, area: string, here: RoomNow | undefined): MachineView["air"] {
  const settings = shop.rooms.get(area);
  if (!here || here.humidity === null || !settings) return null;
  return { humidity: here.humidity, celsius: here.celsius, low: settings.floorPercent, high: settings.highPercent, word: here.word };
}

/** “05:40” today, else “Thu 26 Nov”. */
const whenWords = (shop: Shop, at: Date): string =>
  calendarAt(shop, at) === calendarAt(shop) ? clockTime(at, shop.site.timeZone) : spokenDay(calendarAt(shop, at));

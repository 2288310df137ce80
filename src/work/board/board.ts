import { group } from "d3-array";
import { type Day, isoDay, mondayOf, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime, instantOf } from "../../core/calendar/site-time.ts";
import { capItem, conditionShort } from "../../core/condition/condition.ts";
import type { RoomNow } from "../../core/condition/room/room.ts";
import { type BoardItem, dayBoard, nextAction } from "../../core/due/day-board.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import { familyOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { BEATS, type Beat } from "../../core/fleet/vocabulary.ts";
import type { RepairSaid, SignView } from "../../core/floor/floor-view.ts";
import { type ChannelView, channelViews } from "../../core/nozzles/channel-views.ts";
import { nextLine, roomFirst, whatNow } from "../../core/nozzles/ladder/what-now.ts";
import type { MachineState } from "../../core/nozzles/readiness.ts";
import { stateSentence } from "../../core/nozzles/state-sentence.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { signWords } from "../../core/signs/guide.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import { goesOn } from "../../core/tasks/of-day.ts";
import { type Around, occurrenceItem, type WorkItem } from "../../core/tasks/work-item.ts";
import { type ConditionRows, conditionRows } from "../../ledger/condition.ts";
import type { Connection } from "../../ledger/database.ts";
import { type PartRow, partRows } from "../../ledger/parts.ts";
import { lastSeq, machinesChangedAfter } from "../../ledger/reading.ts";
import { runsOn } from "../../ledger/runs.ts";
import { openSigns, type SignRow } from "../../ledger/signs.ts";
import { openRepairs, type RepairRow } from "../../ledger/tasks.ts";
import { type Actor, authorise } from "../actor.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { aroundWork, beatsPassed, rosterChanges } from "../day/day.ts";
import { type AreaView, areasWithAir, classNote, dryAirAt } from "../facts/air-now.ts";
import { type FactsNow, factsNow, type Surroundings } from "../facts/due.ts";
import { givenLately } from "../facts/given.ts";
import { nozzleDesks } from "../facts/nozzles.ts";
import { type RunBookEntry, runBook } from "../facts/run-book.ts";
import { wasteItems } from "../facts/vessels.ts";
import { type LastUse, standingTooLong } from "../idle/idle.ts";
import { nozzlesOf } from "../shop/patterns.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { capOf } from "./condition.ts";
import { busyUntil, stateOf } from "./machine-state.ts";

export type MachineRow = {
  id: string;
  name: string;
  class: Machine["class"];
  family: string | null;
  area: string | null;
  word: MachineState["word"];
  why: string;
  evidence: string[];
  checkedAt: string | null;
  prints: boolean;
  busyUntil: string | null;
  channels: ChannelView[];
  beats: Record<Beat, WorkItem[]>;
  also: WorkItem[];
  repair: { id: string; since: string; body: RepairSaid } | null;
  /** Reported and not explained yet. */
  signs: SignView[];
  missed: { day: string; names: string[]; closing: boolean } | null;
  /** What of its condition is bad besides its nozzles, in short. */
  condition: string;
  /** Its waste vessel, as worked out. */
  vessel: VesselView | null;
  next: { words: string; routine: string | null; isCheck: boolean };
  /** Hands of the next seven days, from today, in minutes: of work that comes less often than each day. */
  week: { minutes: number; late: boolean }[];
};
export type BoardView = {
  seq: number;
  today: string;
  todayWords: string;
  now: string;
  /** The clock time at the site. */
  nowWords: string;
  timeZone: string;
  site: string;
  workDay: boolean;
  beats: { beat: Beat; by: string | null; passed: boolean }[];
  areas: AreaView[];
  machines: MachineRow[];
  /** Set where only changed rows are in `machines`. */
  partial: boolean;
};

/** An older sign that nobody explained says nothing of the machine as it stands. */
const SIGN_DAYS = 14;
const WEEK_DAYS = 7;
const DEFAULT_BEAT_TIMES: Record<Beat, string> = { opening: "08:00", midday: "13:00", closing: "22:00" };

/** The Board, or what has changed on it since a place in the ledger. */
export async function board(db: Connection, actor: Actor, after?: number): Promise<BoardView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const seq = await lastSeq(db, actor.site);
  const changed = after === undefined ? undefined : await machinesChangedAfter(db, actor.site, after);
  const machines = changed && changed !== "all" ? shop.machines.filter(({ id }) => changed.has(id)) : shop.machines;
  const stands = factsNow(db, shop, machines);
  const rows = await machineRows(db, shop, machines, stands);
  return { ...frame(shop, seq, (await stands).air), machines: rows, partial: machines.length < shop.machines.length };
}

function frame(shop: Shop, seq: number, air: ReadonlyMap<string, RoomNow>): Omit<BoardView, "machines" | "partial"> {
  const today = dayAt(shop);
  const passed = beatsPassed(shop, today, now());
  return {
    seq,
    today: isoDay(today),
    todayWords: spokenDay(today, true),
    now: now().toISOString(),
    nowWords: clockTime(now(), shop.site.timeZone),
    timeZone: shop.site.timeZone,
    site: shop.site.name,
    workDay: shop.rules.works(today),
    beats: BEATS.map((beat) => ({ beat, by: shop.calendar.beats?.[beat]?.by ?? null, passed: passed.has(beat) })),
    areas: areasWithAir(shop, air),
  };
}

/** The beat that a moment belongs to: up to the opening's time the opening, up to midday's the midday, then the closing. */
function currentBeat(shop: Shop, day: Day, at: Date): Beat {
  const time = (beat: Beat) => instantOf(day, shop.calendar.beats?.[beat]?.by ?? DEFAULT_BEAT_TIMES[beat], shop.site);
  return at <= time("opening") ? "opening" : at <= time("midday") ? "midday" : "closing";
}

/** Rows of some machines; `known` where how they stand is asked for already. */
export async function machineRows(
  db: Connection,
  shop: Shop,
  machines: readonly Machine[],
  known?: Promise<FactsNow>,
): Promise<MachineRow[]> {
  if (machines.length === 0) return [];
  const today = dayAt(shop);
  const ids = machines.length < shop.machines.length ? machines.map(({ id }) => id) : undefined;
  const standsNow = known ?? factsNow(db, shop, machines);
  const [stands, repairs, runs, given, signs, parts, condition, roster] = await Promise.all([
    standsNow,
    openRepairs(db, shop.id),
    runsOn(db, shop.id, isoDay(today)),
    givenLately(db, shop.id),
    openSigns(db, shop.id, isoDay(today - SIGN_DAYS)),
    partRows(db, shop.id, ids),
    conditionRows(db, shop.id, { from: isoDay(today - 10), today: isoDay(today) }, ids),
    rosterChanges(db, shop, today),
  ]);
  const rowsOf = byMachine(condition);
  const isUnderWay = ({ status }: { status: string }) => status === "running" || status === "stopped";
  const underWay = await runBook(
    db,
    shop,
    runs.filter((run) => isUnderWay(run) && machines.some(({ id }) => id === run.machine)),
  );
  const tooLong = await standingTooLong(db, shop, machines, stands.sleeps, ({ id }) => lastUse(rowsOf(id)));
  const overlay = {
    repairs,
    signs,
    parts,
    tooLong,
    underWay,
    around: aroundWork(shop, today, { given, runs, roster, done: condition.done.filter(({ day }) => day === isoDay(today)) }),
  };
  const current = currentBeat(shop, today, now());
  const found: MachineRow[] = [];
  for (const [index, machine] of machines.entries()) {
    await breathe();
    const mine = stands.facts[index];
    if (mine) found.push(rowOf(shop, machine, mine, rowsOf(machine.id), { ...overlay, ...stands }, today, current));
  }
  const held = found.filter(({ word, repair, next }) => word === "Hold" && !repair && next.routine === null).map(({ id }) => id);
  if (held.length === 0) return found;
  const desks = await nozzleDesks(
    db,
    shop,
    machines.filter(({ id }) => held.includes(id)),
    stands.vessels,
  );
  return found.map((row) => {
    const desk = desks.get(row.id);
    const next = desk && held.includes(row.id) ? whatNow(desk, desk.madeAt) : undefined;
    return next ? { ...row, next: { ...row.next, words: nextLine(next) } } : row;
  });
}

/** What is known around the due work: repairs, signs, runs under way, who has what. */
type Overlay = Surroundings & {
  repairs: readonly RepairRow[];
  signs: readonly SignRow[];
  parts: readonly PartRow[];
  /** Machines that have stood longer than their cap allows. */
  tooLong: ReadonlyMap<string, string>;
  around: Around;
  underWay: readonly RunBookEntry[];
};

function rowOf(
  shop: Shop,
  machine: Machine,
  facts: MachineFacts,
  rows: ConditionRows,
  overlay: Overlay,
  today: Day,
  current: Beat,
): MachineRow {
  const place = shop.machines.findIndex(({ id }) => id === machine.id);
  const repair = overlay.repairs.find((each) => each.machine === machine.id);
  const ahead = goesOn(dueOfMachine(facts, shop.rules, today, WEEK_DAYS), repair?.body);
  const thisWeek = mondayOf(today) + WEEK_DAYS;
  const work = ahead.filter(({ due }) => due < thisWeek);
  const day = dayBoard(work, today, overlay.around.passed);
  const { state, evidence, checks, checkedAt } = stateOf(shop, machine, facts, rows, today, {
    repair,
    signs: overlay.signs.filter((each) => each.machine === machine.id),
    dryAir: dryAirAt(shop, overlay.air, machine),
    sleep: overlay.sleeps.get(machine.id),
    runs: overlay.underWay.filter(({ row }) => row.machine === machine.id),
  });
  const vessel = overlay.vessels.get(machine.id) ?? null;
  const airWords = classNote(machine, overlay.air.get(machine.area ?? ""), shop.rooms.get(machine.area ?? ""));
  const until = busyUntil(rows.facts);
  const missed = missedSincePrintDay(shop, facts, rows, today);
  const item = (each: BoardItem) => occurrenceItem(shop, each, place, overlay.around);
  const action = nextAction(day, {
    onHold: state.word === "Hold",
    missedClosing: missed?.closing ?? false,
    current,
    checks: (id) => shop.rules.book.get(id)?.isCheck ?? false,
  });
  const routine = "routine" in action && action.routine ? shop.rules.book.get(action.routine) : undefined;
  const noRoom = routine && vessel?.holdsBack.some((each) => each.routine === routine.id);
  const cap = capOf(
    machine,
    overlay.parts.filter((each) => each.machine === machine.id),
  );
  const signs = overlay.signs
    .filter((each) => each.machine === machine.id)
    .map(({ id, sign, seenAt, person, note }) => ({
      id,
      sign,
      words: signWords(sign),
      seen: `${spokenDay(calendarAt(shop, seenAt))}, ${clockTime(seenAt, shop.site.timeZone)}, ${personName(shop, person)}`,
      note,
    }));
  return {
    id: machine.id,
    name: machine.name,
    class: machine.class,
    family: familyOf(machine) ?? null,
    area: machine.area ?? null,
    word: state.word,
    why: stateSentence(state, shop.site.timeZone),
    evidence,
    checkedAt,
    prints: facts.days.prints(today),
    busyUntil: until && until > now() ? until.toISOString() : null,
    channels: channelViews(machine, checks, nozzlesOf(shop, machine.id)),
    beats: { opening: day.beats.opening.map(item), midday: day.beats.midday.map(item), closing: day.beats.closing.map(item) },
    also: day.also.map(item),
    repair: repair ? { id: repair.id, since: repair.openedDay, body: repair.body } : null,
    signs,
    missed,
    condition: conditionShort([
      ...(cap ? [capItem(cap, today, spokenDay)] : []),
      ...signs.map(({ words }) => ({ topic: "Sign", words, why: "", isBad: true })),
      ...(vessel ? wasteItems(vessel) : []),
      ...(overlay.tooLong.has(machine.id)
        ? [{ topic: "Standing", words: overlay.tooLong.get(machine.id) ?? "", why: "", isBad: true }]
        : []),
      ...(airWords ? [{ topic: "Air", words: airWords, why: "", isBad: true }] : []),
    ]),
    vessel,
    next: {
      words: repair
        ? `Repair it; a nozzle check closes the repair${action.kind === "do" ? `. Meanwhile: ${routine?.name ?? action.routine}` : ""}`
        : action.kind === "nothing"
          ? "Nothing more now"
          : action.kind === "recover"
            ? "Recover the held channels, then check again"
            : action.kind === "check-after-missed-closing"
              ? `${routine?.name ?? "Check"} first: the closing was missed`
              : `${noRoom && vessel ? roomFirst(vessel.kind) : ""}${routine?.name ?? action.routine}${action.late ? ", late" : ""}`,
      routine: routine?.id ?? null,
      isCheck: routine?.isCheck ?? action.kind === "recover",
    },
    week: Array.from({ length: WEEK_DAYS }, (_, later) => {
      const mine = ahead.filter(
        ({ due, beat, key, state }) =>
          Math.max(due, today) === today + later && beat === undefined && !key.endsWith("/idle") && state !== "done" && state !== "skipped",
      );
      return {
        minutes: mine.reduce((sum, { routine: id }) => sum + (shop.rules.book.get(id)?.handsMinutes ?? 0), 0),
        late: mine.some(({ state: how }) => how === "overdue"),
      };
    }),
  };
}

/** What a machine did last, as far as the Board's rows say. */
const lastUse = ({ done, facts }: ConditionRows): LastUse => ({
  done: done.filter(({ outcome }) => outcome === "done").map(({ routine, happenedAt }) => ({ routine, at: happenedAt })),
  active: facts
    .filter(({ fact }) => fact !== "release")
    .map(({ fact, happenedAt, body }) =>
      fact === "busy" ? new Date(Math.max(happenedAt.getTime(), Date.parse(String(body.until)))) : happenedAt,
    )
    .reduce<Date | null>((a, b) => (a && a >= b ? a : b), null),
});

/** What was missed on the machine's last print day before today, from the closed days. */
function missedSincePrintDay(
  shop: Shop,
  facts: MachineFacts,
  rows: ConditionRows,
  today: Day,
): { day: string; names: string[]; closing: boolean } | null {
  let last = today - 1;
  while (last > today - 10 && !facts.days.prints(last)) last--;
  const missed = rows.missed.filter(({ day }) => toDay(day) >= last);
  if (missed.length === 0) return null;
  return {
    day: spokenDay(last),
    names: [...new Set(missed.map(({ routine }) => shop.rules.book.get(routine)?.name ?? routine))],
    closing: missed.some(({ beat }) => beat === "closing"),
  };
}

function byMachine(rows: ConditionRows): (machine: string) => ConditionRows {
  const index = <Row extends { machine: string }>(list: Row[]) => group(list, ({ machine }) => machine);
  const [facts, checks, done, missed] = [index(rows.facts), index(rows.checks), index(rows.done), index(rows.missed)];
  return (machine) => ({
    facts: facts.get(machine) ?? [],
    checks: checks.get(machine) ?? [],
    done: done.get(machine) ?? [],
    missed: missed.get(machine) ?? [],
  });
}

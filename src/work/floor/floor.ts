import { isoDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime, instantOf } from "../../core/calendar/site-time.ts";
import { SIGNS } from "../../core/fleet/vocabulary.ts";
import { floorRoutine } from "../../core/floor/floor-routine.ts";
import type { FloorMachine, FloorRound, FloorView } from "../../core/floor/floor-view.ts";
import { readinessSettings } from "../../core/nozzles/readiness.ts";
import { walkOf } from "../../core/rounds/day-problem.ts";
import { callableAt, routinesOf } from "../../core/routines/assigned.ts";
import type { Routine } from "../../core/routines/routine.ts";
import { DEFERENCE } from "../../core/safety/hazards.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { causesInOrder } from "../../core/signs/causes.ts";
import { signHolds, signWords } from "../../core/signs/guide.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import { shelfItems } from "../../core/stores/shelf-items.ts";
import type { Database } from "../../ledger/database.ts";
import { lastPhotos } from "../../ledger/pictures.ts";
import { positionRows } from "../../ledger/positions.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { newestRounds, type RoundRow } from "../../ledger/rounds.ts";
import { runsOn } from "../../ledger/runs.ts";
import { causesFound } from "../../ledger/signs.ts";
import { stockRows } from "../../ledger/stock.ts";
import { handovers, openRepairs } from "../../ledger/tasks.ts";
import { languagesOf } from "../access/language.ts";
import { pinsOf, sealingKey } from "../access/pin.ts";
import type { Sender } from "../actor.ts";
import { machineRows } from "../board/board.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { dayWork } from "../day/day.ts";
import { factsNow } from "../facts/due.ts";
import { nozzleDesks } from "../facts/nozzles.ts";
import { runBook } from "../facts/run-book.ts";
import { daysWords } from "../idle/sleeps.ts";
import { roundSettings } from "../rounds/round-problem.ts";
import { paceInWindows } from "../runs/pace.ts";
import { practisedIn } from "../runs/practised.ts";
import { patternOf } from "../shop/patterns.ts";
import { sheetsFor } from "../shop/safety.ts";
import { calendarAt, dayAt, loadShop } from "../shop/shop.ts";
import { tagOf } from "../shop/tags.ts";
import { handoverDraft, shiftNow } from "./handover.ts";
import { knownOf } from "./known.ts";

/** What a device keeps of the floor and is sent once: routines and patterns. */
type Book = Pick<FloorView, "routines" | "patterns">;
/** The floor as it is sent: without the book where the device has it already. */
export type FloorAnswer = Omit<FloorView, keyof Book> & Partial<Book>;

/**
 * The floor as JSON.
 * @param have the mark of the routines that the device has
 */
export async function floorAnswer(db: Database, sender: Sender, have: string | null): Promise<string> {
  const shop = await loadShop(db, sender.site);
  const standing = await standingFloor(db, shop, sender);
  if (standing.book === have) return JSON.stringify(standing);
  const book = await bookText(shop, standing.book);
  await breathe();
  return `${JSON.stringify(standing).slice(0, -1)},${book.slice(1)}`;
}

export async function floor(db: Database, sender: Sender): Promise<FloorView> {
  const shop = await loadShop(db, sender.site);
  return { ...(await standingFloor(db, shop, sender)), ...bookOf(shop, [...shop.rules.book.values()]) };
}

const KEPT_BOOKS = 4;
const texts = new Map<string, string>();
/** A shop's book as JSON, made once for its mark: it is by far the largest part of what a new device is sent. */
async function bookText(shop: Shop, mark: string): Promise<string> {
  const known = texts.get(mark);
  if (known !== undefined) return known;
  const routines: string[] = [];
  for (const routine of shop.rules.book.values()) {
    await breathe();
    routines.push(JSON.stringify(bookOf(shop, [routine]).routines).slice(1, -1));
  }
  const text = `{"routines":{${routines.join(",")}},"patterns":${JSON.stringify(bookOf(shop, []).patterns)}}`;
  texts.set(mark, text);
  for (const [oldest] of texts) if (texts.size > KEPT_BOOKS) texts.delete(oldest);
  return text;
}

const bookOf = (shop: Shop, routines: readonly Routine[]) => ({
  routines: Object.fromEntries(routines.map((routine) => [routine.id, { ...floorRoutine(routine), sheets: sheetsFor(shop, routine) }])),
  patterns: Object.fromEntries(
    shop.machines.flatMap(({ id }) => {
      const pattern = patternOf(shop, id);
      return pattern ? [[id, pattern]] : [];
    }),
  ),
});

async function standingFloor(db: Database, shop: Shop, sender: Sender): Promise<Omit<FloorView, keyof Book> & { book: string }> {
  const seq = await lastSeq(db, sender.site);
  const today = dayAt(shop);
  const stands = factsNow(db, shop, shop.machines);
  const [rows, work, runs, repairs, notes, pins, sealWith, photos, pace, found, desks, rounds, held] = await Promise.all([
    machineRows(db, shop, shop.machines, stands),
    dayWork(db, shop, today, { known: stands.then(({ facts }) => facts), ahead: false }),
    runsOn(db, shop.id, isoDay(today)),
    openRepairs(db, shop.id),
    handovers(db, shop.id, 3),
    pinsOf(shop.id),
    sealingKey(),
    lastPhotos(db, shop.id),
    paceInWindows(db, shop),
    causesFound(db, shop.id),
    stands.then(({ vessels }) => nozzleDesks(db, shop, shop.machines, vessels)),
    newestRounds(db, shop.id),
    stockRows(db, shop.id),
  ]);
  const { sleeps } = await stands;
  const [book, known, practised, positions] = await Promise.all([
    runBook(db, shop, runs),
    knownOf(db, shop, sleeps),
    practisedIn(db, shop, roundSettings(shop).practisedAfter),
    positionRows(db, shop.id),
  ]);
  await breathe();
  const rowOf = new Map(rows.map((row) => [row.id, row]));
  const there = new Map(work.workers.map(({ id, shifts }) => [id, shifts.length > 0]));
  const unseen = notes.find(({ seenBy }) => seenBy === null);
  const languages = languagesOf(shop);
  const shift = shiftNow(shop);
  return {
    build: process.env.ZESTY_BUILD_ID ?? "",
    seq,
    now: now().toISOString(),
    today: isoDay(today),
    todayWords: spokenDay(today, true),
    timeZone: shop.site.timeZone,
    site: shop.site.name,
    me: sender.actor ? { id: sender.actor.personId, name: sender.actor.name, role: sender.actor.role } : null,
    device: sender.device ? { id: sender.device.id, name: sender.device.name } : null,
    people: shop.people.map(({ id, name, role, skills }) => ({
      id,
      name,
      role,
      skills: [...(skills ?? [])],
      there: there.get(id) ?? false,
      hasPin: pins.has(id),
      ...(languages.has(id) ? { language: languages.get(id) } : {}),
    })),
    areas: shop.areas,
    beats: (["opening", "midday", "closing"] as const).map((beat) => {
      const by = shop.calendar.beats?.[beat]?.by ?? null;
      return { beat, by, passed: by !== null && now() > instantOf(today, by, shop.site) };
    }),
    machines: shop.machines.flatMap((machine) => {
      const row = rowOf.get(machine.id);
      if (!row) return [];
      const repair = repairs.find((each) => each.machine === machine.id);
      return [
        {
          id: machine.id,
          name: machine.name,
          class: machine.class,
          area: machine.area ?? null,
          tag: tagOf(shop, machine.id),
          word: row.word,
          why: row.why,
          missed: row.missed,
          signs: row.signs,
          prompts: routinesOf(machine, shop.rules.book).flatMap(({ id, trigger }) =>
            [trigger ?? []].flat().some((each) => "prompt" in each) ? [id] : [],
          ),
          channels: row.channels,
          machine,
          routines: [...new Set([...routinesOf(machine, shop.rules.book), ...callableAt(machine, shop.rules.book)])].flatMap(
            ({ id, steps }) => (steps ? [id] : []),
          ),
          readiness: readinessSettings(
            machine.class,
            ["site", machine.class, machine.id].flatMap((id) => shop.readiness.get(id) ?? []),
          ),
          repair: repair ? { id: repair.id, since: repair.openedDay, body: repair.body } : null,
          photos: photos.get(machine.id) ?? {},
          known: known.get(machine.id) ?? {},
          desk: desks.get(machine.id) ?? null,
          ...(positions.has(machine.id) ? { positions: positions.get(machine.id)?.order ?? [] } : {}),
          vessel: row.vessel,
          sleep: sleepOn(sleeps.get(machine.id)),
        },
      ];
    }),
    // Routines and patterns are settings of the shop, put together by this build.
    book: `${process.env.ZESTY_BUILD_ID ?? ""}/${shop.id}/${shop.mark}`,
    tasks: work.tasks,
    pace,
    practised,
    runs: book.map(({ row, events, steps, state }) => ({
      id: row.run,
      machine: row.machine,
      routine: row.routine,
      key: row.key,
      status: state.status,
      person: state.person,
      personName: personName(shop, state.person),
      device: state.device,
      startedWords: clockTime(row.startedAt, shop.site.timeZone),
      steps,
      events,
    })),
    shelf: shelfItems(shop.items, held, today),
    containers: shop.containers.map(({ id, name }) => ({ id, name })),
    round: roundOnFloor(shop, rounds, isoDay(today)),
    handover: unseen
      ? {
          id: unseen.id,
          words: `${unseen.shift}, ${spokenDay(calendarAt(shop, unseen.happenedAt))}, ${clockTime(unseen.happenedAt, shop.site.timeZone)}`,
          by: personName(shop, unseen.person),
          items: unseen.body.items,
          free: unseen.body.free ?? null,
        }
      : null,
    leaves: { shift: shift?.id ?? "day", day: isoDay(today), items: handoverDraft(shop, rows, work.tasks, book, repairs) },
    sealWith,
    signGuide: SIGNS.map((sign) => ({
      sign,
      words: signWords(sign),
      holds: signHolds(sign),
      causes: causesInOrder(sign, Object.fromEntries(found.flatMap((each) => (each.sign === sign ? [[each.cause, each.found]] : [])))),
    })),
    deference: DEFERENCE,
  };
}

const sleepOn = (sleep: Sleep | undefined): FloorMachine["sleep"] =>
  sleep
    ? {
        regime: sleep.regime,
        regimes: sleep.regimes,
        contents: sleep.contents,
        sinceDay: sleep.sinceDay,
        sinceWords: daysWords(sleep.sinceDay),
      }
    : null;

function roundOnFloor(shop: Shop, rounds: readonly RoundRow[], today: string): FloorRound | null {
  const row = rounds.find(({ body }) => body.day === today);
  if (!row) return null;
  const areas = shop.areas.map(({ id }) => id);
  const minutes = walkOf(areas, roundSettings(shop));
  return {
    by: personName(shop, row.person),
    at: clockTime(row.happenedAt, shop.site.timeZone),
    zero: row.body.zero,
    tasks: row.body.tasks.map(({ key, stretches }) => ({ key, stretches })),
    walk: Object.fromEntries(areas.map((from, a) => [from, Object.fromEntries(areas.map((to, b) => [to, minutes[a]?.[b] ?? 0]))])),
  };
}

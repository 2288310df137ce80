import { type Day, isoDay, spokenDay, weekday } from "../../core/calendar/day.ts";
import { shiftSpan } from "../../core/calendar/roster.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { Occurrence } from "../../core/due/occurrence.ts";
import { type CarryingWork, type LevelDay, type LevelMove, level, type Overload, overload } from "../../core/rounds/level.ts";
import { skillFor } from "../../core/routines/routine.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { goesOn, isOpen } from "../../core/tasks/of-day.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { openRepairs } from "../../ledger/tasks.ts";
import { type Actor, authorise } from "../actor.ts";
import { breathe } from "../breathe.ts";
import { rosterChanges, workersOn } from "../day/day.ts";
import { dueFacts } from "../facts/due.ts";
import { givenLately } from "../facts/given.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { roundSettings } from "./round-problem.ts";

/** Carrying work over the next days, levelled; load against capacity over six weeks. */
export type WeekView = {
  seq: number;
  days: { day: string; words: string; works: boolean; before: number; after: number; capacity: number; there: string[] }[];
  moves: (Omit<LevelMove, "from" | "to"> & {
    from: string;
    to: string;
    fromWords: string;
    toWords: string;
    machineName: string;
    routine: string;
  })[];
  weeks: WeekLoad[];
  careShare: number;
  /** What is given to each person so far, of the same days; `freeMinutes` is null where they are not there. */
  people: { id: string; name: string; days: { fixedMinutes: number; movableMinutes: number; freeMinutes: number | null }[] }[];
};
export type WeekLoad = {
  from: string;
  words: string;
  load: Record<string, number>;
  capacity: Record<string, number>;
  lacks: Overload | null;
};

const LEVELLED_DAYS = 10;
const WEEKS = 6;

export async function weekView(db: Database, actor: Actor): Promise<WeekView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const seq = await lastSeq(db, shop.id);
  const ahead = await workAhead(db, shop, today, WEEKS * 7);
  const { careShare } = roundSettings(shop);
  const days = Array.from({ length: LEVELLED_DAYS }, (_, later) => today + later);
  // The one after it falls due by when this one is done, so only the next of each is moved.
  const next = new Map(ahead.work.map((each) => [`${each.machine}/${each.routine}`, each.key] as const).reverse());
  const movable = ahead.work.filter(
    (each) => isMovable(each) && each.due < today + LEVELLED_DAYS && next.get(`${each.machine}/${each.routine}`) === each.key,
  );
  const fixed = ahead.work.filter((each) => !movable.includes(each));
  const levelDays = days.map((day): LevelDay => {
    const there = ahead.workers(day);
    const at = new Map<string, string[]>();
    for (const each of fixed)
      if (dayOf(each, today) === day && !each.beat) at.set(each.machine, [...(at.get(each.machine) ?? []), each.name]);
    return {
      day,
      fixedMinutes: sumOf(fixed.filter((each) => dayOf(each, today) === day)),
      capacityMinutes: Math.round(there.reduce((sum, { minutes }) => sum + minutes, 0) * careShare),
      skills: new Set(there.flatMap(({ skills }) => skills)),
      prints: new Set(ahead.work.filter((each) => each.due === day && each.beat === "opening").map(({ machine }) => machine)),
      at,
    };
  });
  const carrying = movable.map(
    (each): CarryingWork => ({
      ...each,
      opens: Math.max(each.opens, today),
      due: Math.max(each.due, today),
      lastDay: Math.max(each.lastDay, today),
    }),
  );
  await breathe();
  const { moves, before, after } = level(carrying, levelDays);
  await breathe();
  const nameOf = (id: string) => shop.machines.find((machine) => machine.id === id)?.name ?? id;
  return {
    seq,
    careShare,
    days: levelDays.map(({ day, capacityMinutes }, place) => ({
      day: isoDay(day),
      words: spokenDay(day),
      works: shop.rules.works(day),
      before: Math.round(before[place] ?? 0),
      after: Math.round(after[place] ?? 0),
      capacity: capacityMinutes,
      there: ahead.workers(day).map(({ name }) => name.split(" ")[0] ?? name),
    })),
    moves: moves.map((move) => ({
      ...move,
      // A move names the day on which the work was due, however long ago.
      from: isoDay(movable.find(({ key }) => key === move.key)?.due ?? move.from),
      to: isoDay(move.to),
      fromWords: spokenDay(move.from),
      toWords: spokenDay(move.to),
      machineName: nameOf(move.machine),
      routine: movable.find(({ key }) => key === move.key)?.routine ?? "",
    })),
    weeks: weekLoads(ahead, today, careShare),
    people: shop.people
      .filter(({ role }) => role !== "viewer")
      .map(({ id, name }) => ({
        id,
        name,
        days: days.map((day) => {
          const given = ahead.work.filter((each) => each.person === id && dayOf(each, today) === day);
          const there = ahead.workers(day).find((worker) => worker.id === id);
          return {
            fixedMinutes: sumOf(given.filter((each) => !movable.includes(each))),
            movableMinutes: sumOf(given.filter((each) => movable.includes(each))),
            freeMinutes: there ? Math.round(there.minutes * careShare) : null,
          };
        }),
      })),
  };
}

type Ahead = {
  work: (Occurrence & CarryingWork & { person: string | null })[];
  /** Who is there on a day, with their minutes on shift. */
  workers: (day: Day) => { id: string; name: string; skills: string[]; minutes: number }[];
};

/** All work that falls due over some days, and who is there. */
export async function workAhead(db: Connection, shop: Shop, today: Day, days: number): Promise<Ahead> {
  const [facts, repairs, roster, given] = await Promise.all([
    dueFacts(db, shop, today, shop.machines),
    openRepairs(db, shop.id),
    rosterChanges(db, shop, today),
    givenLately(db, shop.id),
  ]);
  const personOf = new Map(given.map(({ key, person }) => [key, person]));
  const work: Ahead["work"] = [];
  for (const each of facts) {
    await breathe();
    const machine = shop.machines.find(({ id }) => id === each.id);
    const due = goesOn(dueOfMachine(each, shop.rules, today, days), repairs.find((repair) => repair.machine === each.id)?.body);
    for (const occurrence of due.filter(isOpen)) {
      const routine = shop.rules.book.get(occurrence.routine);
      work.push({
        ...occurrence,
        name: routine?.name ?? occurrence.routine,
        skill: routine && machine ? skillFor(routine, machine) : null,
        minutes: routine?.handsMinutes ?? 0,
        lastDay: occurrence.overdueAfter,
        person: personOf.get(occurrence.key) ?? null,
      });
    }
  }
  const known = new Map<Day, ReturnType<Ahead["workers"]>>();
  const workers = (day: Day) => {
    const already = known.get(day);
    if (already) return already;
    const spans = new Map((shop.calendar.shifts ?? []).map((shift) => [shift.id, shiftSpan(shift, day, shop.site)]));
    const whole = 480;
    const there = workersOn(shop, day, roster)
      .filter(({ role, shifts }) => role !== "viewer" && shifts.length > 0 && shop.rules.works(day))
      .map(({ id, name, skills, shifts }) => ({
        id,
        name,
        skills: [...(skills ?? [])],
        minutes: shifts.reduce((sum, shift) => {
          const span = spans.get(shift);
          return sum + (span ? (span.to.getTime() - span.from.getTime()) / 60_000 : whole);
        }, 0),
      }));
    known.set(day, there);
    return there;
  };
  return { work, workers };
}

/** The day on which work is done as it stands: carried over, it is today's. */
const dayOf = (each: { due: Day }, today: Day): Day => Math.max(each.due, today);
/** What a person has moved already stays: its window would move on with it. */
const isMovable = (each: Occurrence) =>
  each.beat === undefined &&
  !each.key.endsWith("/idle") &&
  each.overdueAfter > each.opens &&
  !each.why.some(({ kind }) => kind === "moved");
const sumOf = (work: readonly { minutes: number }[]) => work.reduce((sum, { minutes }) => sum + minutes, 0);

function weekLoads(ahead: Ahead, today: Day, careShare: number): WeekLoad[] {
  const monday = today - (weekday(today) - 1);
  return Array.from({ length: WEEKS }, (_, week): WeekLoad => {
    const from = week === 0 ? today : monday + week * 7;
    const until = monday + (week + 1) * 7;
    const own = ahead.work.filter((each) => dayOf(each, today) >= from && dayOf(each, today) < until);
    const load: Record<string, number> = {};
    for (const { skill, minutes } of own) load[skill ?? ""] = (load[skill ?? ""] ?? 0) + minutes;
    const people = new Map<string, { skills: string[]; minutes: number }>();
    for (let day = from; day < until; day++)
      for (const { id, skills, minutes } of ahead.workers(day))
        people.set(id, { skills, minutes: (people.get(id)?.minutes ?? 0) + minutes * careShare });
    const there = [...people.values()];
    const capacity = Object.fromEntries(
      Object.keys(load).map((skill) => [skill, Math.round(sumOf(there.filter(({ skills }) => skill === "" || skills.includes(skill))))]),
    );
    return { from: isoDay(from), words: spokenDay(from), load, capacity, lacks: overload(load, there) ?? null };
  });
}

/** A month of work by machine and by person, as it stands. */
export type MonthView = {
  month: string;
  days: { day: string; number: number; words: string; works: boolean }[];
  machines: { id: string; name: string; days: { minutes: number; names: string[] }[] }[];
  people: { id: string; name: string; days: { there: boolean; minutes: number; names: string[] }[] }[];
};
const MONTH_DAYS = 31;

/** What falls due over the next 31 days, by machine; and who is there with what was given to them. */
export async function monthView(db: Database, actor: Actor): Promise<MonthView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const ahead = await workAhead(db, shop, today, MONTH_DAYS);
  const days = Array.from({ length: MONTH_DAYS }, (_, later) => today + later);
  const carried = ahead.work.filter(({ beat, key }) => beat === undefined && !key.endsWith("/idle"));
  const on = (day: Day, is: (each: Ahead["work"][number]) => boolean) => carried.filter((each) => dayOf(each, today) === day && is(each));
  const cell = (work: Ahead["work"]) => ({ minutes: sumOf(work), names: work.map(({ name }) => name) });
  return {
    month: `${spokenDay(today, true)} to ${spokenDay(today + MONTH_DAYS - 1, true)}`,
    days: days.map((day) => ({
      day: isoDay(day),
      number: Number(isoDay(day).slice(8)),
      words: spokenDay(day),
      works: shop.rules.works(day),
    })),
    machines: shop.machines.map(({ id, name }) => ({ id, name, days: days.map((day) => cell(on(day, ({ machine }) => machine === id))) })),
    people: shop.people
      .filter(({ role }) => role !== "viewer")
      .map(({ id, name }) => ({
        id,
        name,
        days: days.map((day) => {
          const given = ahead.work.filter((each) => each.person === id && dayOf(each, today) === day);
          return { there: ahead.workers(day).some((worker) => worker.id === id), ...cell(given) };
        }),
      })),
  };
}

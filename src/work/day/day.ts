import { type Day, isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { goneBy, presence, type RosterChange, type Shift, shiftSpan } from "../../core/calendar/roster.ts";
import { dayStart, instantOf } from "../../core/calendar/site-time.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import type { Occurrence } from "../../core/due/occurrence.ts";
import { BEATS, type Beat } from "../../core/fleet/vocabulary.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { beyondEverybody, type DayClock, type Worker, whyNot } from "../../core/tasks/fits.ts";
import { goesOn, isOpen, isWorkOf } from "../../core/tasks/of-day.ts";
import { inWalkingOrder } from "../../core/tasks/task.ts";
import { type Around, occurrenceItem, oneOffItem, type WorkItem } from "../../core/tasks/work-item.ts";
import { type DoneRow, doneOn } from "../../ledger/condition.ts";
import type { Connection } from "../../ledger/database.ts";
import { type RunRow, runsOn } from "../../ledger/runs.ts";
import { oneOffs, openRepairs, rosterSince, type TaskRow } from "../../ledger/tasks.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { dueFacts } from "../facts/due.ts";
import { givenLately } from "../facts/given.ts";
import { dayAt } from "../shop/shop.ts";

export type DayWork = {
  day: Day;
  tasks: WorkItem[];
  workers: (Worker & { usual: string[] })[];
  /** Given work whose occurrence is gone: the calendar or the routine was changed. */
  withdrawn: { key: string; machine: string | null; name: string; person: string }[];
  /** What nobody there may do, over the next days. */
  beyond: { day: string; dayWords: string; name: string; machine: string | null; skill: string | null; why: string[] }[];
};

const EARLY_DAYS = 7;

/**
 * A day's work as it can be given out: what falls due that day (today: what is carried over and open too) and one-off work.
 * `ahead: false` spares the look at the days after it: nothing is beyond anybody or withdrawn then.
 */
export async function dayWork(
  db: Connection,
  shop: Shop,
  day: Day = dayAt(shop),
  { known, ahead = true }: { known?: Promise<MachineFacts[]>; ahead?: boolean } = {},
): Promise<DayWork> {
  const today = dayAt(shop);
  const early = ahead ? EARLY_DAYS : 0;
  const [facts, rows, ones, repairs, roster, runs, done] = await Promise.all([
    known ?? dueFacts(db, shop, today, shop.machines),
    givenLately(db, shop.id),
    oneOffs(db, shop.id, isoDay(today), isoDay(Math.max(day, today + early))),
    openRepairs(db, shop.id),
    rosterChanges(db, shop, Math.min(day, today)),
    runsOn(db, shop.id, isoDay(today)),
    doneOn(db, shop.id, isoDay(today)),
  ]);
  const around = aroundWork(shop, today, { given: rows, runs, done, roster });
  const horizon = Math.max(day, today + early) - today + 1;
  const repairOf = (id: string) => repairs.find(({ machine }) => machine === id)?.body;
  const work: { due: Occurrence[] }[] = [];
  for (const each of facts) {
    await breathe();
    work.push({ due: goesOn(dueOfMachine(each, shop.rules, today, horizon), repairOf(each.id)) });
  }
  const tasksOf = (on: Day) => [
    ...work.flatMap(({ due }, place) =>
      due.filter((each) => isWorkOf(each, on, today)).map((each) => occurrenceItem(shop, each, place, around)),
    ),
    ...ones.filter((each) => (on === today ? toDay(each.day) <= on : toDay(each.day) === on)).map((each) => oneOffItem(shop, each, around)),
  ];
  await breathe();
  const tasks = inWalkingOrder(tasksOf(day));
  const workers = workersOn(shop, day, roster);
  const keys = new Set(work.flatMap(({ due }) => due.map(({ key }) => key)));
  return {
    day,
    tasks,
    workers,
    withdrawn: (ahead ? rows : [])
      .filter(
        ({ key, person, due, machine }) => person !== null && machine !== null && !keys.has(key) && due !== null && toDay(due) >= today,
      )
      .map((row) => ({
        key: row.key,
        machine: row.machine,
        name: `${shop.machines.find(({ id }) => id === row.machine)?.name ?? row.machine}: ${shop.rules.book.get(row.routine ?? "")?.name ?? row.routine}`,
        person: personName(shop, row.person),
      })),
    beyond: Array.from({ length: early }, (_, later) => today + later).flatMap((on) => {
      const there = workersOn(shop, on, roster);
      return beyondEverybody(
        tasksOf(on).filter((task) => isOpen(task) && task.due <= on && (shop.rules.works(on) || task.due === on)),
        there,
      ).map((task) => ({
        day: isoDay(on),
        dayWords: on === today ? "today" : spokenDay(on),
        name: task.name,
        machine: task.machineName,
        skill: task.skill,
        why: there.filter(({ role }) => role !== "viewer").map((worker) => `${worker.name} ${whyNot(worker, task)}`),
      }));
    }),
  };
}

export async function rosterChanges(db: Connection, shop: Shop, from: Day): Promise<RosterChange[]> {
  const rows = await rosterSince(db, shop.id, isoDay(from));
  return rows.map(({ person, from: first, to, shifts, why, happenedAt }) => ({
    person,
    from: toDay(first),
    to: toDay(to),
    shifts,
    why,
    at: happenedAt.getTime(),
  }));
}

/** What people and the clock add to today's work. */
export function aroundWork(
  shop: Shop,
  today: Day,
  {
    given,
    runs,
    done,
    roster,
  }: {
    given: readonly TaskRow[];
    roster: readonly RosterChange[];
    runs: readonly RunRow[];
    done: readonly Pick<DoneRow, "machine" | "routine" | "happenedAt" | "entryId">[];
  },
): Around {
  const settled = new Map(done.map((row) => [`${row.machine}/${row.routine}`, row]));
  return {
    today,
    passed: beatsPassed(shop, today, now()),
    gone: goneBy(shop, today, now(), roster),
    given: new Map(given.map((row) => [row.key, row])),
    runs: new Map(runs.flatMap((run) => (run.key && (run.status === "running" || run.status === "stopped") ? [[run.key, run]] : []))),
    done: (machine, routine) => settled.get(`${machine}/${routine}`),
  };
}

/** The beats whose time has passed; those without a time of their own are never late. */
export function beatsPassed(shop: Shop, day: Day, at: Date): Set<Beat> {
  return new Set(
    BEATS.filter((beat) => {
      const by = shop.calendar.beats?.[beat]?.by;
      return by !== undefined && at > instantOf(day, by, shop.site);
    }),
  );
}

/** Everybody who works, with the shifts of a day; in a shop without shifts everybody is there. */
/** Minutes of an instant from the start of a day. */
const minuteOf = (shop: Shop, day: Day, at: Date): number => Math.round((at.getTime() - dayStart(day, shop.site).getTime()) / 60_000);
function spanOf(shop: Shop, day: Day, shift: Shift): readonly [number, number] {
  const { from, to } = shiftSpan(shift, day, shop.site);
  return [minuteOf(shop, day, from), minuteOf(shop, day, to)];
}

/** Until when a day's work of each time of day is due, and now, in minutes from its start. */
export function dayClock(shop: Shop, day: Day): DayClock {
  const beats: DayClock["beats"] = {};
  for (const beat of BEATS) {
    const by = shop.calendar.beats?.[beat]?.by;
    if (by) beats[beat] = minuteOf(shop, day, instantOf(day, by, shop.site));
  }
  return { beats, now: day === dayAt(shop) ? minuteOf(shop, day, now()) : null };
}

export function workersOn(shop: Shop, day: Day, roster: readonly RosterChange[]): (Worker & { usual: string[] })[] {
  const shifts: Shift[] = shop.calendar.shifts ?? [];
  return shop.people.map((person) => {
    const { shifts: mine, change } = presence(person, day, shifts, roster);
    const there = shifts.length === 0 ? ["all day"] : mine.map(({ id }) => id);
    return {
      id: person.id,
      name: person.name,
      role: person.role,
      skills: person.skills,
      shifts: change && change.shifts.length === 0 ? [] : there,
      ...(shifts.length === 0 ? {} : { spans: mine.map((shift) => spanOf(shop, day, shift)) }),
      ...(change && change.shifts.length === 0 ? { absence: change.why } : {}),
      usual: person.shifts ?? [],
    };
  });
}

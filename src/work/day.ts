import { type Day, isoDay, spokenDay, toDay } from "../core/calendar/day.ts";
import { presence, type RosterChange, type Shift } from "../core/calendar/roster.ts";
import { instantOf } from "../core/calendar/site-time.ts";
import { dueOfMachine } from "../core/due/due-work.ts";
import type { MachineFacts } from "../core/due/facts.ts";
import type { Occurrence } from "../core/due/occurrence.ts";
import { reasonSentence } from "../core/due/sentence.ts";
import { skillFor } from "../core/routines/routine.ts";
import { beyondEverybody, type Worker, whyNot } from "../core/tasks/fits.ts";
import { goesOn, isOpen, isWorkOf } from "../core/tasks/of-day.ts";
import { inWalkingOrder, type Task } from "../core/tasks/task.ts";
import type { Connection } from "../ledger/database.ts";
import { type OneOffRow, oneOffs, openRepairs, rosterSince, type TaskRow } from "../ledger/tasks.ts";
import { beatsPassed } from "./board.ts";
import { now } from "./clock.ts";
import { dueFacts } from "./due.ts";
import { givenLately } from "./given.ts";
import { dayAt, personName, type Shop } from "./shop.ts";

export type TaskView = Task & {
  machineName: string | null;
  area: string | null;
  state: "done" | "skipped" | "overdue" | "due" | "open" | "coming";
  late: boolean;
  dueWords: string;
  dueDay: string;
  /** May be moved to another day: beats and idle days can't. */
  movable: boolean;
  opens: string;
  overdueAfter: string;
  isCheck: boolean;
  hasSteps: boolean;
  why: string[];
  /** Who gave it, and why to this person. */
  given: { by: string; why: string | null } | null;
  oneOff: string | null;
};

export type DayWork = {
  day: Day;
  tasks: TaskView[];
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
  const [facts, rows, ones, repairs, roster] = await Promise.all([
    known ?? dueFacts(db, shop, today, shop.machines),
    givenLately(db, shop.id),
    oneOffs(db, shop.id, isoDay(today), isoDay(Math.max(day, today + early))),
    openRepairs(db, shop.id),
    rosterChanges(db, shop, Math.min(day, today)),
  ]);
  const given = new Map(rows.map((row) => [row.key, row]));
  const horizon = Math.max(day, today + early) - today + 1;
  const repairOf = (id: string) => repairs.find(({ machine }) => machine === id)?.body;
  const work = facts.map((each) => ({ facts: each, due: goesOn(dueOfMachine(each, shop.rules, today, horizon), repairOf(each.id)) }));
  const tasksOf = (on: Day) => [
    ...work.flatMap(({ due }, place) =>
      due.filter((each) => isWorkOf(each, on, today)).map((each) => occurrenceTask(shop, each, place, given, on, today)),
    ),
    ...ones
      .filter((each) => (on === today ? toDay(each.day) <= on : toDay(each.day) === on))
      .map((each) => oneOffTask(shop, each, given, today)),
  ];
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

function occurrenceTask(shop: Shop, each: Occurrence, place: number, given: Map<string, TaskRow>, on: Day, today: Day): TaskView {
  const routine = shop.rules.book.get(each.routine);
  const machine = shop.machines[place];
  const passed = on === today && each.beat !== undefined && beatsPassed(shop, today, now()).has(each.beat);
  return {
    ...common(shop, each.key, given),
    machine: each.machine,
    machineName: machine?.name ?? each.machine,
    area: machine?.area ?? null,
    routine: each.routine,
    name: routine?.name ?? each.routine,
    minutes: routine?.handsMinutes ?? 0,
    skill: routine && machine ? skillFor(routine, machine) : null,
    ...(each.beat ? { beat: each.beat } : {}),
    due: each.due,
    place,
    state: each.state,
    late: each.state !== "done" && each.state !== "skipped" && (passed || each.state === "overdue"),
    dueWords: each.due === today ? "today" : spokenDay(each.due),
    dueDay: isoDay(each.due),
    movable: each.beat === undefined && !each.key.endsWith("/idle"),
    opens: isoDay(each.opens),
    overdueAfter: isoDay(each.overdueAfter),
    isCheck: routine?.isCheck ?? false,
    hasSteps: Boolean(routine?.steps?.length),
    why: each.why.map(reasonSentence),
    oneOff: null,
  };
}

function oneOffTask(shop: Shop, row: OneOffRow, given: Map<string, TaskRow>, today: Day): TaskView {
  const key = `one-off/${row.id}`;
  const place = shop.machines.findIndex(({ id }) => id === row.machine);
  const due = toDay(row.day);
  return {
    ...common(shop, key, given),
    machine: row.machine,
    machineName: shop.machines[place]?.name ?? null,
    area: shop.machines[place]?.area ?? null,
    routine: row.routine,
    name: row.title,
    minutes: row.minutes,
    skill: row.skill,
    due,
    place: place < 0 ? shop.machines.length : place,
    state:
      row.outcome === "done" ? "done" : row.outcome === "skipped" ? "skipped" : due < today ? "overdue" : due === today ? "due" : "coming",
    late: row.outcome === null && due < today,
    dueWords: due === today ? "today" : spokenDay(due),
    dueDay: row.day,
    movable: false,
    opens: row.day,
    overdueAfter: row.day,
    isCheck: false,
    hasSteps: Boolean(shop.rules.book.get(row.routine ?? "")?.steps?.length),
    why: [`one-off work for ${spokenDay(due)}`],
    oneOff: row.id,
  };
}

function common(shop: Shop, key: string, given: Map<string, TaskRow>): Pick<TaskView, "key" | "person" | "given"> {
  const row = given.get(key);
  return { key, person: row?.person ?? null, given: row?.person ? { by: personName(shop, row.by), why: row.why } : null };
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

/** Everybody who works, with the shifts of a day; in a shop without shifts everybody is there. */
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
      ...(change && change.shifts.length === 0 ? { absence: change.why } : {}),
      usual: person.shifts ?? [],
    };
  });
}

/** When a shift of a day begins and ends. */
export function shiftSpan(shop: Shop, shift: Shift, day: Day): { from: Date; to: Date } {
  const from = instantOf(day, shift.from, shop.site.timeZone);
  const to = instantOf(day, shift.to, shop.site.timeZone);
  return { from, to: to > from ? to : instantOf(day + 1, shift.to, shop.site.timeZone) };
}

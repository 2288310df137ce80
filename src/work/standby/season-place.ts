import { type Day, isoDay, spokenDay } from "../../core/calendar/day.ts";
import { shiftSpan } from "../../core/calendar/roster.ts";
import { clockTime, dayStart, instantOf } from "../../core/calendar/site-time.ts";
import { wholePlan } from "../../core/rounds/plan-round.ts";
import type { RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { type PlacedWork, placedWork, type SeasonWork, seasonProblem } from "../../core/standby/season.ts";
import { type rosterChanges, workersOn } from "../day/day.ts";
import { nameOf } from "../idle/sleeps.ts";
import { roundSettings } from "../rounds/round-problem.ts";
import { calendarAt, dayAt, momentSaid } from "../shop/shop.ts";

/** A closure's work given to people by the rounds kernel. */

/** Of what a round takes: ten times as much found no better plan of a closure (measured on the demo). */
const EFFORT = 0.02;
const MINUTE_MS = 60_000;

export type SeasonTaskView = {
  key: string;
  machine: string;
  machineName: string;
  routine: string;
  name: string;
  person: string | null;
  personName: string | null;
  when: string;
  day: string;
  from: string;
  to: string;
  minutes: number;
  late: number;
};
export type Placed = { problem: RoundProblem; plan: RoundPlan; placed: PlacedWork[]; zero: Date };

/** Who does which of the work when, over some days, by the rounds kernel. */
export function placeWork(shop: Shop, roster: Awaited<ReturnType<typeof rosterChanges>>, from: Day, to: Day, work: SeasonWork[]): Placed {
  const zero = dayStart(from, shop.site);
  const minute = (at: Date) => Math.round((at.getTime() - zero.getTime()) / MINUTE_MS);
  const shifts = shop.calendar.shifts ?? [];
  const people = shop.people
    .filter(({ role }) => role !== "viewer")
    .map(({ id, skills }) => {
      const spans: [number, number][] = [];
      for (let day = from; day <= to; day++) {
        if (!shop.rules.works(day)) continue;
        const there = workersOn(shop, day, roster).find((worker) => worker.id === id);
        for (const name of there?.shifts ?? []) {
          const shift = shifts.find((each) => each.id === name);
          const span = shift
            ? shiftSpan(shift, day, shop.site)
            : { from: instantOf(day, "06:00", shop.site), to: instantOf(day, "22:00", shop.site) };
          spans.push([minute(span.from), minute(span.to)]);
        }
      }
      return { id, skills: [...(skills ?? [])], shifts: joined(spans) };
    });
  const horizon = Math.max(1, minute(dayStart(to + 1, shop.site)));
  const { walk, walkMinutes } = roundSettings(shop);
  const problem = seasonProblem(horizon, work, people, { walk, walkMinutes });
  const say = (at: number) => {
    const instant = new Date(zero.getTime() + at * MINUTE_MS);
    return momentSaid(shop, instant);
  };
  const plan = wholePlan(problem, { effort: EFFORT, say });
  return { problem, plan, placed: placedWork(problem, plan), zero };
}

/** Spans in order, those that touch or overlap made one. */
function joined(spans: [number, number][]): [number, number][] {
  const found: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = found.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else found.push([from, to]);
  }
  return found;
}

/** Pieces of work as they are told, by key. */
export const taskViews =
  (shop: Shop, ...sides: Placed[]) =>
  (key: string): SeasonTaskView | undefined => {
    for (const { placed, zero } of sides) {
      const found = placed.find((each) => each.key === key);
      if (!found) continue;
      const [machine = "", routine = ""] = key.split("/");
      const [from, to] = [new Date(zero.getTime() + found.start * MINUTE_MS), new Date(zero.getTime() + found.end * MINUTE_MS)];
      const zone = shop.site.timeZone;
      return {
        key,
        machine,
        machineName: nameOf(shop, machine),
        routine,
        name: shop.rules.book.get(routine)?.name ?? routine,
        person: found.person,
        personName: found.person ? personName(shop, found.person) : null,
        when: `${spokenDay(calendarAt(shop, from))}, ${clockTime(from, zone)} to ${clockTime(to, zone)}`,
        day: isoDay(dayAt(shop, from)),
        from: from.toISOString(),
        to: to.toISOString(),
        minutes: found.handsMinutes,
        late: found.lateMinutes,
      };
    }
    return undefined;
  };

/** Minutes of hands a person, to put to sleep and to wake. */
export function loadOf(shop: Shop, before: readonly PlacedWork[], after: readonly PlacedWork[]) {
  const sum = (list: readonly PlacedWork[], person: string) =>
    list.filter((each) => each.person === person).reduce((all, { handsMinutes }) => all + handsMinutes, 0);
  return shop.people
    .map(({ id, name }) => ({ person: name, before: sum(before, id), after: sum(after, id) }))
    .filter((each) => each.before + each.after > 0);
}

/** Work days from one day to another. */
export function workDays(shop: Shop, from: Day, to: Day): { day: string; words: string }[] {
  const days: { day: string; words: string }[] = [];
  for (let day = from; day <= to; day++) if (shop.rules.works(day)) days.push({ day: isoDay(day), words: spokenDay(day) });
  return days;
}

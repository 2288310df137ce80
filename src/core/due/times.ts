import { type Day, isoWeek, mondayOf } from "../calendar/day.ts";
import type { TimesTrigger } from "../fleet/schema.ts";
import type { Routine } from "../routines/routine.ts";
import type { MachineFacts } from "./facts.ts";
import type { Reason } from "./occurrence.ts";
import { type Draft, NONE, type Track } from "./track.ts";
import { NO_WINDOW } from "./window.ts";

/**
 * So many times a week, spread over the week's print days. Each day of doing settles the earliest unsettled one
 * of its week (by its day as moved; of equal days the first). A move counts only within the week, and then always, whatever was
 * done meanwhile.
 */
export function timesTrack(routine: Routine, trigger: TimesTrigger, facts: MachineFacts, settledBefore: readonly Day[], on: Day): Track {
  const window = routine.window ?? NO_WINDOW;
  const moves = facts.moves.get(routine.id);
  let monday = Number.NEGATIVE_INFINITY;
  let open: { number: number; planned: Day }[] = [];
  let lastDone: Day | undefined;
  let about: Reason = { kind: "times", times: trigger.times, printDays: [], dues: [] };

  const enter = (day: Day) => {
    if (day >= monday && day < monday + 7) return;
    const start = mondayOf(day);
    monday = start;
    const printDays: Day[] = [];
    for (let each = start; each < start + 7; each++) if (facts.days.prints(each)) printDays.push(each);
    const count = timesInWeek(trigger, printDays.length);
    open = [];
    for (let index = 0; index < count; index++) {
      const planned = printDays[Math.floor(((2 * index + 1) * printDays.length) / (2 * count))];
      if (planned !== undefined) open.push({ number: index, planned });
    }
    about = { kind: "times", times: count, printDays, dues: open.map(({ planned }) => planned) };
  };
  const dueOf = (planned: Day): Day => {
    const to = moves?.get(planned);
    return to !== undefined && to >= monday && to < monday + 7 ? to : planned;
  };
  const draft = ({ number, planned }: { number: number; planned: Day }): Draft => {
    const due = dueOf(planned);
    const why: Reason[] = [about, { kind: "last", day: lastDone, since: facts.since, foreseen: lastDone !== undefined && lastDone >= on }];
    if (due !== planned) why.push({ kind: "moved", from: planned, to: due });
    return {
      key: `${facts.id}/${routine.id}/${isoWeek(monday)}/${number}`,
      opens: due - window.before,
      due,
      overdueAfter: due + window.after,
      why,
    };
  };
  const remove = (key: string) => {
    open = open.filter(({ number }) => !key.endsWith(`/${number}`));
  };
  const settle = (day: Day): Draft | undefined => {
    enter(day);
    let earliest: Draft | undefined;
    for (const each of open) {
      const candidate = draft(each);
      if (!earliest || candidate.due < earliest.due) earliest = candidate;
    }
    if (earliest) remove(earliest.key);
    lastDone = day;
    return earliest;
  };

  for (const day of settledBefore) {
    if (day < mondayOf(on)) lastDone = day;
    else settle(day);
  }
  return {
    routine,
    standing: (day) => {
      enter(day);
      return open
        .map(draft)
        .filter(({ due }) => due <= day)
        .sort((a, b) => a.due - b.due);
    },
    dueOn: (day) => {
      enter(day);
      // Asked of every day of a year: no array is made for the days on which there is nothing.
      let any = false;
      for (const { planned } of open) any ||= dueOf(planned) === day;
      if (!any) return NONE;
      return open.filter(({ planned }) => dueOf(planned) === day).map(draft);
    },
    settle,
    settleOwn: ({ key }, day) => {
      remove(key);
      lastDone = day;
    },
  };
}

/** How many of a routine fall into a week with so many print days. */
export function timesInWeek({ times, minPrintDays }: TimesTrigger, printDays: number): number {
  return Math.min(minPrintDays !== undefined && printDays < minPrintDays ? 1 : times, printDays);
}

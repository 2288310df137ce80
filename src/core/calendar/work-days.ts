import { type Day, toDay, weekday } from "./day.ts";

/** The calendar's part that makes work days. */
export type WorkDayRules = {
  workDays: number[];
  extraDays?: string[];
  closures?: { from: string; to: string }[];
};

/** A test of days, remembered: a shop asks about the same few hundred days again and again. */
export type DayTest = (day: Day) => boolean;

/** Spans of days, both ends included, sorted. */
export function inSpans(spans: { from: string; to: string }[] | undefined): DayTest {
  if (!spans?.length) return () => false;
  const bounds = spans.map(({ from, to }) => [toDay(from), toDay(to)] as const);
  return (day) => bounds.some(([from, to]) => day >= from && day <= to);
}

export function remembered(test: DayTest): DayTest {
  let base = 0;
  let known: Int8Array | undefined;
  return (day) => {
    if (!known) {
      base = day - 1500;
      known = new Int8Array(5000);
    }
    const index = day - base;
    if (index < 0 || index >= known.length) return test(day);
    const answer = known[index];
    if (answer) return answer === 1;
    const yes = test(day);
    known[index] = yes ? 1 : 2;
    return yes;
  };
}

/** A *work day* is a day whose weekday is in `workDays` or that is an extra day, and that lies in no closure. */
export function workDayTest(rules: WorkDayRules): DayTest {
  const weekdays = new Set(rules.workDays);
  const extra = new Set((rules.extraDays ?? []).map(toDay));
  const closed = inSpans(rules.closures);
  return remembered((day) => (weekdays.has(weekday(day)) || extra.has(day)) && !closed(day));
}

export type PrintDayRules = {
  since: string;
  printDays?: number[];
  printDayChanges?: { date: string; prints: boolean }[];
  asleep?: { from: string; to: string }[];
};

export type MachineDays = { prints: DayTest; idles: DayTest; asleep: DayTest };

/**
 * The print and idle days of a machine. Neither before `since` nor while asleep; both only on work days;
 * `printDayChanges` stands before `printDays`, which is the site's `workDays` where left out.
 */
export function machineDays(machine: PrintDayRules, rules: WorkDayRules, works: DayTest): MachineDays {
  const since = toDay(machine.since);
  const weekdays = new Set(machine.printDays ?? rules.workDays);
  const changes = new Map((machine.printDayChanges ?? []).map(({ date, prints }) => [toDay(date), prints]));
  const asleep = inSpans(machine.asleep);
  const present: DayTest = (day) => day >= since && works(day) && !asleep(day);
  const wouldPrint: DayTest = (day) => changes.get(day) ?? weekdays.has(weekday(day));
  return {
    prints: remembered((day) => present(day) && wouldPrint(day)),
    idles: remembered((day) => present(day) && !wouldPrint(day)),
    asleep,
  };
}

import { addMonths, type Day, isoDay } from "../calendar/day.ts";
import type { DayTest } from "../calendar/work-days.ts";
import type { LastingTrigger, Window } from "../fleet/schema.ts";
import type { Routine } from "../routines/routine.ts";
import { ceil, dailyRate, growthOver28Days, roundHalfUp, TOLERANCE, totalOn } from "./counter.ts";
import type { MachineFacts } from "./facts.ts";
import type { Reason } from "./occurrence.ts";
import { type Draft, NONE, type Track } from "./track.ts";
import { defaultWindow, land } from "./window.ts";

/** Beyond it no day can be written: a by-use interval may be of any length. */
const LAST_DAY = 2_932_896;
/** Mean days of a month, for "by use". */
const DAYS_A_MONTH = 30.4375;

/** A level is a range of days: it may be acted on early, and not late. */
const LEVEL_WINDOW: Window = { before: 2, after: 0 };

type Candidate = { due: Day; window: Window; why: Reason[] };

/**
 * The kinds that carry over until done and then come again: interval, by use, count, prompt, sign, alone or
 * several together (one occurrence, due on the earliest of their days).
 */
export function lastingTrack(
  routine: Routine,
  triggers: readonly LastingTrigger[],
  facts: MachineFacts,
  works: DayTest,
  settledBefore: readonly Day[],
  on: Day,
): Track {
  let lastDone = settledBefore.at(-1);
  const moves = facts.moves.get(routine.id);
  const isGood: DayTest = (day) => works(day) && !facts.days.asleep(day);
  // Found only when asked for: a day's list never asks what comes after what is settled on it.
  let known: { draft: Draft | undefined } | undefined;
  const pending = () => {
    known ??= { draft: next() };
    return known.draft;
  };

  function next(): Draft | undefined {
    let best: Candidate | undefined;
    for (const trigger of triggers) {
      const candidate = candidateOf(trigger);
      if (candidate && candidate.due <= LAST_DAY && (!best || candidate.due < best.due)) best = candidate;
    }
    const called = levelCandidate();
    if (called && (!best || called.due < best.due)) best = called;
    if (!best) return undefined;
    let { due } = best;
    const to = moves?.get(due);
    if (to !== undefined && (lastDone === undefined || to > lastDone)) {
      best.why.push({ kind: "moved", from: due, to });
      due = to;
    }
    return {
      key: `${facts.id}/${routine.id}/after/${lastDone === undefined ? "since" : isoDay(lastDone)}`,
      opens: due - best.window.before,
      due,
      overdueAfter: due + best.window.after,
      why: best.why,
    };
  }

  /** A level calls until the work is done; what comes after that, no level says yet. */
  function levelCandidate(): Candidate | undefined {
    const level = facts.levels?.get(routine.id);
    if (!level || (lastDone !== undefined && lastDone >= on)) return undefined;
    return landed(Math.max(level.day, on), routine.window ?? LEVEL_WINDOW, [{ kind: "level", words: level.words }]);
  }

  /** An interval as dry air leaves it. */
  function inDryAir(days: number, why: Reason[]): number {
    const dry = facts.dryAir?.routines.has(routine.id) ? facts.dryAir : undefined;
    if (!dry || days < 2) return days;
    const shorter = Math.max(1, Math.round(days * (1 - dry.share)));
    if (shorter < days) why.push({ kind: "dry-air", days: shorter, words: dry.words });
    return shorter;
  }

  function candidateOf(trigger: LastingTrigger): Candidate | undefined {
    const last: Reason = { kind: "last", day: lastDone, since: facts.since, foreseen: lastDone !== undefined && lastDone >= on };
    if ("prompt" in trigger) {
      const day = firstAfter(facts.prompts.filter(({ routine: id }) => id === routine.id));
      return day === undefined
        ? undefined
        : awake(day, routine.window ?? defaultWindow(trigger, 0), [
            { kind: "prompt", day, withinMinutes: trigger.prompt.withinMinutes },
            last,
          ]);
    }
    if ("sign" in trigger) {
      const day = firstAfter(facts.signs.filter(({ sign }) => sign === trigger.sign));
      return day === undefined
        ? undefined
        : awake(day, routine.window ?? defaultWindow(trigger, 0), [{ kind: "sign", sign: trigger.sign, day }, last]);
    }
    if ("count" in trigger) return countCandidate(trigger.count, routine.window ?? defaultWindow(trigger, 0), last);
    const from = lastDone ?? facts.since;
    if ("byUse" in trigger) {
      const use = shareOfUse(facts, works, on);
      const { light, heavy } = trigger.byUse;
      const days = roundHalfUp(DAYS_A_MONTH * (light - use.share * (light - heavy)));
      const why: Reason[] = [{ kind: "by-use", days, ...use }, last];
      return landed(from + inDryAir(Math.max(1, days), why), routine.window ?? defaultWindow(trigger, days), why);
    }
    const { days, weeks, months } = trigger.every;
    const due = months !== undefined ? addMonths(from, months) : from + (days ?? (weeks ?? 0) * 7);
    const why: Reason[] = [{ kind: "interval", every: trigger.every }, last];
    return landed(from + inDryAir(due - from, why), routine.window ?? defaultWindow(trigger, 0), why);
  }

  function countCandidate({ counter, every }: { counter: string; every: number }, window: Window, last: Reason): Candidate | undefined {
    const series = facts.counters.get(counter);
    const lastReading = series?.days.at(-1);
    if (!series || lastReading === undefined) return undefined;
    const base = lastDone === undefined ? 0 : totalOn(series, lastDone);
    const reached = series.days.findIndex(
      (day, index) => (lastDone === undefined || day > lastDone) && (series.totals[index] ?? 0) - base >= every - TOLERANCE,
    );
    const reachedOn = series.days[reached];
    if (reachedOn !== undefined)
      return awake(reachedOn, window, [
        { kind: "count-reached", counter, every, growth: (series.totals[reached] ?? 0) - base, day: reachedOn },
        last,
      ]);
    const perDay = dailyRate(series);
    if (perDay <= 0) return undefined;
    const growth = totalOn(series, lastReading) - base;
    const from = lastDone === undefined ? lastReading : Math.max(lastReading, lastDone);
    const day = from + Math.max(lastDone === from ? 1 : 0, ceil((every - growth) / perDay));
    return landed(day, window, [{ kind: "count-predicted", counter, every, growth, perDay, day }, last]);
  }

  function firstAfter(days: readonly { day: Day }[]): Day | undefined {
    let first: Day | undefined;
    for (const { day } of days) if ((lastDone === undefined || day > lastDone) && (first === undefined || day < first)) first = day;
    return first;
  }

  function awake(day: Day, window: Window, why: Reason[]): Candidate {
    const due = facts.firstAwake(day);
    if (due !== day) why.push({ kind: "landed", from: day, to: due });
    return { due, window, why };
  }

  function landed(day: Day, window: Window, why: Reason[]): Candidate | undefined {
    if (day > LAST_DAY) return undefined;
    const due = land(day, isGood, (lastDone ?? facts.since) + 1, window.before);
    if (due === undefined) return undefined;
    if (due !== day) why.push({ kind: "landed", from: day, to: due });
    return { due, window, why };
  }

  const settle = (day: Day) => {
    const settled = pending();
    lastDone = day;
    known = undefined;
    return settled;
  };
  return {
    routine,
    standing: (day) => {
      const draft = pending();
      return draft && draft.due <= day ? [draft] : [];
    },
    dueOn: (day) => {
      const draft = pending();
      return draft && draft.due === day ? [draft] : NONE;
    },
    settle,
    settleOwn: (_draft, day) => {
      settle(day);
    },
  };
}

/** The share of full use over the 28 days that end on a day, from 0 to 1, and what it rests on. */
export function shareOfUse(
  facts: MachineFacts,
  works: DayTest,
  on: Day,
): { share: number; basis: "readings" | "no-readings" | "no-work-days" } {
  const series = facts.fullUse && facts.counters.get(facts.fullUse.counter);
  if (!facts.fullUse || !series || series.days.length === 0) return { share: 0.5, basis: "no-readings" };
  let workDays = 0;
  for (let day = on - 27; day <= on; day++) if (works(day)) workDays++;
  if (workDays === 0) return { share: 0, basis: "no-work-days" };
  const share = growthOver28Days(series, on) / workDays / facts.fullUse.perWorkDay;
  return { share: Math.min(1, Math.max(0, share)), basis: "readings" };
}

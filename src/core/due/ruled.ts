import { type Day, isoDay } from "../calendar/day.ts";
import { walkRecurrence } from "../calendar/recurrence.ts";
import type { DayTest } from "../calendar/work-days.ts";
import type { Routine } from "../routines/routine.ts";
import type { MachineFacts } from "./facts.ts";
import type { Reason } from "./occurrence.ts";
import { type Draft, NONE, type Track } from "./track.ts";
import { land, NO_WINDOW } from "./window.ts";

/**
 * The days of a recurrence rule, each landed on a work day; days that land on one work day are one occurrence,
 * named by the first of them. An occurrence can be settled from its opening to the day before the next one opens.
 */
export function ruledTrack(
  routine: Routine,
  rule: string,
  facts: MachineFacts,
  works: DayTest,
  settledBefore: readonly Day[],
  lastAsked: Day,
): Track {
  const drafts = occurrences(routine, rule, facts, works, lastAsked);
  const settled = new Set<Draft>();
  const byDue = new Map(drafts.map((draft) => [draft.due, draft]));

  /** The occurrence that a day belongs to. */
  const at = (day: Day): Draft | undefined => {
    let [low, high] = [0, drafts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((drafts[middle]?.opens ?? 0) <= day) low = middle + 1;
      else high = middle;
    }
    return drafts[low - 1];
  };
  const settle = (day: Day): Draft | undefined => {
    const draft = at(day);
    if (!draft || settled.has(draft)) return undefined;
    settled.add(draft);
    return draft;
  };
  for (const day of settledBefore) settle(day);
  return {
    routine,
    standing: (day) => {
      const draft = at(day);
      return draft && draft.due <= day && !settled.has(draft) ? [draft] : [];
    },
    dueOn: (day) => {
      const draft = byDue.get(day);
      return draft && !settled.has(draft) ? [draft] : NONE;
    },
    settle,
    settleOwn: (draft) => {
      settled.add(draft);
    },
  };
}

function occurrences(routine: Routine, rule: string, facts: MachineFacts, works: DayTest, lastAsked: Day): Draft[] {
  const window = routine.window ?? NO_WINDOW;
  const moves = facts.moves.get(routine.id);
  const isGood: DayTest = (day) => works(day) && !facts.days.asleep(day);
  const enough = Math.max(lastAsked, ...(moves?.keys() ?? [])) + window.before;

  const landed: { own: Day; due: Day }[] = [];
  let beyond = 0;
  walkRecurrence(rule, facts.since, (own) => {
    const due = land(own, isGood, facts.since + 1, window.before);
    if (due !== undefined && due !== landed.at(-1)?.due) {
      landed.push({ own, due });
      if (due > enough) beyond++;
    }
    // Two beyond the last day asked about: the one before it needs to know when the next one opens.
    return beyond < 2;
  });

  const drafts: Draft[] = [];
  landed.forEach(({ own, due: planned }, index) => {
    const before = drafts[index - 1]?.due ?? Number.NEGATIVE_INFINITY;
    const after = landed[index + 1];
    const nextOpens = after ? Math.max(after.due - window.before, planned + 1) : Number.POSITIVE_INFINITY;
    const to = moves?.get(planned);
    const due = to !== undefined && to > before && to < nextOpens ? to : planned;
    const why: Reason[] = [{ kind: "rule", rule, day: own }];
    if (planned !== own) why.push({ kind: "landed", from: own, to: planned });
    if (due !== planned) why.push({ kind: "moved", from: planned, to: due });
    drafts.push({
      key: `${facts.id}/${routine.id}/rule/${isoDay(own)}`,
      opens: Math.max(due - window.before, before + 1),
      due,
      overdueAfter: due + window.after,
      why,
    });
  });
  return drafts;
}

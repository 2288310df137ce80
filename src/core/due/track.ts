import type { Day } from "../calendar/day.ts";
import type { Routine } from "../routines/routine.ts";
import type { Reason } from "./occurrence.ts";

/** An occurrence before its state is known. */
export type Draft = { key: string; opens: Day; due: Day; overdueAfter: Day; why: readonly Reason[] };

/**
 * One routine of one machine on its way through the days, in ascending order. Each kind of trigger has its own;
 * print-day beats and idle days need none, since nothing carries over.
 */
export type Track = {
  routine: Routine;
  /** Unsettled occurrences due on or before a day and not over on it. */
  standing: (on: Day) => Draft[];
  /** Unsettled occurrences due on just that day. */
  dueOn: (day: Day) => readonly Draft[];
  /** A day of doing: settles what it settles and answers that occurrence, if any. */
  settle: (day: Day) => Draft | undefined;
  /** The occurrence itself is done on a day. */
  settleOwn: (draft: Draft, day: Day) => void;
};

export const NONE: readonly Draft[] = [];

import type { Day } from "../calendar/day.ts";
import type { Outcome } from "../fleet/schema.ts";
import type { Beat } from "../fleet/vocabulary.ts";

export type DueState = "done" | "skipped" | "overdue" | "due" | "open" | "coming";

/** Why an occurrence is due when it is, as data; `sentence.ts` says it in words. */
export type Reason =
  | { kind: "beat"; beat: Beat }
  | { kind: "idle" }
  | { kind: "interval"; every: { days?: number; weeks?: number; months?: number } }
  | { kind: "by-use"; days: number; share: number; basis: "readings" | "no-readings" | "no-work-days" }
  | { kind: "times"; times: number; printDays: Day[]; dues: Day[] }
  | { kind: "rule"; rule: string; day: Day }
  | { kind: "on"; day: Day }
  | { kind: "count-reached"; counter: string; every: number; growth: number; day: Day }
  | { kind: "count-predicted"; counter: string; every: number; growth: number; perDay: number; day: Day }
  | { kind: "prompt"; day: Day; withinMinutes?: number }
  | { kind: "sign"; sign: string; day: Day }
  | { kind: "level"; words: string }
  | { kind: "reopened"; words: string }
  | { kind: "dry-air"; days: number; words: string }
  | { kind: "last"; day: Day | undefined; since: Day; foreseen?: boolean }
  | { kind: "landed"; from: Day; to: Day }
  | { kind: "moved"; from: Day; to: Day }
  | { kind: "settled"; outcome: Outcome; day: Day; by: string };

export type Occurrence = {
  /** Lasting name; survives edits of the calendar. */
  key: string;
  machine: string;
  routine: string;
  opens: Day;
  due: Day;
  /** Last day on which it is not overdue. */
  overdueAfter: Day;
  state: DueState;
  /** The beat it belongs to, where it has one. */
  beat?: Beat;
  why: readonly Reason[];
};

/** State on a day of what is not settled. */
export function stateOn(on: Day, { opens, due, overdueAfter }: { opens: Day; due: Day; overdueAfter: Day }): DueState {
  if (on > overdueAfter) return "overdue";
  if (on >= due) return "due";
  return on >= opens ? "open" : "coming";
}

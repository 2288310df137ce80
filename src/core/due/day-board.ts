import { type Day, mondayOf } from "../calendar/day.ts";
import { BEATS, type Beat } from "../fleet/vocabulary.ts";
import type { Occurrence } from "./occurrence.ts";

/** A day's work of one machine as a board shows it. `late`: its beat's time has passed, or its window has. */
export type BoardItem = Occurrence & { late: boolean };
export type DayBoard = { beats: Record<Beat, BoardItem[]>; also: BoardItem[] };

export const settled = ({ state }: Pick<Occurrence, "state">) => state === "done" || state === "skipped";

/**
 * Sorts a machine's occurrences from `on` to the end of its week into today's beats and what else is due this week.
 * @param passed the beats whose time has passed
 */
export function dayBoard(work: readonly Occurrence[], on: Day, passed: ReadonlySet<Beat>): DayBoard {
  const board: DayBoard = { beats: { opening: [], midday: [], closing: [] }, also: [] };
  const sunday = mondayOf(on) + 6;
  for (const each of work) {
    if (each.beat) {
      if (each.due === on) board.beats[each.beat].push({ ...each, late: !settled(each) && passed.has(each.beat) });
    } else if (each.due <= sunday) board.also.push({ ...each, late: each.state === "overdue" });
  }
  return board;
}

export type NextAction =
  | { kind: "check-after-missed-closing"; key?: string; routine?: string }
  | { kind: "recover" }
  | { kind: "do"; key: string; routine: string; late: boolean }
  | { kind: "nothing" };

/**
 * What to do next at a machine: after a missed closing its opening check; on hold its recovery; else what is late, then
 * the beats in order as their time comes, then what is due besides.
 */
export function nextAction(
  board: DayBoard,
  state: { onHold: boolean; missedClosing: boolean; checks: (routine: string) => boolean; current: Beat },
): NextAction {
  const openingCheck = board.beats.opening.find((item) => !settled(item) && state.checks(item.routine));
  if (state.missedClosing && openingCheck)
    return { kind: "check-after-missed-closing", key: openingCheck.key, routine: openingCheck.routine };
  if (state.onHold) return { kind: "recover" };
  const reached = BEATS.slice(0, BEATS.indexOf(state.current) + 1).flatMap((beat) => board.beats[beat]);
  const besides = board.also.filter(({ state: word }) => word === "due" || word === "overdue");
  const open = [...reached, ...besides].filter((item) => !settled(item));
  const next = open.find(({ late }) => late) ?? open[0];
  return next ? { kind: "do", key: next.key, routine: next.routine, late: next.late } : { kind: "nothing" };
}

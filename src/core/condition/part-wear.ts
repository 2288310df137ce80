import type { Day } from "../calendar/day.ts";
import type { Routine } from "../routines/routine.ts";
import { tendsOf } from "../routines/tends.ts";

/** How much of the time until its next change, or else its next care, a part has used. */
export type PartWear = {
  /** 1 on the due day, more after it. */
  share: number;
  usedDays: number;
  ofDays: number;
  due: Day;
  routine: string;
  by: "change" | "care";
};

/** Daily care says nothing of a part's life. */
const SHORTEST_DAYS = 2;

/**
 * What share of its interval a part has used. A routine that replaces its kind counts before one that tends it; of several the
 * one that is due first. Undefined where no routine of the machine sets an interval, or its beginning is not known.
 *
 * @param routines those of the machine; @param lastDone day a routine was last done; @param nextDue its next due day
 * @example a wiper fitted on day 0, changed every 100 days, on day 80: { share: 0.8, usedDays: 80, ofDays: 100, by: "change" }
 */
export function partWear(
  part: { kind: string; fittedDay: Day | null; gone: boolean },
  routines: readonly Pick<Routine, "id" | "effects">[],
  lastDone: (routine: string) => Day | undefined,
  nextDue: (routine: string) => Day | undefined,
  today: Day,
): PartWear | undefined {
  if (part.gone) return undefined;
  const found = (by: PartWear["by"], does: (routine: Pick<Routine, "effects">) => readonly string[]) =>
    routines
      .filter((routine) => does(routine).includes(part.kind))
      .flatMap(({ id }): PartWear[] => {
        const due = nextDue(id);
        const start = Math.max(lastDone(id) ?? Number.NEGATIVE_INFINITY, part.fittedDay ?? Number.NEGATIVE_INFINITY);
        const ofDays = due === undefined ? 0 : due - start;
        if (due === undefined || !Number.isFinite(start) || ofDays < SHORTEST_DAYS) return [];
        return [{ share: (today - start) / ofDays, usedDays: today - start, ofDays, due, routine: id, by }];
      })
      .sort((a, b) => a.due - b.due)[0];
  return found("change", ({ effects }) => effects?.replaces ?? []) ?? found("care", tendsOf);
}

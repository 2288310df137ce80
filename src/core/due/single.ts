import { type Day, isoDay } from "../calendar/day.ts";
import type { Routine } from "../routines/routine.ts";
import type { MachineFacts } from "./facts.ts";
import type { Reason } from "./occurrence.ts";
import { type Draft, NONE, type Track } from "./track.ts";
import { NO_WINDOW } from "./window.ts";

/** Once, on a day whatever it is; settled by the first day of doing on or after its opening; carried over until done. */
export function singleTrack(routine: Routine, day: Day, facts: MachineFacts, settledBefore: readonly Day[]): Track {
  const window = routine.window ?? NO_WINDOW;
  const due = facts.moves.get(routine.id)?.get(day) ?? day;
  const why: Reason[] = [{ kind: "on", day }];
  if (due !== day) why.push({ kind: "moved", from: day, to: due });
  const draft: Draft = {
    key: `${facts.id}/${routine.id}/on/${isoDay(day)}`,
    opens: due - window.before,
    due,
    overdueAfter: due + window.after,
    why,
  };
  let settled = settledBefore.some((done) => done >= draft.opens);
  return {
    routine,
    standing: (on) => (!settled && due <= on ? [draft] : []),
    dueOn: (on) => (!settled && due === on ? [draft] : NONE),
    settle: (done) => {
      if (settled || done < draft.opens) return undefined;
      settled = true;
      return draft;
    },
    settleOwn: () => {
      settled = true;
    },
  };
}

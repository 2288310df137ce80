"use client";
import { openWords } from "../../core/runs/run-facts.ts";
import { useFloorWords } from "../../words/floor-words.ts";
import { counted, filled } from "../../words/plain.ts";
import { buttonLook } from "../kit/button.tsx";
import { Fold } from "./fold.tsx";
import { to } from "./route.ts";
import { clock, type OpenRun } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

/** Runs that somebody is at, one's own first. */
export default function UnderWay({ runs, mine, floor }: { runs: OpenRun[]; mine: (run: OpenRun) => boolean; floor: Floor }) {
  const words = useFloorWords().shift;
  const [own, others] = [runs.filter(mine), runs.filter((run) => !mine(run))];
  const list = (of: OpenRun[]) => (
    <ul className="grid gap-1.5">
      {of.map((each) => {
        const { run, machine, routine, state } = each;
        const left = state.timer ? state.timer.endsAt - floor.now() : undefined;
        return (
          <li key={run.id} className="flex items-center gap-3 rounded-[6px] border border-line bg-card px-3 py-2">
            <div className="min-w-0 grow">
              <p>
                <b>{machine.name}</b> {routine.name}
              </p>
              <p className="text-ink2 text-base">
                {mine(each) ? "" : `${run.personName}: `}
                {state.status === "stopped"
                  ? filled(words.stopped, { why: state.stoppedFor ?? "" })
                  : left !== undefined
                    ? left > 0
                      ? filled(words.left, { clock: clock(left) })
                      : words.over
                    : (state.now?.text ?? words.stepsDone)}
              </p>
              {state.owed.length > 0 && (
                <p className="text-base text-hold">{filled(words.open, { what: openWords(state.owed).join("; ") })}</p>
              )}
            </div>
            <a href={to.run(run.id)} className={buttonLook("secondary", "hand")}>
              {mine(each) ? words.goOn : words.look}
            </a>
          </li>
        );
      })}
    </ul>
  );
  return (
    <section aria-label={words.runs} className="grid gap-2">
      {own.length > 0 && list(own)}
      {others.length > 0 && <Fold title={counted(words.others, others.length)}>{list(others)}</Fold>}
    </section>
  );
}

"use client";
import { useEffect, useState } from "react";
import { ring } from "../ring.ts";
import { say } from "../say.ts";
import { to } from "./route.ts";
import { clock, type OpenRun } from "./runs.ts";

/** Ticks once a second. */
export function useTick(): void {
  const [, tick] = useState(0);
  useEffect(() => {
    const each = setInterval(() => tick((count) => count + 1), 1000);
    return () => clearInterval(each);
  }, []);
}

/** All running timers and windows, on every page: what is over rings. */
export function TimersBar({ runs, now }: { runs: OpenRun[]; now: () => number }) {
  useTick();
  const timers = runs
    .flatMap(({ run, machine, routine, state }) => {
      if (state.status !== "running") return [];
      const timer = state.timer
        ? [
            {
              id: `${run.id}/${state.timer.step}/${state.timer.endsAt}`,
              run: run.id,
              name: machine.name,
              what: routine.short,
              endsAt: state.timer.endsAt,
              window: false,
            },
          ]
        : [];
      const window = state.window
        ? [
            {
              id: `${run.id}/window/${state.window.endsAt}`,
              run: run.id,
              name: machine.name,
              what: state.window.text,
              endsAt: state.window.endsAt,
              window: true,
            },
          ]
        : [];
      return [...timer, ...window];
    })
    .sort((a, b) => a.endsAt - b.endsAt);
  const over = timers
    .filter(({ endsAt }) => endsAt <= now())
    .map(({ id }) => id)
    .join(" ");
  useEffect(() => {
    for (const timer of timers) {
      if (!over.split(" ").includes(timer.id)) continue;
      if (ring(timer.id)) void say(`${timer.name}: ${timer.window ? "the window is over" : "time is up"}.`, { duration: 20_000 });
    }
  });
  if (timers.length === 0) return null;
  return (
    <section aria-label="Running timers" className="flex flex-wrap gap-2 border-line border-b px-3 py-2">
      {timers.map(({ id, run, name, what, endsAt, window }) => {
        const left = endsAt - now();
        return (
          <a
            key={id}
            href={to.run(run)}
            aria-label={`${name}, ${what}: ${left <= 0 ? "over" : `${clock(left)} left`}`}
            className={`press hand !justify-start ${left <= 0 ? "!border-hold !text-hold" : ""}`}
          >
            <span aria-hidden="true" className={window ? "border-current border-r-2 border-l-2 px-1" : "border border-current px-1"}>
              <span className="figure">{left <= 0 ? "over" : clock(left)}</span>
            </span>
            {name} <span className="font-normal text-ink2">{what}</span>
          </a>
        );
      })}
    </section>
  );
}

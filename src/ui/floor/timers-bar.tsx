"use client";
import { useEffect } from "react";
import { useFloorWords } from "../../words/floor-words.ts";
import { filled } from "../../words/plain.ts";
import { Ring } from "../kit/ring.tsx";
import { ring } from "../ring.ts";
import { say } from "../say.ts";
import { to } from "./route.ts";
import { clock, type OpenRun } from "./runs.ts";
import { useTick } from "./use-tick.ts";

/** All running timers and windows, on every page: what is over rings. */
export default function TimersBar({ runs, now }: { runs: OpenRun[]; now: () => number }) {
  useTick();
  const words = useFloorWords().timers;
  const timers = runs
    .flatMap(({ run, machine, routine, state }) => {
      // A run that was stopped waits for nothing, but what it opened goes on running out.
      const timer =
        state.timer && state.status === "running"
          ? [
              {
                id: `${run.id}/${state.timer.step}/${state.timer.endsAt}`,
                run: run.id,
                name: machine.name,
                what: routine.short,
                startedAt: state.timer.startedAt,
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
              startedAt: state.window.startedAt,
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
      if (ring(timer.id)) say(filled(timer.window ? words.windowOver : words.timeUp, { machine: timer.name }), { duration: 20_000 });
    }
  });
  if (timers.length === 0) return null;
  return (
    <section aria-label={words.label} className="sticky top-0 z-20 flex gap-px overflow-x-auto bg-line">
      {timers.map(({ id, run, name, what, endsAt, startedAt, window }) => {
        const left = endsAt - now();
        const isOver = left <= 0;
        return (
          <a
            key={id}
            href={to.run(run)}
            aria-label={`${name}, ${what}: ${isOver ? words.over : filled(words.left, { clock: clock(left) })}`}
            className={`flex min-h-16 min-w-56 grow items-center gap-3 px-3 text-ink no-underline ${isOver ? "bg-hold-wash" : "bg-accent-wash"}`}
          >
            <Ring share={isOver ? 1 : 1 - left / Math.max(1, endsAt - startedAt)} size={44} bad={isOver || window} />
            <span className="min-w-0">
              <b className={`block font-mono text-2xl leading-none tracking-tight ${isOver ? "text-hold" : ""}`}>
                {isOver ? words.over : clock(left)}
              </b>
              <span className="block truncate text-base">
                {name}, {what}
              </span>
            </span>
          </a>
        );
      })}
    </section>
  );
}

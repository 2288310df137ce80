"use client";
import { BellRingIcon, ChevronRightIcon } from "lucide-react";
import { useFloorWorkWords } from "../../words/floor-work-words.ts";
import { filled } from "../../words/plain.ts";
import { Glyph } from "../kit/glyph.tsx";
import { Ring } from "../kit/ring.tsx";
import { stopsOf } from "./my-way.ts";
import { to } from "./route.ts";
import { clock, type OpenRun, openRuns, wallClock } from "./runs.ts";
import type { Floor } from "./use-floor.ts";

const SHOWN = 3;

/** A timer as a big ring, when it rings, and one's own jobs that fit into it. */
export function Wait({ found, floor }: { found: OpenRun; floor: Floor }) {
  const words = useFloorWorkWords().run;
  const { timer, now: step } = found.state;
  if (!timer) return null;
  const left = timer.endsAt - floor.now();
  const isOver = left <= 0;
  const runs = openRuns(floor.view);
  const fits =
    step?.kind === "wait" && !isOver && floor.who
      ? stopsOf(floor.view, floor.who.person, runs, floor.now())
          .filter(({ task }) => !runs.some(({ run }) => run.key === task.key) && task.minutes * 60_000 <= left)
          .slice(0, SHOWN)
      : [];
  return (
    <div className="grid justify-items-center gap-2">
      <div className="relative grid w-full max-w-[300px] place-items-center max-sm:max-w-[220px]">
        <Ring share={isOver ? 1 : 1 - left / Math.max(1, timer.endsAt - timer.startedAt)} size={300} bad={isOver} stroke={10} />
        <p className="absolute grid justify-items-center" role="timer" aria-live="off">
          <b className={`font-mono text-6xl tracking-tight ${isOver ? "text-hold" : ""}`}>{isOver ? words.over : clock(left)}</b>
          {!isOver && (
            <span className="flex items-center gap-1.5 text-ink2">
              <BellRingIcon aria-hidden="true" className="size-5" />
              {filled(words.rings, { time: wallClock(floor.view, timer.endsAt) })}
            </span>
          )}
        </p>
      </div>
      {!isOver && <p className="text-center text-ink2">{step?.kind === "hold" ? words.keepGoing : words.free}</p>}
      {step?.kind === "wait" && !isOver && (
        <section aria-label={words.meanwhile} className="grid w-full gap-1.5">
          {fits.length > 0 && <h3 className="font-bold">{words.meanwhile}</h3>}
          {fits.map(({ task }) => (
            <a
              key={task.key}
              href={to.task(task.key)}
              className="flex min-h-14 items-center gap-3 rounded-[6px] border border-line bg-card px-3 text-ink no-underline"
            >
              <Glyph name={task.glyph} size={22} />
              <span className="min-w-0 grow">
                <b>{task.machineName}</b> {task.name}
              </span>
              <span className="figure">{filled(words.min, { minutes: task.minutes })}</span>
              <ChevronRightIcon aria-hidden="true" className="size-5" />
            </a>
          ))}
          <a href={to.shift} className="flex min-h-14 items-center justify-center font-semibold">
            {words.toShiftMeanwhile}
          </a>
        </section>
      )}
    </div>
  );
}

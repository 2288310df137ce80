"use client";
import { useCallback, useEffect, useState } from "react";
import { filled } from "../words/plain.ts";
import { useTimerWords } from "../words/timer-words.ts";
import type { TimerView } from "../work/runs/timers.ts";
import { allowSound, ring } from "./ring.ts";
import { say } from "./say.ts";
import { ask } from "./send.ts";
import { useLive } from "./use-live.ts";

/** Running timers on every page that is not the floor itself; what is over rings here too. */
export function Timers() {
  const words = useTimerWords();
  const [held, setHeld] = useState<{ timers: TimerView[]; ahead: number }>({ timers: [], ahead: 0 });
  const [, tick] = useState(0);
  const look = useCallback(async () => {
    const found = await ask<{ now: number; timers: TimerView[] }>("/api/timers").catch(() => undefined);
    if (found) setHeld({ timers: found.timers, ahead: found.now - Date.now() });
  }, []);
  useEffect(() => {
    void look();
    addEventListener("pointerdown", allowSound, { once: true });
    return () => removeEventListener("pointerdown", allowSound);
  }, [look]);
  useLive(() => void look());
  const running = held.timers.length > 0;
  useEffect(() => {
    if (!running) return;
    const each = setInterval(() => tick((count) => count + 1), 1000);
    return () => clearInterval(each);
  }, [running]);
  const now = Date.now() + held.ahead;
  useEffect(() => {
    for (const timer of held.timers)
      if (timer.endsAt <= Date.now() + held.ahead && ring(timer.id))
        say(filled(words.up, { machine: timer.machine, person: timer.person }), { duration: 20_000 });
  });
  if (!running) return null;
  return (
    <section aria-label={words.label} className="flex flex-wrap gap-x-4 border-line border-b px-4 py-1 text-sm">
      {held.timers.map(({ id, run, machine, what, person, endsAt }) => (
        <a key={id} href={`/floor#/run/${run}`} className={`no-underline hover:underline ${endsAt <= now ? "text-hold" : "text-ink"}`}>
          <span className="figure border border-current px-1">
            {endsAt <= now
              ? words.over
              : `${Math.floor((endsAt - now) / 60_000)}:${String(Math.ceil((endsAt - now) / 1000) % 60).padStart(2, "0")}`}
          </span>{" "}
          {machine}, {what} <span className="text-ink2">{person}</span>
        </a>
      ))}
    </section>
  );
}

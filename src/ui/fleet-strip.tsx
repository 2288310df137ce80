"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { StateWord } from "../core/nozzles/readiness.ts";
import type { FleetStates } from "../work/board/states.ts";
import { Mark } from "./kit/state-mark.tsx";
import { ask } from "./send.ts";
import { useLive } from "./use-live.ts";

/** More machines than this stand as one bar. */
const MOST_MARKS = 40;
const BAR: Record<StateWord, string> = {
  Printing: "bg-ink",
  Ready: "bg-ready",
  "With care": "bg-care",
  Unchecked: "bg-ink3",
  Hold: "bg-hold",
  "Out of order": "bg-ink",
  Asleep: "bg-asleep",
};

/** The fleet in miniature, area by area; pointed at, a mark says its machine and state. */
export function FleetStrip({ words }: { words: string }) {
  const [states, setStates] = useState<FleetStates | null>(null);
  const seq = useRef(0);
  const look = useCallback(async () => {
    const next = await ask<FleetStates>("/api/board/states").catch(() => null);
    if (next && next.seq >= seq.current) {
      seq.current = next.seq;
      setStates(next);
    }
  }, []);
  useEffect(() => void look(), [look]);
  useLive((latest) => {
    if (latest === "resync" || latest > seq.current) void look();
  });
  const machines = states?.machines ?? [];
  if (machines.length === 0) return null;
  const counts = Object.keys(BAR).flatMap((word) => {
    const count = machines.filter((each) => each.word === word).length;
    return count ? [{ word: word as StateWord, count }] : [];
  });
  const said = `${words}: ${counts.map(({ word, count }) => `${count} ${word}`).join(", ")}`;
  if (machines.length > MOST_MARKS)
    return (
      <div role="img" aria-label={said} title={said} className="hidden h-3 w-40 gap-px lg:flex">
        {counts.map(({ word, count }) => (
          <span key={word} className={BAR[word]} style={{ flexGrow: count, flexBasis: 0 }} />
        ))}
      </div>
    );
  const areas = [...new Set(machines.map(({ area }) => area))];
  return (
    <div role="img" aria-label={said} className="hidden items-center gap-1.5 lg:flex">
      {areas.map((area) => (
        <span key={area} className="flex gap-0.5">
          {machines
            .filter((each) => each.area === area)
            .map(({ id, name, word }) => (
              <span key={id} title={`${name}: ${word}`}>
                <Mark word={word} size={12} />
              </span>
            ))}
        </span>
      ))}
    </div>
  );
}

"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { LeastChange } from "../../core/rounds/left-out.ts";
import type { RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import type { PlanAsked, PlanTold } from "../../workers/plan-round.ts";

export type Planning = { share: number; best: RoundPlan | null } | null;
export type Planned = { plan: RoundPlan; changes: Record<string, LeastChange> };

/** A search for a plan in a worker of its own: shows how far it is, can be stopped with the best so far, or given up. */
export function usePlanner(clock: { zero: string; timeZone: string }) {
  const hand = useRef<Worker | null>(null);
  const best = useRef<RoundPlan | null>(null);
  const settle = useRef<((planned: Planned | null) => void) | null>(null);
  const [planning, setPlanning] = useState<Planning>(null);
  const end = useCallback((planned: Planned | null) => {
    hand.current?.terminate();
    hand.current = null;
    setPlanning(null);
    settle.current?.(planned);
    settle.current = null;
  }, []);
  useEffect(() => () => hand.current?.terminate(), []);
  const plan = useCallback(
    (problem: RoundProblem, effort = 1): Promise<Planned | null> => {
      end(null);
      best.current = null;
      const worker = new Worker(new URL("../../workers/plan-round.ts", import.meta.url), { type: "module" });
      hand.current = worker;
      setPlanning({ share: 0, best: null });
      return new Promise((done) => {
        settle.current = done;
        worker.onmessage = ({ data }: MessageEvent<PlanTold>) => {
          best.current = data.plan;
          if (data.kind === "done") end({ plan: data.plan, changes: data.changes });
          else setPlanning({ share: data.share, best: data.plan });
        };
        worker.onerror = () => end(null);
        worker.postMessage({ problem, effort, ...clock } satisfies PlanAsked);
      });
    },
    [clock, end],
  );
  const takeBest = useCallback(() => end(best.current && { plan: { ...best.current, stopped: true }, changes: {} }), [end]);
  const giveUp = useCallback(() => end(null), [end]);
  return { planning, plan, takeBest, giveUp };
}

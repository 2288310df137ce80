import type { CheckVerdict } from "../../routines/step.ts";
import { outsideTolerance } from "../tolerance.ts";
import { type Check, type Judging, missingIn } from "./recovery.ts";

/** What a check says, and the numbers that it rests on: missing nozzles of the channels outside tolerance, good ones of them in per cent. */
export type CheckSaid = { verdict: CheckVerdict; missing: number; outside: number; goodPercent: number | null };

/**
 * What the last of a run's checks says of cleaning on. Within tolerance it is good. Else it stops at the ladder's limit of cleans, or where
 * two rounds brought nothing back; from the ladder's share of good nozzles on it is time for bars of each colour. Source: common practice.
 *
 * @param checks the run's checks, oldest first
 * @param cleans head cleans of the run so far
 * @example checkVerdict([], 0, judging) // undefined
 */
export function checkVerdict(checks: readonly Check[], cleans: number, judging: Judging): CheckSaid | undefined {
  const { readiness, nozzles = {}, ladder } = judging;
  const last = checks.at(-1);
  if (!last) return undefined;
  const outside = outsideTolerance(last.channels, readiness, nozzles);
  const counted = new Set(checks.flatMap(({ channels }) => outsideTolerance(channels, readiness, nozzles)));
  const counts = checks.map((check) => missingIn(check, counted, nozzles));
  const missing = missingIn(last, new Set(outside), nozzles);
  const all = outside.reduce((sum, id) => sum + (nozzles[id] ?? Number.NaN), 0);
  const goodPercent = all > 0 ? Math.floor((1 - missing / all) * 100) : null;
  const [first, second, third] = counts.slice(-3);
  const twiceNoBetter = first !== undefined && second !== undefined && third !== undefined && second >= first && third >= second;
  const verdict =
    outside.length === 0
      ? "good"
      : cleans >= ladder.limit || twiceNoBetter
        ? "stop"
        : goodPercent !== null && goodPercent >= ladder.flagPercent
          ? "flag"
          : "poor";
  return { verdict, missing, outside: outside.length, goodPercent };
}

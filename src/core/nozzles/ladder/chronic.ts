import { outsideTolerance } from "../tolerance.ts";
import type { Check, Judging, NozzleEvent } from "./recovery.ts";

/** A channel in which the same nozzles are out morning after morning. Nozzles from 0 in print order. */
export type ChronicChannel = { id: string; nozzles: number[]; mornings: number };

/** A check so long after the one before it is a morning's. */
const APART_MS = 8 * 3_600_000;

/**
 * The first check of each morning (or other spell of work), oldest first.
 * @example firstChecks([]) // []
 */
export function firstChecks(events: readonly NozzleEvent[]): Check[] {
  const checks = events.filter((event): event is Check => event.kind === "check");
  return checks.filter(({ at }, index) => at - (checks[index - 1]?.at ?? Number.NEGATIVE_INFINITY) >= APART_MS);
}

/**
 * Channels out of tolerance in the last check, all of whose missing nozzles were missing on so many mornings running. What was only counted, not
 * seen one by one, says nothing. Common practice, no source.
 *
 * @param mornings first checks, oldest first
 * @example chronicChannels([], undefined, judging) // []
 */
export function chronicChannels(mornings: readonly Check[], last: Check | undefined, judging: Judging): ChronicChannel[] {
  const { readiness, nozzles, ladder } = judging;
  const running = mornings.slice(-ladder.chronicMornings);
  if (!last || running.length < ladder.chronicMornings) return [];
  return outsideTolerance(last.channels, readiness, nozzles).flatMap((id): ChronicChannel[] => {
    const now = missingOf(last, id);
    if (!now?.length) return [];
    const always = running.every((check) => {
      const then = missingOf(check, id);
      return then !== undefined && now.every((nozzle) => then.includes(nozzle));
    });
    return always ? [{ id, nozzles: [...now], mornings: running.length }] : [];
  });
}

const missingOf = ({ channels }: Check, id: string): readonly number[] | undefined =>
  channels.find((each) => each.id === id)?.which?.missing;

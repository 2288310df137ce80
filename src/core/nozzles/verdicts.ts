import type { ChannelReading } from "./channel-reading.ts";
import { hasNeighbours } from "./neighbours.ts";

/** Nozzles of a channel one by one: what is in none fired well. */
export type Verdict = "good" | "missing" | "weak" | "deflected";
export type Which = NonNullable<ChannelReading["which"]>;
export const FAULTS = ["missing", "weak", "deflected"] as const;
/** What a tap makes of a nozzle, round and round. */
export const NEXT_VERDICT: Record<Verdict, Verdict> = { good: "missing", missing: "weak", weak: "deflected", deflected: "good" };
export const ALL_GOOD: Which = { missing: [], weak: [], deflected: [] };

export function verdictOf(which: Which, nozzle: number): Verdict {
  return FAULTS.find((fault) => which[fault].includes(nozzle)) ?? "good";
}

/** The same with some nozzles seen otherwise; lists stay in order. */
export function withVerdict(which: Which, nozzles: readonly number[], verdict: Verdict): Which {
  const changed = new Set(nozzles);
  const list = (fault: (typeof FAULTS)[number]) =>
    [...which[fault].filter((each) => !changed.has(each)), ...(verdict === fault ? changed : [])].sort((a, b) => a - b);
  return { missing: list("missing"), weak: list("weak"), deflected: list("deflected") };
}

/** Counts of a channel whose nozzles were seen one by one. @param goneShare from this share missing on it is gone */
export function countsOfWhich(which: Which, nozzles: number, goneShare: number): Omit<ChannelReading, "id" | "confidence"> {
  return {
    missing: which.missing.length,
    weak: which.weak.length,
    deflected: which.deflected.length,
    neighbours: hasNeighbours(which.missing),
    which,
    ...(which.missing.length >= nozzles * goneShare ? { gone: true } : {}),
  };
}

import { type Day, spokenDay } from "../calendar/day.ts";
import type { Beat } from "../fleet/vocabulary.ts";
import { shareInterval } from "../statistics/share-interval.ts";

/** A piece of a day's work, weighed on a day on which there are not hands enough. */
export type Weighed = {
  key: string;
  beat: Beat | null;
  routine: string | null;
  /** Parts it tends. */
  tends: readonly string[];
  /** Asked for by hand for that day. */
  oneOff: boolean;
  /** Shakes or exercises ink that would settle or dry. */
  keepsInkMoving: boolean;
  /** The last day on which it is not overdue. */
  overdueAfter: Day;
  late: boolean;
  /** Work that must be done before it, by key. */
  after: readonly string[];
};

/** How often the house put a routine off, and how often a machine was on hold within some days; the same where it was done. */
export type PutOff = { putOff: number; putOffHeld: number; done: number; doneHeld: number };

export type Verdict = { key: string; keep: true; why: string } | { key: string; keep: false; until: Day | null; risk: string };

/** Parts that a head dries or clogs by. */
const PROTECT_HEADS = new Set(["cap", "cap-seal", "cap-pad", "wiper", "drying-cap", "wiper-roll", "gutter"]);

/**
 * The least that can be defended: openings, closings, and what protects heads where its window ends; the rest waits, inside its window where that
 * is open longer, with what the house's record says of putting it off. What must come before kept work is kept with it. Common practice, no source.
 */
export function leastDefensible(work: readonly Weighed[], on: Day, record: Readonly<Record<string, PutOff>>): Verdict[] {
  const verdicts = work.map((each): Verdict => {
    const { key, beat, tends, overdueAfter, oneOff, keepsInkMoving, routine } = each;
    const protects = tends.some((part) => PROTECT_HEADS.has(part));
    if (beat === "opening" || beat === "closing") return { key, keep: true, why: `the ${beat} is kept` };
    if (keepsInkMoving) return { key, keep: true, why: "it keeps ink from settling or drying" };
    if (oneOff) return { key, keep: true, why: "somebody asked for it for this day" };
    if (protects && overdueAfter <= on) return { key, keep: true, why: "it protects a head, and its window is over" };
    const window = overdueAfter > on ? `inside its window until ${spokenDay(overdueAfter)}` : beat ? "missed today" : "late from tomorrow";
    return { key, keep: false, until: overdueAfter > on ? overdueAfter : null, risk: `${window}; ${riskWords(record[routine ?? ""])}` };
  });
  const needed = new Set(verdicts.flatMap(({ key, keep }) => (keep ? [key] : [])));
  // What is added while the set is walked is walked too: chains are kept whole.
  for (const key of needed) for (const before of work.find((each) => each.key === key)?.after ?? []) needed.add(before);
  return verdicts.map((verdict) =>
    verdict.keep || !needed.has(verdict.key) ? verdict : { key: verdict.key, keep: true, why: "work that is kept has to wait for it" },
  );
}

/** What the record says of putting a routine off, with a 95 % interval (Wilson 1927, from memory), so that few cases show as few. */
export function riskWords(record: PutOff | undefined): string {
  if (!record || record.putOff === 0) return "never put off here so far, so nothing is known of what follows";
  const { putOff, putOffHeld, done, doneHeld } = record;
  const { from: low, to: high } = shareInterval(putOffHeld, putOff);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const times = `put off ${putOff} ${putOff === 1 ? "time" : "times"}, a hold within 3 days after ${putOffHeld} of them (likely ${percent(low)} to ${percent(high)})`;
  return done ? `${times}; where it was done, after ${percent(doneHeld / done)}` : times;
}

import type { FirstPrint } from "./first-print.ts";
import type { Regime } from "./regime.ts";
import { spoken } from "./risk.ts";

/** One machine at the door: whether it is left right for the gap that it really stands in. */

export type DoorFacts = {
  name: string;
  /** A sentence where it sleeps: then it is left as it is. */
  asleep: string | null;
  hours: number | null;
  /** What its gap asks for, by tonight's air. */
  regime: Regime;
  regimeName: string;
  /** How it was capped since it last printed or was checked; `null`: not since then. */
  capped: { regime: Regime; words: string } | null;
  /** Closing work of today not done yet. */
  undone: readonly string[];
  power: { expected: "on" | "off"; why: string; seen: "on" | "off" | null };
  waste: string | null;
  openRun: string | null;
};
export type DoorIssue = { kind: "capped" | "powered" | "emptied" | "closing" | "run" | "sleep"; words: string };

/** A cap that is good for one of these is good for the ones before it. */
const CAP_ORDER: readonly Regime[] = ["night", "wet", "solution"];
const STORAGE: readonly Regime[] = ["drained", "full", "head-out"];

/** What is wrong at a machine; nothing where it is capped, powered and emptied right. */
export function doorIssues(facts: DoorFacts): DoorIssue[] {
  if (facts.asleep) return [];
  const issues: DoorIssue[] = [];
  const gap = facts.hours === null ? "an unknown time" : spoken(facts.hours);
  if (facts.openRun) issues.push({ kind: "run", words: `${facts.openRun} is not finished` });
  if (facts.undone.length) issues.push({ kind: "closing", words: `not done: ${facts.undone.join(", ")}` });
  const { regime, capped } = facts;
  if (STORAGE.includes(regime)) issues.push({ kind: "sleep", words: `it stands ${gap}: put it to sleep (${facts.regimeName})` });
  else if (regime === "flush") {
    if (capped?.regime !== "flush") issues.push({ kind: "capped", words: `it stands ${gap}: flush it before you leave` });
  } else if (CAP_ORDER.includes(regime) && regime !== "night") {
    const needed = CAP_ORDER.indexOf(regime);
    const has = capped ? CAP_ORDER.indexOf(capped.regime) : -1;
    if (has < needed)
      issues.push({
        kind: "capped",
        words: `it stands ${gap}: it needs ${regime === "solution" ? "concentrate in the cap water" : "a wet cap"}; it is ${capped ? capped.words : "not capped since it was last used"}`,
      });
  }
  const { expected, seen, why } = facts.power;
  if (seen !== expected)
    issues.push({
      kind: "powered",
      words: seen === null ? `look whether it is ${expected} (${why})` : `it is ${seen}, but should be ${expected}: ${why}`,
    });
  if (facts.waste) issues.push({ kind: "emptied", words: facts.waste });
  return issues;
}

export type PromiseFacts = {
  /** When its opening work ends by plan; times in ms. */
  plannedAt: number;
  /** When the first shift begins. */
  opensAt: number;
  /** By when it is to print. */
  openingBy: number;
  /** By when mornings like it were good; left out where the record has too few. */
  record?: FirstPrint | undefined;
  mostEarlierMinutes: number;
};
export type DoorPromise = {
  /** By when it prints on half the mornings, and on as many as are promised; `null`: fewer were good at all. */
  halfAt: number | null;
  byAt: number | null;
  /** It rests on the plan alone. */
  isGuess: boolean;
  /** How much earlier somebody should come, so that a recovery is still in time. */
  earlierMinutes: number;
};

/**
 * When a machine prints: by the record of mornings like tomorrow, and never before its people are there; by the plan alone where the record has too few.
 * @example doorPromise({ plannedAt: 30, opensAt: 0, openingBy: 60, mostEarlierMinutes: 120 }).byAt // 30: a guess
 */
export function doorPromise({ plannedAt, opensAt, openingBy, record, mostEarlierMinutes }: PromiseFacts): DoorPromise {
  const at = (minutes: number | null) => (minutes === null ? null : opensAt + minutes * MINUTE_MS);
  const planned = Math.max(plannedAt, opensAt);
  if (!record) return { halfAt: planned, byAt: planned, isGuess: true, earlierMinutes: 0 };
  const byAt = at(record.minutes);
  const late = byAt === null ? 0 : Math.ceil((byAt - openingBy) / MINUTE_MS);
  return { halfAt: at(record.halfMinutes), byAt, isGuess: false, earlierMinutes: late > 0 && late <= mostEarlierMinutes ? late : 0 };
}

const MINUTE_MS = 60_000;

import { DRAWS } from "../stores/waste/draws.ts";
import { REGIME_NAMES, type Regime } from "./regime.ts";

/** Routines that put a machine to sleep, and what it then stands in. */
export const PUTS_TO_SLEEP: Readonly<Record<string, Regime>> = { R51: "flush", R52: "drained", R53: "full", R54: "head-out" };
export const WAKES = "R55";

/** A machine put to sleep, from the routines done and what people said. */
export type Sleep = {
  regime: Regime;
  /** Since when, in ms, and the local day. */
  since: number;
  sinceDay: string;
  by: string | null;
  /** Storage routines done in it, in order. */
  routines: readonly string[];
  /** What a person said is in it. */
  contents: string | null;
  /** To be woken then, where anybody said so. */
  until: string | null;
  entry: string;
};

const IN_IT: Readonly<Record<Regime, string>> = {
  night: "ink, head capped",
  powered: "ink, powered, cleaning itself",
  wet: "ink, head on a cap with water",
  solution: "ink, head on a cap with water and concentrate",
  alive: "ink, exercised daily",
  flush: "fluid in dampers, heads and caps; ink in its lines",
  drained: "washed, drained; no ink, no fluid; cartridges out",
  full: "cleaning fluid, clips shut",
  "head-out": "head out, in its case",
};

/** What is in a sleeping machine, in words. */
export function whatIsIn({ regime, routines, contents }: Pick<Sleep, "regime" | "routines" | "contents">): string {
  if (contents) return contents;
  return regime === "head-out" && routines.includes("R53") ? `${IN_IT["head-out"]}; lines full of cleaning fluid` : IN_IT[regime];
}

/** Stored wholly: no ink stands at its heads, and whatever draws would pull air or fluid, or spray without a head. */
const STORED: readonly Regime[] = ["flush", "drained", "full", "head-out"];
export const isStored = (regime: Regime): boolean => STORED.includes(regime);

/** What may be done to a sleeping machine all the same: its storage, its waste, the way back. */
const STILL_DONE: readonly string[] = ["R08", "R42", "R44", "R45", "R50", "R51", "R52", "R53", "R54", WAKES];

/**
 * Why a routine is refused at a sleeping machine; `undefined` where it may be done. Only what draws ink is refused, and only while no ink
 * stands in it, or its head is out.
 */
export function refusedAsleep(
  sleep: Pick<Sleep, "regime" | "routines" | "contents" | "sinceDay">,
  routine: string,
  days: (day: string) => string,
): string | undefined {
  if (STILL_DONE.includes(routine) || !isStored(sleep.regime)) return undefined;
  const draws = (DRAWS[routine]?.cleans?.[1] ?? 0) > 0 || (DRAWS[routine]?.loads ?? 0) > 0 || CHECKS.includes(routine);
  if (!draws) return undefined;
  return `it has been asleep since ${days(sleep.sinceDay)} (${REGIME_NAMES[sleep.regime]}: ${whatIsIn(sleep)}), and this draws ink. Wake it first (R55).`;
}
/** A check prints, so it draws too. */
const CHECKS: readonly string[] = ["R01", "R06", "R15", "R36"];

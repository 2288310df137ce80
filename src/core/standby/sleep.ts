import type { Routine } from "../routines/routine.ts";
import { REGIME_NAMES, type Regime } from "./regime.ts";

/** A machine put to sleep, from the routines done and what people said. */
export type Sleep = {
  regime: Regime;
  /** Since when, in ms, and the local day. */
  since: number;
  sinceDay: string;
  by: string | null;
  /** What the storage routines done in it left, in order. */
  regimes: readonly Regime[];
  /** What a person said is in it. */
  contents: string | null;
  /** To be woken then, where anybody said so. */
  until: string | null;
  entry: string;
};

const IN_IT: Readonly<Record<Regime, string>> = {
  night: "ink, head capped",
  powered: "ink, on, cleaning itself",
  wet: "ink, head on a cap with water",
  solution: "ink, head on a cap with water and concentrate",
  alive: "ink, run daily",
  flush: "fluid in dampers, heads and caps; ink in its lines",
  drained: "washed, drained; no ink, no fluid; cartridges out",
  full: "cleaning fluid, clips shut",
  "head-out": "head out, in its case",
};

/** What is in a sleeping machine, in words. */
export function whatIsIn({ regime, regimes, contents }: Pick<Sleep, "regime" | "regimes" | "contents">): string {
  if (contents) return contents;
  return regime === "head-out" && regimes.includes("full") ? `${IN_IT["head-out"]}; lines full of cleaning fluid` : IN_IT[regime];
}

/** Stored wholly: no ink stands at its heads, and whatever draws would pull air or fluid, or spray without a head. */
const STORED: readonly Regime[] = ["flush", "drained", "full", "head-out"];
export const isStored = (regime: Regime): boolean => STORED.includes(regime);

/**
 * Why a routine is refused at a sleeping machine; `undefined` where it may be done. Only what draws ink is refused, and only while no ink
 * stands in it, or its head is out. A check prints, so it draws too.
 * @param words how to say a day, and what the machine's wake-up is called
 */
export function refusedAsleep(
  sleep: Pick<Sleep, "regime" | "regimes" | "contents" | "sinceDay">,
  routine: Pick<Routine, "effects" | "isCheck"> | undefined,
  words: { days: (day: string) => string; wake: string },
): string | undefined {
  const { effects = {}, isCheck } = routine ?? {};
  if (effects.whileAsleep || !isStored(sleep.regime)) return undefined;
  const draws = isCheck || effects.draws?.cleans || effects.draws?.loads || effects.nozzles === "seal-test";
  if (!draws) return undefined;
  return `it is asleep since ${words.days(sleep.sinceDay)} (${REGIME_NAMES[sleep.regime]}: ${whatIsIn(sleep)}), and this draws ink. Wake it first (${words.wake}).`;
}

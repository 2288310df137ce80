import type { FoundAs } from "../routines/step.ts";

/** When care is said to come too often, or too seldom; the house's to change. */
export type NeededSettings = {
  /** How many of the last times are looked at. */
  last: number;
  /** From so many clean ones on the interval may grow. */
  clean: number;
  /** From so many heavy or pooling ones on it must shrink. */
  heavy: number;
};
export const DEFAULT_NEEDED: NeededSettings = { last: 8, clean: 7, heavy: 4 };

export type Needed = {
  /** Newest first. */
  looked: readonly FoundAs[];
  verdict: "may grow" | "must shrink" | "as it is" | "too few";
  clean: number;
  heavy: number;
  /** The share of clean ones that stands behind it, from and to. */
  cleanShare: { from: number; to: number };
  why: string;
};

/** 95 % of a normal distribution lies within so many standard deviations. Source: normal tables. */
const Z = 1.96;

/**
 * The interval in which a share lies after `hits` of `times`, at 95 %. Source: Wilson 1927, the score interval (from memory).
 * @throws nothing; for no times at all it is 0 to 1
 */
export function shareInterval(hits: number, times: number): { from: number; to: number } {
  if (times === 0) return { from: 0, to: 1 };
  const share = hits / times;
  const middle = share + Z ** 2 / (2 * times);
  const half = Z * Math.sqrt((share * (1 - share)) / times + Z ** 2 / (4 * times ** 2));
  const scale = 1 + Z ** 2 / times;
  return { from: Math.max(0, (middle - half) / scale), to: Math.min(1, (middle + half) / scale) };
}

/** Whether care was needed, from how the part was found the last times (newest first). A statement, with its risk; a person decides. */
export function needed(found: readonly FoundAs[], settings: NeededSettings = DEFAULT_NEEDED): Needed {
  const looked = found.slice(0, settings.last);
  const clean = looked.filter((each) => each === "clean").length;
  const heavy = looked.filter((each) => each === "heavy" || each === "pooling").length;
  const cleanShare = shareInterval(clean, looked.length);
  const percent = (share: number) => `${Math.round(share * 100)}`;
  const basis = `${clean} of the last ${looked.length} clean, ${heavy} heavy or pooling; in the long run ${percent(cleanShare.from)} to ${percent(cleanShare.to)} % clean, at 95 %`;
  const verdict =
    looked.length < settings.last ? "too few" : heavy >= settings.heavy ? "must shrink" : clean >= settings.clean ? "may grow" : "as it is";
  return { looked, verdict, clean, heavy, cleanShare, why: basis };
}

const GROWS = 1.5;

/** An interval in days, half as long again or shortened by as much; at least one day, never the same. */
export function offeredDays(days: number, verdict: Needed["verdict"]): number | undefined {
  if (verdict === "may grow") return Math.max(days + 1, Math.round(days * GROWS));
  if (verdict === "must shrink") return days > 1 ? Math.max(1, Math.min(days - 1, Math.round(days / GROWS))) : undefined;
  return undefined;
}

import type { FoundAs } from "../routines/step.ts";
import { shareInterval } from "../statistics/share-interval.ts";

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

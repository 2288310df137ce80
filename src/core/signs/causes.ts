import { type Cause, GUIDE, isSign } from "./guide.ts";

export type RankedCause = Cause & {
  /** What the order starts from: as many as there are causes for the likeliest, one for the least likely. */
  prior: number;
  /** How often the house found it to be this, since its count was last set back. */
  found: number;
  why: string;
};

/**
 * All causes of a sign, likeliest first: by the trade's order and what the house found, added up; equal ones stay in the
 * trade's order. None is ever left out. `found` counts closed signs of this kind by cause.
 */
export function causesInOrder(sign: string, found: Readonly<Record<string, number>>): RankedCause[] {
  if (!isSign(sign)) return [];
  const { causes } = GUIDE[sign];
  return causes
    .map((cause, place): RankedCause => {
      const [prior, here] = [causes.length - place, found[cause.id] ?? 0];
      return { ...cause, prior, found: here, why: `${prior} by the trade's order + ${here} found here = ${prior + here}` };
    })
    .sort((a, b) => b.prior + b.found - (a.prior + a.found));
}

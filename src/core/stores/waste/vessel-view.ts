/** A waste vessel as it probably stands now, and when it is full. */
export type VesselView = {
  machine: string;
  vessel: string;
  kind: string;
  volumeMl: number;
  limitMl: number;
  ml: number;
  /** Four times of five it lies between these. */
  lowMl: number;
  highMl: number;
  /** When it was looked at last. `null`: not lately, so its level is not known and the other figures do not count. */
  measured: string | null;
  why: string[];
  /** Whole days from today; `null`: not within the days looked at. */
  days: { earliest: number | null; likely: number | null; latest: number | null };
  words: string;
  /** Millilitres that surely go in under the mark. */
  surelyMl: number;
  /** What is due today or late and would not go in: to be emptied before it. */
  holdsBack: { routine: string; name: string; ml: number; why: string }[];
};

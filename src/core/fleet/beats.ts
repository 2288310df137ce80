/** The beats of a print day; apart from the other ids, since a tablet's first screen needs these alone. */

export const BEATS = ["opening", "midday", "closing"] as const;
export type Beat = (typeof BEATS)[number];

/** The sections of the Shop, in the order in which they stand at its left. */
export const SECTIONS = [
  "people",
  "calendar",
  "machines",
  "routines",
  "schools",
  "judgement",
  "tablets",
  "bring-in",
  "sign-ins",
  "safety",
] as const;
export type Section = (typeof SECTIONS)[number];
export const isSection = (value: unknown): value is Section => SECTIONS.some((section) => section === value);

import type { Role } from "../fleet/vocabulary.ts";

/** What a role may do; checked in the use cases, whatever a screen shows. */
export type Act = "look" | "record" | "plan" | "release" | "set-up" | "amend-others" | "people";

const MAY: Record<Role, readonly Act[]> = {
  supervisor: ["look", "record", "plan", "release", "set-up", "amend-others", "people"],
  technician: ["look", "record"],
  operator: ["look", "record"],
  viewer: ["look"],
};

export const mayDo = (role: Role, act: Act): boolean => MAY[role].includes(act);

export const ACT_NAMES: Record<Act, string> = {
  look: "look at this",
  record: "make entries",
  plan: "change what prints and when work is due",
  release: "release a machine",
  "set-up": "change the shop's settings",
  "amend-others": "amend other people's entries",
  people: "manage people and sign-ins",
};

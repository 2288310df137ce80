import { at, entry } from "./house.ts";

/** What is told of machines that stand. */

export const check = (machine: string, clock: string, missing = 0, more: Record<string, unknown> = {}) =>
  entry(
    "check",
    { channels: [{ id: "H1/K", missing, weak: 0, deflected: 0, neighbours: false }] },
    { machine, routine: "R01", happenedAt: at(clock), ...more },
  );
export const done = (machine: string, routine: string, clock: string, day?: string) =>
  entry("routine", {}, { machine, routine, happenedAt: at(clock, day) });

import { expect, test } from "vitest";
import { toDay } from "../calendar/day.ts";
import type { FleetFile } from "../fleet/schema.ts";
import { dueOfMachine } from "./due-work.ts";
import { factsOfFleet, shopRules } from "./facts.ts";

/** Work that a cover settled and that is needed once more. Source: the contract for due work (`due.md`), `reopened`. */

const FILE: FleetFile = {
  format: "zesty-anvil/fleet",
  version: 1,
  site: { id: "s", name: "S", timeZone: "Europe/Lisbon" },
  calendar: { workDays: [1, 2, 3, 4, 5] },
  machines: [{ id: "m", name: "M", class: "dtf", since: "2026-09-01", routines: ["a", "c"] }],
  routines: [
    { id: "a", name: "A", trigger: { every: { weeks: 1 } }, covers: ["c"] },
    { id: "c", name: "C", trigger: { every: "print-day", beat: "closing" } },
  ],
  history: [{ machine: "m", routine: "a", on: "2026-11-25" }],
};

test("what was covered is due again on the day it was needed once more, unless it was done itself", () => {
  const rules = shopRules(FILE.calendar, FILE.routines);
  const on = toDay("2026-11-25");
  const [facts] = factsOfFleet(FILE, rules, on);
  if (!facts) throw new Error("no machine");
  const closing = (more: Partial<typeof facts>) => dueOfMachine({ ...facts, ...more }, rules, on).find(({ routine }) => routine === "c");
  expect(closing({})?.state).toBe("done");
  const words = "it printed after A at 08:50";
  const reopened = [{ routine: "c", day: on, words }];
  expect(closing({ reopened })).toMatchObject({ state: "due", why: expect.arrayContaining([{ kind: "reopened", words }]) });
  expect(closing({ reopened: [{ routine: "c", day: on - 1, words: "" }] })?.state).toBe("done");
  const itself = [...facts.doings, { routine: "c", day: on, outcome: "done" as const }];
  expect(closing({ reopened, doings: itself })?.state).toBe("done");
});

import { expect, test } from "vitest";
import { toDay } from "../calendar/day.ts";
import type { Machine } from "../fleet/schema.ts";
import { dueOfMachine } from "./due-work.ts";
import { type MachineFacts, machineSettings, shopRules } from "./facts.ts";
import { whySentence } from "./sentence.ts";

const rules = shopRules({ workDays: [1, 2, 3, 4, 5] }, [{ id: "house-weekly", name: "Weekly", trigger: { every: { days: 8 } } }]);
const machine: Machine = {
  id: "sprat",
  name: "Sprat",
  class: "dtf",
  family: "dtf-roll",
  since: "2026-01-01",
  routines: ["R45", "house-weekly"],
  waste: [{ id: "b", kind: "bottle", volumeMl: 2000, limitMl: 1700 }],
};
const today = toDay("2026-11-26");
const facts = (more: Partial<MachineFacts> = {}): MachineFacts => ({
  ...machineSettings(machine, rules),
  doings: [{ routine: "house-weekly", day: today - 2, outcome: "done" }],
  counters: new Map(),
  prompts: [],
  signs: [],
  moves: new Map(),
  ...more,
});
const due = (more: Partial<MachineFacts>, routine: string) =>
  dueOfMachine(facts(more), rules, today, 30).filter((each) => each.routine === routine);

test("without a level R45 never falls due by itself (ids and routines: none until levels are kept)", () => {
  expect(due({}, "R45")).toEqual([]);
});

test("a level calls for R45 on its day, landed on a work day, and says why", () => {
  const [called] = due({ levels: new Map([["R45", { day: toDay("2026-11-29"), words: "1,620 of 1,700 mL" }]]) }, "R45");
  expect(called).toMatchObject({ key: "sprat/R45/after/since", due: toDay("2026-11-27"), state: "open" });
  expect(whySentence(called?.why ?? [])).toContain("1,620 of 1,700 mL");
});

test("a level that is over calls today; done today it calls no more", () => {
  const levels = new Map([["R45", { day: today - 3, words: "at the mark" }]]);
  expect(due({ levels }, "R45")).toMatchObject([{ due: today, state: "due" }]);
  expect(due({ levels, doings: [{ routine: "R45", day: today, outcome: "done" }] }, "R45").map(({ state }) => state)).toEqual(["done"]);
});

test("dry air brings an interval forward, by the house's share, with the reason; other routines stay", () => {
  const dryAir = { routines: new Set(["house-weekly"]), share: 0.5, words: "below 40 % for 9 h" };
  expect(due({}, "house-weekly")[0]?.due).toBe(today + 6);
  const [sooner] = due({ dryAir }, "house-weekly");
  expect(sooner?.due).toBe(toDay("2026-11-27"));
  expect(whySentence(sooner?.why ?? [])).toContain("brought forward to 4 days: below 40 % for 9 h");
  expect(due({ dryAir: { ...dryAir, routines: new Set(["R21"]) } }, "house-weekly")[0]?.due).toBe(today + 6);
});

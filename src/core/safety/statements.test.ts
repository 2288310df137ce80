import { expect, test } from "vitest";
import { HAZARDS } from "./hazards.ts";
import { STATEMENTS, statementWords } from "./statements.ts";

test("MEK and isopropyl alcohol are H225, H319, H336 (OSHA Table Z-1, NIOSH Pocket Guide, GHS, from memory)", () => {
  expect(HAZARDS.flammable.statements).toEqual(["H225", "H319", "H336"]);
  expect(statementWords(["H225", "H317"])).toBe("H225 Highly flammable liquid and vapour; H317 May cause an allergic skin reaction");
});

test("a sensitiser is said to be one in the words of its class (GHS, from memory)", () => {
  expect(HAZARDS.sensitiser.statements).toContain("H317");
  for (const words of Object.values(STATEMENTS)) expect(words).toMatch(/^[A-Z][a-z ]+$/);
});

import { words } from "./plain.ts";
import type { Condition } from "./step.ts";

/** A condition in words. */
export function conditionWords(condition: Condition): string {
  if ("not" in condition) return `not (${conditionWords(condition.not)})`;
  if ("all" in condition) return condition.all.map(conditionWords).join(" and ");
  if ("any" in condition) return condition.any.map(conditionWords).join(" or ");
  if ("ability" in condition) return `it can: ${words(condition.ability)}`;
  if ("part" in condition) return `it has: ${words(condition.part)}`;
  if ("waste" in condition) return `its waste is a ${words(condition.waste)}`;
  if ("family" in condition) return `it is of ${words(condition.family)}`;
  if ("headsAtLeast" in condition) return `it has ${condition.headsAtLeast} heads or more`;
  if ("policy" in condition) return `the house's ${condition.policy}: ${condition.is}`;
  if ("is" in condition) return `“${condition.recorded}” was answered ${condition.is}`;
  return "below" in condition
    ? `“${condition.recorded}” is below ${condition.below}`
    : `“${condition.recorded}” is ${condition.atLeast} or more`;
}

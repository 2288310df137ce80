import { MACHINE_RULES } from "./machines.ts";
import { PEOPLE_RULES } from "./people.ts";
import { SHELF_RULES } from "./shelf.ts";
import type { DemoRule, Story } from "./story.ts";

/** Twenty-four rules of common practice that a record of a print shop keeps; they hold the demo, whenever it is made. */
export const DEMO_RULES: DemoRule[] = [...PEOPLE_RULES, ...MACHINE_RULES, ...SHELF_RULES];

/** What in a demo a practitioner would not believe, each with its rule. */
export const unbelievable = (story: Story): string[] =>
  DEMO_RULES.flatMap(({ says, faults }) => faults(story).map((fault) => `${says}: ${fault}`));

import { aheadMs } from "../../src/demo/clock.ts";
import { unbelievable } from "../../src/demo/rules/rules.ts";
import { demoStory } from "../../src/demo/rules/story.ts";
import type { Row } from "./measure.ts";

/** A week from this Monday on, at four hours of the day. */
const MONDAY = "2026-11-30";
const HOURS = ["06:20", "10:30", "15:00", "21:10"];

/** The demo as made on each weekday at four hours; at night and on weekends its clock is set ahead to one of these. */
export async function demoBench(): Promise<Row[]> {
  const faults: string[] = [];
  const started = performance.now();
  let made = 0;
  for (let day = 0; day < 7; day++)
    for (const hour of HOURS) {
      const at = new Date(`${MONDAY}T${hour}:00Z`);
      at.setUTCDate(at.getUTCDate() + day);
      at.setTime(at.getTime() + aheadMs(at));
      faults.push(...unbelievable(demoStory(at)).map((fault) => `${at.toISOString()}: ${fault}`));
      made++;
    }
  for (const fault of faults) process.stderr.write(`${fault}\n`);
  const seconds = (performance.now() - started) / 1000 / made;
  return [
    {
      what: `the demo made at ${made} moments of a week: what breaks a rule`,
      budget: "0",
      measured: `${faults.length}; ${seconds.toFixed(1)} s each`,
    },
  ];
}

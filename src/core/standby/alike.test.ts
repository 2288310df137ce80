import { expect, test } from "vitest";
import { standingAlike } from "./alike.ts";

const row = (id: string, regime: "night" | "wet" | "full", from: number, to: number | null, asleep = false) => ({
  id,
  regime,
  from,
  to,
  asleep,
});

test("machines with one method over one gap are drawn together, the first to print again on top, sleepers below", () => {
  const groups = standingAlike([
    row("sprat", "wet", 10, 90),
    row("teal", "night", 10, 30),
    row("tally", "full", 2, null, true),
    row("smelt", "wet", 10, 90),
    row("goby", "wet", 10, null),
    row("stave", "full", 1, null, true),
  ]);
  expect(groups.map(({ regime, rows }) => [regime, rows.map(({ id }) => id)])).toEqual([
    ["night", ["teal"]],
    ["wet", ["sprat", "smelt"]],
    ["wet", ["goby"]],
    ["full", ["tally", "stave"]],
  ]);
  expect(groups.at(-1)?.from).toBe(1);
});

import { expect, test } from "vitest";
import type { Trigger } from "../fleet/schema.ts";
import { triggerWords } from "./trigger-words.ts";

test.each<[Trigger | undefined, string]>([
  [undefined, "when it is called for"],
  [{ every: "print-day", beat: "closing" }, "each print day, closing"],
  [{ every: "idle-day" }, "each idle day"],
  [{ every: { days: 1 } }, "every day"],
  [{ every: { days: 10 } }, "every 10 days"],
  [{ every: { weeks: 1 } }, "every week"],
  [{ every: { months: 3 } }, "every 3 months"],
  [{ times: 1, per: "week" }, "once a week"],
  [{ times: 2, per: "week", minPrintDays: 3 }, "2 times a week"],
  [{ rule: "FREQ=MONTHLY;BYDAY=1MO" }, "rule FREQ=MONTHLY;BYDAY=1MO"],
  [{ on: "2026-12-03" }, "once, on 2026-12-03"],
  [{ byUse: { light: 6, heavy: 3 } }, "every 3 to 6 months by use"],
  [{ count: { counter: "prints", every: 1000 } }, "every 1,000 prints"],
  [{ prompt: {} }, "when the machine asks"],
  [{ prompt: { withinMinutes: 20 } }, "when the machine asks, within 20 minutes"],
  [[{ every: { weeks: 1 } }, { sign: "ink-pools-on-filter" }], "every week, or on the sign “ink pools on filter”"],
])("%j: %s", (trigger, words) => expect(triggerWords(trigger)).toBe(words));

import type { OneTrigger, Trigger } from "../fleet/schema.ts";
import { words } from "./plain.ts";

const plural = (count: number, one: string) => (count === 1 ? one : `${count} ${one}s`);

/** When a routine falls due, in words. */
export function triggerWords(trigger: Trigger | undefined): string {
  if (!trigger) return "when it is called for";
  return (Array.isArray(trigger) ? trigger : [trigger]).map(one).join(", or ");
}

function one(trigger: OneTrigger): string {
  if ("times" in trigger) return `${trigger.times === 1 ? "once" : `${trigger.times} times`} a week`;
  if ("rule" in trigger) return `rule ${trigger.rule}`;
  if ("on" in trigger) return `once, on ${trigger.on}`;
  if ("byUse" in trigger) return `every ${trigger.byUse.heavy} to ${trigger.byUse.light} months by use`;
  if ("count" in trigger) return `every ${trigger.count.every.toLocaleString("en-GB")} ${words(trigger.count.counter)}`;
  if ("prompt" in trigger)
    return `when the machine asks${trigger.prompt.withinMinutes === undefined ? "" : `, within ${trigger.prompt.withinMinutes} minutes`}`;
  if ("sign" in trigger) return `on the sign “${words(trigger.sign)}”`;
  if (trigger.every === "print-day") return `each print day, ${trigger.beat}`;
  if (trigger.every === "idle-day") return "each idle day";
  const { days, weeks, months } = trigger.every;
  return `every ${days !== undefined ? plural(days, "day") : weeks !== undefined ? plural(weeks, "week") : plural(months ?? 1, "month")}`;
}

import { spokenDay, toDay } from "../calendar/day.ts";
import { clockTime } from "../calendar/site-time.ts";
import { signWords } from "../signs/guide.ts";
import type { MachineState, StateReason } from "./readiness.ts";

const some = (count: number, what: string) => (count ? [`${count} ${what}`] : []);

/** A reason for a state word in words, without a full stop. */
export function stateReasonSentence(reason: StateReason, timeZone: string): string {
  const at = (instant: Date) => clockTime(instant, timeZone);
  switch (reason.kind) {
    case "asleep":
      return reason.words ? `${reason.words}; not to be switched on or off` : "put to sleep; no print days until it is woken";
    case "out-of-order":
      return [
        `${reason.symptom}, since ${spokenDay(toDay(reason.since))}`,
        reason.waitsFor && `waits for ${reason.waitsFor}`,
        reason.expected && `expected back ${spokenDay(toDay(reason.expected))}`,
      ]
        .filter(Boolean)
        .join("; ");
    case "busy":
      return `printing until ${at(reason.until)}`;
    case "no-check-class":
      return "this class prints no nozzle check, and nothing speaks against it";
    case "sign":
      return `“${signWords(reason.sign)}” was seen at ${at(reason.at)} and is not explained yet`;
    case "never-checked":
      return "no nozzle check on record";
    case "other-day":
      return `the last check was on ${spokenDay(toDay(reason.day))} and held for that day`;
    case "voided":
      return `${reason.what} at ${at(reason.at)}, after the check`;
    case "idle":
      return `idle for ${Math.floor(reason.hours)} h since check or printing; a check holds ${Number(reason.limit.toFixed(1))} h${reason.dryAir ? ` in dry air (${reason.dryAir})` : ""}`;
    case "clean":
      return `all nozzles fired at ${at(reason.at)}`;
    case "gone":
      return `${reason.channel} is gone whole: look at ink, line, damper and cap seal before cleaning on`;
    case "neighbours":
      return `${reason.channel} has missing nozzles side by side: recover first`;
    case "over-channel":
      return `${reason.channel} has ${reason.count} missing (weak and deflected count half), more than ${reason.tolerance}: recover first`;
    case "over-head":
      return `head ${reason.head} has ${reason.count} missing over all channels, more than ${reason.tolerance}: recover first`;
    case "within":
      return `${reason.channel}: ${[...some(reason.missing, "missing"), ...some(reason.weak, "weak"), ...some(reason.deflected, "deflected")].join(", ")}, within ${reason.tolerance} and none side by side`;
    case "unread":
      return `not read: ${reason.channels.join(", ")}`;
    case "released":
      return `released by ${reason.by} until ${at(reason.until)}: ${reason.reason}`;
  }
}

/** The sentence that always comes with a state word. */
export function stateSentence({ reasons }: MachineState, timeZone: string): string {
  const text = reasons.map((reason) => stateReasonSentence(reason, timeZone)).join("; ");
  return text ? `${text.charAt(0).toUpperCase()}${text.slice(1)}.` : "";
}

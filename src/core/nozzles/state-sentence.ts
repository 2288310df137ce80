import { spokenDay, toDay } from "../calendar/day.ts";
import { clockTime } from "../calendar/site-time.ts";
import { capital } from "../capital.ts";
import { signWords } from "../signs/guide.ts";
import type { MachineState, StateReason } from "./readiness.ts";

const some = (count: number, what: string) => (count ? [`${count} ${what}`] : []);

/** A reason for a state word in words, without a full stop. */
export function stateReasonSentence(reason: StateReason, timeZone: string): string {
  const at = (instant: Date) => clockTime(instant, timeZone);
  switch (reason.kind) {
    case "asleep":
      return reason.words ? `${reason.words}; do not switch it on or off` : "put to sleep; it does not print until it is woken";
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
    case "at-work":
      return `${reason.person} is working on it (${reason.routine}); still open: ${reason.open.join(", ")}`;
    case "no-check-class":
      return "prints no nozzle check; nothing is wrong";
    case "sign":
      return `“${signWords(reason.sign)}” seen at ${at(reason.at)}; cause not known yet`;
    case "never-checked":
      return "never checked";
    case "other-day":
      return `last checked on ${spokenDay(toDay(reason.day))}; a check holds for its day`;
    case "voided":
      return `${reason.what} at ${at(reason.at)}, after the check`;
    case "idle":
      return `idle for ${Math.floor(reason.hours)} h; a check holds ${Number(reason.limit.toFixed(1))} h${reason.dryAir ? ` in dry air (${reason.dryAir})` : ""}`;
    case "clean":
      return `all nozzles fired at ${at(reason.at)}`;
    case "gone":
      return `${reason.channel} is all out: look at ink, line, damper and cap seal first`;
    case "neighbours":
      return `${reason.channel}: nozzles side by side are out`;
    case "over-channel":
      return `${reason.channel}: ${reason.count} out, more than ${reason.tolerance}`;
    case "over-head":
      return `head ${reason.head}: ${reason.count} out in all, more than ${reason.tolerance}`;
    case "within":
      return `${reason.channel}: ${[...some(reason.missing, "missing"), ...some(reason.weak, "weak"), ...some(reason.deflected, "deflected")].join(", ")}; up to ${reason.tolerance} may be out`;
    case "unread":
      return `not read: ${reason.channels.join(", ")}`;
    case "released":
      return `allowed by ${reason.by} until ${at(reason.until)}: ${reason.reason}`;
  }
}

/** The sentence that always comes with a state word. */
export function stateSentence({ reasons }: MachineState, timeZone: string): string {
  const text = reasons.map((reason) => stateReasonSentence(reason, timeZone)).join("; ");
  return text ? `${capital(text)}.` : "";
}

import { spokenDay, weekdayName } from "../calendar/day.ts";
import { capital } from "../capital.ts";
import { words } from "../routines/plain.ts";
import type { Reason } from "./occurrence.ts";

const plural = (count: number, one: string) => `${count === 1 ? "" : `${count} `}${one}${count === 1 ? "" : "s"}`;
const and = (parts: string[]) => (parts.length < 2 ? parts.join("") : `${parts.slice(0, -1).join(", ")} and ${parts.at(-1)}`);
const figure = (value: number) => (Math.round(value * 10) / 10).toLocaleString("en-GB");

/** A reason in words, without a full stop. */
export function reasonSentence(reason: Reason): string {
  switch (reason.kind) {
    case "beat":
      return `each print day, at ${reason.beat}`;
    case "idle":
      return "each work day on which the machine does not print";
    case "interval": {
      const { days, weeks, months } = reason.every;
      return `every ${days !== undefined ? plural(days, "day") : weeks !== undefined ? plural(weeks, "week") : plural(months ?? 0, "month")}`;
    }
    case "by-use": {
      const basis =
        reason.basis === "no-readings"
          ? "half use assumed, no readings"
          : reason.basis === "no-work-days"
            ? "no work day in the last 28 days"
            : `${Math.round(reason.share * 100)} % of full use over the last 28 days`;
      return `every ${plural(reason.days, "day")} by use: ${basis}`;
    }
    case "times":
      return `${plural(reason.times, "time").replace(/^time$/, "once")} a week over ${reason.printDays.length} print days (${reason.printDays.map(weekdayName).join(", ")}): ${and(reason.dues.map(weekdayName))}`;
    case "rule":
      return `rule ${reason.rule}: ${spokenDay(reason.day)}`;
    case "on":
      return `once, on ${spokenDay(reason.day)}`;
    case "count-reached":
      return `every ${figure(reason.every)} ${words(reason.counter)}: ${figure(reason.growth)} since, shown by the reading of ${spokenDay(reason.day)}`;
    case "count-predicted":
      return `every ${figure(reason.every)} ${words(reason.counter)}: ${figure(reason.growth)} since, ${figure(reason.perDay)} a day, so about ${spokenDay(reason.day)}`;
    case "prompt":
      return `the machine asked on ${spokenDay(reason.day)}${reason.withinMinutes === undefined ? "" : `, within ${reason.withinMinutes} minutes of starting`}`;
    case "sign":
      return `“${words(reason.sign)}” was seen on ${spokenDay(reason.day)}`;
    case "level":
    case "reopened":
      return reason.words;
    case "dry-air":
      return `brought forward to ${plural(reason.days, "day")}: ${reason.words}`;
    case "last":
      if (reason.day === undefined) return `never done here; looked after since ${spokenDay(reason.since, true)}`;
      return reason.foreseen ? `taken as done ${spokenDay(reason.day)}` : `done ${spokenDay(reason.day)}`;
    case "landed":
      return `${spokenDay(reason.from)} is no day for it, so ${spokenDay(reason.to)}`;
    case "moved":
      return `moved from ${spokenDay(reason.from)} to ${spokenDay(reason.to)}`;
    case "settled":
      return `${reason.outcome} ${spokenDay(reason.day)} (by ${reason.by})`;
  }
}

export { words } from "../routines/plain.ts";

/** All reasons as one sentence. */
export function whySentence(reasons: readonly Reason[]): string {
  const text = reasons.map(reasonSentence).join("; ");
  return text ? `${capital(text)}.` : "";
}

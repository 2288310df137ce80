import * as rrule from "rrule";
import { type Day, dayOf } from "./day.ts";

// Node.js sees the package's CommonJS build as one default export, bundlers see its named ones.
const RRule: typeof rrule.RRule = rrule.RRule ?? (rrule as unknown as { default: typeof rrule }).default.RRule;

const FREQUENCIES = ["DAILY", "WEEKLY", "MONTHLY", "YEARLY"];
const WEEKDAY = "(?:MO|TU|WE|TH|FR|SA|SU)";

const list = (item: string) => new RegExp(`^${item}(?:,${item})*$`);
const inRange = (max: number) => (value: string) =>
  value.split(",").every((part) => Math.abs(Number(part)) >= 1 && Math.abs(Number(part)) <= max);
const signed = list("[+-]?\\d{1,3}");

/** What each part of a rule may hold, by RFC 5545 section 3.3.10. */
const PARTS: Record<string, (value: string) => boolean> = {
  FREQ: (value) => FREQUENCIES.includes(value),
  UNTIL: (value) => /^\d{8}(?:T\d{6}Z?)?$/.test(value) && realDate(value),
  COUNT: (value) => /^\d{1,9}$/.test(value) && Number(value) >= 1,
  INTERVAL: (value) => /^\d{1,9}$/.test(value) && Number(value) >= 1,
  BYDAY: (value) =>
    list(`(?:[+-]?\\d{1,2})?${WEEKDAY}`).test(value) &&
    value.split(",").every((part) => {
      const ordinal = part.slice(0, -2);
      return ordinal === "" || (Math.abs(Number(ordinal)) >= 1 && Math.abs(Number(ordinal)) <= 53);
    }),
  BYMONTHDAY: (value) => signed.test(value) && inRange(31)(value),
  BYYEARDAY: (value) => signed.test(value) && inRange(366)(value),
  BYWEEKNO: (value) => signed.test(value) && inRange(53)(value),
  BYMONTH: (value) => list("\\d{1,2}").test(value) && inRange(12)(value),
  BYSETPOS: (value) => signed.test(value) && inRange(366)(value),
  WKST: (value) => new RegExp(`^${WEEKDAY}$`).test(value),
};

function realDate(value: string): boolean {
  const [month, day] = [Number(value.slice(4, 6)), Number(value.slice(6, 8))];
  const date = new Date(Date.UTC(2000, 0, 1));
  date.setUTCFullYear(Number(value.slice(0, 4)), month - 1, day);
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** Why a text is no recurrence rule of days (RFC 5545, no times), or `undefined` where it is one. */
export function recurrenceFault(rule: string): string | undefined {
  const parts = new Map<string, string>();
  for (const piece of rule.toUpperCase().split(";")) {
    const equals = piece.indexOf("=");
    const name = equals < 0 ? piece : piece.slice(0, equals);
    const value = equals < 0 ? "" : piece.slice(equals + 1);
    if (["BYHOUR", "BYMINUTE", "BYSECOND"].includes(name)) return `${name} sets a time; a rule here names days only`;
    const check = PARTS[name];
    if (!check) return `“${piece}” is no part of a recurrence rule`;
    if (parts.has(name)) return `${name} stands twice`;
    if (!check(value)) return name === "FREQ" ? "FREQ must be DAILY, WEEKLY, MONTHLY or YEARLY" : `${name} can't be “${value}”`;
    parts.set(name, value);
  }
  const frequency = parts.get("FREQ");
  if (!frequency) return "a rule needs FREQ=DAILY, WEEKLY, MONTHLY or YEARLY";
  if (parts.has("COUNT") && parts.has("UNTIL")) return "COUNT and UNTIL can't stand together";
  if (/\d/.test(parts.get("BYDAY") ?? "") && !(frequency === "MONTHLY" || (frequency === "YEARLY" && !parts.has("BYWEEKNO"))))
    return "a numbered weekday goes with FREQ=MONTHLY or YEARLY (without BYWEEKNO) only";
  if (parts.has("BYMONTHDAY") && frequency === "WEEKLY") return "BYMONTHDAY can't go with FREQ=WEEKLY";
  if (parts.has("BYYEARDAY") && frequency !== "YEARLY") return "BYYEARDAY goes with FREQ=YEARLY only";
  if (parts.has("BYWEEKNO") && frequency !== "YEARLY") return "BYWEEKNO goes with FREQ=YEARLY only";
  if (parts.has("BYSETPOS") && ![...parts.keys()].some((name) => name.startsWith("BY") && name !== "BYSETPOS"))
    return "BYSETPOS needs another BY part to choose from";
  return undefined;
}

const MILLISECONDS_A_DAY = 86_400_000;

/**
 * Walks the days of a valid rule in order, counted from `since` (which counts only where the rule names it;
 * weeks from Monday), until `visit` answers false or the rule ends. Source: RFC 5545; expansion by `rrule`.
 */
export function walkRecurrence(rule: string, since: Day, visit: (day: Day) => boolean): void {
  const name = `${since} ${rule}`;
  let known = expanded.get(name) ?? { days: [], ended: false };
  for (let index = 0; ; index++) {
    if (index === known.days.length) {
      if (known.ended) return;
      known = expand(rule, since, Math.max(200, 2 * index));
      if (expanded.size > 5000) expanded.clear();
      expanded.set(name, known);
      if (index >= known.days.length) return;
    }
    if (!visit(known.days[index] ?? 0)) return;
  }
}

/** Expansions already made: a shop asks for the same rules all day, and expanding one is the dearest step of a day's list. */
const expanded = new Map<string, { days: Day[]; ended: boolean }>();

function expand(rule: string, since: Day, count: number): { days: Day[]; ended: boolean } {
  const options = RRule.parseString(rule.toUpperCase());
  if (options.until) {
    // An UNTIL with a time bounds days all the same: its own day still counts.
    const until = options.until;
    options.until = new Date(dayOf(until.getUTCFullYear(), until.getUTCMonth() + 1, until.getUTCDate()) * MILLISECONDS_A_DAY);
  }
  const days: Day[] = [];
  new RRule({ wkst: RRule.MO, ...options, dtstart: new Date(since * MILLISECONDS_A_DAY) }, true).all((date) => {
    days.push(Math.round(date.getTime() / MILLISECONDS_A_DAY));
    return days.length < count;
  });
  return { days, ended: days.length < count };
}

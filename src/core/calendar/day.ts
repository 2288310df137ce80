/**
 * Local days as whole numbers: days since 1970-01-01. The due engine asks for millions of days, and a number
 * costs nothing where a `Temporal.PlainDate` costs an object; `tests/reference` holds these against Temporal.
 */
export type Day = number;

/** Day number of a proleptic Gregorian date. `month` from 1; months outside 1 to 12 are not folded. */
export function dayOf(year: number, month: number, dayOfMonth: number): Day {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + dayOfMonth - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}

/** Year, month (from 1) and day of month of a day number. */
export function civil(day: Day): { year: number; month: number; dayOfMonth: number } {
  const shifted = day + 719468;
  const era = Math.floor(shifted / 146097);
  const dayOfEra = shifted - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shiftedMonth = Math.floor((5 * dayOfYear + 2) / 153);
  const dayOfMonth = dayOfYear - Math.floor((153 * shiftedMonth + 2) / 5) + 1;
  const month = shiftedMonth < 10 ? shiftedMonth + 3 : shiftedMonth - 9;
  return { year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, dayOfMonth };
}

/** Days in a month (1 to 12) of a year. */
export function daysInMonth(year: number, month: number): number {
  return month === 2 ? (year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31;
}

/** The day number of `YYYY-MM-DD`, or `undefined` where that is no day of the calendar (years 0001 to 9999). */
export function readDay(text: string): Day | undefined {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!match) return undefined;
  const [year, month, dayOfMonth] = [Number(match[1]), Number(match[2]), Number(match[3])];
  if (year < 1 || month < 1 || month > 12 || dayOfMonth < 1 || dayOfMonth > daysInMonth(year, month)) return undefined;
  return dayOf(year, month, dayOfMonth);
}

/** The day number of a day that has been validated already. @throws RangeError where it is none. */
export function toDay(text: string): Day {
  const day = readDay(text);
  if (day === undefined) throw new RangeError(`“${text}” is no day; expected one like 2026-11-25`);
  return day;
}

const isoCache = new Map<Day, string>();

/** `YYYY-MM-DD` of a day number. */
export function isoDay(day: Day): string {
  let text = isoCache.get(day);
  if (text === undefined) {
    const { year, month, dayOfMonth } = civil(day);
    text = `${String(year).padStart(4, "0")}-${String(month).padStart(2, "0")}-${String(dayOfMonth).padStart(2, "0")}`;
    if (isoCache.size > 20000) isoCache.clear();
    isoCache.set(day, text);
  }
  return text;
}

/** ISO weekday, Monday 1 to Sunday 7. */
export function weekday(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1;
}

/** The Monday of the ISO week that holds the day. */
export function mondayOf(day: Day): Day {
  return day - weekday(day) + 1;
}

/** ISO week name, as `2026-W48` (ISO 8601: a week belongs to the year of its Thursday). */
export function isoWeek(day: Day): string {
  const thursday = mondayOf(day) + 3;
  const { year } = civil(thursday);
  const number = Math.floor((thursday - dayOf(year, 1, 1)) / 7) + 1;
  return `${String(year).padStart(4, "0")}-W${String(number).padStart(2, "0")}`;
}

/** The same day of the month `months` later, month ends clamped: 31 January + 1 month is 28 February. */
export function addMonths(day: Day, months: number): Day {
  const { year, month, dayOfMonth } = civil(day);
  const index = year * 12 + month - 1 + months;
  const targetYear = Math.floor(index / 12);
  const targetMonth = index - targetYear * 12 + 1;
  return dayOf(targetYear, targetMonth, Math.min(dayOfMonth, daysInMonth(targetYear, targetMonth)));
}

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** `Mon` … `Sun` of a day. */
export function weekdayName(day: Day): string {
  return WEEKDAYS[weekday(day) - 1] ?? "";
}

/** A day as people say it: `Tue 24 Nov`; with the year where `withYear` is set. */
export function spokenDay(day: Day, withYear = false): string {
  const { year, month, dayOfMonth } = civil(day);
  return `${weekdayName(day)} ${dayOfMonth} ${MONTHS[month - 1]}${withYear ? ` ${year}` : ""}`;
}

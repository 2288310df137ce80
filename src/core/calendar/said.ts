import { type Day, dayOf, spokenDay } from "./day.ts";

/**
 * How days, months, numbers and money are said, the same everywhere. Clock times are `clockTime` of `site-time.ts`. One locale so
 * far: British English, 24 hours, weeks from Monday.
 */
const LOCALE = "en-GB";

const NEAR_DAYS = 6;
const near = new Intl.RelativeTimeFormat(LOCALE, { numeric: "auto" });

/** A day from today: `today`, `tomorrow`, `in 3 days`, `2 days ago`; further off by its date. @example relativeDay(11, 10) → "tomorrow" */
export const relativeDay = (day: Day, today: Day): string =>
  Math.abs(day - today) <= NEAR_DAYS ? near.format(day - today, "day") : spokenDay(day);

const months = new Intl.DateTimeFormat(LOCALE, { month: "long", year: "numeric", timeZone: "UTC" });
/** `YYYY-MM` as `November 2026`. @example monthName("2026-11") → "November 2026" */
export function monthName(month: string): string {
  const [year = 0, number = 1] = month.split("-").map(Number);
  return months.format(new Date(dayOf(year, number, 1) * 86_400_000));
}

const counts = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1 });
/** A number with its thousands apart, at most one decimal. @example countSaid(12345.67) → "12,345.7" */
export const countSaid = (value: number): string => counts.format(value);

const plainMoney = new Intl.NumberFormat(LOCALE, { minimumFractionDigits: 2, maximumFractionDigits: 2 });
/**
 * Money in hundredths, with two decimals, in the shop's currency (a code of ISO 4217) where it is given.
 * @example moneySaid(123450, "EUR") → "€1,234.50"
 */
export const moneySaid = (cents: number, currency?: string): string =>
  currency
    ? new Intl.NumberFormat(LOCALE, { style: "currency", currency, minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(cents / 100)
    : plainMoney.format(cents / 100);

import { isoDay, readDay } from "../calendar/day.ts";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const UNITS: Record<string, number> = { day: 1, week: 7, month: 30, year: 365 };

/** A day said roughly: “today”, “yesterday”, “3 weeks ago”, “May 2026” (its middle). */
export function roughDay(text: string, today: number): string | undefined {
  const lower = text.toLowerCase().trim();
  if (lower === "today") return isoDay(today);
  if (lower === "yesterday") return isoDay(today - 1);
  const ago = /^(?:about |ca\.? )?(\d{1,4}|a|an|one|two|three) (day|week|month|year)s? ago$/.exec(lower);
  if (ago) return isoDay(today - ({ a: 1, an: 1, one: 1, two: 2, three: 3 }[ago[1] ?? ""] ?? Number(ago[1])) * (UNITS[ago[2] ?? ""] ?? 1));
  const month = /^([a-z]{3})[a-z]* (\d{4})$/.exec(lower);
  const at = MONTHS.indexOf(month?.[1] ?? "");
  const iso = `${month?.[2]}-${String(at + 1).padStart(2, "0")}-15`;
  return month && at >= 0 && readDay(iso) !== undefined ? iso : undefined;
}

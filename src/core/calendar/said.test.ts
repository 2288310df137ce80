import { expect, test } from "vitest";
import { toDay } from "./day.ts";
import { countSaid, moneySaid, monthName, relativeDay } from "./said.ts";

const today = toDay("2026-11-27");
test.each([
  ["2026-11-27", "today"],
  ["2026-11-28", "tomorrow"],
  ["2026-11-26", "yesterday"],
  ["2026-11-30", "in 3 days"],
  ["2026-11-25", "2 days ago"],
  ["2026-12-04", "Fri 4 Dec"],
  ["2026-11-20", "Fri 20 Nov"],
])("%s is %s", (day, said) => expect(relativeDay(toDay(day), today)).toBe(said));

test("months, numbers, money", () => {
  expect(monthName("2026-11")).toBe("November 2026");
  expect(monthName("2027-01")).toBe("January 2027");
  expect(countSaid(12345.67)).toBe("12,345.7");
  expect(moneySaid(123450)).toBe("1,234.50");
  expect(moneySaid(-5)).toBe("-0.05");
  expect([moneySaid(123450, "EUR"), moneySaid(123450, "CHF")]).toEqual(["€1,234.50", "CHF\u00a01,234.50"]);
});

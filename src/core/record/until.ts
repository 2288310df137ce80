import { Refusal } from "../shop/refusal.ts";

const MOST_DAYS = 14;

/** @throws Refusal 400 where a moment lies more than two weeks ahead */
export function atMostTwoWeeksAhead(until: string, now: Date): void {
  if (Date.parse(until) > now.getTime() + MOST_DAYS * 86_400_000) throw new Refusal(400, `Until when? At most ${MOST_DAYS} days ahead.`);
}

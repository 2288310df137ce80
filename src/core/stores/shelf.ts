import { type Day, isoDay, toDay } from "../calendar/day.ts";
import type { Item } from "./item.ts";

/** What the store holds of one lot at one place. Items that are kept without lots have the lot `""`. */
export type Held = {
  item: string;
  lot: string;
  place: string;
  /** In the item's unit; below nothing where more was taken than was known of. */
  amount: number;
  expiry: string | null;
  openedOn: string | null;
  receivedOn: string | null;
};

export type Lot = Held & {
  /** The last day on which it may be used; `null` where nothing says so. */
  useBy: Day | null;
  why: string;
  expired: boolean;
};

/** By when a lot must be used up: what its label says, or its shelf life; once opened, its open life if that ends before. */
export function useByOf(item: Pick<Item, "shelfDays" | "openDays">, held: Held): { useBy: Day | null; why: string } {
  const closed = held.expiry
    ? { day: toDay(held.expiry), why: "by its label" }
    : item.shelfDays && held.receivedOn
      ? { day: toDay(held.receivedOn) + item.shelfDays, why: `${item.shelfDays} days from when it came` }
      : undefined;
  const open =
    item.openDays && held.openedOn
      ? { day: toDay(held.openedOn) + item.openDays, why: `${item.openDays} days from when it was opened, ${held.openedOn}` }
      : undefined;
  const first = closed && open ? (open.day < closed.day ? open : closed) : (open ?? closed);
  return first ? { useBy: first.day, why: first.why } : { useBy: null, why: "nothing says until when" };
}

/** An item's lots as they are to be used: earliest use-by first, those without one last; opened ones before closed ones of the same day. */
export function lotsInOrder(item: Item, held: readonly Held[], today: Day): Lot[] {
  return held
    .filter((each) => each.item === item.id)
    .map((each) => {
      const { useBy, why } = useByOf(item, each);
      return { ...each, useBy, why, expired: useBy !== null && useBy < today };
    })
    .sort(
      (a, b) =>
        (a.useBy ?? Number.POSITIVE_INFINITY) - (b.useBy ?? Number.POSITIVE_INFINITY) ||
        Number(b.openedOn !== null) - Number(a.openedOn !== null) ||
        (a.lot < b.lot ? -1 : a.lot > b.lot ? 1 : 0) ||
        (a.place < b.place ? -1 : 1),
    );
}

export type Take = { lot: string; place: string; amount: number };

/**
 * From which lots an amount is taken: the earliest use-by leaves first, expired ones never by themselves. `short` is what the
 * shelf does not hold; it is taken from the last lot all the same when it was really used, so that the count shows it.
 */
export function takeFrom(lots: readonly Lot[], amount: number): { takes: Take[]; short: number } {
  const takes: Take[] = [];
  let rest = amount;
  for (const lot of lots) {
    if (rest <= 1e-9) break;
    if (lot.expired || lot.amount <= 0) continue;
    const taken = Math.min(lot.amount, rest);
    takes.push({ lot: lot.lot, place: lot.place, amount: round(taken) });
    rest -= taken;
  }
  return { takes, short: rest > 1e-9 ? round(rest) : 0 };
}

/** What may be used of all lots together. */
export const usable = (lots: readonly Lot[]): number =>
  round(netted(lots).reduce((sum, { expired, amount }) => sum + (expired ? 0 : amount), 0));

/** Lots as they can be, where more was taken of one than it held: that much is gone of the others, earliest use-by first. @example netted([]) // [] */
export function netted<Known extends Pick<Lot, "amount" | "expired">>(lots: readonly Known[]): Known[] {
  let gone = lots.reduce((sum, { amount }) => sum + Math.max(0, -amount), 0);
  return lots.map((lot) => {
    if (lot.amount <= 0) return { ...lot, amount: 0 };
    const taken = lot.expired ? 0 : Math.min(gone, lot.amount);
    gone -= taken;
    return { ...lot, amount: round(lot.amount - taken) };
  });
}

/** What a count says against what was expected, in words. `null` where they agree. */
export function differenceWords(counted: number, expected: number, unit: string): string | null {
  const difference = round(counted - expected);
  if (difference === 0) return null;
  return difference < 0
    ? `${-difference} ${unit} fewer than the movements say: used without an entry, spilt, or taken elsewhere?`
    : `${difference} ${unit} more than the movements say: a delivery not entered, or less used than the lists say?`;
}

/** Lots whose use-by lies within some days. */
export const expiringWithin = (lots: readonly Lot[], today: Day, days: number): Lot[] =>
  lots.filter(({ useBy, amount, expired }) => !expired && amount > 0 && useBy !== null && useBy <= today + days);

export const round = (value: number): number => Math.round(value * 1000) / 1000;

export const dayWords = (day: Day | null): string => (day === null ? "no date" : isoDay(day));

import { type Day, isoDay } from "../calendar/day.ts";
import { amountWords } from "./amount-words.ts";
import { mustNotMeet, STATEMENTS } from "./fluids.ts";
import type { Item } from "./item.ts";
import { round } from "./shelf.ts";

/** A mixture worked out: what goes in, to what a jug can measure, checked backwards, and what speaks against it. */
export type Mixture = {
  parts: { item: string; name: string; ml: number; exactMl: number; share: number; onShelf: number | null }[];
  amountMl: number;
  /** What the measured amounts really make, part by part in per cent, and how far that strays from what was asked. */
  backwards: { name: string; percent: number; offPercent: number }[];
  refused: string[];
  warnings: string[];
};

export type Shares = { item: string; share: number }[];

/** Shares by volume of parts like 1 : 1 or 1 : 9. */
export function sharesOf(parts: readonly { item: string; parts: number }[]): Shares {
  const all = parts.reduce((sum, each) => sum + each.parts, 0);
  return parts.map(({ item, parts: mine }) => ({ item, share: mine / all }));
}

/** 1 part in n: one of the first in n of the whole. @param n above 1 */
export const onePartIn = (n: number): [number, number] => [1, n - 1];

/** Parts of a mixture by volume in per cent of the first. @param percent above 0 and below 100 */
export const partsOfPercent = (percent: number): [number, number] => [percent, 100 - percent];

/** C1·V1 = C2·V2: how much of a stock of `strength` makes `volume` of the `wanted` strength; the rest is thinner. @throws where it can't be made stronger */
export function dilution(strength: number, wanted: number, volumeMl: number): { stockMl: number; thinnerMl: number } {
  if (!(strength > 0) || !(wanted > 0) || !(volumeMl > 0)) throw new RangeError("Strengths and volume are above 0.");
  if (wanted > strength) throw new RangeError(`${wanted} % can't be made from ${strength} %: thinning only weakens.`);
  const stockMl = (wanted * volumeMl) / strength;
  return { stockMl, thinnerMl: volumeMl - stockMl };
}

/** The finest mark of a jug that measures up to so much: steps of about a fiftieth, as 1, 2 or 5 of a ten. */
export function jugStepMl(amountMl: number): number {
  const rough = amountMl / 50;
  const ten = 10 ** Math.floor(Math.log10(Math.max(rough, 0.01)));
  return [1, 2, 5, 10].map((each) => each * ten).find((step) => step >= rough * 0.999) ?? ten * 10;
}

/** The largest batch that what is on the shelf makes. */
export function batchFromShelf(shares: Shares, onShelf: (item: string) => number): number {
  return round(Math.min(...shares.map(({ item, share }) => Math.max(0, onShelf(item)) / share)));
}

/**
 * Works out a batch. The smallest part is rounded to its jug's mark and the others follow it, so that the ratio stands; what no jug can hold that
 * finely is told of.
 *
 * @param amountMl above 0
 */
export function mixture(shares: Shares, amountMl: number, items: readonly Item[], onShelf: (item: string) => number | null): Mixture {
  const refused: string[] = [];
  const warnings: string[] = [];
  const ofItem = (id: string) => items.find((each) => each.id === id);
  shares.forEach(({ item: a }, index) => {
    for (const { item: b } of shares.slice(index + 1)) {
      const [one, other] = [ofItem(a)?.fluid?.family, ofItem(b)?.fluid?.family];
      const why = one && other ? mustNotMeet(one, other) : "what is no fluid of the store can't be mixed: give it a family first.";
      if (why) refused.push(why);
    }
  });
  const smallest = [...shares].sort((a, b) => a.share - b.share)[0];
  const exact = (share: number) => share * amountMl;
  const step = jugStepMl(exact(smallest?.share ?? 1));
  const lead = Math.max(step, Math.round(exact(smallest?.share ?? 1) / step) * step);
  const scale = smallest ? lead / exact(smallest.share) : 1;
  const parts = shares.map(({ item, share }) => {
    const wanted = exact(share) * scale;
    const mark = jugStepMl(wanted);
    const ml = round(item === smallest?.item ? lead : Math.max(mark, Math.round(wanted / mark) * mark));
    return { item, name: ofItem(item)?.name ?? item, ml, exactMl: round(exact(share)), share, onShelf: onShelf(item) };
  });
  const made = parts.reduce((sum, { ml }) => sum + ml, 0);
  const backwards = parts.map(({ name, ml, share }) => ({
    name,
    percent: round((ml / made) * 100),
    offPercent: round(((ml / made - share) / share) * 100),
  }));
  if (backwards.some(({ offPercent }) => Math.abs(offPercent) > 5))
    warnings.push("So small a batch can't be measured within 5 % of its ratio with a jug: make more, or use a syringe.");
  for (const { name, ml, onShelf: there } of parts)
    if (there !== null && there < ml)
      refused.push(
        `The shelf holds ${amountWords(Math.max(0, there), "mL")} of ${name} in date; this batch takes ${amountWords(ml, "mL")}.`,
      );
  return { parts, amountMl: round(made), backwards, refused: [...new Set(refused)], warnings };
}

/** The lot of a batch: what, which day, and the how many-th of it. */
export const batchLot = (item: string, day: Day, before: number): string =>
  `${item.slice(0, 12).toUpperCase()}-${isoDay(day).slice(2).replace(/-/g, "")}-${before + 1}`;

/** Until when a batch is good: its own days, and never longer than what went in. */
export function batchUseBy(item: Item, mixedOn: Day, partsUseBy: readonly (Day | null)[]): Day {
  return Math.min(mixedOn + (item.openDays ?? item.shelfDays ?? 30), ...partsUseBy.flatMap((day) => day ?? []));
}

/** The hazard lines of a mixture: of all that is in it, by wording class. */
export function hazardLines(parts: readonly (Item | undefined)[]): string[] {
  const ids = new Set(parts.flatMap((item) => item?.fluid?.statements ?? []));
  return [...ids].sort().map((id) => `${id} ${STATEMENTS[id]}`);
}

export const contentLine = (parts: readonly { name: string; ml: number }[]): string => {
  const all = parts.reduce((sum, { ml }) => sum + ml, 0);
  return parts.map(({ name, ml }) => `${name} ${Math.round((ml / all) * 100)} %`).join(", ");
};

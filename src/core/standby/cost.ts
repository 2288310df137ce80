import type { Regime } from "./regime.ts";

/** Keeping a machine alive against putting it to sleep: cost lines over the gap, each part open to see and change. */

export type CostPart = {
  id: string;
  words: string;
  amount: number;
  unit: string;
  /** In hundredths of the shop's money. */
  centsEach: number;
};
export type AliveOrAsleep = { daily: CostPart[]; once: CostPart[] };

export const centsOf = (parts: readonly CostPart[]): number => parts.reduce((sum, { amount, centsEach }) => sum + amount * centsEach, 0);

/**
 * What a method costs over a whole gap, in hundredths of the shop's money: run daily by the day, all others once.
 * @example centsOver("alive", { daily: [part], once: [] }, 48) // twice the part
 */
export const centsOver = (regime: Regime, { daily, once }: AliveOrAsleep, hours: number): number =>
  regime === "alive" ? (centsOf(daily) * hours) / 24 : centsOf(once);

/** Break-even gap in days = (sleep cost) / (daily cost); `null` where a day alive costs nothing. */
export function breakEvenDays({ daily, once }: AliveOrAsleep): number | null {
  const aDay = centsOf(daily);
  return aDay > 0 ? centsOf(once) / aDay : null;
}

export type CostFacts = {
  ownCleansADay: number;
  /** One's own and what they draw, per day alive. */
  aliveCleans: number;
  cleanMl: number;
  lightMl: number;
  designMl: number;
  /** Film or garments for a test print and a design. */
  sheets: number;
  sheetCents: number;
  dailyMinutes: number;
  inkCentsAMl: number;
  minuteCents: number;
  fluidCentsAMl: number;
  cartridgeCents: number;
  /** The machine's own cleans over the gap, where it is left powered. */
  ownCleansMl: number;
  inkLostMl: number;
  fluidMl: number;
  cartridges: number;
  fluidCleansMl: number;
  minutesBefore: number;
  minutesAfter: number;
  chargeMl: number;
  cleansAfter: number;
  checksAfter: number;
  checkMl: number;
};

/** The parts of both, by the handbook's list. */
export function aliveOrAsleep(facts: CostFacts): AliveOrAsleep {
  const part = (id: string, words: string, amount: number, unit: string, centsEach: number): CostPart => ({
    id,
    words,
    amount: Math.round(amount * 100) / 100,
    unit,
    centsEach,
  });
  const ink = facts.inkCentsAMl;
  return {
    daily: [
      part("cleans", `${facts.aliveCleans} cleans`, facts.aliveCleans * facts.cleanMl, "mL ink", ink),
      part("own-cleans", `${facts.ownCleansADay} of its own cleans`, facts.ownCleansADay * facts.lightMl, "mL ink", ink),
      part("print", "test print and design", facts.designMl, "mL ink", ink),
      part("sheet", "film or garment", facts.sheets, "pieces", facts.sheetCents),
      part("hands", "work", facts.dailyMinutes, "min", facts.minuteCents),
    ].filter(({ amount }) => amount > 0),
    once: [
      part("own", "its own cleans meanwhile", facts.ownCleansMl, "mL ink", ink),
      // What is lost in the lines is what fills them again: counted there, once.
      part("ink", "ink lost in lines, dampers, head", Math.max(0, facts.inkLostMl - facts.chargeMl), "mL ink", ink),
      part("fluid", "fluid", facts.fluidMl, "mL fluid", facts.fluidCentsAMl),
      part("cartridges", "cleaning cartridges", facts.cartridges, "pieces", facts.cartridgeCents),
      part("fluid-cleans", "head cleans in fluid", facts.fluidCleansMl, "mL fluid", facts.fluidCentsAMl),
      part("before", "work before", facts.minutesBefore, "min", facts.minuteCents),
      part("after", "work after", facts.minutesAfter, "min", facts.minuteCents),
      part("charge", "ink to fill it again", facts.chargeMl, "mL ink", ink),
      part(
        "back",
        `${facts.cleansAfter} cleans and ${facts.checksAfter} checks after`,
        facts.cleansAfter * facts.cleanMl + facts.checksAfter * facts.checkMl,
        "mL ink",
        ink,
      ),
    ].filter(({ amount }) => amount > 0),
  };
}

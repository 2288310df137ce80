import { plannedClosures } from "../../core/calendar/closures-ahead.ts";
import { type Day, isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { dayStart, instantOf } from "../../core/calendar/site-time.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { piecesOf, stretchesOf } from "../../core/rounds/stretches-of.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Needs } from "../../core/standby/needs.ts";
import type { Regime } from "../../core/standby/regime.ts";
import type { SeasonWork } from "../../core/standby/season.ts";
import { spareHours } from "../../core/standby/way-back.ts";
import type { HeldRow } from "../../ledger/stock.ts";
import { nameOf } from "../idle/sleeps.ts";
import { dayAt } from "../shop/shop.ts";
import { closingOf, openingOf } from "./gap.ts";
import { type MachineMaterial, storedAs } from "./material.ts";
import { type MachinePlan, machinePlan } from "./methods.ts";

/** One machine in the plan of a closure: what was chosen for it, and the work that follows. */

/** Machines are put to sleep on the last days before a closure, and woken on the first after it; a round's problem holds two weeks. */
export const WINDOW_DAYS = 10;
const MINUTE_MS = 60_000;

export type SeasonChoice = { machine: string; regime?: Regime; stopsOn?: string; wakesOn?: string; person?: string; why?: string };

/** The closure that begins on a day, and the last print day before it and the first after. @throws Refusal 404 */
export function closureOf(shop: Shop, from: string) {
  const today = dayAt(shop);
  const closure = plannedClosures(shop.calendar.closures ?? [], today - 60).find((each) => each.from === from);
  if (!closure) throw new Refusal(404, "No closure begins on that day. Look under Standby for those ahead.");
  let last = toDay(closure.from) - 1;
  while (!shop.rules.works(last) && last > toDay(closure.from) - 400) last--;
  let first = toDay(closure.to) + 1;
  while (!shop.rules.works(first) && first < toDay(closure.to) + 400) first++;
  return { ...closure, last, first };
}

/** @throws Refusal 400 where a choice names what is not there, or ends before it begins */
export function checkChoices(
  shop: Shop,
  closure: { from: string; to: string; last: Day; first: Day },
  choices: readonly SeasonChoice[],
): void {
  for (const { machine, stopsOn, wakesOn, person } of choices) {
    const name = nameOf(shop, machine);
    if (!shop.machines.some(({ id }) => id === machine))
      throw new Refusal(400, `There is no machine “${machine.slice(0, 60)}” in this shop.`);
    if (person !== undefined && !shop.people.some(({ id }) => id === person)) throw new Refusal(400, `${name}: that person is not known.`);
    const stop = stopsOn === undefined ? undefined : readDay(stopsOn);
    const wake = wakesOn === undefined ? undefined : readDay(wakesOn);
    if (stop !== undefined && (stop > closure.last || stop <= closure.last - WINDOW_DAYS))
      throw new Refusal(
        400,
        `${name} can’t stop on ${spokenDay(stop)}. Choose one of the ${WINDOW_DAYS} days up to ${spokenDay(closure.last)}.`,
      );
    if (wake !== undefined && (wake < closure.first || wake >= closure.first + WINDOW_DAYS))
      throw new Refusal(
        400,
        `${name} can’t wake on ${spokenDay(wake)}. Choose one of the ${WINDOW_DAYS} days from ${spokenDay(closure.first)}.`,
      );
  }
}

export type Planned = {
  machine: Machine;
  mine: MachineMaterial;
  plan: MachinePlan;
  needs: Needs;
  regime: Regime;
  stopsOn: string;
  wakesOn: string;
  hours: number;
  spare: number;
  choice: SeasonChoice | undefined;
  before: SeasonWork[];
  after: SeasonWork[];
};

/** A machine's regime, days and work, as chosen or advised. */
export function plannedMachine(
  shop: Shop,
  machine: Machine,
  mine: MachineMaterial,
  skills: ReadonlySet<string>,
  held: readonly HeldRow[],
  closure: { last: Day; first: Day },
  choice: SeasonChoice | undefined,
): Planned {
  const stops = choice?.stopsOn ? toDay(choice.stopsOn) : closure.last;
  const wakes = choice?.wakesOn ? toDay(choice.wakesOn) : closure.first;
  const hours = (openingOf(shop, wakes).getTime() - closingOf(shop, stops).getTime()) / 3_600_000;
  const plan = machinePlan(shop, machine, mine, skills, held, { hours, staffed: false, on: stops });
  const regime = choice?.regime ?? plan.advice.advised;
  const needs = plan.needs.get(regime) as Needs;
  const spare = spareHours(hours, mine.spells, mine.settings.spareHours).hours;
  const work = (side: "before" | "after"): SeasonWork[] =>
    needs[side].map(({ routine, minutes, skill }, index): SeasonWork => {
      const found = shop.rules.book.get(routine);
      const stretches = found ? stretchesOf(piecesOf(found, machine, storedAs(regime))) : [{ hands: 5 }];
      // A flush has the minutes of its own lines, which its steps only guess.
      const hands = stretches.reduce((sum, each) => sum + ("hands" in each ? each.hands : 0), 0);
      const first = stretches[0];
      if (first && "hands" in first && minutes > hands) first.hands += Math.round(minutes - hands);
      const windowStart = side === "before" ? dayStart(closure.last - WINDOW_DAYS + 1, shop.site) : dayStart(closure.first, shop.site);
      const minute = (at: Date) => (at.getTime() - windowStart.getTime()) / MINUTE_MS;
      return {
        key: `${machine.id}/${routine}/${side}`,
        machine: machine.id,
        area: machine.area ?? "shop",
        skill,
        stretches,
        earliest: side === "before" ? minute(instantOf(stops, mine.settings.stopsAt, shop.site)) : minute(dayStart(wakes, shop.site)),
        due: side === "before" ? minute(closingOf(shop, closure.last)) : Math.max(0, minute(openingOf(shop, wakes)) - spare * 60),
        after: index > 0 ? [`${machine.id}/${needs[side][index - 1]?.routine}/${side}`] : [],
        ...(choice?.person ? { person: choice.person } : {}),
      };
    });
  return {
    machine,
    mine,
    plan,
    needs,
    regime,
    stopsOn: isoDay(stops),
    wakesOn: isoDay(wakes),
    hours,
    spare,
    choice,
    before: work("before"),
    after: work("after"),
  };
}

import { type Day, isoDay } from "../../core/calendar/day.ts";
import { localText } from "../../core/calendar/site-time.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { AliveOrAsleep } from "../../core/standby/cost.ts";
import { type Emptying, emptyings, type FlushPlan } from "../../core/standby/flush.ts";
import { fluidFor, type Needs } from "../../core/standby/needs.ts";
import { REGIMES, type Regime } from "../../core/standby/regime.ts";
import type { Advice } from "../../core/standby/regimes.ts";
import type { Risk } from "../../core/standby/risk.ts";
import { PLUMBING_NAMES, type Plumbing, type StandbySettings } from "../../core/standby/settings.ts";
import { wayBack } from "../../core/standby/way-back.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import { lotsInOrder, usable } from "../../core/stores/shelf.ts";
import { rungMl } from "../../core/stores/waste/draws.ts";
import type { Connection } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { filledAt, type HeldRow, stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { rosterChanges, workersOn } from "../day/day.ts";
import { sleepWords } from "../idle/sleeps.ts";
import { dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { askedGap, printDayChanges } from "./gap.ts";
import { standbyMaterial } from "./material.ts";
import type { RegimeOption } from "./methods.ts";
import { planOver } from "./tonight.ts";

export type StandbyView = {
  seq: number;
  id: string;
  name: string;
  class: Machine["class"];
  asleep: string | null;
  stored: boolean;
  /** Today, as `YYYY-MM-DD`. */
  today: string;
  gap: { from: string; to: string | null; hours: number | null; words: string; fromWords: string; toWords: string | null };
  advised: Regime;
  steps: string[];
  beyond: boolean;
  options: RegimeOption[];
  chosen: Regime;
  /** Of the chosen regime. */
  flush: (FlushPlan & { empties: Emptying[]; limitMl: number | null; whiteWhy: string; fluid: string }) | null;
  cost: AliveOrAsleep;
  aliveRisk: Risk;
  back: {
    startWords: string;
    /** The machine's ink as it will be in date on that day. */
    ink: { words: string; short: boolean }[];
    /** There on that day, with the skill. */
    people: string[];
    spareHours: number;
    /** Ink to fill it again and for its cleans, and what of all that runs into the waste. */
    inkMl: number;
    wasteMl: number;
    why: string;
    steps: { when: string; minutes: number; what: string; why: string }[];
  } | null;
  /** What of the plumbing is only the class's. */
  rough: string[];
  plumbing: Required<Plumbing>;
  plumbingOwn: Plumbing;
  settings: StandbySettings;
  pinned: string | null;
};

/** A machine's gap: regimes with reasons, the one advised, what it needs, costs and risks, and the way back. @throws Refusal */
export async function standbyView(
  db: Connection,
  actor: Actor,
  machineId: string,
  ask: { from?: string | null; to?: string | null; regime?: string | null },
): Promise<StandbyView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const machine = machineOf(shop, machineId);
  const today = dayAt(shop);
  const changes = await printDayChanges(db, shop, [machine.id]);
  const gap = askedGap(shop, machine, ask, changes.get(machine.id) ?? []);
  const [material, held, seq, filled, roster] = await Promise.all([
    standbyMaterial(db, shop),
    stockRows(db, shop.id),
    lastSeq(db, shop.id),
    filledAt(db, shop.id, machine.id, isoDay(today - 400)),
    rosterChanges(db, shop, today),
  ]);
  const { mine, plan } = planOver(shop, machine, gap, material, held);
  const wanted = ask.regime ?? plan.advice.advised;
  if (!REGIMES.includes(wanted as Regime)) throw new Refusal(400, `“${wanted.slice(0, 40)}” is not a method.`);
  const chosen = wanted as Regime;
  const needs = plan.needs.get(chosen) as Needs;
  const limitMl = machine.waste?.[0]?.limitMl ?? null;
  const firstPrint = gap.to;
  const zone = shop.site.timeZone;
  const at = (instant: number) => momentSaid(shop, new Date(instant));
  const back = firstPrint
    ? wayBack(
        firstPrint.getTime(),
        {
          regime: chosen,
          handsMinutes: needs.after.reduce((sum, { minutes }) => sum + minutes, 0) || 5,
          waitMinutes: needs.after.reduce((sum, { waitMinutes }) => sum + waitMinutes, 0),
          sleepHours: plan.advice.hours,
        },
        mine.spells,
        mine.settings,
      )
    : null;
  return {
    seq,
    id: machine.id,
    name: machine.name,
    class: machine.class,
    today: isoDay(today),
    asleep: mine.sleep ? sleepWords(mine.sleep) : null,
    stored: Boolean(mine.sleep),
    gap: {
      from: localText(gap.from, zone),
      to: gap.to ? localText(gap.to, zone) : null,
      hours: gap.hours,
      words: gap.words,
      fromWords: at(gap.from.getTime()),
      toWords: gap.to ? at(gap.to.getTime()) : null,
    },
    advised: plan.advice.advised,
    steps: plan.advice.steps,
    beyond: plan.advice.beyond,
    options: plan.options,
    chosen,
    flush: needs.flush
      ? {
          ...needs.flush,
          empties: limitMl ? emptyings(needs.waste, limitMl) : [],
          steps: needs.waste,
          limitMl,
          whiteWhy: mine.white.why,
          fluid: fluidFor(machine),
        }
      : null,
    cost: plan.costOf(asleepRegime(chosen, plan.advice)),
    aliveRisk: plan.riskOf("alive"),
    back: back && {
      startWords: at(back.startAt),
      ink: inkThen(shop, filled, held, gap.toDay),
      people: workersOn(shop, gap.toDay, roster)
        .filter(
          ({ role, shifts, skills }) =>
            role !== "viewer" && shifts.length > 0 && (needs.after[0] ? skills?.includes(needs.after[0].skill) : true),
        )
        .map(({ name, shifts }) => `${name} (${shifts.join(", ")})`),
      spareHours: back.spareHours,
      inkMl: needs.chargeMl + needs.cleansAfter * rungMl(mine.ladder, "normal"),
      wasteMl: needs.wasteAfterMl,
      why: back.why,
      steps: back.steps.map(({ at: when, ...step }) => ({ ...step, when: at(when) })),
    },
    rough: mine.rough.map((key) => PLUMBING_NAMES[key]),
    plumbing: mine.plumbing,
    plumbingOwn: shop.plumbing.get(machine.id) ?? {},
    settings: mine.settings,
    pinned: mine.lastCheckAt ? momentSaid(shop, mine.lastCheckAt) : null,
  };
}

/** What of the ink that a machine was filled with is in date on a day. */
function inkThen(shop: Shop, filled: readonly string[], held: readonly HeldRow[], day: Day): { words: string; short: boolean }[] {
  return shop.items
    .filter(({ id, group }) => group === "ink" && filled.includes(id))
    .map((item) => {
      const lots = lotsInOrder(item, held, day).filter(({ amount }) => amount > 0);
      const past = lots.filter(({ expired }) => expired);
      const there = usable(lots);
      return {
        words: `${item.name}: ${amountWords(there, item.unit)} in date${past.length ? `; expired by then: ${past.map(({ lot, amount }) => `${amountWords(amount, item.unit)}${lot ? ` of lot ${lot}` : ""}`).join(", ")}` : ""}`,
        short: there <= 0,
      };
    });
}

/** Alive is held against the regime looked at, or the one advised. */
const asleepRegime = (chosen: Regime, advice: Advice): Regime =>
  chosen === "alive" ? (advice.advised === "alive" ? "full" : advice.advised) : chosen;

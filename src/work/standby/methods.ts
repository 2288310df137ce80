import { type Day, isoDay } from "../../core/calendar/day.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { type AliveOrAsleep, aliveOrAsleep, centsOf, centsOver } from "../../core/standby/cost.ts";
import { fluidFor, type Needs, regimeNeeds } from "../../core/standby/needs.ts";
import { REGIMES, type Regime } from "../../core/standby/regime.ts";
import { type Advice, adviseRegime, type GapFacts } from "../../core/standby/regimes.ts";
import { idleRisk, type Risk } from "../../core/standby/risk.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Item } from "../../core/stores/item.ts";
import { itemFor } from "../../core/stores/run-materials.ts";
import { lotsInOrder, usable } from "../../core/stores/shelf.ts";
import { rungMl } from "../../core/stores/waste/draws.ts";
import type { HeldRow } from "../../ledger/stock.ts";
import { dayAt } from "../shop/shop.ts";
import { leadDaysOf } from "../stores/demand.ts";
import { inkPrice } from "../stores/ink-price.ts";
import type { MachineMaterial } from "./material.ts";

/** What a regime takes off the shelf, and whether it is there. */
export type NeedLine = {
  item: string | null;
  name: string;
  words: string;
  amount: number;
  unit: string;
  heldWords: string;
  heldAmount: number;
  short: boolean;
  /** Short, and it can't come in time any more. */
  tooLate: boolean;
  orderBy: string | null;
  cents: number;
};
export type RegimeOption = Advice["regimes"][number] & {
  advised: boolean;
  /** Names of the routines before and after; none where closing or opening is all. */
  before: string[];
  meanwhile: string;
  after: string[];
  needs: NeedLine[];
  inkLostMl: number;
  wasteMl: number;
  minutesBefore: number;
  minutesAfter: number;
  onceCents: number;
  risk: Risk;
};
export type MachinePlan = {
  advice: Advice;
  options: RegimeOption[];
  needs: Map<Regime, Needs>;
  costOf: (regime: Regime) => AliveOrAsleep;
  riskOf: (regime: Regime) => Risk;
};

/** All regimes of one machine over a gap, with what each needs, costs and risks. */
export function machinePlan(
  shop: Shop,
  machine: Machine,
  mine: MachineMaterial,
  skills: ReadonlySet<string>,
  held: readonly HeldRow[],
  { hours, staffed, on }: { hours: number | null; staffed: boolean; on: Day },
): MachinePlan {
  const facts = {
    plumbing: mine.plumbing,
    ladder: mine.ladder,
    whiteFactor: mine.white.factor,
    minutes: mine.minutes,
    gapHours: hours ?? mine.settings.unknownHours,
  };
  const needs = new Map(REGIMES.map((regime) => [regime, regimeNeeds(regime, machine, mine.settings, facts)] as const));
  const lines = new Map([...needs].map(([regime, each]) => [regime, needLines(shop, machine, each, held, on)] as const));
  const lacking = (which: (line: NeedLine) => boolean, lead: string): GapFacts["short"] =>
    Object.fromEntries(
      [...lines].flatMap(([regime, list]) => {
        const found = list.filter(which);
        return found.length ? [[regime, `${lead}: ${found.map(({ words, heldWords }) => `${words} (${heldWords})`).join(", ")}`]] : [];
      }),
    );
  const stock = {
    short: lacking(({ short, tooLate }) => short && !tooLate, "not in stock yet"),
    missing: lacking(({ tooLate }) => tooLate, "not in stock, and it can’t come in time"),
  };
  const costOf = (regime: Regime) => costs(shop, machine, mine, needs.get(regime) as Needs, lines.get(regime) ?? []);
  const ask = { machine: machine.id, hours: facts.gapHours, parkedOnHold: mine.lastCheck === "Hold" };
  const record = new Map(
    REGIMES.map((regime) => {
      const cents = centsOver(regime, costOf(regime), facts.gapHours);
      return [regime, { cents, risk: idleRisk(mine.spells, { ...ask, regime }, mine.settings) }] as const;
    }),
  );
  const riskOf = (regime: Regime) => (record.get(regime) as { risk: Risk }).risk;
  const { humidity, lowHumidity, lastCheck } = mine;
  const advice = adviseRegime(
    machine,
    { hours, staffedDaily: staffed, skills, humidity, lowHumidity, lastCheck, ...stock, record },
    mine.settings,
  );
  const name = (routine: string) => shop.rules.book.get(routine)?.name ?? routine;
  const options = advice.regimes.map((view): RegimeOption => {
    const need = needs.get(view.regime) as Needs;
    const sum = (list: Needs["before"]) => list.reduce((all, { minutes }) => all + minutes, 0);
    return {
      ...view,
      advised: view.regime === advice.advised,
      before: need.before.map(({ routine }) => name(routine)),
      meanwhile: need.meanwhile,
      after: need.after.map(({ routine }) => name(routine)),
      needs: lines.get(view.regime) ?? [],
      inkLostMl: need.inkLostMl,
      wasteMl: need.waste.reduce((all, { ml }) => all + ml, 0),
      minutesBefore: sum(need.before),
      minutesAfter: sum(need.after),
      onceCents: centsOf(costOf(view.regime).once),
      risk: riskOf(view.regime),
    };
  });
  return { advice, options, needs, costOf, riskOf };
}

function needLines(shop: Shop, machine: Machine, { uses }: Needs, held: readonly HeldRow[], on: Day): NeedLine[] {
  const sums = new Map<string, { item: string; unit: string; amount: number }>();
  for (const use of uses) {
    const key = `${use.item}/${use.unit}`;
    sums.set(key, { ...use, amount: (sums.get(key)?.amount ?? 0) + use.amount });
  }
  return [...sums.values()].map((use): NeedLine => {
    const item = itemFor(shop.items, use, machine);
    if (!item)
      return {
        item: null,
        name: use.item,
        words: `${use.amount} ${use.unit} ${use.item}`,
        amount: use.amount,
        unit: use.unit,
        heldWords: "not set up in Stores",
        heldAmount: 0,
        short: true,
        tooLate: false,
        orderBy: null,
        cents: 0,
      };
    const there = usable(lotsInOrder(item, held, on));
    const short = there + 1e-9 < use.amount && item.keeping !== "two-boxes";
    const orderBy = on - leadDaysOf(shop, item);
    // Of what nobody ever counted nothing is known to be missing.
    const isKept = held.some((row) => row.item === item.id);
    return {
      item: item.id,
      name: item.name,
      words: `${amountWords(use.amount, item.unit)} ${item.name}`,
      amount: use.amount,
      unit: use.unit,
      heldWords: `${amountWords(there, item.unit)} in stock`,
      heldAmount: there,
      short,
      tooLate: short && isKept && orderBy < dayAt(shop),
      orderBy: isoDay(orderBy),
      cents: Math.round(use.amount * centsEach(item)),
    };
  });
}
export const centsEach = (item: Pick<Item, "priceCents" | "pack">): number => item.priceCents / item.pack;

function costs(shop: Shop, machine: Machine, mine: MachineMaterial, needs: Needs, lines: readonly NeedLine[]): AliveOrAsleep {
  const priced = (name: string, unit: string) => {
    const item = itemFor(shop.items, { item: name, unit }, machine);
    return item ? centsEach(item) : 0;
  };
  const fluid = fluidFor(machine);
  const cartridges = needs.uses.filter(({ item }) => item === "cleaning cartridges").reduce((sum, { amount }) => sum + amount, 0);
  const fluidMl = needs.uses.filter(({ unit }) => unit === "mL").reduce((sum, { amount }) => sum + amount, 0);
  const fluidCents = lines.filter(({ unit }) => unit === "mL").reduce((sum, { cents }) => sum + cents, 0);
  const cleanMl = rungMl(mine.ladder, "normal");
  const fluidCleansMl = needs.flush ? mine.settings.fluidCleans * cleanMl : 0;
  const exercise = mine.minutes("idle-exercise", "alive");
  const inks = inkPrice(shop, machine);
  const sum = (list: Needs["before"]) => list.reduce((all, { minutes }) => all + minutes, 0);
  return aliveOrAsleep({
    ownCleansADay: mine.plumbing.ownCleansADay,
    aliveCleans: mine.settings.aliveCleans,
    cleanMl,
    lightMl: rungMl(mine.ladder, "light"),
    designMl: mine.settings.aliveDesignMl,
    sheets: 1,
    sheetCents: priced("film or a test garment", "pieces"),
    dailyMinutes: exercise.hands,
    inkCentsAMl: inks,
    minuteCents: shop.stores.hourCents / 60,
    fluidCentsAMl: fluidMl > 0 && fluidCents > 0 ? fluidCents / fluidMl : priced(fluid, "mL"),
    cartridgeCents: priced("cleaning cartridges", "pieces"),
    ownCleansMl: needs.ownCleansMl,
    inkLostMl: needs.inkLostMl,
    fluidMl: Math.max(0, fluidMl - fluidCleansMl),
    cartridges,
    fluidCleansMl,
    minutesBefore: sum(needs.before),
    minutesAfter: sum(needs.after),
    chargeMl: needs.chargeMl,
    cleansAfter: needs.cleansAfter,
    checksAfter: 1,
    checkMl: mine.settings.checkMl,
  });
}

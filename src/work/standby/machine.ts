import { rollup } from "d3-array";
import { type Day, isoDay, spokenDay } from "../../core/calendar/day.ts";
import { clockTime, localText } from "../../core/calendar/site-time.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import { type AliveOrAsleep, aliveOrAsleep } from "../../core/standby/cost.ts";
import { type Emptying, emptyings, type FlushPlan } from "../../core/standby/flush.ts";
import { fluidFor, type Needs, regimeNeeds } from "../../core/standby/needs.ts";
import { REGIMES, type Regime } from "../../core/standby/regime.ts";
import { type Advice, adviseRegime, type GapFacts } from "../../core/standby/regimes.ts";
import { idleRisk, type Risk } from "../../core/standby/risk.ts";
import { PLUMBING_NAMES, type Plumbing, type StandbySettings } from "../../core/standby/settings.ts";
import { wayBack } from "../../core/standby/way-back.ts";
import { amountWords } from "../../core/stores/amount-words.ts";
import type { Item } from "../../core/stores/item.ts";
import { itemFor } from "../../core/stores/run-materials.ts";
import { lotsInOrder, usable } from "../../core/stores/shelf.ts";
import { rungMl } from "../../core/stores/waste/draws.ts";
import type { Connection } from "../../ledger/database.ts";
import { dueRows } from "../../ledger/due-facts.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { filledAt, type HeldRow, stockRows } from "../../ledger/stock.ts";
import { type Actor, authorise } from "../actor.ts";
import { rosterChanges, workersOn } from "../day/day.ts";
import { sleepWords } from "../idle/sleeps.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { leadDaysOf } from "../stores/demand.ts";
import { inkPrice } from "../stores/ink-price.ts";
import { askedGap } from "./gap.ts";
import { gapFacts, isStaffed, type MachineMaterial, standbyMaterial } from "./material.ts";

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
  const mine = material.of(machine);
  const plan = machinePlan(shop, machine, mine, material.skills, held, {
    hours: gap.hours,
    staffed: gap.to !== null && isStaffed(shop, gap.fromDay, gap.toDay),
    // From the day of parking the stock must be there.
    on: Math.max(today, gap.fromDay),
  });
  const wanted = ask.regime ?? plan.advice.advised;
  if (!REGIMES.includes(wanted as Regime)) throw new Refusal(400, `“${wanted.slice(0, 40)}” is not a method.`);
  const chosen = wanted as Regime;
  const needs = plan.needs.get(chosen) as Needs;
  const limitMl = machine.waste?.[0]?.limitMl ?? null;
  const firstPrint = gap.to;
  const zone = shop.site.timeZone;
  const at = (instant: number) => `${spokenDay(dayAt(shop, new Date(instant)))}, ${clockTime(new Date(instant), zone)}`;
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
    aliveRisk: idleRisk(mine.spells, "alive", plan.advice.hours, mine.settings),
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
      why: back.why,
      steps: back.steps.map(({ at: when, ...step }) => ({ ...step, when: at(when) })),
    },
    rough: mine.rough.map((key) => PLUMBING_NAMES[key]),
    plumbing: mine.plumbing,
    plumbingOwn: shop.plumbing.get(machine.id) ?? {},
    settings: mine.settings,
    pinned: mine.lastCheckAt ? `${spokenDay(dayAt(shop, mine.lastCheckAt))}, ${clockTime(mine.lastCheckAt, zone)}` : null,
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

export async function printDayChanges(
  db: Connection,
  shop: Shop,
  machines: string[],
): Promise<Map<string, { date: string; prints: boolean }[]>> {
  const today = isoDay(dayAt(shop));
  const { changes } = await dueRows(db, shop.id, { from: today, until: today, readingsFrom: today }, [], machines);
  return rollup(
    changes,
    (mine) => mine.map(({ day, prints }) => ({ date: day, prints })),
    ({ machine }) => machine,
  );
}

export type MachinePlan = {
  advice: Advice;
  options: RegimeOption[];
  needs: Map<Regime, Needs>;
  costOf: (regime: Regime) => AliveOrAsleep;
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
  const advice = adviseRegime(machine, gapFacts(mine, skills, hours, staffed, stock), mine.settings);
  const costOf = (regime: Regime) => costs(shop, machine, mine, needs.get(regime) as Needs, lines.get(regime) ?? []);
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
      onceCents: costOf(view.regime).once.reduce((all, { amount, centsEach }) => all + amount * centsEach, 0),
      risk: idleRisk(mine.spells, view.regime, advice.hours, mine.settings),
    };
  });
  return { advice, options, needs, costOf };
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

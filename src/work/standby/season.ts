import { Type } from "typebox";
import { uuidv7 } from "uuidv7";
import { type Day, isoDay, readDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime, instantOf } from "../../core/calendar/site-time.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { accept } from "../../core/record/validate.ts";
import { wholePlan } from "../../core/rounds/plan-round.ts";
import type { RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import { piecesOf, stretchesOf } from "../../core/rounds/stretches-of.ts";
import { emptyings } from "../../core/standby/flush.ts";
import type { Needs } from "../../core/standby/needs.ts";
import { REGIMES, type Regime } from "../../core/standby/regime.ts";
import { idleRisk } from "../../core/standby/risk.ts";
import type { SeasonBody, SeasonTask } from "../../core/standby/said.ts";
import { type PlacedWork, placedWork, type SeasonWork, seasonProblem } from "../../core/standby/season.ts";
import { spareHours } from "../../core/standby/way-back.ts";
import { amountWords } from "../../core/stores/item.ts";
import { append } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { headSeq } from "../../ledger/reading.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { stockRows } from "../../ledger/stock.ts";
import { containerRows } from "../../ledger/waste.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { rosterChanges, shiftSpan, workersOn } from "../day.ts";
import { wordsOf } from "../entry-words.ts";
import { Refusal } from "../refusal.ts";
import { roundSettings } from "../rounds.ts";
import { dayAt, loadShop, personName, type Shop } from "../shop.ts";
import { closingOf, openingOf, plannedClosures } from "./gap.ts";
import { type MachinePlan, machinePlan } from "./machine.ts";
import { type MachineMaterial, standbyMaterial, storedAs } from "./material.ts";

/** The plan of a closure for every machine at once. */

const Choice = Type.Object(
  {
    machine: Type.String({ minLength: 1, maxLength: 200 }),
    regime: Type.Optional(Type.Enum([...REGIMES])),
    stopsOn: Type.Optional(Type.String({ format: "date" })),
    wakesOn: Type.Optional(Type.String({ format: "date" })),
    person: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    why: Type.Optional(Type.String({ minLength: 1, maxLength: 500 })),
  },
  { additionalProperties: false },
);
export const SeasonAsk = Type.Object(
  {
    from: Type.String({ format: "date" }),
    choices: Type.Array(Choice, { maxItems: 2000 }),
    accept: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);
export type SeasonChoice = { machine: string; regime?: Regime; stopsOn?: string; wakesOn?: string; person?: string; why?: string };

export type SeasonTaskView = {
  key: string;
  machine: string;
  machineName: string;
  routine: string;
  name: string;
  person: string | null;
  personName: string | null;
  when: string;
  day: string;
  from: string;
  to: string;
  minutes: number;
  late: number;
};
export type SeasonRowView = {
  machine: string;
  name: string;
  area: string;
  regime: Regime;
  advised: Regime;
  beyond: boolean;
  steps: string[];
  open: { regime: Regime; name: string }[];
  regimeName: string;
  hours: number;
  stopsOn: string;
  wakesOn: string;
  person: string | null;
  why: string | null;
  before: SeasonTaskView[];
  after: SeasonTaskView[];
  /** When it is ready to print. */
  printsBy: string | null;
  printsLate: number;
  leftOut: { name: string; why: string }[];
  holdShare: number;
  risk: string;
  cents: number;
  wasteMl: number;
  emptyFirst: string | null;
  rough: boolean;
};
export type SeasonNeed = {
  item: string;
  name: string;
  words: string;
  heldWords: string;
  short: boolean;
  orderBy: string | null;
  late: boolean;
  machines: string[];
};
export type SeasonView = {
  seq: number;
  from: string;
  to: string;
  name: string;
  words: string;
  days: number;
  startsIn: number;
  lastDay: string;
  firstDay: string;
  stopDays: { day: string; words: string }[];
  wakeDays: { day: string; words: string }[];
  people: { id: string; name: string }[];
  rows: SeasonRowView[];
  needs: SeasonNeed[];
  fits: boolean;
  leftOut: { machine: string; name: string; why: string; offer: string }[];
  load: { person: string; before: number; after: number }[];
  waste: { litres: number; roomLitres: number; words: string; pickUp: string | null };
  cents: number;
  inForce: { id: string; by: string; at: string; changed: boolean } | null;
};

const FLOOR_HOUR = "10:00";
const WINDOW_DAYS = 5;
const EFFORT = 0.3;
const MINUTE_MS = 60_000;

/** The closure that begins on a day, and the last print day before it and the first after. @throws Refusal 404 */
function closureOf(shop: Shop, from: string) {
  const today = dayAt(shop);
  const closure = plannedClosures(shop, today - 60).find((each) => each.from === from);
  if (!closure) throw new Refusal(404, "No closure of the calendar begins on that day. Look under Standby for those ahead.");
  let last = toDay(closure.from) - 1;
  while (!shop.rules.works(last) && last > toDay(closure.from) - 400) last--;
  let first = toDay(closure.to) + 1;
  while (!shop.rules.works(first) && first < toDay(closure.to) + 400) first++;
  return { ...closure, last, first };
}

/** The plan as it would be made now, with what was chosen by hand; without choices those of the plan in force. @throws Refusal */
export async function seasonView(db: Connection, actor: Actor, from: string, choices?: readonly SeasonChoice[]): Promise<SeasonView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  return (await seasonPlan(db, shop, from, choices)).view;
}

export async function seasonPlan(db: Connection, shop: Shop, from: string, asked?: readonly SeasonChoice[]) {
  const closure = closureOf(shop, from);
  const today = dayAt(shop);
  const [material, held, rows, roster, containers, seq] = await Promise.all([
    standbyMaterial(db, shop, shop.machines),
    stockRows(db, shop.id),
    seasonRows(db, shop.id, isoDay(today - 60)),
    rosterChanges(db, shop, today),
    containerRows(db, shop.id),
    headSeq(db, shop.id),
  ]);
  const row = rows.find((each) => each.from === from);
  // The body passed its schema when it was written.
  const inForce = row?.body as SeasonBody | undefined;
  const choices = asked ?? inForce?.machines ?? [];
  checkChoices(shop, closure, choices);
  const machines = shop.machines.map((machine) =>
    oneMachine(
      shop,
      machine,
      material.of(machine),
      material.skills,
      held,
      closure,
      choices.find((each) => each.machine === machine.id),
    ),
  );
  const before = placeWork(
    shop,
    roster,
    closure.last - WINDOW_DAYS + 1,
    closure.last,
    machines.flatMap(({ before: work }) => work),
  );
  const after = placeWork(
    shop,
    roster,
    closure.first,
    closure.first + 2,
    machines.flatMap(({ after: work }) => work),
  );
  const taskOf = taskViews(shop, before, after);
  const leftOut = [...before.plan.leftOut, ...after.plan.leftOut].map(({ id, why }) => {
    const [machine = "", routine = ""] = id.split("/");
    return {
      machine,
      name: `${nameOf(shop, machine)}: ${shop.rules.book.get(routine)?.name ?? routine}`,
      why,
      offer: id.endsWith("/before")
        ? "let it stop printing a day earlier, choose a lighter regime, or ask somebody more"
        : "let it wake a day later, or ask somebody more",
    };
  });
  const rowsView = machines.map((each): SeasonRowView => {
    const mine = (side: "before" | "after") => each[side].flatMap(({ key }) => taskOf(key) ?? []);
    const wakes = mine("after");
    const last = wakes.at(-1);
    const wakesDay = toDay(each.wakesOn);
    const ready = last ? new Date(new Date(last.to).getTime() + each.spare * 3_600_000) : openingOf(shop, wakesDay);
    const opening = openingOf(shop, wakesDay);
    const risk = idleRisk(each.mine.spells, each.regime, each.hours, each.mine.settings);
    const limit = each.machine.waste?.[0]?.limitMl;
    const places = limit ? emptyings(each.needs.waste, limit) : [];
    return {
      machine: each.machine.id,
      name: each.machine.name,
      area: shop.areas.find(({ id }) => id === each.machine.area)?.name ?? "",
      regime: each.regime,
      advised: each.plan.advice.advised,
      beyond: each.plan.advice.beyond,
      steps: each.plan.advice.steps,
      open: each.plan.options.filter(({ open }) => open).map(({ regime, name }) => ({ regime, name })),
      regimeName: each.plan.options.find(({ regime }) => regime === each.regime)?.name ?? each.regime,
      hours: each.hours,
      stopsOn: each.stopsOn,
      wakesOn: each.wakesOn,
      person: each.choice?.person ?? null,
      why: each.choice?.why ?? null,
      before: mine("before"),
      after: wakes,
      printsBy: each.after.length && !last ? null : `${spokenDay(dayAt(shop, ready))}, ${clockTime(ready, shop.site.timeZone)}`,
      printsLate: Math.max(0, Math.round((ready.getTime() - opening.getTime()) / MINUTE_MS)),
      leftOut: leftOut.filter(({ machine }) => machine === each.machine.id),
      holdShare: risk.share,
      risk: risk.why,
      cents: each.plan.costOf(each.regime).once.reduce((sum, { amount, centsEach }) => sum + amount * centsEach, 0),
      wasteMl: each.needs.waste.reduce((sum, { ml }) => sum + ml, 0),
      emptyFirst: places.length ? `waste emptied ${places.length === 1 ? "before it begins" : `${places.length} times`}` : null,
      rough: each.mine.rough.length > 0 && each.needs.waste.length > 0,
    };
  });
  const needs = needsOf(shop, machines);
  const litres = rowsView.reduce((sum, { wasteMl }) => sum + wasteMl, 0) / 1000;
  const room =
    shop.containers.reduce(
      (sum, { id, volumeMl }) => sum + Math.max(0, volumeMl * 0.95 - (containers.find((each) => each.container === id)?.ml ?? 0)),
      0,
    ) / 1000;
  const view: SeasonView = {
    seq,
    from: closure.from,
    to: closure.to,
    name: closure.name,
    words: `${spokenDay(toDay(closure.from))} to ${spokenDay(toDay(closure.to), true)}`,
    days: toDay(closure.to) - toDay(closure.from) + 1,
    startsIn: toDay(closure.from) - today,
    lastDay: isoDay(closure.last),
    firstDay: isoDay(closure.first),
    stopDays: workDays(shop, closure.last - WINDOW_DAYS + 1, closure.last),
    wakeDays: workDays(shop, closure.first, closure.first + 2),
    people: shop.people.filter(({ role }) => role !== "viewer").map(({ id, name }) => ({ id, name })),
    rows: rowsView,
    needs,
    fits: leftOut.length === 0,
    leftOut,
    load: loadOf(shop, before.placed, after.placed),
    waste: {
      litres,
      roomLitres: room,
      words: `${litres.toFixed(1)} L waste in all; the house's containers have room for ${room.toFixed(1)} L`,
      pickUp: litres > room ? `have containers picked up by ${spokenDay(closure.last - 1)}` : null,
    },
    cents: rowsView.reduce((sum, { cents }) => sum + cents, 0),
    inForce: row
      ? {
          id: row.entryId,
          by: personName(shop, row.person),
          at: spokenDay(dayAt(shop, row.happenedAt)),
          changed: asked !== undefined && differs(inForce, choices),
        }
      : null,
  };
  return { view, closure, machines, before, after, row };
}

const differs = (inForce: SeasonBody | undefined, choices: readonly SeasonChoice[]) =>
  JSON.stringify(
    (inForce?.machines ?? []).map(({ machine, regime, stopsOn, wakesOn, person }) => [machine, regime, stopsOn, wakesOn, person ?? null]),
  ) !== JSON.stringify(choices.map(({ machine, regime, stopsOn, wakesOn, person }) => [machine, regime, stopsOn, wakesOn, person ?? null]));

const nameOf = (shop: Shop, machine: string) => shop.machines.find(({ id }) => id === machine)?.name ?? machine;

function workDays(shop: Shop, from: Day, to: Day): { day: string; words: string }[] {
  const days: { day: string; words: string }[] = [];
  for (let day = from; day <= to; day++) if (shop.rules.works(day)) days.push({ day: isoDay(day), words: spokenDay(day) });
  return days;
}

/** @throws Refusal 400 where a choice names what is not there, or ends before it begins */
function checkChoices(shop: Shop, closure: { from: string; to: string; last: Day; first: Day }, choices: readonly SeasonChoice[]): void {
  for (const { machine, stopsOn, wakesOn, person } of choices) {
    const name = nameOf(shop, machine);
    if (!shop.machines.some(({ id }) => id === machine))
      throw new Refusal(400, `There is no machine “${machine.slice(0, 60)}” in this shop.`);
    if (person !== undefined && !shop.people.some(({ id }) => id === person))
      throw new Refusal(400, `${name}: there is nobody of that name.`);
    const stop = stopsOn === undefined ? undefined : readDay(stopsOn);
    const wake = wakesOn === undefined ? undefined : readDay(wakesOn);
    if (stop !== undefined && (stop > closure.last || stop <= closure.last - 60))
      throw new Refusal(
        400,
        `${name} stops printing on ${spokenDay(stop)}: choose a day up to the last print day, ${spokenDay(closure.last)}.`,
      );
    if (wake !== undefined && (wake < closure.first || wake > closure.first + 60))
      throw new Refusal(400, `${name} wakes on ${spokenDay(wake)}: choose a day from the first print day on, ${spokenDay(closure.first)}.`);
  }
}

type Planned = {
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

function oneMachine(
  shop: Shop,
  machine: Machine,
  mine: MachineMaterial,
  skills: ReadonlySet<string>,
  held: Awaited<ReturnType<typeof stockRows>>,
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
      const windowStart =
        side === "before"
          ? instantOf(closure.last - WINDOW_DAYS + 1, "04:00", shop.site.timeZone)
          : instantOf(closure.first, "04:00", shop.site.timeZone);
      const minute = (at: Date) => (at.getTime() - windowStart.getTime()) / MINUTE_MS;
      return {
        key: `${machine.id}/${routine}/${side}`,
        machine: machine.id,
        area: machine.area ?? "shop",
        skill,
        stretches,
        earliest:
          side === "before"
            ? minute(instantOf(stops, FLOOR_HOUR, shop.site.timeZone))
            : minute(instantOf(wakes, "04:00", shop.site.timeZone)),
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

type Placed = { problem: RoundProblem; plan: RoundPlan; placed: PlacedWork[]; zero: Date };

/** Who does which of the work when, over some days, by the rounds kernel. */
function placeWork(shop: Shop, roster: Awaited<ReturnType<typeof rosterChanges>>, from: Day, to: Day, work: SeasonWork[]): Placed {
  const zone = shop.site.timeZone;
  const zero = instantOf(from, "04:00", zone);
  const minute = (at: Date) => Math.round((at.getTime() - zero.getTime()) / MINUTE_MS);
  const shifts = shop.calendar.shifts ?? [];
  const people = shop.people
    .filter(({ role }) => role !== "viewer")
    .map(({ id, skills }) => {
      const spans: [number, number][] = [];
      for (let day = from; day <= to; day++) {
        if (!shop.rules.works(day)) continue;
        const there = workersOn(shop, day, roster).find((worker) => worker.id === id);
        for (const name of there?.shifts ?? []) {
          const shift = shifts.find((each) => each.id === name);
          const span = shift ? shiftSpan(shop, shift, day) : { from: instantOf(day, "06:00", zone), to: instantOf(day, "22:00", zone) };
          spans.push([minute(span.from), minute(span.to)]);
        }
      }
      return { id, skills: [...(skills ?? [])], shifts: joined(spans) };
    });
  const horizon = Math.max(1, minute(instantOf(to + 1, "04:00", zone)));
  const { walk, walkMinutes } = roundSettings(shop);
  const problem = seasonProblem(horizon, work, people, { walk, walkMinutes });
  const say = (at: number) => {
    const instant = new Date(zero.getTime() + at * MINUTE_MS);
    return `${spokenDay(dayAt(shop, instant))}, ${clockTime(instant, zone)}`;
  };
  const plan = wholePlan(problem, { effort: EFFORT, say });
  return { problem, plan, placed: placedWork(problem, plan), zero };
}

/** Spans in order, those that touch or overlap made one. */
function joined(spans: [number, number][]): [number, number][] {
  const found: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = found.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else found.push([from, to]);
  }
  return found;
}

const taskViews =
  (shop: Shop, ...sides: Placed[]) =>
  (key: string): SeasonTaskView | undefined => {
    for (const { placed, zero } of sides) {
      const found = placed.find((each) => each.key === key);
      if (!found) continue;
      const [machine = "", routine = ""] = key.split("/");
      const [from, to] = [new Date(zero.getTime() + found.start * MINUTE_MS), new Date(zero.getTime() + found.end * MINUTE_MS)];
      const zone = shop.site.timeZone;
      return {
        key,
        machine,
        machineName: nameOf(shop, machine),
        routine,
        name: shop.rules.book.get(routine)?.name ?? routine,
        person: found.person,
        personName: found.person ? personName(shop, found.person) : null,
        when: `${spokenDay(dayAt(shop, from))}, ${clockTime(from, zone)} to ${clockTime(to, zone)}`,
        day: isoDay(dayAt(shop, from)),
        from: from.toISOString(),
        to: to.toISOString(),
        minutes: found.handsMinutes,
        late: found.lateMinutes,
      };
    }
    return undefined;
  };

function loadOf(shop: Shop, before: readonly PlacedWork[], after: readonly PlacedWork[]) {
  const sum = (list: readonly PlacedWork[], person: string) =>
    list.filter((each) => each.person === person).reduce((all, { handsMinutes }) => all + handsMinutes, 0);
  return shop.people
    .map(({ id, name }) => ({ person: name, before: sum(before, id), after: sum(after, id) }))
    .filter((each) => each.before + each.after > 0);
}

/** What the closure takes off the shelf, item by item, with the day by which it must be ordered. */
function needsOf(shop: Shop, machines: readonly Planned[]): SeasonNeed[] {
  const today = isoDay(dayAt(shop));
  const found = new Map<string, SeasonNeed & { amount: number; heldAmount: number }>();
  for (const { machine, plan, regime } of machines)
    for (const line of plan.options.find((each) => each.regime === regime)?.needs ?? []) {
      const known = found.get(line.name);
      if (known) {
        known.amount += line.amount;
        known.machines.push(machine.name);
        if (line.orderBy && (!known.orderBy || line.orderBy < known.orderBy)) known.orderBy = line.orderBy;
      } else
        found.set(line.name, {
          item: line.item ?? "",
          name: line.name,
          words: "",
          heldWords: line.heldWords,
          short: false,
          orderBy: line.orderBy,
          late: false,
          machines: [machine.name],
          amount: line.amount,
          heldAmount: line.heldAmount,
        });
    }
  return [...found.values()].map(({ amount, heldAmount, ...need }) => {
    const item = shop.items.find(({ id }) => id === need.item);
    const short = !item || (heldAmount + 1e-9 < amount && item.keeping !== "two-boxes");
    return {
      ...need,
      words: item ? amountWords(amount, item.unit) : `${amount}`,
      short,
      late: short && need.orderBy !== null && need.orderBy < today,
    };
  });
}

/** Puts the plan of a closure in force. @throws Refusal with each place */
export async function saveSeason(db: Database, actor: Actor, value: unknown): Promise<SeasonView> {
  const accepted = accept(SeasonAsk, value);
  if ("problems" in accepted) throw new Refusal(400, "This is no plan of a closure:", accepted.problems);
  const { from, choices, accept: inForce } = accepted.value;
  if (!inForce) return seasonView(db, actor, from, choices);
  authorise(actor, "plan");
  const shop = await loadShop(db, actor.site);
  const { view, closure, machines } = await seasonPlan(db, shop, from, choices);
  const tasks = view.rows.flatMap(({ before, after }) =>
    [...before, ...after].map(
      ({ key, machine, routine, person, from: begins, to, minutes }): SeasonTask => ({
        key,
        machine,
        routine,
        ...(person ? { person } : {}),
        from: begins,
        to,
        minutes,
      }),
    ),
  );
  const body: SeasonBody = {
    from: closure.from,
    to: closure.to,
    name: closure.name.slice(0, 200),
    machines: view.rows.map(({ machine, regime, stopsOn, wakesOn, person, why, holdShare, cents }) => ({
      machine,
      regime,
      stopsOn,
      wakesOn,
      ...(person ? { person } : {}),
      ...(why ? { why } : {}),
      holdShare: Math.round(holdShare * 1e4) / 1e4,
      cents: Math.round(cents),
    })),
    tasks,
    uses: machines.flatMap(({ machine, plan, regime, stopsOn, needs }) =>
      (plan.options.find((each) => each.regime === regime)?.needs ?? []).flatMap(({ item, unit, amount }) =>
        item ? [{ item, unit, amount, on: stopsOn, machine: machine.id, routine: needs.before.at(-1)?.routine ?? "R50" }] : [],
      ),
    ),
  };
  await db.transaction((tx) =>
    append(
      tx,
      shop.id,
      [
        {
          id: uuidv7(),
          kind: "season",
          person: actor.personId,
          happenedAt: now(),
          localDay: isoDay(dayAt(shop)),
          body,
          words: wordsOf(shop, actor.personId, "season", null, null, { what: closure.name }),
        },
      ],
      now(),
    ),
  );
  return (await seasonPlan(db, shop, from)).view;
}

import { Type } from "typebox";
import { uuidv7 } from "uuidv7";
import { type Day, isoDay, spokenDay, toDay } from "../../core/calendar/day.ts";
import { clockTime, dayStart, instantOf } from "../../core/calendar/site-time.ts";
import { wordsOf } from "../../core/record/entry-body.ts";
import { accept } from "../../core/record/validate.ts";
import { idsFor } from "../../core/routines/routine-for.ts";
import { Refusal } from "../../core/shop/refusal.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import type { AxisPiece } from "../../core/standby/closure-axis.ts";
import { emptyings } from "../../core/standby/flush.ts";
import { REGIMES, type Regime } from "../../core/standby/regime.ts";
import type { SeasonBody, SeasonTask } from "../../core/standby/said.ts";
import type { WasteFamily } from "../../core/stores/item.ts";
import { wasteByFamily } from "../../core/stores/waste/families.ts";
import { append } from "../../ledger/append.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { seasonRows } from "../../ledger/standby.ts";
import { purchaseRows, stockRows } from "../../ledger/stock.ts";
import { containerRows } from "../../ledger/waste.ts";
import { type Actor, authorise } from "../actor.ts";
import { now } from "../clock.ts";
import { rosterChanges } from "../day/day.ts";
import { nameOf } from "../idle/sleeps.ts";
import { calendarAt, dayAt, loadShop, momentSaid } from "../shop/shop.ts";
import { openingOf } from "./gap.ts";
import { standbyMaterial } from "./material.ts";
import { checkChoices, closureOf, plannedMachine, type SeasonChoice, WINDOW_DAYS } from "./season-machine.ts";
import { type SeasonNeed, seasonNeeds } from "./season-needs.ts";
import { loadOf, placeWork, type SeasonTaskView, taskViews, workDays } from "./season-place.ts";

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
  /** When it stops printing, in milliseconds. */
  stopsAt: number;
  /** When it is ready to print, in milliseconds and in words. */
  readyAt: number | null;
  printsBy: string | null;
  printsLate: number;
  leftOut: { name: string; why: string }[];
  holdShare: number;
  holdLow: number;
  holdHigh: number;
  /** Spells like it on record: of none the share is a guess. */
  holdSpells: number;
  risk: string;
  cents: number;
  wasteMl: number;
  emptyFirst: string | null;
  rough: boolean;
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
  /** Days and the closure from left to right, and when the shop opens after it. */
  axis: AxisPiece[];
  opens: { at: number; words: string };
  needs: SeasonNeed[];
  fits: boolean;
  leftOut: { machine: string; name: string; why: string; offer: string }[];
  load: { person: string; before: number; after: number }[];
  waste: {
    litres: number;
    families: { family: WasteFamily; litres: number; roomLitres: number; words: string; fits: boolean }[];
    pickUp: string | null;
  };
  cents: number;
  inForce: { id: string; by: string; at: string; changed: boolean } | null;
};

const MINUTE_MS = 60_000;

/** The plan as it would be made now, with what was chosen by hand; without choices those of the plan in force. @throws Refusal */
export async function seasonView(db: Connection, actor: Actor, from: string, choices?: readonly SeasonChoice[]): Promise<SeasonView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  return (await seasonPlan(db, shop, from, choices)).view;
}

export async function seasonPlan(db: Connection, shop: Shop, from: string, asked?: readonly SeasonChoice[]) {
  const closure = closureOf(shop, from);
  const today = dayAt(shop);
  const [material, held, rows, roster, containers, seq, orders] = await Promise.all([
    standbyMaterial(db, shop),
    stockRows(db, shop.id),
    seasonRows(db, shop.id, isoDay(today - 60)),
    rosterChanges(db, shop, today),
    containerRows(db, shop.id),
    lastSeq(db, shop.id),
    purchaseRows(db, shop.id, 200, isoDay(today - 180)),
  ]);
  const row = rows.find((each) => each.from === from);
  // The body passed its schema when it was written.
  const inForce = row?.body as SeasonBody | undefined;
  const choices = asked ?? inForce?.machines ?? [];
  checkChoices(shop, closure, choices);
  const machines = shop.machines.map((machine) =>
    plannedMachine(
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
    closure.first + WINDOW_DAYS - 1,
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
        ? "stop it a day earlier, choose a lighter method, or ask one more person"
        : "wake it a day later, or ask one more person",
    };
  });
  const rowsView = machines.map((each): SeasonRowView => {
    const mine = (side: "before" | "after") => each[side].flatMap(({ key }) => taskOf(key) ?? []);
    const wakes = mine("after");
    const last = wakes.at(-1);
    const wakesDay = toDay(each.wakesOn);
    const ready = last ? new Date(new Date(last.to).getTime() + each.spare * 3_600_000) : openingOf(shop, wakesDay);
    const opening = openingOf(shop, wakesDay);
    const risk = each.plan.riskOf(each.regime);
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
      stopsAt: instantOf(toDay(each.stopsOn), each.mine.settings.stopsAt, shop.site).getTime(),
      readyAt: each.after.length && !last ? null : ready.getTime(),
      printsBy: each.after.length && !last ? null : momentSaid(shop, ready),
      printsLate: Math.max(0, Math.round((ready.getTime() - opening.getTime()) / MINUTE_MS)),
      leftOut: leftOut.filter(({ machine }) => machine === each.machine.id),
      holdShare: risk.share,
      holdLow: risk.low,
      holdHigh: risk.high,
      holdSpells: risk.spells,
      risk: risk.why,
      cents: each.plan.costOf(each.regime).once.reduce((sum, { amount, centsEach }) => sum + amount * centsEach, 0),
      wasteMl: each.needs.waste.reduce((sum, { ml }) => sum + ml, 0),
      emptyFirst: places.length ? `empty the waste ${places.length === 1 ? "first" : `${places.length} times`}` : null,
      rough: each.mine.rough.length > 0 && each.needs.waste.length > 0,
    };
  });
  const needs = seasonNeeds(shop, machines, orders, closure.last);
  const litres = rowsView.reduce((sum, { wasteMl }) => sum + wasteMl, 0) / 1000;
  const families = wasteByFamily(
    machines.map(({ machine, needs: { waste } }) => ({ machine, ml: waste.reduce((sum, { ml }) => sum + ml, 0) })),
    shop.containers,
    new Map(containers.map(({ container, ml }) => [container, ml])),
  ).map(({ family, ml, roomMl, containers: own }) => ({
    family,
    litres: ml / 1000,
    roomLitres: roomMl / 1000,
    words: own.length
      ? `${(ml / 1000).toFixed(1)} L, room for ${(roomMl / 1000).toFixed(1)} L in ${own.join(", ")}`
      : `${(ml / 1000).toFixed(1)} L, and no container takes it`,
    fits: ml <= roomMl,
    containers: own,
  }));
  const full = families.filter(({ fits, containers: own }) => !fits && own.length);
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
    wakeDays: workDays(shop, closure.first, closure.first + WINDOW_DAYS - 1),
    people: shop.people.filter(({ role }) => role !== "viewer").map(({ id, name }) => ({ id, name })),
    rows: rowsView,
    axis: axisOf(shop, closure, rowsView),
    opens: { at: openingOf(shop, closure.first).getTime(), words: clockTime(openingOf(shop, closure.first), shop.site.timeZone) },
    needs,
    fits: leftOut.length === 0,
    leftOut,
    load: loadOf(shop, before.placed, after.placed),
    waste: {
      litres,
      families: families.map(({ containers: _, ...each }) => each),
      pickUp: full.length
        ? `have ${full.flatMap(({ containers: own }) => own).join(", ")} picked up by ${spokenDay(closure.last - 1)}`
        : null,
    },
    cents: rowsView.reduce((sum, { cents }) => sum + cents, 0),
    inForce: row
      ? {
          id: row.entryId,
          by: personName(shop, row.person),
          at: spokenDay(calendarAt(shop, row.happenedAt)),
          changed: asked !== undefined && differs(inForce, choices),
        }
      : null,
  };
  return { view, closure, machines, before, after, row };
}

/** Of a day is drawn what falls into its working hours. */
const [DAY_FROM, DAY_TO] = ["05:00", "23:00"];

/** The days on which machines stop and wake, with the closure between them. */
function axisOf(shop: Shop, closure: ReturnType<typeof closureOf>, rows: readonly SeasonRowView[]): AxisPiece[] {
  const firstStop = Math.min(closure.last, ...rows.map(({ stopsOn }) => toDay(stopsOn)));
  const lastWake = Math.max(closure.first, ...rows.flatMap(({ readyAt }) => (readyAt === null ? [] : dayAt(shop, new Date(readyAt)))));
  const piece = (day: Day): AxisPiece => {
    const [from, to] = [instantOf(day, DAY_FROM, shop.site).getTime(), instantOf(day, DAY_TO, shop.site).getTime()];
    return { id: isoDay(day), words: spokenDay(day), closed: false, from, to };
  };
  const days = (from: Day, to: Day) =>
    Array.from({ length: to - from + 1 }, (_, index) => from + index).flatMap((day) => (shop.rules.works(day) ? [piece(day)] : []));
  const [from, to] = [toDay(closure.from), toDay(closure.to)];
  return [
    ...days(firstStop, closure.last),
    { id: "closed", words: "", closed: true, from: dayStart(from, shop.site).getTime(), to: dayStart(to + 1, shop.site).getTime() },
    ...days(closure.first, lastWake),
  ];
}

const differs = (inForce: SeasonBody | undefined, choices: readonly SeasonChoice[]) =>
  JSON.stringify(
    (inForce?.machines ?? []).map(({ machine, regime, stopsOn, wakesOn, person }) => [machine, regime, stopsOn, wakesOn, person ?? null]),
  ) !== JSON.stringify(choices.map(({ machine, regime, stopsOn, wakesOn, person }) => [machine, regime, stopsOn, wakesOn, person ?? null]));

/** Puts the plan of a closure in force. @throws Refusal with each place */
export async function saveSeason(db: Database, actor: Actor, value: unknown): Promise<SeasonView> {
  const accepted = accept(SeasonAsk, value);
  if ("problems" in accepted) throw new Refusal(400, "This is not a plan of a closure:", accepted.problems);
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
        item
          ? [
              {
                item,
                unit,
                amount,
                on: stopsOn,
                machine: machine.id,
                routine: needs.before.at(-1)?.routine ?? idsFor("storage-agreed", shop.rules.book.values())[0] ?? "",
              },
            ]
          : [],
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

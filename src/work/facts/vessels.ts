import { group } from "d3-array";
import { type Day, spokenDay } from "../../core/calendar/day.ts";
import type { ConditionItem } from "../../core/condition/condition.ts";
import { dueOfMachine } from "../../core/due/due-work.ts";
import type { MachineFacts } from "../../core/due/facts.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { type LadderSettings, ladderSettings } from "../../core/nozzles/ladder/settings.ts";
import type { Effects } from "../../core/routines/effects.ts";
import type { Shop } from "../../core/shop/shop.ts";
import { drawMl, rungMl } from "../../core/stores/waste/draws.ts";
import {
  FOUR_OF_FIVE,
  type Inflow,
  reachesMark,
  roomFor,
  VESSEL_SETTINGS,
  type VesselEstimate,
  type VesselMark,
  type VesselSettings,
  vesselLevel,
} from "../../core/stores/waste/level.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import type { Connection } from "../../ledger/database.ts";
import { careSince, doneSince, type WasteMark, wasteMarks } from "../../ledger/waste.ts";
import { now } from "../clock.ts";
import { fillAt } from "../idle/of.ts";
import { calendarAt, dayAt } from "../shop/shop.ts";

const AHEAD_DAYS = 45;
const BACK_DAYS = 60;
/** A machine that wakes and cleans itself draws more by itself (a first guess; common practice, no source). */
const OWN_CLEANS_ML_A_DAY = 10;

export const ladderOf = (shop: Shop, machine: Machine): LadderSettings =>
  ladderSettings(
    machine.class,
    ["site", machine.class, machine.id].flatMap((id) => shop.ladder.get(id) ?? []),
  );

/** What the levels of waste vessels are worked out from: looks, and what was drawn at each machine. */
export type VesselRows = { marks: WasteMark[]; care: Awaited<ReturnType<typeof careSince>>; done: Awaited<ReturnType<typeof doneSince>> };

export async function vesselRows(db: Connection, shop: Shop, machines: readonly Machine[]): Promise<VesselRows> {
  const ids = machines.filter(({ waste }) => waste?.length).map(({ id }) => id);
  if (ids.length === 0) return { marks: [], care: [], done: [] };
  const since = new Map(ids.map((id) => [id, new Date(now().getTime() - BACK_DAYS * 86_400_000)] as const));
  const [marks, care, done] = await Promise.all([
    wasteMarks(db, shop.id, ids),
    careSince(db, shop.id, since),
    doneSince(
      db,
      shop.id,
      since,
      [...shop.rules.book.values()].flatMap(({ id, effects }) => (effects?.draws ? [id] : [])),
    ),
  ]);
  return { marks, care, done };
}

/** The first waste vessel of each machine that has one: what is drawn runs into it. */
export function vesselsOf(
  shop: Shop,
  machines: readonly Machine[],
  facts: readonly MachineFacts[],
  rows: VesselRows,
): Map<string, VesselView> {
  const at = now().getTime();
  const found = new Map<string, VesselView>();
  const past = pastOf(shop, rows, at);
  machines.forEach((machine, index) => {
    const [mine, vessel] = [facts[index], machine.waste?.[0]];
    if (!vessel || !mine) return;
    const { marks, inflows, settings } = past(machine, vessel);
    found.set(
      machine.id,
      viewOf(shop, machine, vessel, mine, ladderOf(shop, machine), vesselLevel(vessel.volumeMl, marks, inflows, at, settings)),
    );
  });
  return found;
}

/** Looks at a vessel, what ran into it, and what it is estimated with; oldest first. */
type VesselPast = { marks: VesselMark[]; inflows: Inflow[]; settings: VesselSettings };

/** The past of each machine's first waste vessel. */
export async function vesselPasts(db: Connection, shop: Shop): Promise<(VesselPast & { machine: string; volumeMl: number })[]> {
  const past = pastOf(shop, await vesselRows(db, shop, shop.machines), now().getTime());
  return shop.machines.flatMap((machine) => {
    const [vessel] = machine.waste ?? [];
    return vessel ? [{ machine: machine.id, volumeMl: vessel.volumeMl, ...past(machine, vessel) }] : [];
  });
}

function pastOf(shop: Shop, rows: VesselRows, at: number): (machine: Machine, vessel: Vessel) => VesselPast {
  const [marks, care, done] = [byMachine(rows.marks), byMachine(rows.care), byMachine(rows.done)];
  return (machine, vessel) => {
    const ladder = ladderOf(shop, machine);
    const fill = fillAt(shop, machine);
    const inflows: Inflow[] = [
      ...care(machine.id).map(({ at: when, body }) => ({ at: when.getTime(), ...careDraw(body, ladder) })),
      ...done(machine.id)
        .filter(({ routine }) => !effectsOf(shop, routine).beginsEmpty)
        .map(({ at: when, routine, drew }) => ({
          at: when.getTime(),
          ml: drawMl(drew ?? effectsOf(shop, routine).draws, ladder, fill).ml,
          what: shop.rules.book.get(routine)?.name ?? routine,
        })),
    ].sort((a, b) => a.at - b.at);
    // A flush for storage ends with its waste emptied.
    const flushed = done(machine.id).flatMap(({ at: when, routine }): VesselMark[] =>
      effectsOf(shop, routine).beginsEmpty && EMPTIED_BY_HAND.includes(vessel.kind) ? [{ at: when.getTime(), ml: 0, kind: "emptied" }] : [],
    );
    const looks = [...marksOf(marks(machine.id), vessel).filter((mark) => mark.at >= at - BACK_DAYS * 86_400_000), ...flushed].sort(
      (a, b) => a.at - b.at,
    );
    const settings = machine.abilities?.includes("standby-self-clean")
      ? { ...VESSEL_SETTINGS, besidesMlADay: OWN_CLEANS_ML_A_DAY }
      : VESSEL_SETTINGS;
    return { marks: looks, inflows, settings };
  };
}

function byMachine<Row extends { machine: string }>(rows: readonly Row[]): (machine: string) => Row[] {
  const groups = group(rows, ({ machine }) => machine);
  return (machine) => groups.get(machine) ?? [];
}

const effectsOf = (shop: Shop, routine: string): Effects => shop.rules.book.get(routine)?.effects ?? {};
const EMPTIED_BY_HAND: readonly string[] = ["bottle", "tank"];

type Vessel = NonNullable<Machine["waste"]>[number];

function marksOf(marks: readonly WasteMark[], vessel: Vessel): VesselMark[] {
  return marks
    .filter((mark) => mark.vessel === null || mark.vessel === vessel.id)
    .map(({ at, event, ml, percent, entry }) => ({
      at: at.getTime(),
      // Of a repacked cartridge the machine shows what is left of its room.
      ml: ml ?? (event === "reset" ? 1 - (percent ?? 100) / 100 : (percent ?? 0) / 100) * vessel.volumeMl,
      kind: event === "level" ? ("level" as const) : ("emptied" as const),
      entry,
    }));
}

function careDraw(body: Record<string, unknown>, ladder: LadderSettings): { ml: number; what: string } {
  const what = String(body.what);
  const given = typeof body.ml === "number" ? body.ml : undefined;
  if (what === "clean") {
    const strength = typeof body.strength === "string" ? body.strength : "normal";
    return { ml: given ?? rungMl(ladder, strength), what: `${strength} clean` };
  }
  if (what === "load" || what === "seal-test") return { ml: given ?? ladder.loadMl, what: "load" };
  return { ml: given ?? 0, what: what.replace("-", " ") };
}

function viewOf(
  shop: Shop,
  machine: Machine,
  vessel: Vessel,
  facts: MachineFacts,
  ladder: LadderSettings,
  estimate: VesselEstimate,
): VesselView {
  const today = dayAt(shop);
  const { id, kind, volumeMl, limitMl } = vessel;
  const known = { machine: machine.id, vessel: id, kind, volumeMl, limitMl, why: estimate.why };
  if (estimate.since === null)
    return {
      ...known,
      ml: 0,
      lowMl: 0,
      highMl: vessel.volumeMl,
      measured: null,
      days: { earliest: null, likely: null, latest: null },
      words: "nobody has read its level",
      surelyMl: 0,
      holdsBack: [],
    };
  const draws = new Array<number>(AHEAD_DAYS).fill(0);
  const holdsBack: VesselView["holdsBack"] = [];
  let drawnBefore = 0;
  for (const { routine, due, state } of dueOfMachine(facts, shop.rules, today, AHEAD_DAYS)) {
    if (state === "done" || state === "skipped") continue;
    const { ml } = drawMl(effectsOf(shop, routine).draws, ladder, fillAt(shop, machine));
    if (ml <= 0) continue;
    const day = Math.max(0, due - today);
    draws[day] = (draws[day] ?? 0) + ml;
    if (day > 0) continue;
    // What comes before it today takes room as well.
    const room = roomFor({ ...estimate, ml: estimate.ml + drawnBefore }, vessel.limitMl, ml);
    drawnBefore += ml;
    if (!room.fits && !holdsBack.some((each) => each.routine === routine))
      holdsBack.push({ routine, name: shop.rules.book.get(routine)?.name ?? routine, ml, why: room.why });
  }
  const days = reachesMark(estimate, vessel.limitMl, draws);
  const around = FOUR_OF_FIVE * estimate.spreadMl;
  return {
    ...known,
    ml: Math.min(vessel.volumeMl, Math.max(0, estimate.ml)),
    lowMl: Math.max(0, estimate.ml - around),
    highMl: Math.min(vessel.volumeMl, estimate.ml + around),
    measured: spokenDay(calendarAt(shop, new Date(estimate.since))),
    days,
    words: markWords(days, today),
    surelyMl: roomFor(estimate, vessel.limitMl, 0).surelyMl,
    holdsBack,
  };
}

function markWords({ earliest, likely, latest }: VesselView["days"], today: Day): string {
  if (earliest === 0 && likely === 0) return "at its mark by today's work";
  if (earliest === null) return `not at its mark in the next ${AHEAD_DAYS} days`;
  const last = latest ?? likely;
  return earliest === last
    ? `at its mark on ${spokenDay(today + earliest)}`
    : `at its mark between ${spokenDay(today + earliest)} and ${last === null ? `some day after ${spokenDay(today + AHEAD_DAYS - 1)}` : spokenDay(today + last)}`;
}

/** Routines that do something with a waste vessel, by what they do. */
export const wasteRoutines = (shop: Shop, ...does: readonly NonNullable<Effects["waste"]>["does"][]): string[] =>
  [...shop.rules.book.values()].flatMap(({ id, effects }) => (effects?.waste && does.includes(effects.waste.does) ? [id] : []));

/** Routines that empty or change a vessel, of which a machine has one. */
export const emptyingRoutines = (shop: Shop): string[] => wasteRoutines(shop, "empties", "replaces", "resets");

/** Due facts of a machine with what its vessel's level calls for: emptied on the day before it could reach its mark. */
export function withLevel(shop: Shop, vessel: VesselView | undefined, facts: MachineFacts): MachineFacts {
  const routine = facts.routines.find(({ effects }) => effects?.waste && effects.waste.does !== "reads")?.id;
  if (!vessel || !routine || vessel.days.earliest === null) return facts;
  const day = dayAt(shop) + Math.max(0, vessel.days.earliest - 1);
  return {
    ...facts,
    levels: new Map([
      [routine, { day, words: `about ${Math.round(vessel.ml)} of ${vessel.limitMl} mL in the ${vessel.kind}, ${vessel.words}` }],
    ]),
  };
}

/** What a waste vessel asks for, in short: nothing while there is room enough. */
export function wasteItems({ holdsBack, days, kind, ml, limitMl, measured }: VesselView): ConditionItem[] {
  if (measured === null) return [];
  const first = holdsBack[0];
  if (first)
    return [
      { topic: "Waste", words: `empty the ${kind} before ${holdsBack.map(({ name }) => name).join(", ")}`, why: first.why, isBad: true },
    ];
  const near = days.earliest !== null && days.earliest <= 1;
  return near ? [{ topic: "Waste", words: `about ${Math.round(ml)} of ${limitMl} mL, full by tomorrow`, why: "", isBad: true }] : [];
}

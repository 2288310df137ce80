import { isoDay, spokenDay, weekday } from "../../core/calendar/day.ts";
import { inShift } from "../../core/calendar/roster.ts";
import { clockTime } from "../../core/calendar/site-time.ts";
import { policiesOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { RoundPlan, RoundProblem } from "../../core/rounds/problem.ts";
import { skillFor } from "../../core/routines/routine.ts";
import { personName, type Shop } from "../../core/shop/shop.ts";
import { type DoorIssue, doorIssues, doorPromise } from "../../core/standby/door.ts";
import { firstPrint, type KeptPromise, keptPromises } from "../../core/standby/first-print.ts";
import { REGIME_NAMES, type Regime } from "../../core/standby/regime.ts";
import type { Connection, Database } from "../../ledger/database.ts";
import { lastSeq } from "../../ledger/reading.ts";
import { openRuns } from "../../ledger/runs.ts";
import { doorRows } from "../../ledger/standby.ts";
import { type Actor, authorise } from "../actor.ts";
import { machineRows } from "../board/board.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { rosterChanges, workersOn } from "../day/day.ts";
import { factsNow } from "../facts/due.ts";
import { cappedSaid, cappingOf, lastUses } from "../idle/idle.ts";
import { sleepWords } from "../idle/sleeps.ts";
import { onTheSide } from "../on-the-side.ts";
import { roundMaterial, roundProblem } from "../rounds/round-problem.ts";
import { dayAt, loadShop } from "../shop/shop.ts";
import { openingOf, opensAt } from "./gap.ts";
import { plansTonight, type Tonight } from "./tonight.ts";

export type DoorMachine = {
  id: string;
  name: string;
  area: string;
  gapWords: string;
  until: string;
  regime: Regime;
  asleep: string | null;
  issues: DoorIssue[];
  /** Can do it now. */
  who: string[];
  power: { expected: "on" | "off"; seen: "on" | "off" | null };
  canCap: boolean;
};
export type DoorPromiseView = {
  id: string;
  name: string;
  /** By when it prints on half the mornings, and on as many as are promised; `null`: fewer were good at all. */
  half: string | null;
  by: string | null;
  /** On so many of so many mornings like it. */
  good: number;
  of: number;
  like: string | null;
  /** It rests on the plan alone. */
  isGuess: boolean;
};
export type DoorView = {
  seq: number;
  now: string;
  dayWords: string;
  quiet: boolean;
  machines: DoorMachine[];
  /** Nobody on shift now. */
  nobody: boolean;
  next: {
    dayWords: string;
    /** When the first people come, and by when machines are to print. */
    opens: string;
    openingBy: string;
    /** Promises like these of the last days, and how many held. */
    kept: { held: number; of: number; days: number };
    machines: DoorPromiseView[];
    earlier: { person: string; minutes: number; why: string }[];
    later: string[];
  } | null;
};

/** Of what a round takes: four times as much found no better plan of an opening (measured on the demo). */
const EFFORT = 0.05;
const MINUTE_MS = 60_000;

/** The closing screen: it is quiet when every machine is capped, powered and emptied right for the gap it really stands in. */
export async function doorView(db: Database, actor: Actor): Promise<DoorView> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  const today = dayAt(shop);
  const stands = factsNow(db, shop, shop.machines);
  const [planOf, seq, useOf, said, seen, rows, runs, roster] = await Promise.all([
    plansTonight(db, shop),
    lastSeq(db, shop.id),
    lastUses(db, shop),
    cappedSaid(db, shop),
    doorRows(db, shop.id, isoDay(today)),
    machineRows(db, shop, shop.machines, stands),
    openRuns(db, shop.id),
    rosterChanges(db, shop, today),
  ]);
  const time = clockTime(now(), shop.site.timeZone);
  const there = workersOn(shop, today, roster).filter(
    ({ role, shifts }) =>
      role !== "viewer" &&
      shifts.some((id) => {
        const shift = shop.calendar.shifts?.find((each) => each.id === id);
        return !shift || inShift(shift, time);
      }),
  );
  const { vessels } = await stands;
  const left = new Map(
    await Promise.all(
      shop.machines.map(async (machine) => [machine.id, await cappingOf(db, shop, machine, useOf(machine), said)] as const),
    ),
  );
  const machines = shop.machines.map((machine): DoorMachine => {
    const {
      mine,
      gap,
      plan: { advice },
    } = planOf(machine);
    const row = rows.find(({ id }) => id === machine.id);
    const vessel = vessels.get(machine.id);
    const days = gap.hours === null ? 7 : Math.ceil(gap.hours / 24);
    const power = expectedPower(machine);
    const door = seen.find((each) => each.machine === machine.id);
    const shutDown = row?.beats.closing.some(
      ({ routine, state }) => shop.rules.book.get(routine ?? "")?.effects?.caps?.with === "own-cycle" && state === "done",
    );
    const seenPower = door?.power === "on" || door?.power === "off" ? door.power : shutDown ? "off" : null;
    const run = runs.find((each) => each.machine === machine.id);
    const issues = doorIssues({
      name: machine.name,
      asleep: mine.sleep ? sleepWords(mine.sleep) : null,
      hours: gap.hours,
      regime: advice.advised,
      regimeName: REGIME_NAMES[advice.advised],
      capped: left.get(machine.id) ?? null,
      undone: (row?.beats.closing ?? []).filter(({ state }) => state !== "done" && state !== "skipped").map(({ name }) => name),
      power: { ...power, seen: seenPower },
      waste: vessel?.holdsBack[0]
        ? `empty the ${vessel.kind} before ${vessel.holdsBack[0].name}`
        : vessel && vessel.days.earliest !== null && vessel.days.earliest <= days
          ? `empty the ${vessel.kind}: about ${Math.round(vessel.ml)} of ${vessel.limitMl} mL, ${vessel.words}`
          : null,
      openRun: run ? (shop.rules.book.get(run.routine)?.name ?? run.routine) : null,
    });
    const skill = skillFor({}, machine);
    return {
      id: machine.id,
      name: machine.name,
      area: shop.areas.find(({ id }) => id === machine.area)?.name ?? "",
      gapWords: gap.words,
      until: gap.to ? spokenDay(gap.toDay) : "End unknown",
      regime: advice.advised,
      asleep: mine.sleep ? sleepWords(mine.sleep) : null,
      issues,
      who: there.filter(({ skills }) => skills?.includes(skill)).map(({ name }) => name),
      power: { expected: power.expected, seen: seenPower },
      canCap: issues.some(({ kind }) => kind === "capped") && advice.advised !== "flush",
    };
  });
  return {
    seq,
    now: `${spokenDay(today)}, ${time}`,
    dayWords: spokenDay(today, true),
    quiet: machines.every(({ issues }) => issues.length === 0),
    machines,
    nobody: there.length === 0,
    next: await promises(db, shop, planOf),
  };
}

/** How a machine's power is to be overnight, and why. */
export function expectedPower(machine: Machine): { expected: "on" | "off"; why: string } {
  const can = (ability: string) => (machine.abilities as readonly string[] | undefined)?.includes(ability) ?? false;
  if (can("full-circulation") || can("white-circulation")) return { expected: "on", why: "its ink circulates only while it is on" };
  const { power } = policiesOf(machine);
  return power === "on"
    ? { expected: "on", why: can("standby-self-clean") ? "it wakes and cleans itself" : "your shop leaves it on" }
    : { expected: "off", why: "its shutdown cycle cleans it" };
}

/** The last plan of each shop: the screen looks each half minute, and the next opening seldom changes. */
const plans = new Map<string, { asked: string; plan: RoundPlan }>();

async function openingPlan(site: string, problem: RoundProblem): Promise<RoundPlan> {
  const asked = JSON.stringify(problem);
  const known = plans.get(site);
  if (known?.asked === asked) return known.plan;
  const plan = await onTheSide("round", problem, { effort: EFFORT });
  plans.set(site, { asked, plan });
  return plan;
}

/** Which machine prints by when on the next print day, how often that held, and who should come earlier. */
async function promises(db: Connection, shop: Shop, planOf: (machine: Machine) => Tonight): Promise<DoorView["next"]> {
  const zone = shop.site.timeZone;
  const today = dayAt(shop);
  const days = shop.machines.flatMap((machine) => {
    const { gap, mine } = planOf(machine);
    return gap.to && !mine.sleep ? [gap.toDay] : [];
  });
  if (days.length === 0) return null;
  const day = Math.min(...days);
  const material = await roundMaterial(db, shop, day);
  const { problem, zero } = roundProblem(shop, material, { day, what: "opening", safe: false });
  const plan = await openingPlan(shop.id, problem);
  const openingBy = openingOf(shop, day);
  const earlier = new Map<string, { minutes: number; why: string }>();
  const machines: DoorPromiseView[] = [];
  const later: string[] = [];
  // A promise is never said earlier than it is.
  const at = (ms: number | null) => (ms === null ? null : clockTime(new Date(Math.ceil(ms / MINUTE_MS) * MINUTE_MS), zone));
  for (const machine of shop.machines) {
    await breathe();
    const { gap, mine } = planOf(machine);
    if (mine.sleep) {
      later.push(`${machine.name} is asleep`);
      continue;
    }
    if (!gap.to || gap.toDay !== day) {
      later.push(`${machine.name} prints again ${gap.to ? spokenDay(gap.toDay) : "on a day not known"}`);
      continue;
    }
    const tasks = problem.tasks.filter((task) => task.machine === machine.id).map(({ id }) => id);
    const placed = plan.tasks.filter(({ id }) => tasks.includes(id));
    const end = Math.max(0, ...placed.map(({ stretches }) => stretches.at(-1)?.end ?? 0));
    const { promiseShare, mostEarlierMinutes } = mine.settings;
    const ask = { machine: machine.id, weekday: weekday(day), hours: gap.hours ?? 0, parkedOnHold: mine.lastCheck === "Hold" };
    const record = firstPrint(mine.mornings, ask, { share: promiseShare });
    const promise = doorPromise({
      plannedAt: placed.length ? zero.getTime() + end * MINUTE_MS : openingBy.getTime(),
      opensAt: opensAt(shop, day).getTime(),
      openingBy: openingBy.getTime(),
      record,
      mostEarlierMinutes,
    });
    const person = placed.flatMap(({ stretches }) => stretches.flatMap((each) => each.person ?? []))[0];
    if (promise.earlierMinutes > 0 && person) {
      const known = earlier.get(person);
      if (!known || known.minutes < promise.earlierMinutes)
        earlier.set(person, { minutes: promise.earlierMinutes, why: `${machine.name} may come back on hold` });
    }
    machines.push({
      id: machine.id,
      name: machine.name,
      half: at(promise.halfAt),
      by: at(promise.byAt),
      good: record?.good ?? 0,
      of: record?.of ?? 0,
      like: record?.like ?? null,
      isGuess: promise.isGuess,
    });
    if (placed.length < tasks.length) later.push(`${machine.name}: nobody has part of its opening`);
  }
  const kept = keptLately(shop, planOf);
  return {
    dayWords: day === today + 1 ? `tomorrow, ${spokenDay(day)}` : spokenDay(day),
    opens: clockTime(opensAt(shop, day), zone),
    openingBy: clockTime(openingBy, zone),
    machines,
    kept: { held: kept.filter(({ held }) => held).length, of: kept.length, days: KEPT_DAYS },
    earlier: [...earlier].map(([person, { minutes, why }]) => ({ person: personName(shop, person), minutes, why })),
    later,
  };
}

/** What would have been promised of the last mornings by what was known then, and whether it held. */
function keptLately(shop: Shop, planOf: (machine: Machine) => Tonight): KeptPromise[] {
  const since = isoDay(dayAt(shop) - KEPT_DAYS);
  const classes = new Map(shop.machines.map((machine) => [machine.class, machine] as const));
  return [...classes.values()].flatMap((machine) => {
    const { mornings, settings } = planOf(machine).mine;
    return keptPromises(mornings, { share: settings.promiseShare, since });
  });
}
const KEPT_DAYS = 90;

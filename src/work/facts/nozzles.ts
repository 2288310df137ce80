import { channelsOf, printsChecks } from "../../core/fleet/channels.ts";
import { policiesOf } from "../../core/fleet/rule.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import { firstChecks } from "../../core/nozzles/ladder/chronic.ts";
import { cleansTaken, gains } from "../../core/nozzles/ladder/cleans-ahead.ts";
import { type Judging, type NozzleEvent, recoveries } from "../../core/nozzles/ladder/recovery.ts";
import { ladderSettings } from "../../core/nozzles/ladder/settings.ts";
import type { NozzleDesk } from "../../core/nozzles/ladder/what-now.ts";
import { JOBS_OF } from "../../core/nozzles/ladder/words.ts";
import { readinessSettings } from "../../core/nozzles/readiness.ts";
import { nozzleEvent } from "../../core/record/nozzle-event.ts";
import { routinesOf } from "../../core/routines/assigned.ts";
import { routineFor } from "../../core/routines/routine-for.ts";
import { cleansRoundHead } from "../../core/routines/tends.ts";
import { machineOf, type Shop } from "../../core/shop/shop.ts";
import type { VesselView } from "../../core/stores/waste/vessel-view.ts";
import type { Connection } from "../../ledger/database.ts";
import { type NozzleRow, nozzleRows } from "../../ledger/nozzles.ts";
import { type Actor, authorise } from "../actor.ts";
import { breathe } from "../breathe.ts";
import { now } from "../clock.ts";
import { nozzlesOf } from "../shop/patterns.ts";
import { loadShop } from "../shop/shop.ts";
import { factsNow } from "./due.ts";

const DAY_MS = 86_400_000;
/** How far back a recovery that still goes on, and the good check before it, are looked for. */
const LATELY_DAYS = 10;
/** How far back a machine's own cleans say what the next one will bring. */
const OWN_DAYS = 120;

/** What a machine's checks and recoveries are judged by. */
export function judgingOf(shop: Shop, machine: Machine): Judging {
  const of = ["site", machine.class, machine.id];
  return {
    readiness: readinessSettings(
      machine.class,
      of.flatMap((id) => shop.readiness.get(id) ?? []),
    ),
    ladder: ladderSettings(
      machine.class,
      of.flatMap((id) => shop.ladder.get(id) ?? []),
    ),
    nozzles: nozzlesOf(shop, machine.id),
  };
}

/** The routines that clean round a machine's head by hand: those that tend cap and wiper both, the weekly ones first; a soak or a test is none. */
export function byHandRoutines(shop: Shop, machine: Machine): string[] {
  const tending = routinesOf(machine, shop.rules.book).filter(cleansRoundHead);
  const isWeekly = (trigger: unknown) => JSON.stringify(trigger ?? "").includes('"week');
  return [...tending.filter(({ trigger }) => isWeekly(trigger)), ...tending.filter(({ trigger }) => !isWeekly(trigger))].map(
    ({ id }) => id,
  );
}

/** Routines that are done for nozzles, wherever. */
export const nozzleRoutines = (shop: Shop): string[] =>
  [...shop.rules.book.values()].flatMap(({ id, effects }) => (effects?.nozzles ? [id] : []));

/** The routines that lead through what the next step may ask for, by their job. */
const jobsAt = (shop: Shop, machine: Machine): NozzleDesk["jobs"] =>
  Object.fromEntries(
    Object.values(JOBS_OF).flatMap((jobs) =>
      jobs.map((job) => {
        const routine = routineFor(job, machine, shop.rules.book);
        return [job, routine ? [routine.id] : []];
      }),
    ),
  );

/** What was done for nozzles, as events of the core. */
export function eventsOf(shop: Shop, machine: Machine, rows: readonly NozzleRow[]): NozzleEvent[] {
  const byHand = byHandRoutines(shop, machine);
  const effects = (routine: string) => shop.rules.book.get(routine)?.effects;
  const partKind = (part: string) => machine.parts?.find(({ id }) => id === part)?.kind;
  return rows.flatMap(
    ({ id, kind, routine, happenedAt, person, body }) =>
      nozzleEvent({ id, kind, routine, at: happenedAt.getTime(), person, body }, effects, byHand, partKind) ?? [],
  );
}

/** For each machine that prints checks: all that its next step is worked out from. @param known waste vessels, where they are asked for already */
export async function nozzleDesks(
  db: Connection,
  shop: Shop,
  machines: readonly Machine[],
  known?: ReadonlyMap<string, VesselView>,
): Promise<Map<string, NozzleDesk>> {
  const checked = machines.filter(printsChecks);
  const at = now().getTime();
  const routines = [...nozzleRoutines(shop), ...checked.flatMap((machine) => byHandRoutines(shop, machine))];
  const rows = await nozzleRows(db, shop.id, {
    machines: checked.map(({ id }) => id),
    since: new Date(at - LATELY_DAYS * DAY_MS),
    routines,
  });
  const vessels = known ?? (await factsNow(db, shop, checked)).vessels;
  const desks = new Map<string, NozzleDesk>();
  const inRecovery: Machine[] = [];
  for (const machine of checked) {
    await breathe();
    const judging = judgingOf(shop, machine);
    const events = eventsOf(
      shop,
      machine,
      rows.filter((row) => row.machine === machine.id),
    );
    const open = recoveries(events, judging).at(-1);
    const vessel = vessels.get(machine.id);
    if (open && !open.over) inRecovery.push(machine);
    desks.set(machine.id, {
      madeAt: at,
      machineClass: machine.class,
      school: policiesOf(machine).recovery,
      judging,
      heads: [...new Set(channelsOf(machine).map(({ head }) => head))],
      events: lately(events, open),
      own: [],
      byHand: byHandRoutines(shop, machine)[0] ?? null,
      jobs: jobsAt(shop, machine),
      ...(vessel?.measured ? { vessel: { kind: vessel.kind, roomMl: vessel.surelyMl } } : {}),
    });
  }
  if (inRecovery.length) {
    const past = await nozzleRows(db, shop.id, {
      machines: inRecovery.map(({ id }) => id),
      since: new Date(at - OWN_DAYS * DAY_MS),
      routines,
    });
    for (const machine of inRecovery) {
      await breathe();
      const desk = desks.get(machine.id);
      if (!desk) continue;
      const events = eventsOf(
        shop,
        machine,
        past.filter((row) => row.machine === machine.id),
      );
      const before = recoveries(events, desk.judging);
      desk.own = before.flatMap((recovery) => gains(recovery, desk.judging));
      desk.returns = before.flatMap((recovery) => cleansTaken(recovery, desk.judging));
      desk.mornings = firstChecks(events).slice(-desk.judging.ladder.chronicMornings);
      desk.damperAt = events.findLast(({ kind }) => kind === "damper")?.at ?? null;
    }
  }
  return desks;
}

/** The last good check and what came after it: enough to go on with. */
function lately(events: readonly NozzleEvent[], open: { startedAt: number; lastGood?: NozzleEvent } | undefined): NozzleEvent[] {
  const lastCheck = events.findLast(({ kind }) => kind === "check");
  const from = open ? (open.lastGood?.at ?? open.startedAt) : (lastCheck?.at ?? Number.POSITIVE_INFINITY);
  return events.filter(({ at }) => at >= from);
}

/** One machine's desk. */
export async function nozzleDesk(db: Connection, actor: Actor, id: string): Promise<NozzleDesk | null> {
  authorise(actor, "look");
  const shop = await loadShop(db, actor.site);
  return (await nozzleDesks(db, shop, [machineOf(shop, id)])).get(id) ?? null;
}

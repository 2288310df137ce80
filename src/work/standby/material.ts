import { CLASS_FLOOR } from "../../core/condition/room/room.ts";
import type { Machine } from "../../core/fleet/schema.ts";
import type { LadderSettings } from "../../core/nozzles/ladder/settings.ts";
import { piecesOf } from "../../core/rounds/stretches-of.ts";
import { skillFor } from "../../core/routines/routine.ts";
import { routineFor } from "../../core/routines/routine-for.ts";
import type { Shop } from "../../core/shop/shop.ts";
import type { Morning } from "../../core/standby/first-print.ts";
import { flushPlan, learnedWhiteFactor } from "../../core/standby/flush.ts";
import { type JobMinutes, linesOf } from "../../core/standby/needs.ts";
import type { Regime } from "../../core/standby/regime.ts";
import type { IdleSpell } from "../../core/standby/risk.ts";
import { type Plumbing, plumbingOf, type StandbySettings } from "../../core/standby/settings.ts";
import type { Sleep } from "../../core/standby/sleep.ts";
import { rungMl } from "../../core/stores/waste/draws.ts";
import type { Connection } from "../../ledger/database.ts";
import type { loggedSeconds } from "../../ledger/standby.ts";
import { airNow } from "../facts/air-now.ts";
import { ladderOf } from "../facts/vessels.ts";
import { standbyOf } from "../idle/of.ts";
import { idleRecord } from "./idle-record.ts";

/** What the standby pages work with, read once for some machines. */
export type StandbyMaterial = {
  of: (machine: Machine) => MachineMaterial;
  skills: ReadonlySet<string>;
};
export type MachineMaterial = {
  settings: StandbySettings;
  plumbing: Required<Plumbing>;
  /** What of it is only its class's default. */
  rough: (keyof Plumbing)[];
  ladder: LadderSettings;
  white: ReturnType<typeof learnedWhiteFactor>;
  minutes: JobMinutes;
  sleep: Sleep | undefined;
  humidity: number | null;
  lowHumidity: number;
  lastCheck: string | null;
  lastCheckEntry: string | null;
  lastCheckAt: Date | null;
  /** Its own and its class's idle spells, and the mornings after them. */
  spells: IdleSpell[];
  mornings: Morning[];
};

export async function standbyMaterial(db: Connection, shop: Shop): Promise<StandbyMaterial> {
  const [air, { sleeps, lastChecks, spells, mornings, logged }] = await Promise.all([airNow(db, shop), idleRecord(db, shop)]);
  const skills = new Set(shop.people.flatMap((person) => person.skills ?? []));
  return {
    skills,
    of: (machine) => {
      const settings = standbyOf(shop, machine);
      const { plumbing, rough } = plumbingOf(machine, shop.plumbing.get(machine.id));
      const ladder = ladderOf(shop, machine);
      const last = lastChecks.get(machine.id);
      const here = air.get(machine.area ?? "");
      return {
        settings,
        plumbing,
        rough,
        ladder,
        white: whiteOf(shop, machine, logged, settings),
        minutes: minutesAt(shop, machine),
        sleep: sleeps.find((each) => each.machine === machine.id && each.upAt === null)?.sleep,
        humidity: here && here.word !== "silent" && here.word !== "unknown" ? here.humidity : null,
        lowHumidity: CLASS_FLOOR[machine.class].idle,
        lastCheck: last ? (last.hold ? "Hold" : last.missing ? "With care" : "Ready") : null,
        lastCheckEntry: last?.entry ?? null,
        lastCheckAt: last?.at ?? null,
        spells: spells.get(machine.class) ?? [],
        mornings: mornings.get(machine.class) ?? [],
      };
    },
  };
}

/** How much longer white takes here: what white lines of this class took at bottle flushes, against what was planned for colour. */
function whiteOf(shop: Shop, machine: Machine, logged: Awaited<ReturnType<typeof loggedSeconds>>, settings: StandbySettings) {
  const lines = logged.flatMap(({ machine: id, line: of, seconds }) => {
    const at = shop.machines.find((each) => each.id === id);
    if (at?.class !== machine.class) return [];
    const line = linesOf(at).find((each) => each.id === of);
    if (line?.ink !== "white") return [];
    const { plumbing } = plumbingOf(at, shop.plumbing.get(at.id));
    const planned = flushPlan([{ ...line, ink: "black" }], plumbing, settings, {
      whiteFactor: 1,
      cleanMl: rungMl(ladderOf(shop, at), "normal"),
    });
    return [{ seconds, plannedSeconds: planned.seconds }];
  });
  return learnedWhiteFactor(lines, settings.whiteFactor);
}

/** What jobs take at a machine is the same until a setting of its shop changes, and asked for again and again. */
const known = new WeakMap<Shop, Map<string, ReturnType<JobMinutes>>>();

export const minutesAt =
  (shop: Shop, machine: Machine): JobMinutes =>
  (job, regime) => {
    const ofShop = known.get(shop) ?? new Map<string, ReturnType<JobMinutes>>();
    known.set(shop, ofShop);
    const key = `${machine.id}/${job}/${regime ?? ""}`;
    const found = ofShop.get(key) ?? jobMinutes(shop, machine, job, regime);
    ofShop.set(key, found);
    return found;
  };

function jobMinutes(shop: Shop, machine: Machine, job: Parameters<JobMinutes>[0], regime: Parameters<JobMinutes>[1]) {
  const routine = routineFor(job, machine, shop.rules.book);
  if (!routine) return { routine: job, hands: 0, wait: 0, skill: "" };
  const pieces = piecesOf(routine, machine, storedAs(regime));
  const sum = (kind: "hands" | "wait") => pieces.filter((piece) => piece.kind === kind).reduce((all, { minutes }) => all + minutes, 0);
  return { routine: routine.id, hands: sum("hands"), wait: sum("wait"), skill: skillFor(routine, machine) };
}

/** Whether somebody is there on each day that lies wholly in a gap. */
export function isStaffed(shop: Shop, fromDay: number, toDay_: number): boolean {
  for (let day = fromDay + 1; day < toDay_; day++) if (!shop.rules.works(day)) return false;
  return true;
}

/** What is answered on the way back where it is asked how it was stored. */
export const storedAs =
  (regime: Regime) =>
  (step: string): string | undefined =>
    step === "stored" ? regime : undefined;

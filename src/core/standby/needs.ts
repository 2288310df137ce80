import { familyOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import type { LadderSettings } from "../nozzles/ladder/settings.ts";
import type { Job } from "../routines/effects.ts";
import type { Use } from "../routines/step.ts";
import { rungMl } from "../stores/waste/draws.ts";
import { type FlushPlan, fillOf, flushPlan, headOutMl, type Line, lineMl, volumesFor, type WasteStep } from "./flush.ts";
import type { Regime } from "./regime.ts";
import { hasWhite } from "./regimes.ts";
import type { Plumbing, StandbySettings } from "./settings.ts";

/** What a regime asks of one machine: routines, materials, ink, waste, minutes. */
export type Needs = {
  regime: Regime;
  before: { routine: string; minutes: number; waitMinutes: number; skill: string }[];
  after: { routine: string; minutes: number; waitMinutes: number; skill: string }[];
  /** Words of what is done meanwhile. */
  meanwhile: string;
  uses: Use[];
  flush: FlushPlan | null;
  waste: WasteStep[];
  inkLostMl: number;
  chargeMl: number;
  /** What runs into the waste on the way back: fluid and ink pumped through, and the cleans. */
  wasteAfterMl: number;
  cleansAfter: number;
  /** What the machine's own cleans draw over the gap, where it is left powered. */
  ownCleansMl: number;
};

/** Which routine does a job at a machine, what minutes it takes there, and whose it is. */
export type JobMinutes = (job: Job, regime: Regime) => { routine: string; hands: number; wait: number; skill: string };

export type NeedsFacts = {
  plumbing: Required<Plumbing>;
  ladder: LadderSettings;
  whiteFactor: number;
  minutes: JobMinutes;
  gapHours: number;
};

/** The channels of a machine as lines. */
export const linesOf = (machine: Pick<Machine, "heads">): Line[] =>
  (machine.heads ?? []).flatMap((head) => (head.channels ?? []).map(({ id, ink }) => ({ id: `${head.id}/${id}`, ink })));

/** The fluid that fits a machine's ink, as the store calls it (handbook, Which fluid where; common practice). */
export function fluidFor(machine: Pick<Machine, "class" | "family">): string {
  if (machine.class === "uv") return "UV cleaner";
  if (machine.class === "cij") return "coder solvent";
  return familyOf(machine as Machine) === "solvent" ? "solvent cleaner" : "cleaning fluid";
}

/** Of a routine's planned minutes a line, so many are in its own minutes already: of a flush, of a wake-up line by line. */
const LINE_MINUTES_IN_FLUSH = 2;
const LINE_MINUTES_IN_WAKE_UP = 1.5;

/** What a regime needs at a machine. @throws RangeError where the pump moves nothing */
export function regimeNeeds(regime: Regime, machine: Machine, settings: StandbySettings, facts: NeedsFacts): Needs {
  const { plumbing, ladder, whiteFactor, minutes, gapHours } = facts;
  const lines = linesOf(machine);
  const cleanMl = rungMl(ladder, "normal");
  const fluid = fluidFor(machine);
  const volumeMl = lines.length * (lineMl(plumbing.boreMm, plumbing.lengthM) + plumbing.damperMl + plumbing.headMl);
  const chambersMl = lines.length * (plumbing.damperMl + plumbing.headMl);
  const fill = fillOf(lines, plumbing, settings);
  const of = (job: Job, more = 0) => {
    const { routine, hands, wait, skill } = minutes(job, regime);
    // Refitting a head is a technician's.
    const whose = regime === "head-out" && job === WAY_BACK ? "technician" : skill;
    return { routine, minutes: Math.round((hands + more) * 10) / 10, waitMinutes: wait, skill: whose };
  };
  const chargeMinutes = (ml: number) => (plumbing.pumpMlAMinute > 0 ? ml / plumbing.pumpMlAMinute : 0);
  const cleansAfter = settings.cleansAfter[regime];
  const needs: Needs = {
    regime,
    before: [],
    after: [],
    meanwhile: "nothing",
    uses: [],
    flush: null,
    waste: [],
    inkLostMl: 0,
    chargeMl: 0,
    wasteAfterMl: 0,
    cleansAfter,
    ownCleansMl: 0,
  };
  const use = (item: string, amount: number, unit: string) => {
    if (amount > 0) needs.uses.push({ item, amount: Math.ceil(amount - 1e-9), unit });
  };
  const bottleFlush = () => {
    const plan = flushPlan(lines, plumbing, settings, { whiteFactor, cleanMl });
    needs.flush = plan;
    needs.waste.push(...plan.steps);
    needs.inkLostMl += volumeMl;
    needs.chargeMl = fill.lines * fill.lineMl;
    use(fluid, plan.fluidMl, "mL");
    // The first set of bottles serves the lines, whose tips foul it; the second the fresh fluid and the head cleans.
    needs.before.push(of("line-flush", plan.seconds / 60 - LINE_MINUTES_IN_FLUSH * lines.length));
  };
  switch (regime) {
    case "night":
      needs.meanwhile = "its own shutdown cycle, where it has one";
      break;
    case "powered":
      needs.meanwhile = `it cleans itself about ${plumbing.ownCleansADay} times a day`;
      needs.ownCleansMl = (plumbing.ownCleansADay * rungMl(ladder, "light") * gapHours) / 24;
      if (needs.ownCleansMl > 0) needs.waste.push({ what: "its own cleans over the gap", ml: needs.ownCleansMl });
      needs.after.push(of(familyOf(machine) === "dtf-desktop" ? "pre-print-care" : "check-print"));
      break;
    case "wet":
      needs.before.push(of("water-cap"));
      use("distilled water", 5, "mL");
      needs.after.push(of("check-print"));
      break;
    case "solution":
      needs.before.push(of("water-cap"));
      needs.meanwhile = `a look at the cap every ${settings.capLookDays} days`;
      use("distilled water", 5, "mL");
      use("capping concentrate", 1, "mL");
      needs.after.push(of("check-print"));
      break;
    case "alive":
      needs.meanwhile = `its idle-day exercise each day${machine.abilities?.includes("standby-self-clean") ? "; it stays on" : ""}`;
      break;
    case "flush": {
      // A weekend is the closing's own flush; what is longer is storage.
      const isStorage = gapHours > (settings.bounds.flush.to ?? Number.POSITIVE_INFINITY);
      needs.before.push(of(isStorage ? "storage-flush" : "closing-flush"));
      use(fluid, chambersMl * volumesFor(settings.flushResidual), "mL");
      needs.waste.push({ what: "automatic flush", ml: chambersMl * volumesFor(settings.flushResidual) });
      needs.inkLostMl = chambersMl;
      needs.chargeMl = fill.lines * fill.damperMl;
      needs.after.push(of(isStorage ? WAY_BACK : "check-print"));
      break;
    }
    case "drained":
      needs.before.push(of("storage-cartridges"));
      use("cleaning cartridges", lines.length, "pieces");
      needs.waste.push(
        { what: "the ink in its lines", ml: volumeMl },
        { what: "wash and charge with fluid", ml: volumeMl * settings.washVolumes },
        { what: "discharge", ml: volumeMl },
      );
      needs.inkLostMl = volumeMl;
      needs.chargeMl = fill.lines * fill.lineMl;
      // Its lines are empty: what stays in them runs into no waste.
      needs.wasteAfterMl = -volumeMl;
      needs.after.push(of(WAY_BACK, chargeMinutes(needs.chargeMl)));
      break;
    case "full":
      bottleFlush();
      needs.meanwhile = "off and unplugged";
      needs.after.push(of(WAY_BACK, chargeMinutes(needs.chargeMl) - LINE_MINUTES_IN_WAKE_UP * lines.length));
      break;
    case "head-out": {
      if (hasWhite(machine) && machine.abilities?.includes("bottles")) bottleFlush();
      const { fluidMl, storageMl } = headOutMl(lines.length, settings);
      needs.before.push(of("head-out"));
      use(fluid, fluidMl, "mL");
      use("storage liquid", storageMl, "mL");
      // Into a cup below the head, and from there as waste.
      needs.waste.push({ what: "fluid through the head", ml: fluidMl }, { what: "storage liquid through the head", ml: storageMl });
      if (!needs.inkLostMl) {
        needs.inkLostMl = chambersMl;
        needs.chargeMl = fill.lines * fill.damperMl;
      }
      needs.meanwhile = "head in its case, level, in a dry place";
      needs.after.push(of(WAY_BACK, chargeMinutes(needs.chargeMl)));
    }
  }
  needs.wasteAfterMl += needs.chargeMl + cleansAfter * cleanMl;
  return needs;
}
const WAY_BACK: Job = "wake-up";

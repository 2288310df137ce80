import { policiesOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import { REGIME_NAMES, REGIMES, type Regime } from "./regime.ts";
import { spoken } from "./risk.ts";
import type { StandbySettings } from "./settings.ts";

/** What the advice for a gap rests on besides the machine itself. */
export type GapFacts = {
  /** From parking to the first care; `null`: nobody knows. */
  hours: number | null;
  /** Somebody is there on each day of it. */
  staffedDaily: boolean;
  /** Skills that somebody in the house has. */
  skills: ReadonlySet<string>;
  /** Humidity of its room in percent where it is known, and below what it is low for this class. */
  humidity: number | null;
  lowHumidity: number;
  /** The word of the last check: `Ready`, `With care`, `Hold`; `null`: none. */
  lastCheck: string | null;
  /** What a regime needs and the store does not hold yet: said against it. */
  short: Partial<Record<Regime, string>>;
  /** What it needs and can't come in time any more: closes it. */
  missing?: Partial<Record<Regime, string>>;
};
export type RegimeView = { regime: Regime; name: string; open: boolean; for: string[]; against: string[] };
export type Advice = {
  hours: number;
  regimes: RegimeView[];
  advised: Regime;
  /** Each step of the advice, in order. */
  steps: string[];
  /** Nothing that is open fits a gap of this length. */
  beyond: boolean;
};

type OpenMachine = Pick<Machine, "class" | "family" | "abilities" | "policies" | "heads" | "waste" | "parts">;
const can = ({ abilities }: OpenMachine, ability: string) => (abilities as readonly string[] | undefined)?.includes(ability) ?? false;
export const hasWhite = ({ heads }: Pick<Machine, "heads">) =>
  heads?.some(({ channels }) => channels?.some(({ ink }) => ink === "white")) ?? false;

/**
 * The regimes open to a machine over a gap, each with reasons for and against, and the one advised: the first open one, in the
 * handbook's order, whose bounds hold the gap; then moved up (down the table) for white, low humidity and a bad last check, down for full
 * circulation, as far as the next row is open.
 */
export function adviseRegime(machine: OpenMachine, facts: GapFacts, settings: StandbySettings): Advice {
  const hours = facts.hours ?? settings.unknownHours;
  const steps = [
    facts.hours === null
      ? `nobody knows how long, so ${spoken(hours)} are planned (a setting)`
      : `it stands ${spoken(hours)}, from parking to the first care`,
  ];
  const regimes = REGIMES.map((regime) => viewOf(regime, machine, facts, hours, settings));
  const open = regimes.filter((each) => each.open).map(({ regime }) => regime);
  const fits = (regime: Regime) => {
    const { from, to } = settings.bounds[regime];
    return hours >= from && (to === null || hours <= to);
  };
  const first = open.find((regime) => regime !== "alive" && fits(regime));
  const beyond = first === undefined;
  // Where nothing fits: kept alive while somebody is there, else the highest that may be begun at this length.
  const base =
    first ??
    (facts.staffedDaily ? "alive" : undefined) ??
    [...open].reverse().find((regime) => regime !== "alive" && settings.bounds[regime].from <= hours) ??
    "night";
  steps.push(
    first
      ? `the first method that fits is “${REGIME_NAMES[base]}” (${boundWords(settings.bounds[base])})`
      : base === "alive"
        ? "no method fits; somebody is there each day, so run it daily"
        : `no method fits; “${REGIME_NAMES[base]}” is the most this machine can do; ask its manual, and expect a recovery`,
  );
  const moves: [boolean, number, string, string][] = [
    [hasWhite(machine), settings.moves.white, "white ink settles", "no white ink"],
    [
      facts.humidity !== null && facts.humidity < facts.lowHumidity,
      settings.moves.dryAir,
      `its room has ${facts.humidity?.toFixed(1)} % humidity, below ${facts.lowHumidity} %`,
      facts.humidity === null ? "humidity of its room is not known" : `its room has ${facts.humidity.toFixed(1)} % humidity, enough`,
    ],
    [
      facts.lastCheck === "Hold",
      settings.moves.badCheck,
      "its last check said Hold",
      facts.lastCheck ? `its last check said ${facts.lastCheck}` : "no check on record",
    ],
    [
      can(machine, "full-circulation"),
      settings.moves.circulation,
      "all its ink circulates while it is plugged in",
      "its ink does not all circulate",
    ],
  ];
  if (base === "night" && settings.nightsStay && !beyond) {
    steps.push("one night needs closing and opening only (a setting)");
    return { hours, regimes, advised: base, steps, beyond };
  }
  let sum = 0;
  for (const [holds, by, yes, no] of moves) {
    if (holds) sum += by;
    steps.push(
      holds ? `${yes}: ${by === 0 ? "no change (a setting)" : `${Math.abs(by)} ${by > 0 ? "stronger" : "lighter"}`}` : `${no}: no change`,
    );
  }
  const { advised, stopped } = moved(base, sum, open);
  steps.push(
    [
      sum === 0
        ? `so it stays “${REGIME_NAMES[base]}”`
        : `together ${Math.abs(sum)} ${sum > 0 ? "stronger" : "lighter"}: “${REGIME_NAMES[advised]}”`,
      ...(stopped ? [`the next, “${REGIME_NAMES[stopped]}”, is not possible here`] : []),
    ].join("; "),
  );
  return { hours, regimes, advised, steps, beyond };
}

/** So many rows up (down the table) or down, one at a time; a row that is not open stops it. */
function moved(base: Regime, steps: number, open: readonly Regime[]): { advised: Regime; stopped: Regime | undefined } {
  let place = REGIMES.indexOf(base);
  for (let left = Math.abs(steps); left > 0; left--) {
    const next = REGIMES[place + Math.sign(steps)];
    if (next === undefined) break;
    if (!open.includes(next)) return { advised: REGIMES[place] ?? base, stopped: next };
    place += Math.sign(steps);
  }
  return { advised: REGIMES[place] ?? base, stopped: undefined };
}

const boundWords = ({ from, to }: { from: number; to: number | null }) =>
  to === null ? `from ${spoken(from)}` : `${spoken(from)} to ${spoken(to)}`;

/** What opens or closes each regime to a machine. */
function viewOf(regime: Regime, machine: OpenMachine, facts: GapFacts, hours: number, settings: StandbySettings): RegimeView {
  const policies = policiesOf(machine as Machine);
  const pros: string[] = [];
  const cons: string[] = [];
  let open = true;
  const need = (holds: boolean, yes: string, no: string) => {
    if (holds) pros.push(yes);
    else {
      open = false;
      cons.push(no);
    }
  };
  const inkjet = machine.class !== "cij";
  switch (regime) {
    case "night":
      pros.push("closing and opening only");
      break;
    case "powered":
      need(can(machine, "standby-self-clean"), "it wakes and cleans itself", "it does not clean itself on standby");
      need(policies.power === "on", "your shop leaves it on", "your shop switches it off");
      cons.push("its own cleans take ink and fill the waste");
      if (hasWhite(machine) && hours > settings.whiteFailsHours)
        cons.push(`after about ${Math.round(settings.whiteFailsHours / 168)} weeks white will fail; colours may hold`);
      break;
    case "wet":
    case "solution":
      need(inkjet, "its head parks on a cap", "a coder has no cap");
      need(!can(machine, "automatic-flush"), "it is capped at closing", "it is flushed at closing, not capped wet");
      if (inkjet) need(policies.cap === "wet", "your shop caps it wet", "your shop caps it dry");
      if (facts.humidity !== null && facts.humidity > settings.moistPercent)
        pros.push(`${facts.humidity.toFixed(1)} % humidity in its room helps`);
      if (regime === "solution") cons.push(`someone must look at the cap every ${settings.capLookDays} days`);
      break;
    case "alive":
      need(facts.staffedDaily, "someone is there each day", "nobody is there each day");
      if (can(machine, "standby-self-clean")) pros.push("it stays on and also cleans itself");
      cons.push("ink and work each day");
      break;
    case "flush":
      need(can(machine, "automatic-flush"), "one button flushes dampers, heads and caps", "it has no auto flush");
      if (hours > (settings.bounds.flush.to ?? Number.POSITIVE_INFINITY)) cons.push("longer than a week is only experience");
      break;
    case "drained":
    case "full": {
      const ability = regime === "drained" ? "storage-cartridges" : "bottles";
      need(
        can(machine, ability),
        regime === "drained" ? "it takes cleaning cartridges" : "its lines can go into bottles of fluid",
        regime === "drained" ? "it takes no cleaning cartridges" : "its lines can’t go into bottles",
      );
      if (can(machine, "storage-cartridges") && can(machine, "bottles"))
        need(
          settings.lines === regime,
          `your shop leaves lines ${settings.lines}`,
          `your shop leaves lines ${settings.lines === "full" ? "full of fluid" : "drained"}`,
        );
      pros.push(regime === "drained" ? "no fluid stands on seals" : "no air gets in, nothing dries in the lines");
      cons.push("the ink in its lines is lost");
      break;
    }
    case "head-out":
      need(can(machine, "removable-head"), "its head comes out", "its head must stay in");
      need(facts.skills.has("technician"), "you have a technician", "nobody here is a technician");
      if (hasWhite(machine)) pros.push("also fill its lines with fluid, since they hold white");
      cons.push("a head can be harmed when it is taken out");
  }
  const { from, to } = settings.bounds[regime];
  if (hours < from) cons.push(`made for ${spoken(from)} and longer`);
  else if (to !== null && hours > to) cons.push(`your limit is ${spoken(to)}`);
  else pros.push(`fits your limits (${boundWords({ from, to })})`);
  const missing = facts.missing?.[regime];
  if (missing) {
    open = false;
    cons.push(missing);
  }
  const short = facts.short[regime];
  if (open && short) cons.push(short);
  return { regime, name: REGIME_NAMES[regime], open, for: pros, against: cons };
}

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
      ? `nobody knows how long: it is planned for ${spoken(hours)} (a setting) and looked at again then`
      : `the gap is ${spoken(hours)} from parking to the first care`,
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
      ? `the first open regime whose bounds hold it is “${REGIME_NAMES[base]}” (${boundWords(settings.bounds[base])})`
      : base === "alive"
        ? "no open regime's bounds hold it; somebody is there each day, so it is kept alive"
        : `no open regime's bounds hold it; “${REGIME_NAMES[base]}” is the furthest that this machine can do: ask its manual, and expect a recovery`,
  );
  const moves: [boolean, number, string, string][] = [
    [hasWhite(machine), settings.moves.white, "it holds white ink, which settles", "it holds no white ink"],
    [
      facts.humidity !== null && facts.humidity < facts.lowHumidity,
      settings.moves.dryAir,
      `its room has ${facts.humidity?.toFixed(1)} %, below the ${facts.lowHumidity} % for this class`,
      facts.humidity === null
        ? "its room's humidity is not known"
        : `its room has ${facts.humidity.toFixed(1)} %, not below ${facts.lowHumidity} %`,
    ],
    [
      facts.lastCheck === "Hold",
      settings.moves.badCheck,
      "its last check was bad (Hold)",
      facts.lastCheck ? `its last check was good enough (${facts.lastCheck})` : "it has no check on record",
    ],
    [
      can(machine, "full-circulation"),
      settings.moves.circulation,
      "all its ink circulates while it is plugged in",
      "it has no full circulation",
    ],
  ];
  if (base === "night" && settings.nightsStay && !beyond) {
    steps.push("a night stays a night: closing and opening are made for it (a setting)");
    return { hours, regimes, advised: base, steps, beyond };
  }
  let sum = 0;
  for (const [holds, by, yes, no] of moves) {
    if (holds) sum += by;
    steps.push(holds ? `${yes}: ${by === 0 ? "no move (a setting)" : `${Math.abs(by)} ${by > 0 ? "up" : "down"}`}` : `${no}: no move`);
  }
  const { advised, stopped } = moved(base, sum, open);
  steps.push(
    [
      sum === 0
        ? `it stays at “${REGIME_NAMES[base]}”`
        : `together ${Math.abs(sum)} ${sum > 0 ? "up" : "down"}: “${REGIME_NAMES[advised]}”`,
      ...(stopped ? [`the next regime ${sum > 0 ? "up" : "down"}, “${REGIME_NAMES[stopped]}”, is not open to it`] : []),
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
  to === null ? `from ${spoken(from)} on` : `${spoken(from)} to ${spoken(to)}`;

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
      need(can(machine, "standby-self-clean"), "it wakes and cleans itself", "it has no standby self-clean");
      need(policies.power === "on", "the house leaves it on", "the house's school switches it off");
      cons.push("its own cleans use ink and fill the waste");
      if (hasWhite(machine) && hours > settings.whiteFailsHours)
        cons.push(`after about ${Math.round(settings.whiteFailsHours / 168)} weeks expect white to fail while colours may hold`);
      break;
    case "wet":
    case "solution":
      need(inkjet, "its head parks on a cap", "a coder has no cap to fill");
      need(!can(machine, "automatic-flush"), "it is capped at closing", "it is flushed at closing instead of capped wet");
      if (inkjet) need(policies.cap === "wet", "the house caps it wet", "the house's school caps it dry");
      if (facts.humidity !== null && facts.humidity > settings.moistPercent) pros.push(`${facts.humidity.toFixed(1)} % in its room helps`);
      if (regime === "solution") cons.push(`somebody looks at the cap every ${settings.capLookDays} days`);
      break;
    case "alive":
      need(facts.staffedDaily, "somebody is there each day", "nobody is there on each day of it");
      if (can(machine, "standby-self-clean")) pros.push("it stays powered and cleans itself besides");
      cons.push("ink and hands each day");
      break;
    case "flush":
      need(can(machine, "automatic-flush"), "one button puts fluid through dampers, heads and caps", "it has no automatic flush");
      if (hours > (settings.bounds.flush.to ?? Number.POSITIVE_INFINITY)) cons.push("longer than a week is the house's own experience");
      break;
    case "drained":
    case "full": {
      const ability = regime === "drained" ? "storage-cartridges" : "bottles";
      need(
        can(machine, ability),
        regime === "drained" ? "it changes to cleaning cartridges by itself" : "its lines can be moved to bottles of fluid",
        regime === "drained" ? "it takes no cleaning cartridges" : "its lines can't be moved to bottles",
      );
      if (can(machine, "storage-cartridges") && can(machine, "bottles"))
        need(
          settings.lines === regime,
          `the house's school leaves lines ${settings.lines}`,
          `the house's school leaves lines ${settings.lines === "full" ? "full of fluid" : "drained"}`,
        );
      pros.push(regime === "drained" ? "no fluid stands on seals" : "no air gets in, nothing dries on the wall");
      cons.push("the ink in its lines is lost");
      break;
    }
    case "head-out":
      need(can(machine, "removable-head"), "its head comes out", "its head is not to be taken out");
      need(facts.skills.has("technician"), "a technician is in the house", "nobody in the house is a technician");
      if (hasWhite(machine)) pros.push("together with its lines full of fluid, since they hold white");
      cons.push("every head taken out can be harmed");
  }
  const { from, to } = settings.bounds[regime];
  if (hours < from) cons.push(`made for gaps from ${spoken(from)} on`);
  else if (to !== null && hours > to) cons.push(`the house's bound is ${spoken(to)}`);
  else pros.push(`the gap lies within the house's bounds (${boundWords({ from, to })})`);
  const missing = facts.missing?.[regime];
  if (missing) {
    open = false;
    cons.push(missing);
  }
  const short = facts.short[regime];
  if (open && short) cons.push(short);
  return { regime, name: REGIME_NAMES[regime], open, for: pros, against: cons };
}

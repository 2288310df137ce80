import { policiesOf } from "../fleet/rule.ts";
import type { Machine } from "../fleet/schema.ts";
import { REGIME_NAMES, REGIMES, type Regime } from "./regime.ts";
import { type Risk, spoken } from "./risk.ts";
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
  /** What each costs over this gap, and how it came back before. */
  record?: ReadonlyMap<Regime, RegimeRecord>;
};
/** In hundredths of the shop's money over a whole gap; the risk from the shop's own record. */
export type RegimeRecord = { cents: number; risk: Pick<Risk, "share" | "low" | "high" | "spells" | "held"> };
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
 * handbook's order, whose bounds hold the gap; then moved up (down the table) for low humidity and a bad last check, for white only together
 * with one of these; for a record that is worse than the next row's beyond its uncertainty; down for full circulation. Closed rows are passed
 * over; it never goes up into one whose own lower bound is not reached. What is dearer here and came back worse than another is never advised.
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
  const mayGoUp = (regime: Regime) => open.includes(regime) && settings.bounds[regime].from <= hours;
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
  const isDry = facts.humidity !== null && facts.humidity < facts.lowHumidity;
  const wasBad = facts.lastCheck === "Hold";
  const moves: [boolean, number, string, string][] = [
    [
      hasWhite(machine) && (isDry || wasBad),
      settings.moves.white,
      `white ink settles, and ${isDry ? "its air is dry" : "its last check was bad"}`,
      hasWhite(machine) ? "white ink alone" : "no white ink",
    ],
    [
      isDry,
      settings.moves.dryAir,
      `its room has ${facts.humidity?.toFixed(1)} % humidity, below ${facts.lowHumidity} %`,
      facts.humidity === null ? "humidity of its room is not known" : `its room has ${facts.humidity.toFixed(1)} % humidity, enough`,
    ],
    [
      wasBad,
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
    return { hours, regimes, advised: cheaperAndSafer(base, open.filter(mayGoUp), facts, steps), steps, beyond };
  }
  const nextUp = REGIMES.slice(REGIMES.indexOf(base) + 1).find(mayGoUp);
  const [here, above] = [tried(facts, base), nextUp && tried(facts, nextUp)];
  moves.push([
    Boolean(here && above && here.risk.low > above.risk.high),
    settings.moves.record ?? 0,
    nextUp && here && above ? `it came back on hold ${heldWords(base, here)}, but ${heldWords(nextUp, above)}` : "",
    "your own record speaks for no stronger method",
  ]);
  let sum = 0;
  for (const [holds, by, yes, no] of moves) {
    if (holds) sum += by;
    steps.push(
      holds ? `${yes}: ${by === 0 ? "no change (a setting)" : `${Math.abs(by)} ${by > 0 ? "stronger" : "lighter"}`}` : `${no}: no change`,
    );
  }
  const mayGoDown = (regime: Regime) => open.includes(regime) && (regime !== "night" || fits("night"));
  const { advised: asked, missed } = moved(base, sum, sum > 0 ? mayGoUp : mayGoDown);
  steps.push(
    [
      sum === 0
        ? `so it stays “${REGIME_NAMES[base]}”`
        : `together ${Math.abs(sum)} ${sum > 0 ? "stronger" : "lighter"}: “${REGIME_NAMES[asked]}”`,
      ...(missed ? ["nothing further is possible here for so long"] : []),
    ].join("; "),
  );
  const advised = cheaperAndSafer(asked, open.filter(mayGoUp), facts, steps);
  return { hours, regimes, advised, steps, beyond };
}

const tried = (facts: GapFacts, regime: Regime): RegimeRecord | undefined => {
  const found = facts.record?.get(regime);
  return found && found.risk.spells > 0 ? found : undefined;
};
const heldWords = (regime: Regime, { risk: { held, spells } }: RegimeRecord) => `${held} of ${spells} times “${REGIME_NAMES[regime]}”`;

/** Of what costs less here and by the shop's own record comes back on hold less often: the safest, until there is none. */
function cheaperAndSafer(asked: Regime, open: readonly Regime[], facts: GapFacts, steps: string[]): Regime {
  const mine = tried(facts, asked);
  if (!mine) return asked;
  const [best] = open
    .flatMap((regime) => {
      const record = tried(facts, regime);
      return record && record.cents < mine.cents && record.risk.share < mine.risk.share ? [{ regime, record }] : [];
    })
    .sort((a, b) => a.record.risk.share - b.record.risk.share || a.record.cents - b.record.cents);
  if (!best) return asked;
  steps.push(
    `here “${REGIME_NAMES[best.regime]}” costs less and comes back on hold less often: ${heldWords(best.regime, best.record)}, ${heldWords(asked, mine)}`,
  );
  return cheaperAndSafer(best.regime, open, facts, steps);
}

/** So many allowed rows up (down the table) or down; what is not allowed is passed over. `missed`: there were fewer. */
function moved(base: Regime, steps: number, allowed: (regime: Regime) => boolean): { advised: Regime; missed: boolean } {
  const place = REGIMES.indexOf(base);
  const rows = (steps > 0 ? REGIMES.slice(place + 1) : REGIMES.slice(0, place).reverse()).filter(allowed);
  const many = Math.min(Math.abs(steps), rows.length);
  return { advised: rows[many - 1] ?? base, missed: many < Math.abs(steps) };
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

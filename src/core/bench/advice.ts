import type { Machine } from "../fleet/schema.ts";
import { randomFrom } from "../random.ts";
import { REGIMES, type Regime } from "../standby/regime.ts";
import { adviseRegime, type GapFacts, type RegimeRecord } from "../standby/regimes.ts";
import { type IdleSpell, idleRisk } from "../standby/risk.ts";
import { type StandbySettings, standbySettings } from "../standby/settings.ts";

const ABILITIES = ["standby-self-clean", "automatic-flush", "storage-cartridges", "bottles", "removable-head", "full-circulation"] as const;

/**
 * Random machines, gaps, records and costs, each advised on, and the rules that an advice broke: it is possible here and made for so long, nothing
 * that may be taken instead is both cheaper and safer by the record, and white alone changes nothing.
 * @returns a line for each broken rule
 * @example adviceFaults(500, 11) // []
 */
export function adviceFaults(rounds: number, seed: number): string[] {
  const random = randomFrom(seed);
  const pick = <Each>(all: readonly Each[], share: number) => all.filter(() => random() < share);
  const settings = standbySettings("dtf");
  return Array.from({ length: rounds }, (_, round) => {
    const hasWhite = random() < 0.5;
    const each = machineOf(pick(ABILITIES, 0.4), hasWhite);
    const hours = Math.round(10 ** (0.7 + random() * 3));
    const facts: GapFacts = {
      hours,
      staffedDaily: random() < 0.5,
      skills: new Set(random() < 0.5 ? ["dtf", "technician"] : ["dtf"]),
      humidity: random() < 0.3 ? null : 25 + random() * 40,
      lowHumidity: 40,
      lastCheck: random() < 0.3 ? "Hold" : "Ready",
      short: {},
      record: randomRecord(random, hours, settings),
    };
    return broken(each, facts, settings).map((rule) => `${round}: ${rule}`);
  }).flat();
}

const machineOf = (abilities: (typeof ABILITIES)[number][], hasWhite: boolean): Machine => ({
  id: "m",
  name: "M",
  class: "dtf",
  family: "dtf-desktop",
  since: "2026-01-05",
  abilities,
  heads: [
    {
      id: "a",
      channels: [{ id: "black", ink: "black" }, ...(hasWhite ? [{ id: "white", ink: "white" as const }] : [])],
    },
  ],
});

function randomRecord(random: () => number, hours: number, settings: StandbySettings): ReadonlyMap<Regime, RegimeRecord> {
  const spells = REGIMES.flatMap((regime): IdleSpell[] => {
    const share = random();
    return Array.from({ length: Math.floor(random() * random() * 30) }, () => ({
      machine: random() < 0.4 ? "m" : `other-${Math.floor(random() * 4)}`,
      regime,
      hours: hours * (0.6 + random()),
      hold: random() < share,
      parkedOnHold: random() < 0.2,
      day: "2026-11-01",
    }));
  });
  return new Map(
    REGIMES.map((regime) => [
      regime,
      {
        cents: Math.round(random() * 10_000),
        risk: idleRisk(spells, { machine: "m", regime, hours, parkedOnHold: false }, settings),
      },
    ]),
  );
}

function broken(machine: Machine, facts: GapFacts, settings: StandbySettings): string[] {
  const { advised, regimes, beyond, hours } = adviseRegime(machine, facts, settings);
  const may = (regime: Regime) => (regimes.find((row) => row.regime === regime)?.open ?? false) && settings.bounds[regime].from <= hours;
  const mine = facts.record?.get(advised);
  const better = REGIMES.filter((regime) => {
    const other = facts.record?.get(regime);
    return (
      may(regime) &&
      mine &&
      other &&
      mine.risk.spells > 0 &&
      other.risk.spells > 0 &&
      other.cents < mine.cents &&
      other.risk.share < mine.risk.share
    );
  });
  const calm: GapFacts = { ...facts, humidity: 50, lastCheck: "Ready" };
  const colours = { ...machine, heads: machineOf([], false).heads } as Machine;
  const same = adviseRegime(machine, calm, settings).advised === adviseRegime(colours, calm, settings).advised;
  return [
    ...(beyond || may(advised) ? [] : [`${advised} for ${hours} h is not possible, or not made for so short a gap`]),
    ...better.map((regime) => `${regime} is cheaper and safer than ${advised}`),
    ...(same ? [] : [`white alone changes ${advised}`]),
  ];
}

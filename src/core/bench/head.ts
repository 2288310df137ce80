import type { NozzlePattern } from "../nozzles/pattern.ts";
import type { Which } from "../nozzles/verdicts.ts";
import { chance } from "./print-check.ts";

/**
 * A machine's heads as they behave: they dry while idle, clog, come back by cleans, draw air past a bad seal, mix colours.
 * Pure and by seed: each act gives a new machine. The numbers are made up so that it behaves as the trade says.
 */
export type SimulatedMachine = {
  channels: SimulatedChannel[];
  /** How badly the cap seals: from 0 for a good one to 1. */
  leak: number;
  /** Dried ink round head and wiper, from 0 to 1. */
  dirt: number;
  /** Ink of another colour at the plate. */
  mixed: boolean;
  seed: number;
};
export type SimulatedChannel = {
  id: string;
  /** By nozzle: from 0 for open; weak from `WEAK` on, silent from `SILENT` on. */
  clog: number[];
  /** Nozzles that spit aside because of dirt. */
  bent: number[];
  /** Air in its line, from 0 to 1: from `NO_INK` on nothing comes. */
  air: number;
  /** Its clip is shut or its cartridge empty. */
  shut: boolean;
};

const WEAK = 0.45;
const SILENT = 0.7;
const NO_INK = 0.75;
const MOST = 1.6;

export const goodMachine = (pattern: NozzlePattern, seed: number): SimulatedMachine => ({
  channels: pattern.channels.map(({ id, nozzles }) => ({
    id,
    clog: Array.from({ length: nozzles }, () => 0),
    bent: [],
    air: 0,
    shut: false,
  })),
  leak: 0,
  dirt: 0,
  mixed: false,
  seed,
});

/** What a check of it prints: by channel the nozzles that are missing, weak, deflected. */
export function printed(machine: SimulatedMachine): Record<string, Which> {
  return Object.fromEntries(
    machine.channels.map(({ id, clog, bent, air, shut }) => {
      const all = clog.map((_, k) => k);
      if (shut || air >= NO_INK) return [id, { missing: all, weak: [], deflected: [] }];
      // A little air starves the far end of the row.
      const starved = (k: number) => air > 0.3 && k > clog.length * (1 - (air - 0.3) * 0.5);
      const missing = all.filter((k) => (clog[k] ?? 0) >= SILENT || starved(k));
      const weak = all.filter((k) => !missing.includes(k) && (clog[k] ?? 0) >= WEAK);
      return [id, { missing, weak, deflected: bent.filter((k) => !missing.includes(k) && !weak.includes(k)) }];
    }),
  );
}

type Act = (machine: SimulatedMachine, random: () => number) => Partial<Omit<SimulatedMachine, "seed">>;
/** Carries an act out; the next one rolls other dice. */
function after(machine: SimulatedMachine, act: Act): SimulatedMachine {
  const random = chance(machine.seed);
  const changed = act(machine, random);
  return { ...machine, ...changed, seed: Math.floor(random() * 4_294_967_295) };
}
const between = (least: number, most: number, value: number) => Math.max(least, Math.min(most, value));

/** Hours without printing: on a dry cap and in dry air more of it dries; a leaking seal dries it as well. */
export const idled = (machine: SimulatedMachine, hours: number, { wet, humidity }: { wet: boolean; humidity: number }): SimulatedMachine =>
  after(machine, ({ channels, leak, dirt }, random) => {
    const rate = (hours / 60) * (wet ? 0.35 : 1) * (1 + between(0, 1.5, (50 - humidity) / 20)) * (1 + 3 * leak);
    return {
      dirt: between(0, 1, dirt + hours / 400),
      channels: channels.map((channel) => ({
        ...channel,
        clog: channel.clog.map((clog) =>
          random() < rate * 0.08 ? between(0, MOST, clog + Math.sqrt(rate) * (0.35 + random() * 0.7)) : clog,
        ),
      })),
    };
  });

/** A head clean: `strength` from 0 for the lightest rung to 1 for the top one, of all heads or some. */
export const cleaned = (machine: SimulatedMachine, strength: number, heads?: readonly string[]): SimulatedMachine =>
  after(machine, ({ channels, leak, dirt, mixed }, random) => {
    const draw = (0.22 + 0.38 * strength) * (1 - 0.92 * leak) * (1 - 0.5 * dirt);
    return {
      mixed: mixed || (strength > 0.6 && random() < 0.08),
      channels: channels.map((channel) => {
        if (channel.shut || (heads && !heads.includes(channel.id.split("/")[0] ?? ""))) return channel;
        return {
          ...channel,
          air: between(0, 1, channel.air - 0.35 * draw + (leak > 0.4 ? 0.12 * random() : 0)),
          clog: channel.clog.map((clog) => (clog > 0 ? between(0, MOST, clog - draw * (0.3 + random() * 1.4)) : clog)),
        };
      }),
    };
  });

/** Ink loaded for 10 to 15 s. */
export const loaded = (machine: SimulatedMachine): SimulatedMachine =>
  after(machine, ({ channels, leak, mixed }, random) => ({
    mixed: mixed || random() < 0.15,
    channels: channels.map((channel) => (channel.shut ? channel : { ...channel, air: between(0, 1, channel.air - 0.6 * (1 - leak)) })),
  }));

/** Whether the cap pad brims after a load. */
export const sealHolds = ({ leak }: SimulatedMachine): boolean => leak < 0.4;
export const capServiced = (machine: SimulatedMachine): SimulatedMachine => ({ ...machine, leak: 0.02 });

/** What was shut or empty is put right by whoever looks. */
export const lookedAt = (machine: SimulatedMachine, ids: readonly string[]): SimulatedMachine => ({
  ...machine,
  channels: machine.channels.map((channel) =>
    channel.shut && ids.includes(channel.id) ? { ...channel, shut: false, air: Math.min(channel.air, 0.4) } : channel,
  ),
});

/** Surround, seal and wiper cleaned by hand. */
export const tended = (machine: SimulatedMachine): SimulatedMachine =>
  after(machine, ({ channels, leak }, random) => ({
    dirt: 0,
    leak: leak < 0.7 ? between(0, 1, leak - 0.3) : leak,
    channels: channels.map((channel) => ({ ...channel, bent: channel.bent.filter(() => random() < 0.15) })),
  }));

/** A channel flushed by syringe: what clogs goes, air comes. */
export const flushed = (machine: SimulatedMachine, ids: readonly string[]): SimulatedMachine =>
  after(machine, ({ channels }, random) => ({
    channels: channels.map((channel) =>
      ids.includes(channel.id)
        ? { ...channel, air: 0.5, clog: channel.clog.map((clog) => (random() < 0.93 ? clog * 0.2 : clog * 0.7)) }
        : channel,
    ),
  }));

/** A damper lifted and put back: air is in. */
export const damperLifted = (machine: SimulatedMachine, ids: readonly string[]): SimulatedMachine => ({
  ...machine,
  channels: machine.channels.map((channel) => (ids.includes(channel.id) ? { ...channel, shut: false, air: 0.8 } : channel)),
});

/** Hours on a wet cap: they soak, unless the seal lets them dry. */
export const rested = (machine: SimulatedMachine, hours: number): SimulatedMachine =>
  after(machine, ({ channels, leak }, random) => ({
    channels: channels.map((channel) => ({
      ...channel,
      clog: channel.clog.map((clog) => between(0, MOST, clog - (hours / 12) * 0.35 * (1 - 1.5 * leak) * random())),
    })),
  }));

/** Bars of each colour printed. */
export const flagged = (machine: SimulatedMachine): SimulatedMachine => ({ ...machine, mixed: false });

/** A technician leaves it as new. */
export const repaired = (machine: SimulatedMachine): SimulatedMachine => ({
  ...machine,
  leak: 0,
  dirt: 0,
  mixed: false,
  channels: machine.channels.map((channel) => ({ ...channel, air: 0, shut: false, bent: [], clog: channel.clog.map(() => 0) })),
});

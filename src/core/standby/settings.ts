import { type Static, Type } from "typebox";
import { TimeOfDay } from "../fleet/schema.ts";
import type { MachineClass } from "../fleet/vocabulary.ts";
import { REGIMES, type Regime } from "./regime.ts";

/** What a house holds a standing machine by; all defaults are starting values (common practice, no source). */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const hours = Type.Number({ minimum: 0, maximum: 100_000 });
const share = Type.Number({ minimum: 0.001, maximum: 0.999 });

const Bound = Type.Object({ from: hours, to: Type.Union([hours, Type.Null()]) }, closed);
export type Bound = Static<typeof Bound>;
const perRegime = <Value extends import("typebox").TSchema>(value: Value) =>
  Type.Object(Object.fromEntries(REGIMES.map((regime) => [regime, value])) as Record<Regime, Value>, closed);
const steps = Type.Integer({ minimum: -3, maximum: 3 });

export const StandbySettings = Type.Object(
  {
    /** Hours from parking to the first care that each regime fits; `to: null` has no end. */
    bounds: perRegime(Bound),
    /** How many regimes up (or down) each of these moves a machine. */
    moves: Type.Object({ white: steps, dryAir: steps, badCheck: steps, record: optional(steps), circulation: steps }, closed),
    /** A night is never moved: closing and opening are made for it. */
    nightsStay: Type.Boolean(),
    /** Lines over a long gap, where a machine can do both. */
    lines: Type.Enum(["full", "drained"]),
    /** A gap of unknown end is planned as this, then looked at again. */
    unknownHours: Type.Number({ minimum: 24, maximum: 100_000 }),
    /** Cleans on the way back. */
    cleansAfter: perRegime(Type.Integer({ minimum: 0, maximum: 20 })),
    /** A cap with solution is looked at every so many days. */
    capLookDays: Type.Integer({ minimum: 1, maximum: 30 }),
    /** On a day that it is kept alive by hand. */
    aliveCleans: Type.Integer({ minimum: 0, maximum: 20 }),
    aliveDesignMl: Type.Number({ minimum: 0, maximum: 1000 }),
    /** Share of the old ink that may stay after washing out. */
    residual: Type.Number({ minimum: 0.0001, maximum: 0.5 }),
    /** How much longer white takes, before the house's seconds say. */
    whiteFactor: Type.Number({ minimum: 1, maximum: 20 }),
    /** Pumped on after a line runs clear. */
    extraSeconds: Type.Number({ minimum: 0, maximum: 120 }),
    /** Volumes of fresh fluid drawn through all lines at the end of a bottle flush. */
    freshVolumes: Type.Number({ minimum: 0, maximum: 10 }),
    /** Head cleans in fluid at the end of a bottle flush. */
    fluidCleans: Type.Integer({ minimum: 0, maximum: 40 }),
    /** Through a head of six positions that is taken out. */
    headFluidMl: Type.Number({ minimum: 0, maximum: 1000 }),
    headStorageMl: Type.Number({ minimum: 0, maximum: 1000 }),
    /** Ink drawn to fill what is empty, as a multiple of its volume. */
    chargeFactor: Type.Number({ minimum: 1, maximum: 10 }),
    /** Share of idle spells that came back on hold, before the house's own say, and how many spells that guess weighs. */
    holdShare: perRegime(share),
    holdWeight: Type.Number({ minimum: 0.5, maximum: 100 }),
    /** Share of mornings on which a machine is to print by the time that the closing check names. */
    promiseShare: Type.Number({ minimum: 0.5, maximum: 0.98 }),
    /** Nobody is asked to come earlier than so many minutes for a recovery. */
    mostEarlierMinutes: Type.Number({ minimum: 0, maximum: 480 }),
    /** Spare hours on the morning of the return: for any sleep, for each week of it, at most. */
    spareHours: Type.Object({ base: hours, aWeek: hours, most: hours }, closed),
    /** Left powered for longer, white is expected to fail while colours may hold. */
    whiteFailsHours: hours,
    /** Above it the room's air helps a head that is left capped. */
    moistPercent: Type.Number({ minimum: 1, maximum: 99 }),
    /** Share of ink that an automatic flush leaves in dampers and heads. */
    flushResidual: Type.Number({ minimum: 0.0001, maximum: 0.5 }),
    /** Volumes of fluid that a machine draws to wash and charge itself from cleaning cartridges. */
    washVolumes: Type.Number({ minimum: 0, maximum: 20 }),
    /** Ink of a printed check. */
    checkMl: Type.Number({ minimum: 0, maximum: 100 }),
    /** When machines stop printing on their last print day, to be put to sleep. */
    stopsAt: TimeOfDay,
    /** Weeks ahead that a closure is planned from. */
    planWeeks: Type.Integer({ minimum: 1, maximum: 26 }),
  },
  closed,
);
export type StandbySettings = Static<typeof StandbySettings>;

export const STANDBY_SETTINGS: StandbySettings = {
  bounds: {
    night: { from: 0, to: 24 },
    powered: { from: 24, to: 168 },
    wet: { from: 24, to: 72 },
    solution: { from: 72, to: 168 },
    alive: { from: 0, to: null },
    flush: { from: 24, to: 168 },
    drained: { from: 168, to: null },
    full: { from: 168, to: null },
    "head-out": { from: 1440, to: null },
  },
  moves: { white: 1, dryAir: 1, badCheck: 1, record: 1, circulation: -1 },
  nightsStay: true,
  lines: "full",
  unknownHours: 336,
  cleansAfter: { night: 0, powered: 2, wet: 2, solution: 3, alive: 0, flush: 2, drained: 3, full: 3, "head-out": 4 },
  capLookDays: 3,
  aliveCleans: 2,
  aliveDesignMl: 3,
  residual: 0.01,
  whiteFactor: 2,
  extraSeconds: 8,
  freshVolumes: 1,
  fluidCleans: 15,
  headFluidMl: 50,
  headStorageMl: 20,
  chargeFactor: 1.5,
  holdShare: { night: 0.05, powered: 0.2, wet: 0.15, solution: 0.2, alive: 0.1, flush: 0.15, drained: 0.25, full: 0.2, "head-out": 0.25 },
  holdWeight: 4,
  promiseShare: 0.9,
  mostEarlierMinutes: 120,
  spareHours: { base: 0.5, aWeek: 0.5, most: 6 },
  whiteFailsHours: 504,
  moistPercent: 50,
  flushResidual: 0.05,
  washVolumes: 2,
  checkMl: 0.5,
  stopsAt: "10:00",
  planWeeks: 6,
};

/** A weekend is a long night for what is capped dry: the 72 hours are those of plain water in a cap, which these have not. */
const CLASS_BOUNDS: Partial<Record<MachineClass, Partial<StandbySettings["bounds"]>>> = {
  dtg: { night: { from: 0, to: 72 } },
  uv: { night: { from: 0, to: 72 } },
  wide: { night: { from: 0, to: 72 } },
  cij: { night: { from: 0, to: 72 } },
};

/** What a level of the house (the site, a class, a machine) sets; what it leaves out is as the level before it. */
export const StandbyChange = Type.Partial(StandbySettings);
export type StandbyChange = Static<typeof StandbyChange>;

/** Settings in force on a machine: its own before its class's before the site's before the defaults. */
export function standbySettings(machineClass: MachineClass, house: readonly StandbyChange[] = []): StandbySettings {
  const own: StandbySettings = {
    ...STANDBY_SETTINGS,
    bounds: { ...STANDBY_SETTINGS.bounds, ...CLASS_BOUNDS[machineClass] },
  };
  const all: StandbySettings = Object.assign({}, own, ...house);
  // Settings kept before a record could move anything leave that out.
  return { ...all, moves: { ...own.moves, ...all.moves } };
}

/** What the schema can't say. */
export function standbyProblems({ bounds }: StandbyChange): { path: string; message: string }[] {
  return REGIMES.flatMap((regime) => {
    const bound = bounds?.[regime];
    return bound && bound.to !== null && bound.to < bound.from ? [{ path: `$.bounds.${regime}.to`, message: "ends before it begins" }] : [];
  });
}

/** The plumbing of a machine; what is left out is its class's. */
export const Plumbing = Type.Object(
  {
    boreMm: optional(Type.Number({ exclusiveMinimum: 0, maximum: 50 })),
    lengthM: optional(Type.Number({ exclusiveMinimum: 0, maximum: 100 })),
    /** A channel's. */
    damperMl: optional(Type.Number({ minimum: 0, maximum: 1000 })),
    headMl: optional(Type.Number({ minimum: 0, maximum: 1000 })),
    pumpMlAMinute: optional(
      Type.Number({
        exclusiveMinimum: 0,
        maximum: 10_000,
        description: "millilitres a minute above 0: a pump that moves nothing flushes nothing",
      }),
    ),
    /** The machine's own while it stands. */
    ownCleansADay: optional(Type.Number({ minimum: 0, maximum: 96 })),
  },
  closed,
);
export type Plumbing = Static<typeof Plumbing>;

/** Class defaults: rough, and said so (common practice, no source). */
const CLASS_PLUMBING: Record<MachineClass, Required<Plumbing>> = {
  dtf: { boreMm: 3, lengthM: 1.8, damperMl: 6, headMl: 2, pumpMlAMinute: 40, ownCleansADay: 0 },
  dtg: { boreMm: 2.5, lengthM: 1.6, damperMl: 6, headMl: 2, pumpMlAMinute: 40, ownCleansADay: 0 },
  uv: { boreMm: 3, lengthM: 2.5, damperMl: 8, headMl: 3, pumpMlAMinute: 60, ownCleansADay: 0 },
  wide: { boreMm: 2.5, lengthM: 4, damperMl: 5, headMl: 2, pumpMlAMinute: 40, ownCleansADay: 0 },
  cij: { boreMm: 2, lengthM: 3, damperMl: 0, headMl: 1, pumpMlAMinute: 20, ownCleansADay: 0 },
};
/** A machine that wakes and cleans itself does so several times a day. */
const OWN_CLEANS_A_DAY = 4;

/** A machine's plumbing, and which of it is only its class's. */
export function plumbingOf(
  machine: { class: MachineClass; abilities?: readonly string[] },
  own: Plumbing = {},
): { plumbing: Required<Plumbing>; rough: (keyof Plumbing)[] } {
  const usual = {
    ...CLASS_PLUMBING[machine.class],
    ownCleansADay: machine.abilities?.includes("standby-self-clean") ? OWN_CLEANS_A_DAY : 0,
  };
  const known = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined));
  return {
    plumbing: { ...usual, ...known },
    rough: (Object.keys(usual) as (keyof Plumbing)[]).filter((key) => own[key] === undefined),
  };
}
export const PLUMBING_NAMES: Readonly<Record<keyof Plumbing, string>> = {
  boreMm: "bore of a line",
  lengthM: "length of a line",
  damperMl: "volume of a damper",
  headMl: "channel in the head",
  pumpMlAMinute: "pump speed",
  ownCleansADay: "its own cleans a day",
};

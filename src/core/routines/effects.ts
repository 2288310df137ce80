import { type Static, Type } from "typebox";
import { REGIMES } from "../standby/regime.ts";

/** What doing a routine does, as data of the routine: so that a shop's own routine that takes another's place keeps its meaning. */

const closed = { additionalProperties: false } as const;
const optional = Type.Optional;
const StepId = Type.String({ minLength: 1, maxLength: 200 });

/** Work that other parts of the application ask for by what it is for; see `routine-for.ts`. */
export const JOBS = [
  "opening-check",
  "check-print",
  "opening-cleans",
  "pre-print-care",
  "shake-white",
  "water-cap",
  "idle-exercise",
  "clean-surround",
  "clean-strip",
  "clean-spit-filter",
  "clean-interior",
  "clean-air-filters",
  "channel-flush",
  "supply-check",
  "seal-test",
  "cap-service",
  "soak-head",
  "replace-head",
  "replace-supply",
  "empty-waste",
  "closing-flush",
  "storage-agreed",
  "storage-flush",
  "storage-cartridges",
  "line-flush",
  "head-out",
  "wake-up",
] as const;
export type Job = (typeof JOBS)[number];

const Filled = Type.Union([Type.Integer({ minimum: 1, maximum: 100 }), Type.Literal("all")]);

/** What runs into the waste: head cleans, loads, fluid, ink that fills what is empty or holds fluid. */
export const Draw = Type.Object(
  {
    cleans: optional(
      Type.Object(
        { strength: Type.Enum(["light", "normal", "medium", "strong"]), times: Type.Integer({ minimum: 1, maximum: 100 }) },
        closed,
      ),
    ),
    loads: optional(Type.Number({ minimum: 0, maximum: 100 })),
    fluidMl: optional(Type.Number({ minimum: 0, maximum: 100_000 })),
    /** So many lines, or only their dampers and heads, are filled with ink again, each as much as this machine's hold. */
    lines: optional(Filled),
    dampers: optional(Filled),
    /** The cleans are of lines that hold fluid: no ink is lost by them. */
    inFluid: optional(Type.Literal(true)),
  },
  closed,
);

/** What is read of a waste vessel, by step. A level is in millilitres; of a cartridge in percent. */
const Waste = Type.Object(
  {
    does: Type.Enum(["reads", "empties", "replaces", "resets"]),
    /** Of `reads`: the step with the level; of `empties`: the one with what was in it before. */
    before: optional(StepId),
    /** The step with what is in it afterwards. */
    after: optional(StepId),
    /** The step that asks about the mark, with the answers that it is reached and that there is room below it. */
    mark: optional(Type.Object({ step: StepId, at: StepId, below: StepId }, closed)),
  },
  closed,
);

export const Effects = Type.Object(
  {
    job: optional(Type.Enum([...JOBS])),
    /** The kinds of part that it tends. */
    tends: optional(Type.Array(Type.String({ minLength: 1, maxLength: 200 }), { maxItems: 30 })),
    /** The kinds of part that it puts new ones in of. */
    replaces: optional(Type.Array(Type.String({ minLength: 1, maxLength: 200 }), { maxItems: 30 })),
    /** What it lets run into the waste: head cleans, loads, fluid. */
    draws: optional(Draw),
    waste: optional(Waste),
    /** It begins with an empty waste vessel and ends with one: what it draws is planned with emptyings in between. */
    beginsEmpty: optional(Type.Literal(true)),
    /** It shakes or exercises ink, which would settle or dry without. */
    keepsInkMoving: optional(Type.Literal(true)),
    /** How it leaves the cap; `gap` names the step that says whether the concentrate went in. */
    caps: optional(Type.Object({ with: Type.Enum(["water", "concentrate", "flush", "own-cycle"]), longGapStep: optional(StepId) }, closed)),
    /** What it does for nozzles that a check found poor. */
    nozzles: optional(Type.Enum(["flush", "damper", "seal-test", "cap-service", "technician"])),
    /** The step whose reading is solvent put through a channel, in millilitres. */
    solventStep: optional(StepId),
    /** The step that says by how many places the whites move, by its answers' ids; see `shiftedWhite`. */
    shiftsStep: optional(Type.Object({ step: StepId, places: Type.Record(StepId, Type.Integer({ minimum: 1, maximum: 9 })) }, closed)),
    /** The step done line by line, from whose seconds the shop learns how long its lines take. */
    lineStep: optional(StepId),
    /** It puts the machine to sleep, in this regime. */
    sleeps: optional(Type.Enum([...REGIMES])),
    /** It wakes the machine. */
    wakes: optional(Type.Literal(true)),
    /** It may be done at a machine that holds no ink. */
    whileAsleep: optional(Type.Literal(true)),
  },
  closed,
);
export type Effects = Static<typeof Effects>;
export type Draw = Static<typeof Draw>;

/** The effects that are kept with an entry, since projections rest on them and settings may change later. */
const KEPT = ["waste", "sleeps", "wakes"] as const;

/**
 * What of a routine's effects is kept with its entries; `null` where nothing is.
 * @example keptEffects({ sleeps: "full", tends: ["cap"] }) // { sleeps: "full" }
 */
export function keptEffects(effects: Effects | undefined): Effects | null {
  const kept = Object.fromEntries(KEPT.flatMap((name) => (effects?.[name] === undefined ? [] : [[name, effects[name]]])));
  return Object.keys(kept).length ? (kept as Effects) : null;
}

import type { Ability, PartKind, PolicyName, WasteKind } from "../fleet/vocabulary.ts";
import type { Draw } from "./effects.ts";

/** When a step is part of a run: what the machine is, what the house chose, what an earlier step recorded. */
export type Condition =
  | { ability: Ability }
  | { part: PartKind }
  | { waste: WasteKind }
  | { family: string }
  | { policy: PolicyName; is: string }
  | { headsAtLeast: number }
  | { recorded: string; is: string }
  /** A number recorded by a measure. */
  | { recorded: string; below: number }
  | { recorded: string; atLeast: number }
  | { not: Condition }
  | { all: Condition[] }
  | { any: Condition[] };

export type Choice = {
  id: string;
  text: string;
  /** The step to go on with; left out: the next one. */
  goTo?: string;
  /** A sign that is reported at the machine when this is chosen. */
  reports?: string;
  /** A routine that is called for at the machine when this is chosen. */
  calls?: string;
  /** The run ends here when this is chosen, undone: what is missing, as the rest of “It ends here: …”. */
  ends?: string;
  /** What a check must say for this to be the answer; see `checkVerdict`. */
  verdict?: CheckVerdict;
  /** Offered only while the run has had fewer head cleans than this, or only from so many on. */
  cleansBelow?: number;
  cleansFrom?: number;
};

/** What a check says of the cleaning so far: good enough; near enough for bars of each colour; poor; not to be cleaned on. */
export const CHECK_VERDICTS = ["good", "flag", "poor", "stop"] as const;
export type CheckVerdict = (typeof CHECK_VERDICTS)[number];

/** What a step can be done over: once for each of a machine's heads, channels, lines, slots, or for each side of it. */
export const EACH = ["head", "channel", "white-channel", "colour-channel", "line", "white-line", "slot", "side"] as const;
export type Each = (typeof EACH)[number];

/**
 * What a step may ask that the application knows: how long the machine will stand, how it was capped, how it was stored, what the run's
 * last check says, whether what is still to come has room in the waste.
 */
export const KNOWABLE = ["gap", "capped", "stored", "check", "room"] as const;
export type Knowable = (typeof KNOWABLE)[number];

/** What a step uses up; with `per` so much for each of a machine's heads, channels, lines. */
export type Use = { item: string; amount: number; unit: string; per?: Each };

type Common = {
  id: string;
  /** A short imperative sentence. */
  text: string;
  /** How, exactly. */
  detail?: string;
  /** Why, in a line. */
  why?: string;
  /** What it looks like done right. */
  good?: string;
  /** What it looks like gone wrong, and what to do then. */
  bad?: string;
  /** Hands-on minutes planned. */
  minutes?: number;
  /** Kinds of part lit on the drawn head end. */
  lights?: readonly string[];
  when?: Condition;
  /** Done once for each of these. */
  each?: Each;
  uses?: readonly Use[];
  /** What it lets run into the waste each time it is done; of a measure, for each unit that is read. */
  draws?: Draw;
  /** What it opens, takes out or puts in, to be undone before the run ends. */
  owes?: { id: string; words: string };
  /** What it closes or puts back. */
  settles?: string;
  /** What is drawn besides the machine: which ink sits where. */
  shows?: "positions";
  /** Only where the routine is done by itself: a routine that calls it has done this already. */
  alone?: true;
  /** Not offered while anything is still to put right. */
  powersOn?: true;
  /** The routine that was called, where the step is another's; put there when the steps are compiled. */
  routine?: string;
};

/** How a part was found; decides intervals later. */
export const FOUND_AS = ["clean", "some", "heavy", "pooling"] as const;
export type FoundAs = (typeof FOUND_AS)[number];

/** A step that a person is led through. */
export type PlainStep =
  | (Common & { kind: "do" })
  | (Common & { kind: "look"; choices: readonly Choice[]; optional?: true; knows?: Knowable })
  /** The look that says how a part was found. */
  | (Common & { kind: "found"; part: string; optional?: true })
  | (Common & {
      kind: "measure";
      what: string;
      unit: string;
      min: number;
      max: number;
      optional?: true;
      /** The waste vessel is emptied here; the reading is what was in it, in mL. */
      empties?: true;
    })
  | (Common & { kind: "nozzle-check" })
  /** A timer: the machine is busy, the person free. */
  | (Common & { kind: "wait"; waitMinutes: number })
  /** Keep going until the condition, then so many seconds more. */
  | (Common & { kind: "hold"; until: string; thenSeconds: number })
  | (Common & { kind: "decide"; choices: readonly Choice[]; knows?: Knowable })
  | (Common & { kind: "photo"; of: string; optional?: true })
  /** A second look by somebody else, or a supervisor's word. */
  | (Common & { kind: "confirm"; by: "second" | "supervisor" });

export type Step =
  | PlainStep
  /** Everything in it must be finished within so many minutes of its first step. */
  | (Pick<Common, "id" | "text" | "when"> & { kind: "window"; withinMinutes: number; steps: readonly Step[] })
  /** All of its steps for the first head, line or side, then all for the next. */
  | (Pick<Common, "id" | "when"> & { kind: "repeat"; each: Each; steps: readonly Step[] })
  /** The steps of another routine, in this place. */
  | (Pick<Common, "id" | "when"> & { kind: "call"; routine: string });

export type StepKind = Step["kind"];

/** What a person has on and at hand before the first step. */
export type Gear = readonly string[];

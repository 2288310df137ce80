import type { Ability, PartKind, PolicyName, WasteKind } from "../fleet/vocabulary.ts";

/** When a step is part of a run: what the machine is, what the house chose, what an earlier step recorded. */
export type Condition =
  | { ability: Ability }
  | { part: PartKind }
  | { waste: WasteKind }
  | { policy: PolicyName; is: string }
  | { recorded: string; is: string }
  | { not: Condition }
  | { all: Condition[] }
  | { any: Condition[] };

export type Choice = {
  id: string;
  text: string;
  /** The step to go on with; left out: the next one. */
  goTo?: string;
};

type Common = {
  id: string;
  /** A short imperative sentence. */
  text: string;
  detail?: string;
  /** Hands-on minutes planned. */
  minutes?: number;
  /** Kinds of part lit on the drawn head end. */
  lights?: readonly string[];
  when?: Condition;
  /** Done once for each of these. */
  each?: "head" | "white-channel";
  /** What it opens, takes out or puts in, to be undone before the run ends. */
  owes?: { id: string; words: string };
  /** What it closes or puts back. */
  settles?: string;
  /** Not offered while anything is owed. */
  powersOn?: true;
};

/** How a part was found; decides intervals later. */
export const FOUND_AS = ["clean", "some", "heavy", "pooling"] as const;
export type FoundAs = (typeof FOUND_AS)[number];

export type Step =
  | (Common & { kind: "do" })
  | (Common & { kind: "look"; choices: readonly Choice[]; optional?: true })
  /** The look that says how a part was found. */
  | (Common & { kind: "found"; part: string; optional?: true })
  | (Common & { kind: "measure"; what: string; unit: string; min: number; max: number; optional?: true })
  | (Common & { kind: "nozzle-check" })
  /** A timer: the machine is busy, the person free. */
  | (Common & { kind: "wait"; waitMinutes: number })
  /** Keep going until the condition, then so many seconds more. */
  | (Common & { kind: "hold"; until: string; thenSeconds: number })
  | (Common & { kind: "decide"; choices: readonly Choice[] })
  | (Common & { kind: "photo"; of: string; optional?: true })
  /** A second look by somebody else, or a supervisor's word. */
  | (Common & { kind: "confirm"; by: "second" | "supervisor" })
  /** Everything in it must be finished within so many minutes of its first step. */
  | (Common & { kind: "window"; withinMinutes: number; steps: readonly Step[] });

export type StepKind = Step["kind"];

/** What a person has on and at hand before the first step. */
export type Gear = readonly string[];

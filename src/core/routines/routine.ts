import type { Rule } from "../fleet/rule.ts";
import type { HouseRoutine, Machine } from "../fleet/schema.ts";
import type { MachineClass } from "../fleet/vocabulary.ts";
import type { Hazard } from "../safety/hazards.ts";
import type { Language } from "../shop/languages.ts";
import type { Effects } from "./effects.ts";
import type { Gear, Step } from "./step.ts";

/** Texts by language, each by the text that it stands for. @example { es: { "Tighten the belt.": "Tensa la correa." } } */
export type Texts = Partial<Record<Language, Readonly<Record<string, string>>>>;

/** A routine as it can fall due and be done. A house's own has the part that a fleet file carries. */
export type Routine = HouseRoutine & {
  rule?: Rule;
  /** Machines at which it may be called for though it never falls due by itself. */
  calledFor?: Rule;
  /** For narrow places; left out: the name. */
  short?: string;
  handsMinutes?: number;
  waitMinutes?: number;
  /** Hands needed at once; left out: one person's. */
  people?: number;
  /** How the machine must stand before the first step. */
  machineState?: string;
  tools?: readonly string[];
  /** Where the suppliers' data sheets are. */
  sheets?: readonly { name: string; url: string }[];
  /** Whoever may do it; left out: the skill of the machine's class. */
  skill?: string;
  hazards?: Hazard[];
  /** After it a nozzle check has lost its force: it draws ink or has hands on head or cap. */
  voidsCheck?: boolean;
  /** Doing it takes a nozzle check of every channel. */
  isCheck?: boolean;
  steps?: readonly Step[];
  /** What is worn and at hand before the first step. */
  gear?: Gear;
  /** What doing it does. */
  effects?: Effects;
  /** Its texts in other languages, each by the text as it is written here. */
  texts?: Texts;
};

const CLASS_SKILL: Record<MachineClass, string> = { dtf: "dtf", dtg: "dtg", uv: "uv", wide: "wide", cij: "cij" };

/** The skill that a routine asks for on a machine. */
export function skillFor(routine: Pick<Routine, "skill">, machine: Pick<Machine, "class" | "family">): string {
  return routine.skill ?? (machine.family === "solvent" ? "solvent" : CLASS_SKILL[machine.class]);
}

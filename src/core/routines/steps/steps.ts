import type { Gear, Step } from "../step.ts";
import { EMPTY_WASTE, OPENING_CHECK, THREE_POINTS, WASTE_LOOK, WATER_CAP } from "./daily.ts";
import { BY_HAND, CAPS_AND_BOX, CODER_HEAD, DEEP_CLEAN, SHIFT_WHITE } from "./weekly.ts";

/** The built-in routines that can be followed step by step. */
export const STEPS: Readonly<Record<string, readonly Step[]>> = {
  R01: OPENING_CHECK,
  R07: THREE_POINTS,
  R08: WASTE_LOOK,
  R10: WATER_CAP,
  R16: BY_HAND,
  R19: CAPS_AND_BOX,
  R21: DEEP_CLEAN,
  R22: SHIFT_WHITE,
  R23: CODER_HEAD,
  R45: EMPTY_WASTE,
};

/** What is worn and at hand before the first step (common practice, no source). */
export const GEAR: Readonly<Record<string, Gear>> = {
  R07: ["nitrile gloves", "foam swabs", "distilled water or the maker's fluid"],
  R08: ["nitrile gloves"],
  R10: ["nitrile gloves", "distilled water", "syringe or dropper"],
  R16: ["nitrile gloves", "foam swabs", "a fin swab", "the maker's fluid", "a light"],
  R19: ["nitrile gloves", "goggles", "foam swabs for white and for colour", "fluid", "warm water"],
  R21: ["nitrile gloves", "goggles", "two lint-free towels", "distilled water", "transfer pump or large syringe", "a light"],
  R22: ["nitrile gloves", "labels"],
  R23: ["solvent-proof gloves", "goggles", "tray", "the coder's solvent", "air bulb", "PTFE brush", "lidded metal bin"],
  R45: ["nitrile gloves", "goggles", "labelled waste container"],
};

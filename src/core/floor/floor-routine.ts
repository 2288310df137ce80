import { saysOwnHazards } from "../routines/built-in.ts";
import type { Routine } from "../routines/routine.ts";
import { stepsVersion } from "../runs/version.ts";
import { hazardView } from "../safety/hazards.ts";
import type { FloorRoutine } from "./floor-view.ts";

/** A routine as a device needs it to lead through it. */
export const floorRoutine = (routine: Routine): FloorRoutine => ({
  id: routine.id,
  name: routine.name,
  short: routine.short ?? routine.name,
  handsMinutes: routine.handsMinutes ?? 0,
  waitMinutes: routine.waitMinutes ?? 0,
  isCheck: routine.isCheck ?? false,
  hazards: (routine.hazards ?? []).map(hazardView),
  ofHouse: saysOwnHazards(routine),
  gear: [...(routine.gear ?? [])],
  tools: [...(routine.tools ?? [])],
  people: routine.people ?? 1,
  machineState: routine.machineState ?? null,
  skill: routine.skill ?? null,
  steps: routine.steps ?? [],
  version: stepsVersion(routine.steps ?? []),
  ...(routine.effects ? { effects: routine.effects } : {}),
  ...(routine.texts ? { texts: routine.texts } : {}),
});

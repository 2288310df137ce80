import type { HouseRoutine } from "../fleet/schema.ts";
import type { Routine } from "./routine.ts";

/** What a fleet file carries of a routine: when it falls due. */
export const fleetPart = ({ id, name, trigger, window, covers }: Routine): HouseRoutine => ({
  id,
  name,
  ...(trigger ? { trigger } : {}),
  ...(window ? { window } : {}),
  ...(covers ? { covers } : {}),
});

/** What it does not carry: how it is done. It is kept when a fleet file brings the rest again. */
export function besidesFleetPart(routine: Routine | undefined): Partial<Routine> {
  const { id: _id, name: _name, trigger: _trigger, window: _window, covers: _covers, ...rest } = routine ?? { id: "", name: "" };
  return rest;
}

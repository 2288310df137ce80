import { FOUR_OF_FIVE, readSpreadMl, roomFor, type VesselMark } from "../stores/waste/level.ts";
import { type FloorView, withMachine } from "./floor-view.ts";

/** A machine's waste vessel as it was just read or emptied: there is no guessing then but for how well a level is read. */
export const withVesselSeen = (
  view: FloorView,
  machine: string | undefined,
  kind: VesselMark["kind"],
  ml: number,
  vesselId?: string,
): FloorView =>
  withMachine(view, machine, (at) => {
    const { vessel } = at;
    if (!vessel || (vesselId !== undefined && vessel.vessel !== vesselId)) return at;
    const spreadMl = readSpreadMl(vessel.volumeMl, kind);
    const around = FOUR_OF_FIVE * spreadMl;
    return {
      ...at,
      vessel: {
        ...vessel,
        ml,
        lowMl: Math.max(0, ml - around),
        highMl: Math.min(vessel.volumeMl, ml + around),
        surelyMl: roomFor({ ml, spreadMl }, vessel.limitMl, 0).surelyMl,
        holdsBack: [],
        words: "as seen just now",
      },
    };
  });

import { channelsOf } from "../fleet/channels.ts";
import type { Machine } from "../fleet/schema.ts";
import type { NozzlePattern } from "./pattern.ts";

export const NOZZLES = 120;
const PER_ROW = 20;
const STEP = { x: 4.2, y: 0.45 };
const ROW_PITCH = 11;
const MARGIN_MM = 10;

/** A check sheet for a machine whose own is not known yet: its channels in blocks, two beside each other; clear ink has no colour. */
export function usualPattern(machine: Pick<Machine, "name" | "heads">): NozzlePattern | undefined {
  const channels = channelsOf(machine);
  if (channels.length === 0) return undefined;
  const block = { width: PER_ROW * STEP.x + 8, height: (NOZZLES / PER_ROW) * ROW_PITCH + 6 };
  return {
    format: "zesty-anvil/nozzle-pattern",
    version: 1,
    name: `${machine.name}: ${channels.length} channels, ${NOZZLES} nozzles each`,
    unit: "mm",
    sheet: { width: 2 * MARGIN_MM + 2 * block.width, height: 2 * MARGIN_MM + Math.ceil(channels.length / 2) * block.height },
    channels: channels.map(({ id, ink, colour }, index) => ({
      id,
      ink,
      colour: ink === "varnish" ? null : colour,
      origin: { x: MARGIN_MM + (index % 2) * block.width, y: MARGIN_MM + Math.floor(index / 2) * block.height },
      nozzles: NOZZLES,
      perRow: PER_ROW,
      dash: { length: 3.2, thickness: 0.3 },
      step: STEP,
      rowPitch: ROW_PITCH,
    })),
  };
}

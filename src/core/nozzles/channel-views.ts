import { channelsOf } from "../fleet/channels.ts";
import type { Machine } from "../fleet/schema.ts";
import type { ChannelReading } from "./channel-reading.ts";
import type { Which } from "./verdicts.ts";

/** A channel as its last check shows it. */
export type ChannelView = {
  id: string;
  ink: string;
  colour: string;
  missing: number;
  weak: number;
  deflected: number;
  neighbours: boolean;
  gone: boolean;
  unread: boolean;
  read: boolean;
  /** Which nozzles of how many, where they were seen one by one and something is wrong. */
  which?: Which;
  nozzles?: number;
};

/** A machine's channels with what was read of each. */
export function channelViews(machine: Machine, checks: ChannelReading[], nozzles: Readonly<Record<string, number>>): ChannelView[] {
  const read = new Map(checks.map((check) => [check.id, check]));
  return channelsOf(machine).map(({ id, ink, colour }) => {
    const check = read.get(id);
    const which = check?.which;
    return {
      id,
      ink,
      colour,
      missing: check?.missing ?? 0,
      weak: check?.weak ?? 0,
      deflected: check?.deflected ?? 0,
      neighbours: check?.neighbours ?? false,
      gone: check?.gone ?? false,
      unread: check?.unread ?? false,
      read: check !== undefined && !check.unread,
      ...(which && nozzles[id] && which.missing.length + which.weak.length + which.deflected.length ? { which, nozzles: nozzles[id] } : {}),
    };
  });
}

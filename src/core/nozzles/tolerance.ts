import { group } from "d3-array";
import { type ChannelCheck, faultCount, type ReadinessSettings } from "./readiness.ts";

export type Nozzles = Readonly<Record<string, number>>;

/** Whether a channel is gone: said so, or so much of it is missing. Without its number of nozzles only what was said counts. */
export const isGone = ({ id, missing, gone }: ChannelCheck, goneShare: number, nozzles: Nozzles = {}): boolean =>
  gone === true || (nozzles[id] !== undefined && missing >= goneShare * nozzles[id]);

/**
 * The channels that keep a machine from printing: gone, over the tolerance, with missing nozzles side by side, or
 * the faulty ones of a head that is over its own. An unread channel is none of them. Source: common practice.
 */
export function outsideTolerance(channels: readonly ChannelCheck[], settings: ReadinessSettings, nozzles: Nozzles = {}): string[] {
  const read = channels.filter(({ unread }) => !unread);
  const outside = new Set(
    read
      .filter(
        (channel) => isGone(channel, settings.goneShare, nozzles) || channel.neighbours || faultCount(channel) > settings.toleranceAChannel,
      )
      .map(({ id }) => id),
  );
  for (const mine of group(read, ({ id }) => headOf(id)).values())
    if (mine.reduce((sum, channel) => sum + faultCount(channel), 0) > settings.toleranceAHead)
      for (const channel of mine) if (faultCount(channel) > 0) outside.add(channel.id);
  return read.flatMap(({ id }) => (outside.has(id) ? [id] : []));
}

/** The head of a channel named `head/channel`. */
export const headOf = (channel: string): string => channel.split("/")[0] ?? "";

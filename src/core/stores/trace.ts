/** A lot put into a machine's channel on a day. */
export type Fill = { machine: string; channel: string; item: string; lot: string; day: number; entry: string };
/** A lot in a channel from one day to another; `to` is `null` while it is in it. Both days count. */
export type Stay = Fill & { to: number | null };

/**
 * Where lots were, from when to when: one stays in its channel until another is put in, topped up or not; what was left in the line mixes into the
 * next, so that the day of the change belongs to both.
 */
export function stays(fills: readonly Fill[]): Stay[] {
  const found: Stay[] = [];
  const inChannel = new Map<string, Stay>();
  for (const fill of [...fills].sort((a, b) => a.day - b.day || (a.entry < b.entry ? -1 : 1))) {
    const key = `${fill.machine}/${fill.channel}`;
    const before = inChannel.get(key);
    if (before?.item === fill.item && before.lot === fill.lot) continue;
    if (before) before.to = fill.day;
    const stay = { ...fill, to: null };
    inChannel.set(key, stay);
    found.push(stay);
  }
  return found;
}

/** The stays of a lot, or those of a machine over some days: the same record asked both ways. */
export const staysOfLot = (all: readonly Stay[], item: string, lot: string): Stay[] =>
  all.filter((each) => each.item === item && each.lot === lot);
export const staysAt = (all: readonly Stay[], machine: string, from: number, to: number): Stay[] =>
  all.filter((each) => each.machine === machine && each.day <= to && (each.to ?? Number.POSITIVE_INFINITY) >= from);

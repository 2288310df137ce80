import type { ChannelReading } from "./channel-reading.ts";
import { FAULTS, type Which } from "./verdicts.ts";

/** Nozzles of a channel between two checks; by number where both saw them one by one, else by counts. */
export type Change =
  | { id: string; by: "nozzles"; fresh: number[]; same: number[]; healed: number[]; chronic: number[] }
  | { id: string; by: "counts"; before: number; after: number }
  | { id: string; by: "unread" };

/** In so many of its last checks a nozzle missed to be called chronic; common practice, no source. */
export const CHRONIC = { of: 6, times: 4 };

const faulty = (which: Which): number[] => FAULTS.flatMap((fault) => which[fault]).sort((a, b) => a - b);
/** The faults of a channel one by one; a channel with none needs no list. */
const listOf = ({ which, missing, weak, deflected, gone }: ChannelReading): number[] | undefined =>
  which ? faulty(which) : missing + weak + deflected === 0 && !gone ? [] : undefined;

/**
 * What changed in a channel: new faults, those that were there before, and those that healed. Missing, weak and
 * deflected nozzles are faults alike. `history` are the channel's readings before `after`, newest first.
 */
export function changeOf(before: ChannelReading | undefined, after: ChannelReading, history: readonly ChannelReading[] = []): Change {
  if (!before || before.unread || after.unread) return { id: after.id, by: "unread" };
  const [was, is] = [listOf(before), listOf(after)];
  if (!was || !is) return { id: after.id, by: "counts", before: before.missing, after: after.missing };
  const [had, has] = [new Set(was), new Set(is)];
  return {
    id: after.id,
    by: "nozzles",
    fresh: is.filter((k) => !had.has(k)),
    same: is.filter((k) => had.has(k)),
    healed: was.filter((k) => !has.has(k)),
    chronic: chronicIn([after, ...history]),
  };
}

/** Nozzles that failed in most of the last checks that saw them one by one; the first is the newest. */
export function chronicIn(readings: readonly ChannelReading[]): number[] {
  const seen = readings.flatMap((reading) => {
    const list = reading.unread ? undefined : listOf(reading);
    return list ? [new Set(list)] : [];
  });
  const last = seen.slice(0, CHRONIC.of);
  return [...(last[0] ?? [])].filter((k) => last.filter((each) => each.has(k)).length >= CHRONIC.times).sort((a, b) => a - b);
}

/** Nozzle numbers as people count them, from 1, runs drawn together: “4, 18–20”. */
export function nozzleWords(nozzles: readonly number[], most = 12): string {
  const runs: [number, number][] = [];
  for (const k of nozzles) {
    const last = runs.at(-1);
    if (last && last[1] === k - 1) last[1] = k;
    else runs.push([k, k]);
  }
  const words = runs.slice(0, most).map(([from, to]) => (from === to ? `${from + 1}` : `${from + 1}–${to + 1}`));
  return words.join(", ") + (runs.length > most ? `, and ${runs.length - most} more runs` : "");
}

/** A change in words. */
export function changeWords(change: Change): string {
  if (change.by === "unread") return "not read both times";
  if (change.by === "counts") {
    const { before, after } = change;
    return before === after ? `${after} missing, as before` : `${before} missing, now ${after}`;
  }
  const { fresh, same, healed, chronic } = change;
  if (fresh.length + same.length + healed.length === 0) return "all fired both times";
  const part = (list: number[], word: string) => (list.length ? [`${word} ${nozzleWords(list)}`] : []);
  const lasting = same.filter((k) => !chronic.includes(k));
  return [
    ...part(fresh, "new"),
    ...part(
      same.filter((k) => chronic.includes(k)),
      "chronic",
    ),
    ...part(lasting, "as before"),
    ...part(healed, "healed"),
  ].join("; ");
}
